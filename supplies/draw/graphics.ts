import { arrows } from './arrows'
import { bursts } from './bursts'
import { faces } from './faces'
import { hands } from './hands'
import { badges, speeches } from './labels'
import { lands, towns } from './lands'
import { borders, garlands, ornaments } from './ornaments'
import { papers } from './papers'
import {
  along as arcLine,
  circle,
  frame,
  type Graphic,
  leaf,
  P,
  polar,
  rect,
  ring,
  rounded,
  TAU,
  taper,
} from './pen'
import { people } from './people'
import { random } from './random'
import { signs } from './signs'
import { strokes } from './strokes'

function sprig(
  seed: number,
  pairs: number,
  length: number,
  width: number,
  bend: number,
  berries: boolean,
): Graphic['parts'] {
  const rnd = random(seed)
  const stem = arcLine((t) => [200 + bend * Math.sin(t * 1.6) * 120, 780 - t * 730])
  const leaves: string[] = []
  const back: string[] = []
  const dots: string[] = []
  for (let n = 0; n < pairs; n++) {
    const t = 0.16 + (0.82 * n) / pairs
    const [x, y] = stem[Math.round(t * 24)] as [number, number]
    const [x2, y2] = stem[Math.min(24, Math.round(t * 24) + 1)] as [number, number]
    const along = Math.atan2(y2 - y, x2 - x)
    const size = length * (0.65 + 0.6 * Math.sin(Math.PI * (0.2 + 0.75 * t))) * (0.9 + rnd() * 0.2)
    leaves.push(leaf(x, y, along + 0.85 + rnd() * 0.2, size, size * width))
    back.push(leaf(x, y, along - 0.85 - rnd() * 0.2, size * 0.96, size * width))
    if (berries && n % 2)
      dots.push(circle(...polar(x, y, size * 0.62, along + (n % 4 === 1 ? 1.5 : -1.5)), 13 + rnd() * 5))
  }
  const [tx, ty] = stem[24] as [number, number]
  leaves.push(leaf(tx, ty + 8, -Math.PI / 2 + bend * 0.1, length * 0.8, length * width * 0.8))
  const parts: Graphic['parts'] = {
    leaves: { colour: '#5d7350', d: leaves.join('') },
    shade: { colour: '#42583b', d: back.join('') },
    stem: { colour: '#6d5638', d: taper(stem, 9, 3) },
  }
  if (berries) parts.berries = { colour: '#c2553a', d: dots.join('') }
  return parts
}

function rosette(petals: number, rings: number, shape: number): Graphic['parts'] {
  const layer = (n: number) =>
    Array.from({ length: petals }, (_, k) =>
      leaf(
        ...polar(400, 400, 40 - n * 8, ((k + n * 0.5) / petals) * TAU),
        ((k + n * 0.5) / petals) * TAU,
        330 - n * 95,
        (330 - n * 95) * shape,
      ),
    ).join('')
  const parts: Graphic['parts'] = { petals: { colour: '#d9785a', d: layer(0) } }
  if (rings > 1) parts.inner = { colour: '#efb08f', d: layer(1) }
  if (rings > 2) parts.middle = { colour: '#b64e35', d: layer(2) }
  parts.heart = { colour: '#f3d9a4', d: circle(400, 400, 62) }
  return parts
}

function sunburst(rays: number, inner: number, alternating: boolean): Graphic['parts'] {
  const one = (k: number, r: number, w: number) => {
    const a = (k / rays) * TAU - Math.PI / 2
    return `M${P(...polar(400, 400, inner, a - w))}L${P(...polar(400, 400, r, a - w * 0.55))}L${P(...polar(400, 400, r, a + w * 0.55))}L${P(...polar(400, 400, inner, a + w))}Z`
  }
  const list = Array.from({ length: rays }, (_, k) => k)
  return {
    rays: {
      colour: '#e2a53c',
      d: list
        .filter((k) => !alternating || k % 2 === 0)
        .map((k) => one(k, 395, (TAU / rays) * 0.26))
        .join(''),
    },
    ...(alternating
      ? {
          between: {
            colour: '#d3763a',
            d: list
              .filter((k) => k % 2 === 1)
              .map((k) => one(k, 318, (TAU / rays) * 0.2))
              .join(''),
          },
        }
      : {}),
    disc: { colour: '#f0c56a', d: circle(400, 400, inner * 0.82) },
  }
}

