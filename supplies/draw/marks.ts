import {
  circle,
  ellipse,
  type Graphic,
  INKS,
  polar,
  polygon,
  rect,
  ring,
  type Spot,
  smooth,
  sparkle,
  star,
  stroke,
  TAU,
  taper,
  through,
  times,
} from './pen'
import { random } from './random'

const { clay, rust, ochre, sand, cream, pine, teal, rose, plum, ink, sky } = INKS
const drawn = (
  name: string,
  label: string,
  words: string,
  width: number,
  height: number,
  parts: Graphic['parts'],
): Graphic => ({ name, label, words, width, height, parts })

/** A brush laid along a line: hairs that part toward its end. */
function brush(line: readonly Spot[], wide: number, hairs: number, seed: number, dry: number): string {
  const rnd = random(seed)
  return times(hairs, (k) => {
    const across = (k / (hairs - 1) - 0.5) * wide
    const from = Math.floor(rnd() * 3)
    const to = line.length - Math.floor(rnd() ** 2 * line.length * dry)
    const own = line.slice(from, Math.max(from + 3, to)).map(([x, y], n): Spot => {
      const [a, b] = [line[Math.max(0, n + from - 1)], line[Math.min(line.length - 1, n + from + 1)]] as [
        Spot,
        Spot,
      ]
      const way = Math.atan2(b[1] - a[1], b[0] - a[0]) + Math.PI / 2
      return polar(x, y, across + Math.sin(n * 0.5 + k * 1.7) * 1.6, way)
    })
    const w = (wide / hairs) * (1.5 + rnd() * 0.7)
    return stroke(own, (t) => w * (1 - t * dry * 0.7))
  }).join('')
}
const splash = (cx: number, cy: number, r: number, seed: number, arms: number): string => {
  const rnd = random(seed)
  const body = smooth(
    times(arms * 2, (k) =>
      polar(cx, cy, k % 2 ? r * (0.62 + rnd() * 0.14) : r * (0.9 + rnd() * 0.5), (k / (arms * 2)) * TAU),
    ),
    5,
  )
  const drops = times(arms + 6, () => {
    const a = rnd() * TAU
    const d = r * (1.25 + rnd() * 0.7)
    return circle(...polar(cx, cy, d, a), r * (0.03 + rnd() * 0.09))
  })
  return body + drops.join('')
}
const BRUSH = 'brush stroke paint swash'
/** Strokes and splashes. */
export const strokes: Graphic[] = [
  drawn('stroke-broad', 'Broad stroke', `${BRUSH} band highlight`, 1000, 300, {
    paint: {
      colour: clay,
      d: brush(
        through(
          [
            [60, 150],
            [380, 140],
            [700, 156],
            [950, 146],
          ],
          12,
        ),
        170,
        22,
        3,
        0.5,
      ),
    },
  }),
  drawn('stroke-rising', 'Rising stroke', `${BRUSH} diagonal`, 1000, 420, {
    paint: {
      colour: ochre,
      d: brush(
        through(
          [
            [60, 330],
            [380, 250],
            [700, 150],
            [950, 100],
          ],
          12,
        ),
        130,
        18,
        8,
        0.6,
      ),
    },
  }),
  drawn('stroke-two', 'Two strokes', `${BRUSH} double band`, 1000, 420, {
    first: {
      colour: teal,
      d: brush(
        through(
          [
            [50, 120],
            [500, 108],
            [940, 126],
          ],
          14,
        ),
        110,
        16,
        11,
        0.5,
      ),
    },
    second: {
      colour: sky,
      d: brush(
        through(
          [
            [120, 300],
            [560, 290],
            [960, 306],
          ],
          14,
        ),
        110,
        16,
        12,
        0.6,
      ),
    },
  }),
  drawn('stroke-curl', 'Curled stroke', `${BRUSH} curl`, 900, 600, {
    paint: {
      colour: plum,
      d: brush(
        through(
          [
            [70, 470],
            [260, 160],
            [520, 110],
            [600, 330],
            [420, 420],
            [400, 250],
            [820, 120],
          ],
          12,
        ),
        70,
        12,
        17,
        0.4,
      ),
    },
  }),
  drawn('stroke-underline', 'Underline', `${BRUSH} underline emphasis`, 1000, 160, {
    line: {
      colour: clay,
      d:
        stroke(
          through(
            [
              [30, 90],
              [300, 66],
              [620, 92],
              [970, 60],
            ],
            12,
          ),
          (t) => 26 - Math.abs(t - 0.3) * 22,
        ) +
        stroke(
          through(
            [
              [240, 130],
              [560, 112],
              [860, 126],
            ],
            12,
          ),
          (t) => 14 - t * 8,
        ),
    },
  }),
  drawn('stroke-circle', 'Circled by hand', `${BRUSH} circle ring emphasis mark`, 900, 560, {
    line: {
      colour: rust,
      d: stroke(
        times(76, (k): Spot => {
          const t = k / 75
          const a = -2.4 + t * TAU * 1.12
          return [450 + Math.cos(a) * (390 - t * 26), 280 + Math.sin(a) * (220 + t * 20)]
        }),
        (t) => 22 - t * 13,
      ),
    },
  }),
  drawn('stroke-zigzag', 'Zigzag', `${BRUSH} zigzag scribble`, 1000, 300, {
    line: {
      colour: pine,
      d: stroke(
        through(
          times(13, (k): Spot => [40 + k * 77, k % 2 ? 60 : 240]),
          6,
        ),
        () => 24,
      ),
    },
  }),
  drawn('stroke-hatching', 'Hatching', `${BRUSH} hatch scribble shading`, 800, 800, {
    line: {
      colour: ink,
      d: times(15, (k) =>
        stroke(
          through(
            [
              [60 + k * 26, 90 + k * 44],
              [400 + Math.sin(k) * 20, 60 + k * 46],
              [760 - k * 10, 50 + k * 48],
            ],
            6,
          ),
          (t) => 12 - t * 5,
        ),
      ).join(''),
    },
  }),
  drawn('splash-round', 'Splash', 'splash paint ink blot drop', 900, 900, {
    paint: { colour: clay, d: splash(450, 450, 250, 5, 13) },
  }),
  drawn('splash-wide', 'Wide splash', 'splash paint ink glaze', 1000, 700, {
    paint: {
      colour: teal,
      d: splash(500, 340, 190, 9, 15) + splash(280, 430, 100, 12, 9) + splash(740, 270, 86, 14, 9),
    },
  }),
  drawn('splash-drips', 'Glaze running down', 'drip dripping drop glaze paint run', 1000, 520, {
    paint: {
      colour: ochre,
      d: `${rect(0, 0, 1000, 110)}${times(11, (k) => {
        const x = 46 + k * 91
        const l = 90 + ((k * 53) % 7) * 50
        return stroke(
          [
            [x, 90],
            [x, 90 + l],
          ],
          (t) => 66 - t * 16,
        )
      }).join('')}`,
    },
  }),
  drawn('splash-dots', 'Sprinkled dots', 'sprinkle dots speckle drops', 1000, 800, {
    first: {
      colour: plum,
      d: (() => {
        const rnd = random(31)
        return times(64, () => circle(40 + rnd() * 920, 40 + rnd() * 720, 3 + rnd() ** 3 * 34)).join('')
      })(),
    },
    second: {
      colour: rose,
      d: (() => {
        const rnd = random(57)
        return times(40, () => circle(40 + rnd() * 920, 40 + rnd() * 720, 3 + rnd() ** 3 * 26)).join('')
      })(),
    },
  }),
]

