import { ball, lathe, tube, type Vector } from '../geometry'
import { looks, pot, profiles } from '../scene'
import { type Picture, studio } from '../studio'
import { BLACK, flame, GOLD, picture, wax } from './parts'

export const lights: Picture[] = [
  picture(
    'pillar-candles',
    900,
    1100,
    studio(
      (s) => {
        for (const [x, z, h, r, colour] of [
          [-0.62, 0, 1.9, 0.42, '#f3e7cf'],
          [0.42, 0.3, 1.3, 0.44, '#d98f86'],
          [0.3, -0.7, 2.4, 0.4, '#e8cfa2'],
        ] as const) {
          lathe(
            s.mesh,
            [
              [0, 0],
              [r, 0],
              [r, 0.04],
              [r, h - 0.04],
              [r * 0.96, h],
              [r * 0.7, h - 0.03],
              [0, h - 0.08],
            ],
            [x, 0, z],
            s.material(wax(colour)),
            64,
          )
          tube(
            s.mesh,
            [
              [x, h - 0.1, z],
              [x + 0.01, h + 0.08, z],
            ],
            () => 0.014,
            s.material({ colour: '#2a211b', roughness: 1 }),
            6,
          )
          flame(s, [x, h + 0.06, z], 0.9)
        }
      },
      { height: 3.5, middle: 1.42, above: 1.8 },
    ),
  ),
  picture(
    'taper-candle',
    520,
    1300,
    studio(
      (s) => {
        const brass = s.material(GOLD)
        lathe(
          s.mesh,
          [
            [0, 0],
            [0.6, 0],
            [0.62, 0.05],
            [0.3, 0.12],
            [0.09, 0.2],
            [0.07, 0.7],
            [0.12, 0.8],
            [0.2, 0.9],
            [0.2, 0.98],
            [0, 0.98],
          ],
          [0, 0, 0],
          brass,
          64,
        )
        lathe(
          s.mesh,
          [
            [0, 0.9],
            [0.14, 0.92],
            [0.13, 2.2],
            [0.1, 3.0],
            [0.03, 3.06],
            [0, 3.06],
          ],
          [0, 0, 0],
          s.material(wax('#b24a3a')),
          40,
        )
        flame(s, [0, 3.1, 0], 1)
      },
      { height: 4.1, middle: 1.8, above: 1 },
    ),
  ),
  picture(
    'table-lamp',
    900,
    1180,
    studio(
      (s) => {
        pot(s, profiles.gourd, [0, 0, 0], s.material(looks.celadon), 0.72)
        const shade = s.material({
          colour: '#f3e2c3',
          second: '#e8d2ab',
          pattern: 'cloth',
          scale: 120,
          amount: 0.3,
          kind: 'leaf',
          through: 0.6,
          roughness: 0.9,
        })
        lathe(
          s.mesh,
          [
            [1.15, 2.0],
            [1.13, 2.1],
            [0.9, 2.7],
            [0.66, 3.4],
          ],
          [0, 0, 0],
          shade,
          96,
        )
        ball(
          s.mesh,
          [0, 2.6, 0],
          0.2,
          s.material({ colour: '#000000', kind: 'light', light: [26, 19, 11] }),
          1,
          20,
        )
      },
      { height: 3.9, middle: 1.72, above: 0.6 },
    ),
  ),
  picture(
    'paper-lantern',
    860,
    1180,
    studio(
      (s) => {
        const m = s.material({
          colour: '#d2523c',
          second: '#e27a58',
          pattern: 'plaster',
          scale: 3,
          amount: 0.4,
          kind: 'leaf',
          through: 0.5,
          roughness: 0.8,
        })
        const profile = Array.from({ length: 41 }, (_, k): readonly [number, number] => {
          const t = k / 40
          return [0.3 + 0.95 * Math.sin(Math.PI * t) ** 0.8 + 0.03 * Math.cos(t * 60), 0.5 + t * 2.1]
        })
        lathe(s.mesh, profile, [0, 0, 0], m, 90)
        const dark = s.material({ colour: '#2b2220', roughness: 0.5, coat: 0.4 })
        for (const y of [0.42, 2.56])
          lathe(
            s.mesh,
            [
              [0, y],
              [0.36, y],
              [0.36, y + 0.13],
              [0, y + 0.13],
            ],
            [0, 0, 0],
            dark,
            48,
          )
        ball(
          s.mesh,
          [0, 1.5, 0],
          0.24,
          s.material({ colour: '#000000', kind: 'light', light: [22, 14, 7] }),
          1,
          20,
        )
        tube(
          s.mesh,
          [
            [0, 2.7, 0],
            [0, 3.3, 0],
          ],
          () => 0.02,
          dark,
          6,
        )
        const thread = s.material({ colour: '#e0b04e', roughness: 0.7 })
        for (let n = 0; n < 14; n++)
          tube(
            s.mesh,
            [
              [Math.cos(n) * 0.05, 0.44, Math.sin(n) * 0.05],
              [Math.cos(n) * 0.1, -0.35, Math.sin(n) * 0.1],
            ],
            () => 0.016,
            thread,
            5,
          )
      },
      { height: 4, middle: 1.5, above: 0.2, table: false },
    ),
  ),
  picture(
    'storm-lantern',
    760,
    1240,
    studio(
      (s) => {
        const iron = s.material({ ...BLACK, colour: '#3a3a36' })
        lathe(
          s.mesh,
          [
            [0, 0],
            [0.86, 0],
            [0.88, 0.1],
            [0.7, 0.26],
            [0, 0.28],
          ],
          [0, 0, 0],
          iron,
          64,
        )
        lathe(
          s.mesh,
          [
            [0.7, 0.28],
            [0.78, 0.7],
            [0.74, 1.3],
            [0.5, 1.78],
          ],
          [0, 0, 0],
          s.material({ ...looks.glass, colour: '#f3efe0' }),
          80,
        )
        lathe(
          s.mesh,
          [
            [0.56, 1.76],
            [0.7, 1.84],
            [0.5, 2.1],
            [0.2, 2.3],
            [0, 2.32],
          ],
          [0, 0, 0],
          iron,
          64,
        )
        for (const a of [0.6, 2.17, 3.74, 5.31])
          tube(
            s.mesh,
            [
              [Math.cos(a) * 0.84, 0.16, Math.sin(a) * 0.84],
              [Math.cos(a) * 0.86, 1, Math.sin(a) * 0.86],
              [Math.cos(a) * 0.58, 1.9, Math.sin(a) * 0.58],
            ],
            () => 0.03,
            iron,
            8,
          )
        lathe(
          s.mesh,
          [
            [0, 0.28],
            [0.2, 0.28],
            [0.2, 0.9],
            [0, 0.92],
          ],
          [0, 0, 0],
          s.material(wax('#f3e7cf')),
          40,
        )
        flame(s, [0, 0.94, 0], 0.9)
        tube(
          s.mesh,
          Array.from(
            { length: 33 },
            (_, k): Vector => [
              Math.cos((k / 32) * Math.PI) * 0.6,
              2.1 + Math.sin((k / 32) * Math.PI) * 0.95,
              0,
            ],
          ),
          () => 0.03,
          iron,
          8,
        )
      },
      { height: 3.7, middle: 1.5, above: 0.9 },
    ),
  ),
  picture(
    'string-of-lights',
    1500,
    520,
    studio(
      (s) => {
        const wire = s.material({ colour: '#33312c', roughness: 0.6 })
        const path = Array.from(
          { length: 61 },
          (_, k): Vector => [-3.4 + (k / 60) * 6.8, 1.9 - Math.sin((k / 60) * Math.PI) * 0.9, 0],
        )
        tube(s.mesh, path, () => 0.03, wire, 8)
        for (let n = 3; n < 60; n += 6) {
          const at = path[n] as Vector
          lathe(
            s.mesh,
            [
              [0, 0],
              [0.09, 0],
              [0.09, -0.18],
              [0, -0.18],
            ],
            at,
            wire,
            20,
          )
          lathe(
            s.mesh,
            [
              [0.06, -0.16],
              [0.14, -0.3],
              [0.17, -0.44],
              [0.12, -0.58],
              [0, -0.64],
            ],
            at,
            s.material({ colour: '#000000', kind: 'light', light: [2.5, 1.75, 0.9] }),
            28,
          )
        }
      },
      { height: 2.5, middle: 1.15, above: 0.1, table: false },
    ),
  ),
]