function garland(seed: number, flags: boolean): Graphic['parts'] {
  const rnd = random(seed)
  const line = arcLine((t) => [20 + t * 1160, 40 + Math.sin(t * Math.PI) * 170], 48)
  const a: string[] = []
  const b: string[] = []
  const c: string[] = []
  for (let n = 1; n < 48; n++) {
    const [x, y] = line[n] as [number, number]
    const [x2, y2] = line[n + 1] as [number, number]
    const along = Math.atan2(y2 - y, x2 - x)
    if (flags) {
      if (n % 4 !== 2) continue
      const [w, h] = [66, 92]
      const [lx, ly] = polar(x, y, -w / 2, along)
      const [rx, ry] = polar(x, y, w / 2, along)
      const [tx, ty] = polar(x, y, h, along + Math.PI / 2)
      ;[a, b, c][((n - 2) / 4) % 3]?.push(`M${P(lx, ly)}L${P(rx, ry)}L${P(tx, ty)}Z`)
    } else {
      const size = 62 * (0.8 + rnd() * 0.4)
      a.push(leaf(x, y, along + 0.9, size, size * 0.27))
      b.push(leaf(x, y, along - 0.9, size * 0.9, size * 0.25))
      if (n % 6 === 3) c.push(circle(x, y + 12, 14))
    }
  }
  return {
    first: { colour: flags ? '#c2553a' : '#5d7350', d: a.join('') },
    second: { colour: flags ? '#e2a53c' : '#7f9268', d: b.join('') },
    third: { colour: flags ? '#2f5f63' : '#c2553a', d: c.join('') },
    line: { colour: '#5a4632', d: taper(line, 5, 5) },
  }
}

function star(points: number, inner: number, soft: boolean): string {
  const pts = Array.from({ length: points * 2 }, (_, k) =>
    polar(400, 400, k % 2 ? 380 * inner : 380, (k / (points * 2)) * TAU - Math.PI / 2),
  )
  if (!soft) return `M${pts.map((p) => P(...p)).join('L')}Z`
  return `M${P(...(pts[0] as [number, number]))}${pts.map((_, k) => (k % 2 ? `Q${P(...(pts[k] as [number, number]))} ${P(...(pts[(k + 1) % pts.length] as [number, number]))}` : '')).join('')}Z`
}

function blob(seed: number, wobble: number, width = 800, height = 800): string {
  const rnd = random(seed)
  const N = 7
  const pts = Array.from({ length: N }, (_, k) => {
    const r = 1 - wobble * rnd()
    return [
      width / 2 + Math.cos((k / N) * TAU) * (width / 2 - 12) * r,
      height / 2 + Math.sin((k / N) * TAU) * (height / 2 - 12) * r,
    ] as [number, number]
  })
  const at = (k: number) => pts[(k + N) % N] as [number, number]
  const segments = pts.map((_, k) => {
    const [p0, p1, p2, p3] = [at(k - 1), at(k), at(k + 1), at(k + 2)]
    return `C${P(p1[0] + (p2[0] - p0[0]) / 5, p1[1] + (p2[1] - p0[1]) / 5)} ${P(p2[0] - (p3[0] - p1[0]) / 5, p2[1] - (p3[1] - p1[1]) / 5)} ${P(...p2)}`
  })
  return `M${P(...at(0))}${segments.join('')}Z`
}

function scalloped(count: number, r: number, bump: number): string {
  const pts = Array.from({ length: count }, (_, k) => polar(400, 400, r, (k / count) * TAU))
  return `M${P(...(pts[0] as [number, number]))}${pts.map((_, k) => `A${bump} ${bump} 0 0 1 ${P(...(pts[(k + 1) % count] as [number, number]))}`).join('')}Z`
}

