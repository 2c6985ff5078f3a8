import {
  circle,
  drawn,
  type Graphic,
  INKS,
  polar,
  rect,
  type Spot,
  smooth,
  stroke,
  TAU,
  through,
  times,
} from './pen'
import { random } from './random'

const { clay, rust, ochre, pine, teal, rose, plum, ink, sky } = INKS
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
