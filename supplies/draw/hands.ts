import { shade } from './figure'
import { circle, type Graphic, INKS, polar, type Spot, smooth, stroke, through } from './pen'

/** A finger: how it points (degrees, 0 up, positive right), how long it is, how far it is bent in; and where it begins on the palm. */
type Finger = readonly [from: Spot, way: number, length: number, bend: number]
type Hand = {
  name: string
  label: string
  words: string
  fingers: readonly Finger[]
  thumb: Finger
  front?: readonly number[]
  turn?: number
}
const RAD = Math.PI / 180

const KNUCKLES: readonly Spot[] = [
  [236, 372],
  [284, 352],
  [332, 354],
  [376, 378],
]
const LONG = [150, 176, 168, 134] as const
/** Fingers by their ways, or folded into the palm (null). */
const four = (...ways: readonly (number | null)[]): Finger[] =>
  ways.map((way, n) => {
    const from = KNUCKLES[n] as Spot
    return way === null ? [from, 0, 62, 150] : [from, way, LONG[n] as number, 0]
  })

function finger([from, way, length, bend]: Finger, wide: number): string {
  const middle = polar(from[0], from[1], length * 0.55, (way - 90) * RAD)
  const tip = polar(middle[0], middle[1], length * 0.5, (way + bend - 90) * RAD)
  return stroke(through([from, middle, tip], 8), (t) => wide * (1 - t * 0.16))
}
function drawn({ fingers, thumb, front = [] }: Hand): Graphic['parts'] {
  const palm = smooth([
    [212, 392],
    [300, 342],
    [398, 392],
    [404, 500],
    [370, 592],
    [256, 592],
    [208, 500],
  ])
  const skin = '#d99f76'
  const isFront = (n: number) => front.includes(n) || (fingers[n]?.[3] ?? 0) > 90
  const some = (want: boolean) =>
    fingers
      .filter((_, n) => isFront(n) === want)
      .map((f) => finger(f, 46))
      .join('')
  return {
    cuff: {
      colour: INKS.clay,
      d: stroke(
        [
          [312, 590],
          [312, 800],
        ],
        (t) => 150 + t * 26,
        false,
      ),
    },
    hand: {
      colour: skin,
      d: `${some(false)}${palm}${stroke(
        [
          [314, 540],
          [314, 640],
        ],
        () => 118,
      )}`,
    },
    front: { colour: shade(skin, 0.9), d: `${some(true)}${finger(thumb, 50)}` || circle(0, 0, 1) },
  }
}
const OUT: Finger = [[222, 520], -52, 176, 18]
const IN: Finger = [[230, 500], 62, 150, 20]
const hands14: readonly Hand[] = [
  {
    name: 'hand-open',
    label: 'Open hand',
    words: 'hand stop five palm hello',
    fingers: four(-14, -4, 6, 17),
    thumb: OUT,
  },
  {
    name: 'hand-pointing',
    label: 'Pointing hand',
    words: 'hand point up look here finger',
    fingers: four(-2, null, null, null),
    thumb: IN,
  },
  {
    name: 'hand-thumb-up',
    label: 'Thumb up',
    words: 'hand thumb like good yes approval',
    fingers: four(null, null, null, null),
    thumb: [[238, 430], -8, 190, -4],
  },
  {
    name: 'hand-two-fingers',
    label: 'Two fingers',
    words: 'hand peace victory two win',
    fingers: four(-14, 12, null, null),
    thumb: IN,
  },
  {
    name: 'hand-fist',
    label: 'Fist',
    words: 'hand fist strong power together',
    fingers: four(null, null, null, null),
    thumb: [[232, 486], 70, 150, 10],
  },
  {
    name: 'hand-ring',
    label: 'Ring of thumb and finger',
    words: 'hand fine perfect taste exactly',
    fingers: [[[236, 372], -52, 128, -92], ...four(null, -2, 10, 22).slice(1)],
    thumb: [[224, 500], -66, 120, 60],
  },
  {
    name: 'hand-holding',
    label: 'Holding hand',
    words: 'hand hold card sign phone give',
    fingers: [
      [[236, 372], -38, 130, -20],
      [[284, 352], -30, 140, -24],
      [[332, 354], -22, 140, -26],
      [[376, 378], -12, 120, -30],
    ],
    thumb: [[222, 510], -30, 170, -14],
  },
  {
    name: 'hand-crossed-fingers',
    label: 'Crossed fingers',
    words: 'hand good luck hope wish fingers',
    fingers: [[[236, 372], 12, 160, 6], [[284, 352], -10, 176, -6], ...four(null, null, null, null).slice(2)],
    thumb: IN,
    front: [0],
  },
]

/** Hands of one manner, by what they say. */
export const hands: Graphic[] = hands14.map((h) => ({
  name: h.name,
  label: h.label,
  words: `gesture ${h.words}`,
  width: 620,
  height: 800,
  parts: drawn(h),
}))