/** A handheld screen with a see-through opening. */
const device = (width: number, height: number, rim: number, round: number): Graphic['parts'] => ({
  body: {
    colour: '#2b2725',
    d:
      rounded(10, 10, width - 20, height - 20, round) +
      rounded(10 + rim, 10 + rim, width - 20 - 2 * rim, height - 20 - 2 * rim, round - rim, true),
  },
  edge: {
    colour: '#8d857d',
    d:
      rounded(10, 10, width - 20, height - 20, round) +
      rounded(16, 16, width - 32, height - 32, round - 6, true),
  },
})

const firstShelf: Graphic[] = [
  {
    name: 'olive-branch',
    label: 'Olive branch',
    words: 'sprig leaf plant foliage stem',
    width: 400,
    height: 800,
    parts: sprig(3, 9, 130, 0.2, 0.4, true),
  },
  {
    name: 'round-leaf-sprig',
    label: 'Round-leaf sprig',
    words: 'sprig leaf eucalyptus plant foliage',
    width: 400,
    height: 800,
    parts: sprig(11, 8, 104, 0.5, -0.35, false),
  },
  {
    name: 'slim-sprig',
    label: 'Slim sprig',
    words: 'sprig leaf willow plant thin foliage',
    width: 400,
    height: 800,
    parts: sprig(23, 13, 112, 0.12, 0.7, false),
  },
  {
    name: 'aster',
    label: 'Aster',
    words: 'rosette flower bloom petals',
    width: 800,
    height: 800,
    parts: rosette(16, 2, 0.1),
  },
  {
    name: 'dahlia',
    label: 'Dahlia',
    words: 'rosette flower bloom petals',
    width: 800,
    height: 800,
    parts: rosette(12, 3, 0.22),
  },
  {
    name: 'sun-straight',
    label: 'Straight sunburst',
    words: 'sun rays sunburst light burst',
    width: 800,
    height: 800,
    parts: sunburst(24, 150, false),
  },
  {
    name: 'sun-double',
    label: 'Double sunburst',
    words: 'sun rays sunburst light burst',
    width: 800,
    height: 800,
    parts: sunburst(32, 130, true),
  },
  {
    name: 'leaf-garland',
    label: 'Leaf garland',
    words: 'garland leaf swag festive',
    width: 1200,
    height: 300,
    parts: garland(5, false),
  },
  {
    name: 'flag-garland',
    label: 'Flag garland',
    words: 'garland bunting flags festive party',
    width: 1200,
    height: 340,
    parts: garland(9, true),
  },
  {
    name: 'flat-ribbon',
    label: 'Flat ribbon',
    words: 'ribbon banner band label',
    width: 1000,
    height: 260,
    parts: {
      tails: { colour: '#8f3b28', d: `M0 80H200V240H0L56 160ZM1000 80H800V240H1000L944 160Z` },
      fold: { colour: '#662a1d', d: 'M140 200L200 240V200ZM860 200L800 240V200Z' },
      band: { colour: '#c2553a', d: rect(140, 20, 720, 180) },
    },
  },
  {
    name: 'waving-ribbon',
    label: 'Waving ribbon',
    words: 'ribbon banner band label wave',
    width: 1000,
    height: 300,
    parts: {
      tails: {
        colour: '#2b5559',
        d: 'M10 120C80 90 140 96 200 120V270C140 246 80 240 10 270L50 196ZM990 120C920 90 860 96 800 120V270C860 246 920 240 990 270L950 196Z',
      },
      fold: { colour: '#1d3c40', d: 'M130 210L200 270V214ZM870 210L800 270V214Z' },
      band: {
        colour: '#3f7377',
        d: 'M130 60C280 0 400 20 500 52C600 84 720 104 870 60V210C720 254 600 234 500 202C400 170 280 150 130 210Z',
      },
    },
  },
  {
    name: 'double-border',
    label: 'Double border',
    words: 'border frame edge line',
    width: 1000,
    height: 1000,
    parts: {
      outer: { colour: '#5a4632', d: frame(10, 10, 980, 980, 8) },
      inner: { colour: '#b98a58', d: frame(36, 36, 928, 928, 3) },
      corners: {
        colour: '#c2553a',
        d: [
          [40, 40],
          [960, 40],
          [40, 960],
          [960, 960],
        ]
          .map(([x, y]) => circle(x as number, y as number, 17))
          .join(''),
      },
    },
  },
  {
    name: 'notched-border',
    label: 'Notched border',
    words: 'border frame edge corner',
    width: 1000,
    height: 1000,
    parts: {
      line: {
        colour: '#5a4632',
        d: 'M80 12H920A68 68 0 0 0 988 80V920A68 68 0 0 0 920 988H80A68 68 0 0 0 12 920V80A68 68 0 0 0 80 12ZM86 20A74 74 0 0 1 20 86V914A74 74 0 0 1 86 980H914A74 74 0 0 1 980 914V86A74 74 0 0 1 914 20Z',
      },
      dots: {
        colour: '#c2553a',
        d: [
          [44, 44],
          [956, 44],
          [44, 956],
          [956, 956],
        ]
          .map(([x, y]) => circle(x as number, y as number, 12))
          .join(''),
      },
    },
  },
  {
    name: 'leaf-rule',
    label: 'Leaf rule',
    words: 'rule divider line leaf',
    width: 900,
    height: 80,
    parts: {
      line: { colour: '#5a4632', d: `${rect(0, 38, 380, 4)}${rect(520, 38, 380, 4)}` },
      leaves: {
        colour: '#5d7350',
        d: `${leaf(450, 40, 0.5, 58, 15)}${leaf(450, 40, -0.5, 58, 15)}${leaf(450, 40, Math.PI + 0.5, 58, 15)}${leaf(450, 40, Math.PI - 0.5, 58, 15)}`,
      },
    },
  },
  {
    name: 'dot-rule',
    label: 'Dotted rule',
    words: 'rule divider line dots',
    width: 900,
    height: 60,
    parts: {
      dots: {
        colour: '#b98a58',
        d: Array.from({ length: 31 }, (_, n) =>
          circle(15 + n * 29, 30, n === 15 ? 0.01 : 4.5 - Math.abs(n - 15) * 0.12),
        ).join(''),
      },
      middle: { colour: '#c2553a', d: `M450 4L476 30L450 56L424 30Z` },
    },
  },
  {
    name: 'spark-star',
    label: 'Spark star',
    words: 'star spark twinkle shine',
    width: 800,
    height: 800,
    parts: {
      body: { colour: '#e2a53c', d: star(4, 0.2, true) },
      heart: { colour: '#fbe7b2', d: circle(400, 400, 52) },
    },
  },
  {
    name: 'soft-star',
    label: 'Six-point star',
    words: 'star burst six',
    width: 800,
    height: 800,
    parts: {
      body: { colour: '#c2553a', d: star(6, 0.58, false) },
      heart: { colour: '#efb08f', d: circle(400, 400, 118) },
    },
  },
  {
    name: 'pebble',
    label: 'Pebble',
    words: 'blob shape organic stone',
    width: 800,
    height: 800,
    parts: {
      body: { colour: '#d8c3a5', d: blob(4, 0.24) },
      spot: { colour: '#bfa37e', d: circle(300, 290, 46) },
    },
  },
  {
    name: 'puddle',
    label: 'Puddle',
    words: 'blob shape organic glaze drip',
    width: 1000,
    height: 700,
    parts: {
      body: { colour: '#3f7377', d: blob(19, 0.34, 1000, 700) },
      shine: { colour: '#7fa9a8', d: leaf(330, 210, 0.35, 190, 22) },
    },
  },
  {
    name: 'scalloped-badge',
    label: 'Scalloped badge',
    words: 'badge seal sticker label round',
    width: 800,
    height: 800,
    parts: {
      body: { colour: '#c2553a', d: scalloped(22, 352, 52) },
      ring: { colour: '#f6dcc3', d: ring(400, 400, 318, 7) },
    },
  },
  {
    name: 'burst-badge',
    label: 'Burst badge',
    words: 'badge seal sticker offer price',
    width: 800,
    height: 800,
    parts: {
      body: { colour: '#2f5f63', d: star(20, 0.86, false) },
      ring: { colour: '#cfe0d8', d: ring(400, 400, 300, 6) },
    },
  },
  {
    name: 'curl-arrow',
    label: 'Curled arrow',
    words: 'arrow pointer hand drawn curl',
    width: 800,
    height: 500,
    parts: {
      line: {
        colour: '#3a2b22',
        d: taper(
          arcLine((t) => [60 + t * 610, 400 - Math.sin(t * 2.6) * 300 + (t > 0.4 && t < 0.6 ? 0 : 0)]),
          10,
          22,
        ),
      },
      head: { colour: '#c2553a', d: 'M610 200L770 250L640 350L668 268Z' },
    },
  },
  {
    name: 'straight-arrow',
    label: 'Straight arrow',
    words: 'arrow pointer right',
    width: 900,
    height: 300,
    parts: {
      line: { colour: '#3a2b22', d: rect(20, 138, 680, 24) },
      head: { colour: '#c2553a', d: 'M660 50L880 150L660 250L716 150Z' },
    },
  },
  {
    name: 'phone-frame',
    label: 'Phone, screen open',
    words: 'phone mobile device screen frame mock-up',
    width: 460,
    height: 920,
    parts: device(460, 920, 26, 74),
  },
  {
    name: 'tablet-frame',
    label: 'Tablet, screen open',
    words: 'tablet device screen frame mock-up',
    width: 960,
    height: 720,
    parts: device(960, 720, 44, 60),
  },
  {
    name: 'speech-round',
    label: 'Round speech shape',
    words: 'speech bubble talk quote comment',
    width: 900,
    height: 760,
    parts: {
      body: {
        colour: '#f4e6cf',
        d: 'M450 20C700 20 880 150 880 320C880 490 700 620 450 620C404 620 360 615 318 606C276 660 210 716 120 736C158 690 178 640 178 568C82 508 20 420 20 320C20 150 200 20 450 20Z',
      },
      edge: {
        colour: '#c2553a',
        d: 'M450 20C700 20 880 150 880 320C880 490 700 620 450 620C404 620 360 615 318 606C276 660 210 716 120 736C158 690 178 640 178 568C82 508 20 420 20 320C20 150 200 20 450 20ZM450 32C205 32 33 158 33 320C33 414 92 498 190 559C191 628 178 672 150 714C218 690 276 642 312 592C358 603 404 608 450 608C694 608 867 482 867 320C867 158 694 32 450 32Z',
      },
    },
  },
]

