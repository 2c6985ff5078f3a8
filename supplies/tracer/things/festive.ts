import {
  add,
  ball,
  curve,
  lathe,
  random,
  ringSlab,
  roundedOutline,
  sheet,
  slab,
  times,
  tube,
  unit,
  type Vector,
} from '../geometry'
import type { Material } from '../materials'
import type { Scene } from '../scene'
import { type Picture, studio } from '../studio'

const foil = (colour: string): Material => ({ colour, metal: true, roughness: 0.22, coat: 1 })
const rubber = (colour: string): Material => ({ colour, roughness: 0.22, coat: 0.9 })
const satin = (colour: string, second: string): Material => ({
  colour,
  second,
  pattern: 'cloth',
  scale: 160,
  amount: 0.12,
  roughness: 0.38,
  coat: 0.55,
})
const picture = (name: string, width: number, height: number, scene: () => Scene): Picture => ({
  name,
  width,
  height,
  samples: 32,
  scene,
})

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
/** A ribbon's loop and tails. */
function bow(s: Scene, at: Vector, k: number, material: number): void {
  for (const side of [-1, 1]) {
    const path = curve<Vector>(
      [
        [0, 0, 0],
        [side * 0.34, 0.3, 0.14],
        [side * 0.74, 0.34, 0.1],
        [side * 0.82, 0.04, 0.06],
        [side * 0.44, -0.06, 0.16],
        [0, 0, 0.06],
      ],
      10,
    ).map((p) => add(at, times(p, k)))
    band(s, path, 0.32 * k, material)
    const tail = curve<Vector>(
      [
        [0, 0, 0.05],
        [side * 0.26, -0.32, 0.2],
        [side * 0.4, -0.66, 0.12],
        [side * 0.62, -0.92, 0.2],
      ],
      10,
    ).map((p) => add(at, times(p, k)))
    band(s, tail, 0.28 * k, material)
  }
  ball(s.mesh, add(at, [0, 0.02 * k, 0.1 * k]), 0.15 * k, material, 0.9, 24)
}
/** A flat band along a path, its face turned outward. */
function band(s: Scene, path: readonly Vector[], half: number, material: number): void {
  sheet(
    s.mesh,
    (u, v) => {
      const n = v * (path.length - 1)
      const i = Math.min(path.length - 2, Math.floor(n))
      const [a, b] = [path[i] as Vector, path[i + 1] as Vector]
      const p = add(a, times(add(b, times(a, -1)), n - i))
      return add(p, [0, (u - 0.5) * half * 0.5, (u - 0.5) * half * 2])
    },
    material,
    4,
    path.length * 2,
  )
}
function gift(s: Scene, at: Vector, size: Vector, paper: Material, ribbon: Material, turn = 0.4): void {
  const [m, r] = [s.material(paper), s.material(ribbon)]
  const [w, h, d] = size
  const c = Math.cos(turn)
  const k = Math.sin(turn)
  const put = (x: number, y: number, z: number): Vector => [
    at[0] + x * c + z * k,
    at[1] + y,
    at[2] - x * k + z * c,
  ]
  const cuboid = (lo: Vector, hi: Vector, material: number) => {
    const e = 0.035
    const f = (x: number, y: number, z: number) => put(x, y, z)
    // A superellipsoid is a box whose edges are folded paper.
    sheet(
      s.mesh,
      (u, v) => {
        const [phi, t] = [u * Math.PI * 2, (v - 0.5) * Math.PI]
        const q = (x: number) => Math.sign(x) * Math.abs(x) ** e
        const [cx, cy, cz] = [(lo[0] + hi[0]) / 2, (lo[1] + hi[1]) / 2, (lo[2] + hi[2]) / 2]
        return f(
          cx + ((hi[0] - lo[0]) / 2) * q(Math.cos(phi)) * q(Math.cos(t)),
          cy + ((hi[1] - lo[1]) / 2) * q(Math.sin(t)),
          cz - ((hi[2] - lo[2]) / 2) * q(Math.sin(phi)) * q(Math.cos(t)),
        )
      },
      material,
      96,
      48,
    )
  }
  cuboid([-w / 2, 0, -d / 2], [w / 2, h * 0.8, d / 2], m)
  cuboid([-w / 2 - 0.05, h * 0.78, -d / 2 - 0.05], [w / 2 + 0.05, h, d / 2 + 0.05], m)
  cuboid([-0.16, -0.005, -d / 2 - 0.065], [0.16, h + 0.015, d / 2 + 0.065], r)
  cuboid([-w / 2 - 0.065, -0.005, -0.16], [w / 2 + 0.065, h + 0.012, 0.16], r)
  bow(s, put(0, h + 0.08, 0), 0.95, r)
}
const PAPERS = ['#c2553a', '#e2a53c', '#2f5f63', '#d98f86', '#f0e4cc', '#7f9268', '#35476b'] as const

