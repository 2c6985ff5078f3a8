import { fractal, noise, random } from './random'

/** A drawn picture: straight RGBA 0–1 for a point of the unit square (times the aspect). */
export type Raster = {
  name: string
  label: string
  words: string
  width: number
  height: number
  transparent: boolean
  blend: string
  at: (x: number, y: number) => [number, number, number, number]
}

export type Rgb = readonly [number, number, number]
export const hex = (h: string): Rgb =>
  [1, 3, 5].map((n) => Number.parseInt(h.slice(n, n + 2), 16) / 255) as unknown as Rgb
/** A colour so far on the way to another; beyond its ends it goes on. */
export const mix = (a: Rgb, b: Rgb, t: number): Rgb => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
  a[2] + (b[2] - a[2]) * t,
]
export const grey = (v: number, a = 1): [number, number, number, number] => [v, v, v, a]
export const smooth = (a: number, b: number, v: number): number => {
  const t = Math.min(1, Math.max(0, (v - a) / (b - a)))
  return t * t * (3 - 2 * t)
}
export const tone = (
  v: number,
  low: readonly [number, number, number],
  high: readonly [number, number, number],
): [number, number, number, number] => [
  low[0] + (high[0] - low[0]) * v,
  low[1] + (high[1] - low[1]) * v,
  low[2] + (high[2] - low[2]) * v,
  1,
]

export const texture = (
  name: string,
  label: string,
  words: string,
  blend: string,
  at: Raster['at'],
  side = 1600,
): Raster => ({
  name,
  label,
  words,
  width: side,
  height: side,
  transparent: false,
  blend,
  at,
})

const strokes = (() => {
  const rnd = random(77)
  return Array.from({ length: 90 }, () => ({
    x: rnd(),
    y: rnd(),
    a: rnd() * 0.5 - 0.25 + (rnd() > 0.8 ? 1.2 : 0),
    l: 0.05 + rnd() * 0.4,
    w: 0.0004 + rnd() * 0.0009,
    k: 0.3 + rnd() * 0.7,
  }))
})()
const specks = (() => {
  const rnd = random(5)
  return Array.from({ length: 900 }, () => ({
    x: rnd(),
    y: rnd(),
    r: 0.0006 + rnd() ** 4 * 0.008,
    k: 0.5 + rnd() * 0.5,
  }))
})()
const grid = new Map<number, typeof specks>()
for (const s of specks)
  for (let i = -1; i <= 1; i++)
    for (let j = -1; j <= 1; j++) {
      const key = (Math.floor(s.x * 40) + i) * 100 + Math.floor(s.y * 40) + j
      grid.set(key, [...(grid.get(key) ?? []), s])
    }