/** Parts of the first shelf whose outlines cut holes. */
const HOLED = new Set(['ring', 'edge', 'line', 'outer', 'inner'])
const holed = (g: Graphic): Graphic => ({
  ...g,
  parts: Object.fromEntries(
    Object.entries(g.parts).map(([name, part]) => [name, HOLED.has(name) ? { ...part, even: true } : part]),
  ),
})
/** Graphics whose box is part of what they are: they lie along the edges of a page. */
const whole: readonly Graphic[] = [...firstShelf.map(holed), ...borders]
const drawn: readonly Graphic[] = [
  ...people,
  ...hands,
  ...faces,
  ...ornaments,
  ...garlands,
  ...arrows,
  ...speeches,
  ...badges,
  ...strokes,
  ...papers,
  ...bursts,
  ...lands,
  ...towns,
  ...signs,
]
/** Everything that is drawn, kind by kind. */
export const graphics: readonly Graphic[] = [...whole, ...drawn]
export const isTrimmed = (g: Graphic): boolean => drawn.includes(g)

type Box = { x: number; y: number; width: number; height: number }
/** The SVG of a graphic, or of a box of it: parts back to front, each named. */
export const svgOf = (g: Graphic, { x, y, width, height }: Box = { x: 0, y: 0, ...g }): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${x} ${y} ${width} ${height}">${Object.entries(g.parts)
    .map(
      ([part, p]) =>
        `<path data-part="${part}" fill="${p.colour}" fill-rule="${p.even ? 'evenodd' : 'nonzero'}" d="${p.d}"/>`,
    )
    .join('')}</svg>\n`
