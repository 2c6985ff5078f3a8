import { add, ball, curve, lathe, leaf, random, sheet, tube, type Vector } from '../geometry'
import type { Material } from '../materials'
import type { Scene } from '../scene'
import { type Picture, studio } from '../studio'
import { LEAF, picture, STEM, skin } from './parts'

function fruitOf(
  s: Scene,
  profile: readonly (readonly [number, number])[],
  material: Material,
  at: Vector = [0, 0, 0],
  k = 1,
): void {
  lathe(
    s.mesh,
    profile.map(([r, y]) => [r * k, y * k] as const),
    at,
    s.material(material),
    80,
  )
}
const APPLE = [
  [0, 0.12],
  [0.22, 0.02],
  [0.5, 0.06],
  [0.86, 0.44],
  [0.95, 0.9],
  [0.8, 1.36],
  [0.46, 1.56],
  [0.2, 1.5],
  [0.04, 1.36],
  [0, 1.34],
] as const
const PEAR = [
  [0, 0.1],
  [0.24, 0.02],
  [0.62, 0.16],
  [0.9, 0.62],
  [0.82, 1.12],
  [0.52, 1.56],
  [0.38, 1.98],
  [0.26, 2.26],
  [0.08, 2.32],
  [0, 2.3],
] as const
const stalkOn = (s: Scene, at: Vector, withLeaf = true) => {
  tube(
    s.mesh,
    curve<Vector>([at, add(at, [0.04, 0.2, 0]), add(at, [0.14, 0.42, 0.02])], 6),
    () => 0.035,
    s.material(STEM),
    8,
  )
  if (withLeaf)
    leaf(
      s.mesh,
      add(at, [0.05, 0.24, 0]),
      [0.9, 0.3, 0.3],
      [0, 1, 0.6],
      0.85,
      0.4,
      0.3,
      0.2,
      s.material(LEAF),
      0.45,
    )
}
export const fruit: Picture[] = [
  picture(
    'apple',
    820,
    900,
    studio(
      (s) => {
        fruitOf(s, APPLE, skin('#a32a20', '#d9772f', '#e8c25a'))
        stalkOn(s, [0, 1.34, 0])
      },
      { height: 2.4, middle: 0.95, above: 1.8 },
    ),
  ),
  picture(
    'pear',
    760,
    1000,
    studio(
      (s) => {
        fruitOf(s, PEAR, {
          ...skin('#b7a93c', '#d8cf74', '#8c7a2a'),
          pattern: 'speckle',
          scale: 26,
          amount: 0.2,
          third: '#cdbf5a',
        })
        stalkOn(s, [0, 2.28, 0], false)
      },
      { height: 3.1, middle: 1.28, above: 1.4 },
    ),
  ),
  picture(
    'orange',
    820,
    820,
    studio(
      (s) => {
        ball(
          s.mesh,
          [0, 0.95, 0],
          0.95,
          s.material({
            colour: '#e2862a',
            second: '#cf6d18',
            pattern: 'plaster',
            scale: 1.6,
            amount: 0.4,
            roughness: 0.35,
            coat: 0.5,
            bump: 0.35,
            bumpScale: 16,
          }),
          0.97,
          90,
        )
        stalkOn(s, [0, 1.84, 0])
      },
      { height: 2.6, middle: 1.05, above: 1.8 },
    ),
  ),
  picture(
    'lemons',
    1000,
    780,
    studio(
      (s) => {
        const m: Material = {
          colour: '#e8c53a',
          second: '#d6ad24',
          pattern: 'plaster',
          scale: 1.6,
          amount: 0.4,
          roughness: 0.32,
          coat: 0.5,
          bump: 0.3,
          bumpScale: 16,
        }
        for (const [x, z, turn] of [
          [-0.75, 0, 0.3],
          [0.75, 0.35, -0.5],
        ] as const) {
          const material = s.material(m)
          sheet(
            s.mesh,
            (u, v): Vector => {
              const [phi, t] = [u * 6.2832, v * 2 - 1]
              const r = 0.72 * Math.max(1e-4, 1 - Math.abs(t) ** 2.2) ** 0.62
              const [lx, ly, lz] = [t * 1.02, r * Math.sin(phi), r * Math.cos(phi)]
              return [
                x + lx * Math.cos(turn) + lz * Math.sin(turn),
                0.72 + ly,
                z - lx * Math.sin(turn) + lz * Math.cos(turn),
              ]
            },
            material,
            60,
            60,
          )
          for (const end of [-1, 1])
            ball(
              s.mesh,
              [x + end * 1.0 * Math.cos(turn), 0.72, z - end * 1.0 * Math.sin(turn)],
              0.13,
              material,
              1,
              20,
            )
        }
        leaf(
          s.mesh,
          [0.1, 0.7, 0.5],
          [0.2, 0.8, 0.3],
          [0, 0.2, 1],
          1.1,
          0.5,
          0.3,
          0.2,
          s.material(LEAF),
          0.45,
        )
      },
      { height: 2.6, middle: 0.78, above: 2.4 },
    ),
  ),
  picture(
    'cherries',
    820,
    1000,
    studio(
      (s) => {
        const m = s.material(skin('#7d1020', '#c23040'))
        for (const x of [-0.58, 0.58]) {
          ball(s.mesh, [x, 0.55, x * 0.2], 0.55, m, 0.95, 64)
          tube(
            s.mesh,
            curve<Vector>(
              [
                [x, 1.04, x * 0.2],
                [x * 0.8, 1.7, 0],
                [0.15, 2.5, 0],
              ],
              10,
            ),
            () => 0.03,
            s.material({ colour: '#6f7d3a', roughness: 0.7 }),
            8,
          )
        }
        leaf(
          s.mesh,
          [0.15, 2.5, 0],
          [0.9, -0.1, 0.3],
          [0, 1, 0.8],
          1.25,
          0.6,
          0.3,
          0.2,
          s.material(LEAF),
          0.45,
        )
        leaf(
          s.mesh,
          [0.15, 2.5, 0],
          [-0.7, 0.25, 0.3],
          [0, 1, 0.8],
          0.9,
          0.45,
          0.3,
          0.2,
          s.material(LEAF),
          0.45,
        )
      },
      { height: 3.3, middle: 1.32, above: 0.8 },
    ),
  ),
  picture(
    'grapes',
    820,
    1060,
    studio(
      (s) => {
        const rnd = random(9)
        const tones = ['#4a2a5c', '#5b3570', '#3d2250'].map((c) =>
          s.material({
            colour: c,
            second: '#8a6aa0',
            pattern: 'plaster',
            scale: 3,
            amount: 0.4,
            roughness: 0.35,
            coat: 0.5,
          }),
        )
        for (let n = 0; n < 74; n++) {
          const t = n / 74
          const y = 2.5 - t * 2.2
          const wide = 0.95 * Math.sin(Math.PI * Math.min(1, 0.28 + (1 - t) * 0.62)) * (1 - t * 0.35)
          const a = n * 2.4
          ball(
            s.mesh,
            [Math.cos(a) * wide * (0.6 + rnd() * 0.4), y, Math.sin(a) * wide * (0.6 + rnd() * 0.4)],
            0.25 + rnd() * 0.04,
            tones[n % 3] as number,
            1,
            26,
          )
        }
        tube(
          s.mesh,
          curve<Vector>(
            [
              [0, 2.4, 0],
              [0.05, 2.9, 0],
              [0.25, 3.15, 0],
            ],
            6,
          ),
          () => 0.05,
          s.material(STEM),
          8,
        )
        leaf(
          s.mesh,
          [0.06, 2.85, 0.1],
          [0.9, 0.1, 0.4],
          [0, 1, 0.7],
          1.1,
          0.8,
          0.3,
          0.15,
          s.material(LEAF),
          0.5,
        )
      },
      { height: 3.7, middle: 1.6, above: 0.8, table: false },
    ),
  ),
]