export const textures: Raster[] = [
  texture('cold-press-paper', 'Cold-press paper', 'paper rough watercolour page', 'multiply', (x, y) =>
    tone(
      0.55 * fractal(x * 26, y * 26, 1, 6) + 0.3 * noise(x * 700, y * 700, 4) + 0.15,
      [0.86, 0.84, 0.8],
      [1, 0.992, 0.975],
    ),
  ),
  texture('kraft-paper', 'Kraft paper', 'paper brown fibre wrapping', 'multiply', (x, y) =>
    tone(
      0.5 * fractal(x * 9, y * 60, 8, 5) + 0.5 * noise(x * 900, y * 240, 3),
      [0.62, 0.47, 0.32],
      [0.8, 0.65, 0.48],
    ),
  ),
  texture(
    'lime-plaster',
    'Lime plaster',
    'plaster wall rough surface',
    'normal',
    (x, y) => {
      const wave = fractal(x * 3 + fractal(x * 5, y * 5, 2) * 1.4, y * 3, 6, 6)
      const ridge = Math.abs(fractal(x * 14, y * 14, 9, 5) - 0.5)
      return tone(smooth(0.25, 0.75, wave) * 0.75 + ridge * 0.9, [0.83, 0.77, 0.69], [0.965, 0.935, 0.885])
    },
    2400,
  ),
  texture('clay-wall', 'Clay wall', 'plaster wall terracotta warm surface', 'normal', (x, y) => {
    const wave = fractal(x * 2.4 + fractal(x * 4, y * 4, 12) * 1.8, y * 2.4, 16, 6)
    return tone(
      smooth(0.25, 0.78, wave) * 0.85 + 0.15 * noise(x * 500, y * 500, 2),
      [0.7, 0.4, 0.27],
      [0.88, 0.62, 0.45],
    )
  }),
  texture('fine-grain', 'Fine grain', 'grain film noise', 'soft-light', (x, y) =>
    grey(0.5 + (noise(x * 1600, y * 1600, 21) + noise(x * 900 + 3, y * 900, 22) - 1) * 0.32),
  ),
  texture('scratches', 'Scratches', 'scratch worn dust old film', 'screen', (x, y) => {
    let v = 0
    for (const s of strokes) {
      const [dx, dy] = [x - s.x, y - s.y]
      const along = dx * Math.cos(s.a) + dy * Math.sin(s.a)
      if (along < 0 || along > s.l) continue
      const away = Math.abs(-dx * Math.sin(s.a) + dy * Math.cos(s.a) + Math.sin(along * 14) * 0.002)
      v = Math.max(v, (1 - smooth(0, s.w, away)) * s.k * Math.sin((along / s.l) * Math.PI))
    }
    return grey(v * 0.85)
  }),
  texture('halftone-fade', 'Halftone fade', 'halftone dots print comic screen', 'multiply', (x, y) => {
    const [u, v] = [(x + y) * 44, (x - y) * 44]
    const d = Math.hypot(u - Math.floor(u) - 0.5, v - Math.floor(v) - 0.5)
    return grey(smooth(0.62 - y * 0.62, 0.66 - y * 0.62, d) * 0.88 + 0.12)
  }),
  texture('glaze-speckle', 'Glaze speckle', 'speckle dots stoneware terrazzo', 'multiply', (x, y) => {
    let v = 1
    for (const s of grid.get(Math.floor(x * 40) * 100 + Math.floor(y * 40)) ?? [])
      v = Math.min(v, 1 - (1 - smooth(s.r * 0.7, s.r, Math.hypot(x - s.x, y - s.y))) * s.k)
    return tone(v * (0.96 + 0.04 * fractal(x * 8, y * 8, 2)), [0.3, 0.22, 0.17], [0.97, 0.955, 0.925])
  }),
  texture('linen-cloth', 'Linen cloth', 'cloth linen fabric weave textile', 'multiply', (x, y) => {
    const wx = Math.sin(x * 1500 + noise(x * 40, y * 300, 3) * 5)
    const wy = Math.sin(y * 1500 + noise(x * 300, y * 40, 4) * 5)
    const slub = noise(x * 12, y * 420, 5) * 0.5 + noise(x * 420, y * 12, 6) * 0.5
    return tone(
      0.5 + 0.16 * wx * wy + 0.1 * (wx - wy) + (slub - 0.5) * 0.7,
      [0.78, 0.735, 0.665],
      [0.98, 0.955, 0.91],
    )
  }),
  texture('dry-brush', 'Dry brush', 'brush paint stroke streaks', 'multiply', (x, y) => {
    const streak = fractal(x * 3, y * 90, 31, 5)
    return tone(
      smooth(0.35, 0.6, streak + (fractal(x * 5, y * 5, 33) - 0.5) * 0.5),
      [0.72, 0.66, 0.58],
      [1, 0.99, 0.97],
    )
  }),
]

