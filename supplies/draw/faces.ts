import {
  circle,
  ellipse,
  type Graphic,
  heart,
  INKS,
  P,
  polygon,
  type Spot,
  smooth,
  stroke,
  through,
} from './pen'

const { ochre, ink, cream, rose, clay, teal, night } = INKS
const line = (points: readonly Spot[], w = 20): string =>
  stroke(through(points, 10), (t) => w * (0.72 + 0.28 * Math.sin(t * Math.PI)))
/** A smile from side to side, so deep. */
const mouth = (y: number, half: number, deep: number, w = 20) =>
  line(
    [
      [400 - half, y],
      [400, y + deep],
      [400 + half, y],
    ],
    w,
  )
const laugh = (y: number, half: number, deep: number) =>
  `M${P(400 - half, y)}Q${P(400, y + 26)} ${P(400 + half, y)}C${P(400 + half, y + deep)} ${P(400 + half * 0.5, y + deep * 1.35)} ${P(400, y + deep * 1.35)}C${P(400 - half * 0.5, y + deep * 1.35)} ${P(400 - half, y + deep)} ${P(400 - half, y)}Z`
const eyes = (y = 350, r = 30, apart = 120) => circle(400 - apart, y, r) + circle(400 + apart, y, r)
const shut = (up: boolean, y = 352, apart = 120) =>
  [-1, 1]
    .map((s) =>
      line([
        [400 + s * apart - 46, y],
        [400 + s * apart, y + (up ? -38 : 38)],
        [400 + s * apart + 46, y],
      ]),
    )
    .join('')
const brows = (inner: number, outer: number, y = 270) =>
  [-1, 1]
    .map((s) =>
      line(
        [
          [400 + s * 76, y + inner],
          [400 + s * 128, y + (inner + outer) / 2 - 12],
          [400 + s * 176, y + outer],
        ],
        18,
      ),
    )
    .join('')
/** A pebble that somebody painted a face on. */
const pebble = (seed: number): string =>
  smooth(
    Array.from({ length: 9 }, (_, k): Spot => {
      const a = (k / 9) * Math.PI * 2 + seed
      const r = 352 + 18 * Math.sin(k * 2.3 + seed * 5)
      return [400 + Math.cos(a) * r * 1.04, 400 + Math.sin(a) * r * 0.97]
    }),
  )
const cheeks = circle(236, 452, 46) + circle(564, 452, 46)

type Mood = {
  name: string
  label: string
  words: string
  ground?: string
  features: string
  light?: string
  more?: readonly [colour: string, d: string]
}
const moods: readonly Mood[] = [
  {
    name: 'face-smiling',
    label: 'Smiling face',
    words: 'smile happy glad',
    features: eyes() + mouth(490, 130, 120),
    more: [rose, cheeks],
  },
  {
    name: 'face-laughing',
    label: 'Laughing face',
    words: 'laugh joy fun',
    features: shut(true) + laugh(460, 150, 120),
    light: smooth([
      [310, 566],
      [400, 596],
      [490, 566],
      [400, 640],
    ]),
    more: [rose, cheeks],
  },
  {
    name: 'face-delighted',
    label: 'Delighted face',
    words: 'joy wow happy open',
    features: eyes(340, 34) + laugh(460, 120, 110),
    light: ellipse(400, 478, 96, 20),
  },
  {
    name: 'face-in-love',
    label: 'Face in love',
    words: 'love heart adore',
    features: mouth(480, 140, 120),
    more: [clay, heart(272, 340, 66) + heart(528, 340, 66)],
  },
  {
    name: 'face-winking',
    label: 'Winking face',
    words: 'wink secret flirt',
    features:
      circle(280, 350, 30) +
      line([
        [472, 356],
        [522, 328],
        [572, 356],
      ]) +
      mouth(490, 120, 104),
    more: [rose, cheeks],
  },
  {
    name: 'face-surprised',
    label: 'Surprised face',
    words: 'surprise wow shock',
    ground: '#e9b85a',
    features: eyes(340, 34) + brows(-30, -10) + ellipse(400, 540, 62, 80),
  },
  {
    name: 'face-sad',
    label: 'Sad face',
    words: 'sad sorry blue',
    ground: INKS.sky,
    features: eyes(370, 28) + brows(-18, 24) + mouth(580, 110, -84),
    more: [
      teal,
      `M${P(264, 430)}C${P(226, 500)} ${P(226, 540)} ${P(264, 540)}C${P(302, 540)} ${P(302, 500)} ${P(264, 430)}Z`,
    ],
  },
  {
    name: 'face-cross',
    label: 'Cross face',
    words: 'angry cross mad',
    ground: '#d66a4a',
    features: eyes(376, 28) + brows(30, -26) + mouth(570, 104, -60),
  },
  {
    name: 'face-sleepy',
    label: 'Sleepy face',
    words: 'sleep tired night',
    ground: '#b9a7c9',
    features: shut(false, 380) + ellipse(400, 560, 40, 30),
    more: [
      night,
      [
        [560, 150, 1],
        [630, 90, 0.7],
      ]
        .map(([x = 0, y = 0, k = 1]) =>
          polygon([
            [x, y],
            [x + 70 * k, y],
            [x + 22 * k, y + 60 * k],
            [x + 72 * k, y + 60 * k],
            [x + 72 * k, y + 80 * k],
            [x - 6 * k, y + 80 * k],
            [x + 42 * k, y + 20 * k],
            [x, y + 20 * k],
          ]),
        )
        .join(''),
    ],
  },
  {
    name: 'face-thinking',
    label: 'Thinking face',
    words: 'think question hmm doubt',
    features:
      eyes(350, 28) +
      brows(-26, 4) +
      line([
        [320, 540],
        [400, 520],
        [490, 548],
      ]),
    more: [
      rose,
      stroke(
        through(
          [
            [250, 690],
            [330, 640],
            [440, 650],
            [500, 620],
          ],
          8,
        ),
        (t) => 60 - t * 18,
      ),
    ],
  },
  {
    name: 'face-with-glasses',
    label: 'Face with dark glasses',
    words: 'sunglasses summer relaxed',
    features: mouth(520, 120, 84),
    more: [
      night,
      `M${P(190, 300)}h180v70a80 80 0 0 1 -170 10ZM${P(430, 300)}h180l-10 80a80 80 0 0 1 -170 -10ZM${P(360, 306)}h80v22h-80Z`,
    ],
  },
  {
    name: 'face-tongue-out',
    label: 'Cheeky face',
    words: 'tongue cheeky silly taste yum',
    features:
      circle(280, 350, 30) +
      line([
        [474, 340],
        [522, 360],
        [570, 340],
      ]) +
      mouth(480, 130, 90),
    more: [clay, `M${P(400, 544)}h92v70a46 46 0 0 1 -92 0Z`],
  },
]
/** Moods, painted on pebbles. */
export const faces: Graphic[] = moods.map((m, n) => ({
  name: m.name,
  label: m.label,
  words: `face mood feeling reaction ${m.words}`,
  width: 800,
  height: 800,
  parts: {
    ground: { colour: m.ground ?? ochre, d: pebble(n * 0.7) },
    ...(m.more ? { extra: { colour: m.more[0], d: m.more[1] } } : {}),
    features: { colour: ink, d: m.features },
    ...(m.light ? { light: { colour: cream, d: m.light } } : {}),
  },
}))