export const festive: Picture[] = [
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
  picture(
    'gift-kraft',
    1000,
    980,
    studio(
      (s) =>
        gift(
          s,
          [0, 0, 0],
          [2.2, 1.5, 1.8],
          { colour: '#b98d5e', second: '#a2784b', pattern: 'plaster', scale: 8, amount: 0.6, roughness: 0.8 },
          satin('#a33f2c', '#c2553a'),
        ),
      { height: 3.4, middle: 1.1, above: 3.2 },
    ),
  ),
  picture(
    'gift-teal',
    900,
    1040,
    studio(
      (s) =>
        gift(
          s,
          [0, 0, 0],
          [1.7, 1.9, 1.6],
          {
            colour: '#2f5f63',
            second: '#264f53',
            pattern: 'plaster',
            scale: 6,
            amount: 0.4,
            roughness: 0.5,
            coat: 0.3,
          },
          satin('#e2b45c', '#f0cf86'),
          -0.45,
        ),
      { height: 3.6, middle: 1.25, above: 2.8 },
    ),
  ),
  picture(
    'stack-of-gifts',
    1040,
    1240,
    studio(
      (s) => {
        gift(
          s,
          [0, 0, 0],
          [2.5, 1.2, 2],
          {
            colour: '#f0e4cc',
            second: '#c2553a',
            pattern: 'band',
            scale: 0.1,
            amount: 0.2,
            threshold: 0.4,
            roughness: 0.6,
          },
          satin('#c2553a', '#d9785a'),
          0.3,
        )
        gift(
          s,
          [0.1, 1.24, 0.1],
          [1.6, 1.1, 1.4],
          { colour: '#7f9268', second: '#6b7f56', pattern: 'plaster', scale: 6, amount: 0.4, roughness: 0.6 },
          satin('#f0e4cc', '#ffffff'),
          -0.35,
        )
      },
      { height: 4.1, middle: 1.5, above: 2.9 },
    ),
  ),
  picture(
    'satin-bow',
    1100,
    800,
    studio((s) => bow(s, [0, 1.2, 0], 1.5, s.material(satin('#c8473a', '#e07a68'))), {
      height: 2.6,
      middle: 0.95,
      above: 0.3,
      table: false,
    }),
  ),
  picture(
    'curled-ribbon',
    1200,
    620,
    studio(
      (s) => {
        const m = s.material(satin('#e0b04e', '#f3d28a'))
        sheet(
          s.mesh,
          (u, v): Vector => {
            const r = 0.46 * (0.55 + 0.45 * Math.sin(v * Math.PI))
            return [
              -2.3 + v * 4.4 + (u - 0.5) * 0.34,
              0.95 + Math.sin(v * 34) * r + Math.sin(v * 3) * 0.2,
              Math.cos(v * 34) * r,
            ]
          },
          m,
          4,
          320,
        )
      },
      { height: 2.3, middle: 0.95, above: 0.3, table: false },
    ),
  ),
  ...(
    [
      ['confetti-strewn', 240, 0],
      ['confetti-pieces', 34, 1],
    ] as const
  ).map(([name, count, big]) =>
    picture(
      name,
      1300,
      1000,
      studio(
        (s) => {
          const rnd = random(big ? 91 : 33)
          const colours = PAPERS.map((colour) => s.material({ colour, roughness: 0.5, coat: 0.4 }))
          for (let n = 0; n < count; n++) {
            const at: Vector = [(rnd() - 0.5) * 4.8, 0.3 + rnd() * 3.1, (rnd() - 0.5) * 2]
            const a = unit([rnd() - 0.5, rnd() - 0.5, rnd() - 0.5])
            const b = unit([rnd() - 0.5, rnd() - 0.5, rnd() - 0.5])
            const k = (big ? 0.3 : 0.14) * (0.7 + rnd() * 0.6)
            const round = rnd() < 0.3
            sheet(
              s.mesh,
              (u, v) => {
                const [x, y] = round
                  ? [Math.cos(u * 6.2832) * v * 0.6, Math.sin(u * 6.2832) * v * 0.6]
                  : [u - 0.5, (v - 0.5) * 0.55]
                return add(
                  at,
                  add(times(a, x * k), add(times(b, y * k), [0, 0, Math.sin(u * 3.1) * k * 0.15])),
                )
              },
              colours[Math.floor(rnd() * colours.length)] as number,
              round ? 24 : 8,
              4,
            )
          }
        },
        { height: 3.9, middle: 1.85, above: 0.2, table: false },
      ),
    ),
  ),
  picture(
    'party-hat',
    760,
    1040,
    studio(
      (s) => {
        lathe(
          s.mesh,
          [
            [1.0, 0],
            [0.985, 0.04],
            [0.5, 1.1],
            [0.02, 2.15],
            [0, 2.16],
          ],
          [0, 0, 0],
          s.material({
            colour: '#e9dcc0',
            second: '#c2553a',
            pattern: 'dip',
            threshold: 0.5,
            scale: 14,
            amount: 0.2,
            roughness: 0.5,
            coat: 0.4,
          }),
          80,
        )
        const pom = s.material({
          colour: '#e2a53c',
          second: '#c9852a',
          pattern: 'plaster',
          scale: 14,
          amount: 0.6,
          roughness: 1,
          bump: 0.7,
          bumpScale: 20,
        })
        ball(s.mesh, [0, 2.25, 0], 0.24, pom, 1, 32)
      },
      { height: 3, middle: 1.2, above: 0.9 },
    ),
  ),
  picture(
    'birthday-cake',
    1100,
    1100,
    studio(
      (s) => {
        const icing = s.material({
          colour: '#f4e6d2',
          second: '#e8cfae',
          pattern: 'plaster',
          scale: 2,
          amount: 0.4,
          roughness: 0.5,
          coat: 0.3,
        })
        const sponge = s.material({
          colour: '#d98f86',
          second: '#c97468',
          pattern: 'plaster',
          scale: 5,
          amount: 0.6,
          roughness: 0.6,
          coat: 0.2,
        })
        lathe(
          s.mesh,
          [
            [0, 0],
            [2, 0],
            [2.02, 0.06],
            [2, 0.1],
            [0, 0.1],
          ],
          [0, 0, 0],
          s.material({ colour: '#e9e3d8', roughness: 0.2, coat: 0.9 }),
          96,
        )
        lathe(
          s.mesh,
          [
            [0, 0.1],
            [1.5, 0.1],
            [1.52, 0.2],
            [1.52, 0.95],
            [1.46, 1.05],
            [0, 1.06],
          ],
          [0, 0, 0],
          sponge,
          110,
        )
        lathe(
          s.mesh,
          [
            [0, 1.05],
            [1.0, 1.05],
            [1.02, 1.12],
            [1.02, 1.75],
            [0.96, 1.84],
            [0, 1.85],
          ],
          [0, 0, 0],
          icing,
          96,
        )
        const pearl = s.material({ colour: '#fff7ea', roughness: 0.25, coat: 0.8 })
        for (let n = 0; n < 34; n++) {
          const a = (n / 34) * 6.2832
          ball(s.mesh, [Math.cos(a) * 1.5, 0.16, Math.sin(a) * 1.5], 0.1, pearl, 1, 14)
        }
        for (let n = 0; n < 24; n++) {
          const a = (n / 24) * 6.2832
          ball(s.mesh, [Math.cos(a) * 1.01, 1.12, Math.sin(a) * 1.01], 0.085, pearl, 1, 14)
        }
        const flame = s.material({ colour: '#000000', kind: 'light', light: [3.4, 2.2, 0.8] })
        for (let n = 0; n < 5; n++) {
          const a = (n / 5) * 6.2832 + 0.5
          const at: Vector = [Math.cos(a) * 0.56, 1.85, Math.sin(a) * 0.56]
          tube(
            s.mesh,
            [at, add(at, [0, 0.25, 0]), add(at, [0, 0.55, 0])],
            () => 0.05,
            s.material({ colour: PAPERS[n] as string, roughness: 0.4, coat: 0.5 }),
            14,
          )
          lathe(
            s.mesh,
            [
              [0, 0],
              [0.05, 0.06],
              [0.045, 0.12],
              [0, 0.24],
            ],
            add(at, [0, 0.6, 0]),
            flame,
            16,
          )
        }
      },
      { height: 4.4, middle: 1.3, above: 3.4 },
    ),
  ),
  picture(
    'medal',
    620,
    1000,
    studio(
      (s) => {
        const gold = s.material(foil('#d9a441'))
        slab(
          s.mesh,
          Array.from({ length: 72 }, (_, k): readonly [number, number] => [
            Math.cos((k / 72) * 6.2832) * 0.9,
            1 + Math.sin((k / 72) * 6.2832) * 0.9,
          ]),
          -0.08,
          0.08,
          gold,
          0.05,
        )
        ringSlab(
          s.mesh,
          Array.from({ length: 72 }, (_, k): readonly [number, number] => [
            Math.cos((k / 72) * 6.2832) * 0.78,
            1 + Math.sin((k / 72) * 6.2832) * 0.78,
          ]),
          Array.from({ length: 72 }, (_, k): readonly [number, number] => [
            Math.cos((k / 72) * 6.2832) * 0.66,
            1 + Math.sin((k / 72) * 6.2832) * 0.66,
          ]),
          0.05,
          0.14,
          gold,
          0.03,
        )
        const ribbon = s.material(satin('#2f5f63', '#4c8488'))
        for (const side of [-1, 1])
          sheet(
            s.mesh,
            (u, v): Vector => [
              side * (0.05 + v * 0.62) + (u - 0.5) * 0.46,
              1.85 + v * 1.5,
              -0.04 + side * 0.03 + Math.sin(v * 5) * 0.04,
            ],
            ribbon,
            6,
            24,
          )
        ringSlab(
          s.mesh,
          roundedOutline(0, 1.95, 0.3, 0.26, 0.12),
          roundedOutline(0, 1.95, 0.18, 0.14, 0.07),
          -0.05,
          0.05,
          gold,
          0.02,
        )
      },
      { height: 3.7, middle: 1.7, above: 0.2, table: false },
    ),
  ),
]