/** A torn edge between two points. */
function torn(from: Spot, to: Spot, rough: number, seed: number, n = 40): Spot[] {
  const rnd = random(seed)
  return times(
    n + 1,
    (k): Spot => [
      from[0] + ((to[0] - from[0]) * k) / n + (rnd() - 0.5) * rough,
      from[1] + ((to[1] - from[1]) * k) / n + (rnd() - 0.5) * rough,
    ],
  )
}
const tornSheet = (
  w: number,
  h: number,
  rough: readonly [number, number, number, number],
  seed: number,
  by = 0,
): string =>
  polygon([
    ...torn([20 + by, 20 + by], [w - 20 - by, 20 + by], rough[0], seed),
    ...torn([w - 20 - by, 20 + by], [w - 20 - by, h - 20 - by], rough[1], seed + 1),
    ...torn([w - 20 - by, h - 20 - by], [20 + by, h - 20 - by], rough[2], seed + 2),
    ...torn([20 + by, h - 20 - by], [20 + by, 20 + by], rough[3], seed + 3),
  ])
const tape = (w: number, h: number, seed: number): string =>
  polygon([
    [16, 16],
    [w - 16, 16],
    ...torn([w - 16, 16], [w - 16, h - 16], 16, seed, 12),
    [16, h - 16],
    ...torn([16, h - 16], [16, 16], 16, seed + 4, 12),
  ])