export const overlay = (
  name: string,
  label: string,
  words: string,
  blend: string,
  at: Raster['at'],
  width = 1400,
  height = 1400,
): Raster => ({
  name,
  label,
  words,
  width,
  height,
  transparent: true,
  blend,
  at,
})
const leafShadow = (() => {
  const rnd = random(41)
  const leaves: { x: number; y: number; a: number; l: number }[] = []
  for (let b = 0; b < 5; b++) {
    let [x, y, a] = [-0.1 + b * 0.22, -0.1 + rnd() * 0.15, 0.6 + rnd() * 0.7]
    for (let n = 0; n < 13; n++) {
      leaves.push({ x, y, a: a + 0.75, l: 0.13 - n * 0.004 }, { x, y, a: a - 0.75, l: 0.13 - n * 0.004 })
      x += Math.cos(a) * 0.062
      y += Math.sin(a) * 0.062
      a += (rnd() - 0.4) * 0.16
    }
  }
  return leaves
})()
const lights = (() => {
  const rnd = random(63)
  return Array.from({ length: 46 }, () => ({
    x: rnd(),
    y: rnd(),
    r: 0.012 + rnd() ** 2 * 0.07,
    k: 0.25 + rnd() * 0.5,
    warm: rnd(),
  }))
})()
const dusts = (() => {
  const rnd = random(91)
  return Array.from({ length: 420 }, () => ({
    x: rnd(),
    y: rnd(),
    r: 0.0009 + rnd() ** 5 * 0.009,
    k: 0.3 + rnd() * 0.7,
  }))
})()
export const near = <T extends { x: number; y: number; r: number }>(
  list: readonly T[],
  x: number,
  y: number,
  hit: (s: T, d: number) => void,
): void => {
  for (const s of list) {
    const [dx, dy] = [x - s.x, y - s.y]
    if (Math.abs(dx) < s.r * 3 && Math.abs(dy) < s.r * 3) hit(s, Math.hypot(dx, dy))
  }
}

