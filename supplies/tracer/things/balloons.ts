import { add, ball, curve, lathe, times, tube, type Vector } from '../geometry'
import type { Material } from '../materials'
import type { Scene } from '../scene'
import { type Picture, studio } from '../studio'
import { foil, PAPERS, picture } from './party-stuff'

const rubber = (colour: string): Material => ({ colour, roughness: 0.22, coat: 0.9 })
/** A balloon with its knot and string; `at` is the knot. */
function balloon(s: Scene, at: Vector, colour: string, size = 1, end?: Vector): void {
  const skin = s.material(rubber(colour))
  lathe(
    s.mesh,
    (
      [
        [0.0, -0.1],
        [0.09, -0.08],
        [0.05, 0.0],
        [0.12, 0.06],
        [0.46, 0.45],
        [0.74, 0.98],
        [0.8, 1.4],
        [0.66, 1.85],
        [0.36, 2.1],
        [0.0, 2.18],
      ] as const
    ).map(([r, y]) => [r * size, y * size] as const),
    at,
    skin,
    64,
  )
  const thread = s.material({ colour: '#cbb9a0', roughness: 0.8 })
  const foot: Vector = end ?? [at[0] + 0.1, at[1] - 2.4, at[2]]
  const middle = add(times(add(at, foot), 0.5), [0.12, 0, 0.05])
  tube(s.mesh, curve([add(at, [0, -0.08 * size, 0]), middle, foot], 14), () => 0.012, thread, 6)
}
/** Strokes of figures in a box 0–1 wide and 0–1.5 high, as a hand would blow them up: points that a curve goes through. */
const FIGURES: Record<string, (readonly (readonly [x: number, y: number])[])[]> = {
  0: [around(41, (a) => [0.5 + 0.36 * Math.cos(a), 0.75 + 0.6 * Math.sin(a)])],
  1: [
    [
      [0.2, 1.1],
      [0.4, 1.25],
      [0.56, 1.36],
    ],
    [
      [0.56, 1.36],
      [0.56, 0.8],
      [0.56, 0.12],
    ],
  ],
  2: [
    [
      [0.14, 1.08],
      [0.3, 1.34],
      [0.62, 1.34],
      [0.78, 1.06],
      [0.6, 0.72],
      [0.28, 0.36],
      [0.16, 0.14],
    ],
    [
      [0.16, 0.14],
      [0.5, 0.14],
      [0.86, 0.14],
    ],
  ],
  3: [
    [
      [0.16, 1.14],
      [0.34, 1.36],
      [0.66, 1.32],
      [0.76, 1.06],
      [0.6, 0.82],
      [0.42, 0.78],
    ],
    [
      [0.42, 0.78],
      [0.66, 0.72],
      [0.82, 0.46],
      [0.66, 0.16],
      [0.34, 0.12],
      [0.14, 0.32],
    ],
  ],
  4: [
    [
      [0.66, 1.36],
      [0.36, 0.9],
      [0.14, 0.48],
    ],
    [
      [0.14, 0.48],
      [0.5, 0.47],
      [0.9, 0.47],
    ],
    [
      [0.66, 1.36],
      [0.66, 0.8],
      [0.66, 0.12],
    ],
  ],
  5: [
    [
      [0.8, 1.36],
      [0.5, 1.36],
      [0.26, 1.36],
    ],
    [
      [0.26, 1.36],
      [0.23, 1.1],
      [0.2, 0.86],
    ],
    [
      [0.2, 0.86],
      [0.46, 0.92],
      [0.74, 0.78],
      [0.82, 0.46],
      [0.62, 0.16],
      [0.34, 0.12],
      [0.14, 0.3],
    ],
  ],
  6: [
    [
      [0.74, 1.34],
      [0.42, 1.22],
      [0.2, 0.84],
      [0.18, 0.46],
      [0.36, 0.14],
      [0.66, 0.14],
      [0.82, 0.44],
      [0.66, 0.74],
      [0.4, 0.74],
      [0.22, 0.52],
    ],
  ],
  7: [
    [
      [0.14, 1.36],
      [0.5, 1.36],
      [0.82, 1.36],
    ],
    [
      [0.82, 1.36],
      [0.6, 0.8],
      [0.4, 0.12],
    ],
  ],
  8: [
    around(61, (a) => [0.5 + 0.33 * Math.sin(2 * a) * (Math.sin(a) > 0 ? 0.9 : 1), 0.74 + 0.6 * Math.sin(a)]),
  ],
  9: [
    [
      [0.8, 0.98],
      [0.62, 0.74],
      [0.34, 0.76],
      [0.2, 1.04],
      [0.36, 1.34],
      [0.64, 1.34],
      [0.82, 1.06],
      [0.8, 0.62],
      [0.58, 0.26],
      [0.28, 0.12],
    ],
  ],
}
function around(count: number, at: (a: number) => readonly [number, number]): (readonly [number, number])[] {
  return Array.from({ length: count }, (_, k) => at((k / (count - 1)) * Math.PI * 2))
}
function figure(s: Scene, digit: string, colour: string): void {
  const skin = s.material(foil(colour))
  for (const stroke of FIGURES[digit] ?? []) {
    const path = curve(stroke, 8).map(([x = 0, y = 0]): Vector => [(x - 0.5) * 2, y * 2, 0])
    tube(s.mesh, path, () => 0.33, skin, 36, 0.86)
    for (const end of digit === '0' || digit === '8' ? [] : [path[0], path.at(-1)])
      if (end) ball(s.mesh, end, 0.31, skin, 1, 32)
  }
}

export const balloons: Picture[] = [
  ...(
    [
      ['balloon-red', '#b8392b'],
      ['balloon-gold', '#dfa638'],
      ['balloon-teal', '#2c6d70'],
      ['balloon-rose', '#e2a49b'],
    ] as const
  ).map(([name, colour]) =>
    picture(
      name,
      620,
      1240,
      studio((s) => balloon(s, [0, 2.5, 0], colour), { height: 5.1, middle: 2.35, above: 0.2, table: false }),
    ),
  ),
  picture(
    'bunch-of-balloons',
    1000,
    1300,
    studio(
      (s) => {
        const foot: Vector = [0.05, 0.1, 0]
        ;(
          [
            [-0.95, 2.6, -0.2, 0],
            [0.9, 2.75, -0.3, 1],
            [0, 3.3, -0.5, 2],
            [-0.5, 2.15, 0.5, 3],
            [0.5, 2.2, 0.55, 4],
            [-1.45, 3.5, -0.7, 1],
            [1.35, 3.75, -0.8, 0],
          ] as const
        ).forEach(([x, y, z, n]) => balloon(s, [x, y, z], PAPERS[n] as string, 0.86, foot))
      },
      { height: 6.3, middle: 2.95, above: 0.3, table: false },
    ),
  ),
  ...Object.keys(FIGURES).map((digit) =>
    picture(
      `balloon-figure-${digit}`,
      760,
      1040,
      studio((s) => figure(s, digit, '#d9a13b'), {
        height: 3.7,
        middle: 1.5,
        above: 0.3,
        table: false,
      }),
    ),
  ),
]