/** Torn paper, tape, pins and clips. */
export const papers: Graphic[] = [
  drawn('paper-torn-below', 'Paper torn below', 'paper torn note sheet', 900, 700, {
    edge: { colour: '#e3d3b8', d: tornSheet(900, 700, [0, 3, 34, 3], 5) },
    paper: { colour: cream, d: tornSheet(900, 684, [0, 3, 24, 3], 9, 6) },
  }),
  drawn('paper-torn-all', 'Torn scrap', 'paper torn scrap collage', 800, 620, {
    edge: { colour: sand, d: tornSheet(800, 620, [26, 26, 30, 26], 15) },
    paper: { colour: cream, d: tornSheet(800, 620, [18, 18, 20, 18], 19, 15) },
  }),
  drawn('paper-strip', 'Torn strip', 'paper torn strip band text', 1000, 240, {
    edge: { colour: '#d9c4a2', d: tornSheet(1000, 240, [26, 8, 26, 8], 25) },
    paper: { colour: sand, d: tornSheet(1000, 240, [16, 8, 18, 8], 29, 12) },
  }),
  drawn('paper-from-notebook', 'Page from a notebook', 'paper note lined notebook school', 760, 900, {
    paper: {
      colour: cream,
      d: polygon([[60, 20], [740, 20], [740, 880], [60, 880], ...torn([60, 880], [60, 20], 26, 35, 44)]),
    },
    line: { colour: sky, d: times(13, (k) => rect(70, 130 + k * 56, 660, 4)).join('') },
    margin: { colour: rose, d: rect(150, 22, 4, 856) },
  }),
  drawn('paper-folded', 'Folded note', 'paper note folded square sticky', 800, 800, {
    paper: {
      colour: '#f0cf73',
      d: polygon([
        [40, 40],
        [760, 40],
        [760, 600],
        [600, 760],
        [40, 760],
      ]),
    },
    fold: {
      colour: '#d9b04a',
      d: polygon([
        [760, 600],
        [600, 600],
        [600, 760],
      ]),
    },
  }),
  drawn('tape-plain', 'Strip of tape', 'tape sticky washi strip', 700, 200, {
    tape: { colour: '#e6d3a3cc', d: tape(700, 200, 41) },
  }),
  drawn('tape-striped', 'Striped tape', 'tape sticky washi stripes', 700, 200, {
    tape: { colour: rose, d: tape(700, 200, 47) },
    stripes: {
      colour: clay,
      d: times(14, (k) =>
        polygon([
          [40 + k * 46, 18],
          [62 + k * 46, 18],
          [42 + k * 46, 182],
          [20 + k * 46, 182],
        ]),
      ).join(''),
    },
  }),
  drawn('tape-dotted', 'Dotted tape', 'tape sticky washi dots', 700, 200, {
    tape: { colour: teal, d: tape(700, 200, 53) },
    dots: {
      colour: cream,
      d: times(32, (k) => circle(52 + Math.floor(k / 2) * 40, k % 2 ? 132 : 68, 10)).join(''),
    },
  }),
  drawn('pin-round', 'Push pin', 'pin tack board', 400, 560, {
    shadow: { colour: '#33261f33', d: ellipse(250, 500, 90, 20) },
    needle: {
      colour: '#8d857d',
      d: taper(
        [
          [200, 280],
          [206, 400],
          [214, 520],
        ],
        20,
        3,
      ),
    },
    head: { colour: clay, d: circle(200, 170, 140) },
    light: { colour: rose, d: ellipse(150, 116, 40, 28) },
  }),
  drawn('pin-map', 'Map pin', 'pin map place location', 420, 640, {
    body: {
      colour: clay,
      d: 'M210 620C160 460 30 350 30 206A180 180 0 0 1 390 206C390 350 260 460 210 620Z',
    },
    disc: { colour: cream, d: circle(210, 206, 76) },
  }),
  drawn('clip-paper', 'Paper clip', 'paper clip office attach', 300, 760, {
    wire: {
      colour: '#6d7f86',
      d: stroke(
        through(
          [
            [76, 250],
            [76, 560],
            [150, 664],
            [224, 560],
            [224, 150],
            [166, 70],
            [108, 150],
            [108, 520],
            [150, 578],
            [192, 520],
            [192, 230],
          ],
          12,
        ),
        () => 20,
      ),
    },
  }),
  drawn('clip-binder', 'Bulldog clip', 'clip office hold poster', 520, 520, {
    wire: {
      colour: '#8d857d',
      d: stroke(
        through(
          [
            [150, 260],
            [120, 120],
            [200, 40],
            [320, 40],
            [400, 120],
            [370, 260],
          ],
          10,
        ),
        () => 20,
      ),
    },
    body: {
      colour: ink,
      d: polygon([
        [90, 250],
        [430, 250],
        [490, 490],
        [30, 490],
      ]),
    },
    lip: { colour: '#5c4a40', d: rect(24, 460, 472, 40) },
  }),
]