export const overlays: Raster[] = [
  overlay(
    'contact-shadow',
    'Contact shadow',
    'shadow soft floor ellipse',
    'multiply',
    (x, y) => {
      const d = Math.hypot((x - 0.5) / 0.5, (y - 0.5) / 0.5)
      return [0.12, 0.07, 0.05, (1 - smooth(0.05, 1, d)) ** 1.6 * 0.9]
    },
    1200,
    320,
  ),
  overlay(
    'side-shadow',
    'Side shadow',
    'shadow soft cast long',
    'multiply',
    (x, y) => {
      const w = 0.12 + x * 0.3
      return [
        0.14,
        0.09,
        0.07,
        (1 - smooth(0.2, 1, Math.abs(y - 0.55) / w)) * (1 - smooth(0.1, 1, x)) * smooth(0, 0.08, x) * 0.75,
      ]
    },
    1400,
    500,
  ),
  overlay('window-shadow', 'Window shadow', 'shadow window light bars', 'multiply', (x, y) => {
    const [u, v] = [x * 1.05 + y * 0.34, y * 1.05 - x * 0.18]
    const bar = (t: number, at: number, w: number, s: number) => smooth(w + s, w, Math.abs(t - at))
    const soft = 0.012 + x * 0.02
    const lit =
      smooth(0.12, 0.12 + soft * 3, u) *
      smooth(1.22, 1.22 - soft * 3, u) *
      smooth(0, soft * 3, v) *
      smooth(0.94, 0.94 - soft * 3, v)
    const open =
      lit * (1 - bar(u, 0.5, 0.013, soft)) * (1 - bar(u, 0.86, 0.013, soft)) * (1 - bar(v, 0.46, 0.013, soft))
    return [0.2, 0.13, 0.12, (1 - open) * 0.4]
  }),
  overlay('foliage-shadow', 'Foliage shadow', 'shadow leaf plant dappled', 'multiply', (x, y) => {
    let v = 0
    for (const l of leafShadow) {
      const [dx, dy] = [x - l.x, y - l.y]
      const t = (dx * Math.cos(l.a) + dy * Math.sin(l.a)) / l.l
      if (t < -0.1 || t > 1.15) continue
      const away = Math.abs(-dx * Math.sin(l.a) + dy * Math.cos(l.a))
      v = Math.max(
        v,
        (1 -
          smooth(
            0.5,
            1.25,
            away / (l.l * 0.19 * Math.sin(Math.max(0.05, Math.min(1, t)) * Math.PI) + 0.006),
          )) *
          smooth(-0.1, 0.1, t) *
          (1 - smooth(0.9, 1.15, t)),
      )
    }
    return [0.18, 0.14, 0.14, v * 0.42]
  }),
  overlay('warm-glow', 'Warm glow', 'glow light warm soft', 'screen', (x, y) => [
    1,
    0.72,
    0.4,
    (1 - smooth(0, 1, Math.hypot(x - 0.5, y - 0.5) * 2)) ** 1.7,
  ]),
  overlay('pale-glow', 'Pale glow', 'glow light cool soft moon', 'screen', (x, y) => [
    0.86,
    0.93,
    1,
    (1 - smooth(0, 1, Math.hypot(x - 0.5, y - 0.5) * 2)) ** 2 * 0.9,
  ]),
  overlay('light-rays', 'Light rays', 'rays beams light sun', 'screen', (x, y) => {
    const a = Math.atan2(y + 0.18, x + 0.18)
    const r = Math.hypot(x + 0.18, y + 0.18)
    const ray = smooth(0.42, 0.75, noise(a * 16, 2, 7) * 0.65 + noise(a * 41, 5, 8) * 0.35)
    return [1, 0.93, 0.76, ray * (1 - smooth(0.35, 1.35, r)) * 0.75]
  }),
  overlay('mist', 'Mist', 'mist fog cloud smoke', 'screen', (x, y) => [
    0.95,
    0.96,
    0.98,
    smooth(0.42, 0.8, fractal(x * 2.2 + fractal(x * 3, y * 3, 3) * 0.9, y * 3.6, 15, 6)) *
      smooth(0, 0.35, y) *
      0.9,
  ]),
  overlay('dust', 'Dust', 'dust particles floating specks', 'screen', (x, y) => {
    let v = 0
    near(dusts, x, y, (s, d) => {
      v = Math.max(v, (1 - smooth(s.r * 0.3, s.r * 1.6, d)) * s.k)
    })
    return [1, 0.96, 0.88, v]
  }),
  overlay('kiln-sparks', 'Kiln sparks', 'sparks fire embers glow', 'plus-lighter', (x, y) => {
    let v = 0
    near(dusts, x, y, (s, d) => {
      v +=
        ((1 - smooth(0, s.r * 2.8, d)) ** 3 * s.k * (0.4 + (1 - s.y) * 0.6) +
          (1 - smooth(s.r * 0.2, s.r * 0.7, d)) * s.k) *
        (s.y > 0.15 ? 1 : 0.3)
    })
    const k = Math.min(1, v)
    return [1, 0.5 + 0.4 * k, 0.18 + 0.4 * k * k, k]
  }),
  overlay('warm-leak', 'Warm light leak', 'leak film light flare warm', 'screen', (x, y) => {
    const v =
      (1 - smooth(0, 0.62, x + (fractal(y * 2, 3, 51) - 0.5) * 0.5)) * (0.6 + 0.4 * fractal(x * 2, y * 2, 52))
    return [1, 0.42 + 0.4 * v, 0.14 + 0.3 * v * v, v * 0.95]
  }),
  overlay('bokeh-lights', 'Bokeh lights', 'bokeh lights blur evening festive', 'plus-lighter', (x, y) => {
    let [r, g, b] = [0, 0, 0]
    near(lights, x, y, (s, d) => {
      const k = (1 - smooth(s.r * 0.9, s.r, d)) * s.k * (0.72 + 0.28 * smooth(s.r * 0.55, s.r * 0.95, d))
      r += k
      g += k * (0.55 + s.warm * 0.3)
      b += k * (0.2 + s.warm * 0.35)
    })
    const a = Math.min(1, Math.max(r, g, b))
    return a > 0 ? [Math.min(1, r / a), Math.min(1, g / a), Math.min(1, b / a), a] : [0, 0, 0, 0]
  }),
]

export function drawRaster(r: Raster): Uint8Array {
  const out = new Uint8Array(r.width * r.height * 4)
  const short = Math.max(r.width, r.height)
  const [sx, sy] = r.transparent ? [1 / r.width, 1 / r.height] : [1 / short, 1 / short]
  for (let y = 0; y < r.height; y++)
    for (let x = 0; x < r.width; x++) {
      const c = r.at((x + 0.5) * sx, (y + 0.5) * sy)
      for (let k = 0; k < 4; k++)
        out[(y * r.width + x) * 4 + k] = Math.round(Math.min(1, Math.max(0, c[k] as number)) * 255)
    }
  return out
}
