import { ball, curve, ringSlab, roundedOutline, sheet, slab, tube, type Vector } from '../geometry'
import { looks } from '../scene'
import { type Picture, studio } from '../studio'
import { cushion, GOLD, oval, picture, SILVER } from './parts'

export const travel: Picture[] = [
  picture(
    'suitcase',
    1000,
    1060,
    studio(
      (s) => {
        const shell = s.material({
          colour: '#b5643f',
          second: '#96502f',
          pattern: 'plaster',
          scale: 5,
          amount: 0.5,
          roughness: 0.55,
          coat: 0.35,
          bump: 0.08,
          bumpScale: 16,
        })
        cushion(s, [0, 1.0, 0], [2.9, 2, 0.9], shell, 0.14)
        const brass = s.material(GOLD)
        const strap = s.material({ colour: '#5a3822', roughness: 0.7, coat: 0.2 })
        for (const x of [-0.8, 0.8]) {
          cushion(s, [x, 1.0, 0], [0.24, 2.03, 0.93], strap, 0.1)
          slab(s.mesh, roundedOutline(x, 1.3, 0.34, 0.26, 0.04), 0.44, 0.5, brass, 0.02)
        }
        tube(
          s.mesh,
          curve<Vector>(
            [
              [-0.42, 2.0, 0],
              [-0.4, 2.3, 0],
              [0, 2.38, 0],
              [0.4, 2.3, 0],
              [0.42, 2.0, 0],
            ],
            10,
          ),
          () => 0.085,
          strap,
          14,
        )
        for (const x of [-1.34, 1.34])
          for (const y of [0.1, 1.9]) ball(s.mesh, [x, y, 0.36], 0.13, brass, 1, 16)
      },
      { height: 3.1, middle: 1.15, above: 2, across: 4 },
    ),
  ),
  picture(
    'bicycle',
    1400,
    960,
    studio(
      (s) => {
        const paint = s.material({ colour: '#2f6f6a', roughness: 0.25, coat: 0.9 })
        const chrome = s.material(SILVER)
        const tyre = s.material({ colour: '#2a2724', roughness: 0.9 })
        const leather = s.material({ colour: '#8a5330', roughness: 0.5, coat: 0.3 })
        const wheel = (x: number) => {
          const circle = (r: number) =>
            Array.from(
              { length: 97 },
              (_, k): Vector => [
                x + Math.cos((k / 96) * 6.2832) * r,
                1.1 + Math.sin((k / 96) * 6.2832) * r,
                0,
              ],
            )
          tube(s.mesh, circle(1.05), () => 0.07, tyre, 12)
          tube(s.mesh, circle(0.97), () => 0.035, chrome, 8)
          for (let n = 0; n < 28; n++) {
            const a = (n / 28) * 6.2832
            tube(
              s.mesh,
              [
                [x, 1.1, n % 2 ? 0.05 : -0.05],
                [x + Math.cos(a) * 0.96, 1.1 + Math.sin(a) * 0.96, 0],
              ],
              () => 0.008,
              chrome,
              4,
            )
          }
          ball(s.mesh, [x, 1.1, 0], 0.08, chrome, 1, 14)
        }
        wheel(-1.75)
        wheel(1.75)
        const bar = (a: Vector, b: Vector, r = 0.055) => tube(s.mesh, [a, b], () => r, paint, 12)
        const [hub, crank, seat, head, front]: Vector[] = [
          [-1.75, 1.1, 0],
          [-0.35, 0.98, 0],
          [-0.75, 2.35, 0],
          [1.12, 2.4, 0],
          [1.75, 1.1, 0],
        ]
        bar(hub as Vector, crank as Vector)
        bar(hub as Vector, seat as Vector, 0.04)
        bar(crank as Vector, seat as Vector)
        bar(crank as Vector, [1.2, 2.1, 0])
        bar(seat as Vector, head as Vector)
        tube(
          s.mesh,
          curve<Vector>([[1.02, 2.75, 0], head as Vector, [1.32, 1.9, 0], front as Vector], 8),
          () => 0.05,
          paint,
          12,
        )
        tube(
          s.mesh,
          curve<Vector>(
            [
              [0.62, 2.95, 0.35],
              [1.0, 2.95, 0.22],
              [1.05, 2.8, 0],
              [1.0, 2.95, -0.22],
              [0.62, 2.95, -0.35],
            ],
            10,
          ),
          () => 0.035,
          chrome,
          10,
        )
        bar([-0.8, 2.35, 0], [-0.84, 2.62, 0], 0.04)
        cushion(s, [-0.86, 2.7, 0], [0.72, 0.16, 0.36], leather, 0.5)
        ringSlab(
          s.mesh,
          oval(0.5, 0.5, 0.98).map(([x, y]) => [x - 0.35, y] as const),
          oval(0.34, 0.34, 0.98).map(([x, y]) => [x - 0.35, y] as const),
          0.06,
          0.1,
          chrome,
          0.01,
        )
        tube(
          s.mesh,
          [
            [-0.35, 0.98, 0.12],
            [-0.1, 0.62, 0.16],
          ],
          () => 0.035,
          chrome,
          8,
        )
        cushion(s, [-0.06, 0.6, 0.26], [0.3, 0.06, 0.16], tyre, 0.3)
        for (const x of [-1.75, 1.75])
          tube(
            s.mesh,
            Array.from(
              { length: 25 },
              (_, k): Vector => [
                x + Math.cos(0.35 + (k / 24) * 2.2) * 1.18,
                1.1 + Math.sin(0.35 + (k / 24) * 2.2) * 1.18,
                0,
              ],
            ),
            () => 0.05,
            paint,
            8,
            0.5,
          )
      },
      { height: 4, middle: 1.48, above: 0.5, table: false },
    ),
  ),
  picture(
    'sailing-boat',
    1100,
    1240,
    studio(
      (s) => {
        const hull = s.material({ ...looks.walnut, scale: 1.4 })
        sheet(
          s.mesh,
          (u, v): Vector => {
            const x = (u - 0.5) * 3.6
            const beam = 0.62 * (1 - Math.abs(2 * u - 1) ** 2.4)
            const a = v * Math.PI
            return [
              x * (1 + 0.12 * (1 - Math.sin(a))),
              0.75 + 0.12 * Math.abs(2 * u - 1) ** 2 - Math.sin(a) * 0.66 * (1 - Math.abs(2 * u - 1) ** 3),
              Math.cos(a) * beam,
            ]
          },
          hull,
          60,
          30,
        )
        sheet(
          s.mesh,
          (u, v): Vector => [
            (u - 0.5) * 3.5,
            0.72 + 0.1 * Math.abs(2 * u - 1) ** 2,
            (v - 0.5) * 1.16 * (1 - Math.abs(2 * u - 1) ** 2.4),
          ],
          s.material({ ...looks.oak, scale: 2 }),
          40,
          6,
        )
        const mast = s.material({ ...looks.pale, scale: 2 })
        tube(
          s.mesh,
          [
            [0.1, 0.6, 0],
            [0.1, 4.1, 0],
          ],
          () => 0.055,
          mast,
          12,
        )
        const sail = s.material({
          colour: '#f4ead8',
          second: '#e6d7bd',
          pattern: 'cloth',
          scale: 120,
          amount: 0.2,
          kind: 'leaf',
          through: 0.3,
          roughness: 0.9,
        })
        sheet(
          s.mesh,
          (u, v): Vector => [
            0.04 - u * (1 - v) * 1.6,
            1.05 + v * 2.95,
            Math.sin(u * Math.PI) * (1 - v) * 0.4,
          ],
          sail,
          20,
          30,
        )
        const jib = s.material({
          colour: '#c2553a',
          second: '#a9432c',
          pattern: 'cloth',
          scale: 120,
          amount: 0.3,
          kind: 'leaf',
          through: 0.3,
          roughness: 0.9,
        })
        sheet(
          s.mesh,
          (u, v): Vector => [0.24 + u * (1 - v) * 1.4, 1.0 + v * 2.6, Math.sin(u * Math.PI) * (1 - v) * 0.35],
          jib,
          20,
          30,
        )
      },
      { height: 4.7, middle: 2.05, above: 1, table: false },
    ),
  ),
  picture(
    'aeroplane',
    1500,
    700,
    studio(
      (s) => {
        const skin = s.material({
          colour: '#f2ede3',
          second: '#e6dfd1',
          pattern: 'plaster',
          scale: 1,
          amount: 0.3,
          roughness: 0.3,
          coat: 0.8,
        })
        const paint = s.material({ colour: '#c2553a', roughness: 0.3, coat: 0.8 })
        const glassy2 = s.material({ colour: '#26323a', roughness: 0.1, coat: 1 })
        const body: [number, number][] = [
          [-2.9, 0.05],
          [-2.2, 0.2],
          [-1, 0.4],
          [0.8, 0.44],
          [1.9, 0.42],
          [2.5, 0.28],
          [2.75, 0.02],
        ]
        const line = curve(body, 10)
        sheet(
          s.mesh,
          (u, v): Vector => {
            const at = v * (line.length - 1)
            const n = Math.min(line.length - 2, Math.floor(at))
            const [[x0 = 0, r0 = 0] = [], [x1 = 0, r1 = 0] = []] = [line[n], line[n + 1]]
            const [x, r] = [x0 + (x1 - x0) * (at - n), Math.max(0.01, r0 + (r1 - r0) * (at - n))]
            const a = u * 6.2832
            return [x, 1.2 + Math.sin(a) * r + (x < -1 ? (-1 - x) * 0.12 : 0), Math.cos(a) * r]
          },
          skin,
          48,
          line.length - 1,
        )
        const wing = (
          root: Vector,
          tip: Vector,
          chord: number,
          tipChord: number,
          material: number,
          thick = 0.07,
        ) =>
          sheet(
            s.mesh,
            (u, v): Vector => {
              const a = u * 6.2832
              const c = chord + (tipChord - chord) * v
              return [
                root[0] + (tip[0] - root[0]) * v + Math.cos(a) * c * 0.5,
                root[1] + (tip[1] - root[1]) * v + Math.sin(a) * thick * (1 - v * 0.5),
                root[2] + (tip[2] - root[2]) * v,
              ]
            },
            material,
            32,
            10,
          )
        wing([0.4, 1.05, 0.3], [-0.5, 0.75, 3.1], 1.3, 0.6, paint)
        wing([0.4, 1.05, -0.3], [-0.5, 1.45, -3.4], 1.3, 0.6, paint)
        wing([-2.45, 1.4, 0.1], [-2.8, 1.35, 1.0], 0.6, 0.34, paint, 0.04)
        wing([-2.45, 1.4, -0.1], [-2.8, 1.55, -1.0], 0.6, 0.34, paint, 0.04)
        wing([-2.4, 1.45, 0], [-2.85, 2.3, 0], 0.75, 0.4, paint, 0.001)
        sheet(
          s.mesh,
          (u, v): Vector => [-2.4 - v * 0.45 + (u - 0.5) * (0.75 - 0.35 * v), 1.45 + v * 0.85, 0.03],
          paint,
          6,
          6,
        )
        for (let n = 0; n < 9; n++)
          ball(s.mesh, [-1.3 + n * 0.34, 1.34, 0.385 + (n > 1 ? 0.035 : 0)], 0.075, glassy2, 1, 14)
        for (const z of [0.06, 0.2]) ball(s.mesh, [2.36, 1.36, z], 0.1, glassy2, 0.8, 14)
        ball(s.mesh, [2.74, 1.2, 0], 0.09, paint, 1, 16)
      },
      { height: 2.9, middle: 1.35, above: 1.2, table: false, across: 3 },
    ),
  ),
]