const rays = (n: number, inner: number, outer: (k: number) => number, half: number): string =>
  times(n, (k) => {
    const a = (k / n) * TAU
    return polygon([
      polar(500, 500, inner, a - half * 0.6),
      polar(500, 500, outer(k), a - half),
      polar(500, 500, outer(k), a + half),
      polar(500, 500, inner, a + half * 0.6),
    ])
  }).join('')
/** Rays, bursts and sparkles. */
export const bursts: Graphic[] = [
  drawn('rays-full', 'Rays to the edge', 'rays sunburst background retro', 1000, 1000, {
    rays: { colour: ochre, d: rays(18, 0, () => 720, TAU / 72) },
  }),
  drawn('rays-wide', 'Wide rays', 'rays sunburst background circus', 1000, 1000, {
    rays: { colour: clay, d: rays(12, 0, () => 720, TAU / 48) },
  }),
  drawn('rays-uneven', 'Uneven rays', 'rays sunburst comic background', 1000, 1000, {
    rays: {
      colour: sky,
      d: times(14, (k) => {
        const a = (k / 14) * TAU + Math.sin(k * 4.7) * 0.12
        const half = 0.07 + 0.06 * Math.abs(Math.sin(k * 2.3))
        return polygon([[500, 500], polar(500, 500, 720, a - half), polar(500, 500, 720, a + half)])
      }).join(''),
    },
  }),
  drawn('rays-rising', 'Rays from below', 'rays sunrise morning half', 1000, 560, {
    rays: {
      colour: ochre,
      d: times(13, (k) => {
        const a = -Math.PI + ((k + 0.5) / 13) * Math.PI
        return polygon([
          polar(500, 550, 170, a - 0.05),
          polar(500, 550, 540, a - 0.075),
          polar(500, 550, 540, a + 0.075),
          polar(500, 550, 170, a + 0.05),
        ])
      }).join(''),
    },
    disc: { colour: clay, d: 'M350 550a150 150 0 0 1 300 0Z' },
  }),
  drawn('burst-lines', 'Burst of lines', 'burst lines surprise attention', 1000, 1000, {
    line: {
      colour: ink,
      d: times(20, (k) =>
        stroke(
          [polar(500, 500, 270, (k / 20) * TAU), polar(500, 500, k % 2 ? 400 : 470, (k / 20) * TAU)],
          (t) => 22 - t * 10,
        ),
      ).join(''),
    },
  }),
  drawn('burst-half', 'Half burst', 'burst lines corner attention', 800, 500, {
    line: {
      colour: clay,
      d: times(9, (k) => {
        const a = Math.PI + ((k + 0.5) / 9) * Math.PI
        return stroke([polar(400, 470, 190, a), polar(400, 470, k % 2 ? 330 : 420, a)], (t) => 26 - t * 12)
      }).join(''),
    },
  }),
  drawn('burst-comic', 'Comic burst', 'burst bang comic explosion sale', 1000, 800, {
    shadow: {
      colour: rust,
      d: polygon(
        times(32, (k) => {
          const a = (k / 32) * TAU
          const r = k % 2 ? 0.66 : 0.92 + 0.08 * Math.sin(k * 3)
          return [516 + Math.cos(a) * 480 * r, 414 + Math.sin(a) * 380 * r] as Spot
        }),
      ),
    },
    body: {
      colour: ochre,
      d: polygon(
        times(32, (k) => {
          const a = (k / 32) * TAU
          const r = k % 2 ? 0.66 : 0.92 + 0.08 * Math.sin(k * 3)
          return [500 + Math.cos(a) * 470 * r, 398 + Math.sin(a) * 370 * r] as Spot
        }),
      ),
    },
  }),
  drawn('burst-fireworks', 'Firework', 'firework new year celebration night', 1000, 1000, {
    first: {
      colour: ochre,
      d: times(24, (k) =>
        taper(
          [polar(500, 500, 120, (k / 24) * TAU), polar(500, 500, k % 2 ? 330 : 450, (k / 24) * TAU)],
          4,
          15,
        ),
      ).join(''),
    },
    second: {
      colour: clay,
      d:
        times(24, (k) => circle(...polar(500, 500, k % 2 ? 370 : 485, (k / 24) * TAU), k % 2 ? 13 : 10)).join(
          '',
        ) + times(12, (k) => circle(...polar(500, 500, 80, (k / 12) * TAU), 10)).join(''),
    },
  }),
  drawn('sparkles-three', 'Three sparkles', 'sparkle twinkle shine new clean', 800, 800, {
    sparkles: { colour: ochre, d: sparkle(330, 430, 300) + sparkle(630, 190, 150) + sparkle(640, 640, 110) },
  }),
  drawn('sparkles-strewn', 'Strewn sparkles', 'sparkle glitter stars magic', 1000, 800, {
    first: {
      colour: ochre,
      d: [
        [140, 180, 90],
        [480, 110, 50],
        [820, 220, 110],
        [300, 520, 60],
        [640, 620, 90],
      ]
        .map(([x = 0, y = 0, r = 1]) => sparkle(x, y, r))
        .join(''),
    },
    second: {
      colour: rose,
      d: [
        [330, 300, 24],
        [620, 330, 34],
        [860, 520, 26],
        [160, 640, 34],
        [470, 720, 22],
      ]
        .map(([x = 0, y = 0, r = 1]) => sparkle(x, y, r))
        .join(''),
    },
  }),
  drawn('sparkle-eight', 'Eight-rayed star', 'star sparkle shine night', 800, 800, {
    rays: { colour: ochre, d: sparkle(400, 400, 380, 4, 0.1) },
    second: {
      colour: clay,
      d: polygon(times(8, (k) => polar(400, 400, k % 2 ? 40 : 200, (k / 8) * TAU - Math.PI / 4))),
    },
  }),
  drawn('stars-falling', 'Falling star', 'star shooting wish night', 1000, 600, {
    tail: {
      colour: sky,
      d: times(4, (k) =>
        taper(
          through(
            [
              [60 + k * 40, 100 + k * 90],
              [400, 190 + k * 56],
              [690, 330 + k * 22],
            ],
            10,
          ),
          3,
          24 - k * 3,
        ),
      ).join(''),
    },
    star: { colour: ochre, d: star(770, 390, 170, 5, 0.46, -1.2) },
  }),
]

const wave = (y: number, high: number, turns: number, shift: number): string =>
  polygon([
    ...times(61, (k): Spot => [k * 20, y + Math.sin((k / 60) * turns * TAU + shift) * high]),
    [1200, 500],
    [0, 500],
  ])
/** Waves, hills, rules and signs of reading. */
export const lands: Graphic[] = [
  drawn('waves-of-sea', 'Waves', 'waves sea water summer bottom', 1200, 500, {
    back: { colour: sky, d: wave(150, 46, 3, 0) },
    middle: { colour: teal, d: wave(250, 50, 2.5, 1.4) },
    front: { colour: pine, d: wave(350, 44, 3.5, 2.6) },
  }),
  drawn('hills-rolling', 'Rolling hills', 'hills landscape green bottom', 1200, 500, {
    back: { colour: '#a9b894', d: wave(180, 80, 1.1, 0.6) },
    middle: { colour: '#7f9268', d: wave(270, 70, 1.4, 2.4) },
    front: { colour: '#5a6f4c', d: wave(370, 52, 1.2, 4.4) },
  }),
  drawn('mountains', 'Mountains', 'mountains snow winter hike travel', 1200, 600, {
    back: {
      colour: sky,
      d: polygon([
        [0, 600],
        [220, 190],
        [420, 440],
        [640, 110],
        [900, 430],
        [1040, 250],
        [1200, 600],
      ]),
    },
    snow: {
      colour: cream,
      d:
        polygon([
          [640, 110],
          [560, 230],
          [610, 214],
          [650, 250],
          [690, 210],
          [740, 232],
        ]) +
        polygon([
          [220, 190],
          [170, 282],
          [220, 268],
          [272, 256],
        ]),
    },
    front: {
      colour: pine,
      d: polygon([
        [0, 600],
        [160, 420],
        [330, 560],
        [520, 380],
        [760, 570],
        [980, 400],
        [1200, 600],
      ]),
    },
  }),
  drawn('rule-brush', 'Brushed rule', 'rule divider line brush', 900, 80, {
    line: {
      colour: ink,
      d: stroke(
        through(
          [
            [20, 44],
            [300, 36],
            [600, 46],
            [880, 38],
          ],
          12,
        ),
        (t) => 3 + Math.sin(t * Math.PI) * 13,
      ),
    },
  }),
  drawn('rule-stars', 'Rule with a star', 'rule divider line star', 900, 80, {
    line: { colour: plum, d: rect(20, 38, 370, 4) + rect(510, 38, 370, 4) },
    star: { colour: ochre, d: sparkle(450, 40, 38) + circle(404, 40, 5) + circle(496, 40, 5) },
  }),
  drawn('rule-waves', 'Wavy rule', 'rule divider line wave', 900, 80, {
    line: {
      colour: teal,
      d: stroke(
        times(91, (k): Spot => [20 + k * 9.55, 40 + Math.sin(k * 0.55) * 13]),
        () => 8,
      ),
    },
  }),
  drawn('rule-diamonds', 'Rule of diamonds', 'rule divider line diamond', 900, 80, {
    line: { colour: ink, d: rect(20, 38.5, 860, 3) },
    diamonds: {
      colour: clay,
      d: [
        [450, 26],
        [370, 15],
        [530, 15],
      ]
        .map(([x = 0, r = 1]) =>
          polygon([
            [x, 40 - r],
            [x + r, 40],
            [x, 40 + r],
            [x - r, 40],
          ]),
        )
        .join(''),
    },
  }),
  drawn('question-mark-brushed', 'Question mark', 'question mark ask quiz what', 500, 800, {
    mark: {
      colour: clay,
      d: stroke(
        through(
          [
            [90, 240],
            [130, 110],
            [270, 60],
            [400, 150],
            [380, 310],
            [260, 400],
            [240, 540],
          ],
          12,
        ),
        (t) => 96 - t * 22,
      ),
    },
    dot: { colour: ochre, d: circle(240, 700, 58) },
  }),
  drawn('question-mark-line', 'Question mark, in lines', 'question mark ask line', 500, 800, {
    line: {
      colour: ink,
      d:
        stroke(
          through(
            [
              [100, 230],
              [150, 100],
              [280, 70],
              [400, 170],
              [370, 310],
              [260, 400],
              [250, 540],
            ],
            12,
          ),
          () => 22,
        ) + ring(250, 690, 46, 20),
    },
  }),
  drawn('question-mark-round', 'Question in a disc', 'question mark help faq', 800, 800, {
    disc: { colour: pine, d: circle(400, 400, 370) },
    mark: {
      colour: cream,
      d:
        stroke(
          through(
            [
              [280, 320],
              [310, 210],
              [400, 170],
              [510, 240],
              [490, 350],
              [410, 420],
              [400, 510],
            ],
            12,
          ),
          () => 62,
        ) + circle(400, 620, 42),
    },
  }),
  drawn('exclamation-mark-brushed', 'Exclamation mark', 'exclamation attention warning new', 360, 800, {
    mark: {
      colour: clay,
      d: stroke(
        [
          [190, 80],
          [180, 300],
          [176, 530],
        ],
        (t) => 130 - t * 66,
      ),
    },
    dot: { colour: ochre, d: circle(176, 690, 62) },
  }),
  drawn('exclamation-mark-line', 'Exclamation mark, in lines', 'exclamation attention line', 360, 800, {
    line: {
      colour: ink,
      d: `M120 60H250L216 540H154ZM144 82L174 518H196L226 82Z${ring(185, 680, 52, 22)}`,
      even: true,
    },
  }),
  drawn('exclamation-mark-round', 'Exclamation in a disc', 'exclamation warning note', 800, 800, {
    disc: {
      colour: ochre,
      d: polygon([
        [400, 50],
        [770, 700],
        [30, 700],
      ]),
    },
    mark: {
      colour: ink,
      d:
        stroke(
          [
            [400, 260],
            [400, 500],
          ],
          (t) => 80 - t * 30,
        ) + circle(400, 600, 38),
    },
  }),
]
/** A made-up town from its roofs. */
function town(
  seed: number,
  kinds: readonly ('gable' | 'flat' | 'tower' | 'dome' | 'kiln')[],
  tones: readonly [string, string, string],
): Graphic['parts'] {
  const rnd = random(seed)
  const row = (base: number, low: number, high: number): [string, string] => {
    let x = -10
    let walls = ''
    let holes = ''
    while (x < 1200) {
      const w = 70 + rnd() * 90
      const h = low + rnd() * (high - low)
      const kind = kinds[Math.floor(rnd() * kinds.length)] as (typeof kinds)[number]
      const y = base - h
      walls += rect(x, y, w + 1, h + 20)
      if (kind === 'gable')
        walls += polygon([
          [x - 6, y + 1],
          [x + w / 2, y - w * 0.55],
          [x + w + 6, y + 1],
        ])
      if (kind === 'tower')
        walls +=
          rect(x + w * 0.3, y - 70, w * 0.4, 72) +
          polygon([
            [x + w * 0.24, y - 68],
            [x + w / 2, y - 150],
            [x + w * 0.76, y - 68],
          ])
      if (kind === 'dome')
        walls += ellipse(x + w / 2, y, w * 0.46, w * 0.44) + rect(x + w / 2 - 3, y - w * 0.62, 6, 30)
      if (kind === 'kiln')
        walls += polygon([
          [x + w * 0.1, y + 1],
          [x + w * 0.34, y - 110],
          [x + w * 0.66, y - 110],
          [x + w * 0.9, y + 1],
        ])
      const across = Math.max(1, Math.floor(w / 40))
      for (let j = 0; j < Math.floor((h - 30) / 52); j++)
        for (let i = 0; i < across; i++)
          if (rnd() > 0.25) holes += rect(x + (w / across) * (i + 0.5) - 8, y + 26 + j * 52, 16, 24)
      x += w
    }
    return [walls, holes]
  }
  const [far] = row(500, 120, 300)
  const [near, windows] = row(500, 70, 210)
  return {
    far: { colour: tones[0], d: far },
    near: { colour: tones[1], d: near },
    windows: { colour: tones[2], d: windows },
  }
}
export const towns: Graphic[] = [
  drawn(
    'town-old',
    'Old town',
    'skyline town city roofs street',
    1200,
    500,
    town(4, ['gable', 'gable', 'tower'], ['#c9a78a', rust, ochre]),
  ),
  drawn(
    'town-by-the-sea',
    'Town of domes',
    'skyline town city domes south',
    1200,
    500,
    town(12, ['dome', 'flat', 'tower'], ['#c7d3cf', teal, cream]),
  ),
  drawn(
    'town-of-kilns',
    'Town of kilns',
    'skyline town pottery chimneys works',
    1200,
    500,
    town(23, ['kiln', 'gable', 'flat'], ['#b9a7a0', plum, ochre]),
  ),
  drawn(
    'town-new',
    'New town',
    'skyline city modern towers night',
    1200,
    500,
    town(37, ['flat', 'flat', 'tower'], ['#5b6679', '#2b2f45', '#f3d27a']),
  ),
]
