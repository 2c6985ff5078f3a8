import { curve, lathe, sheet, tube, type Vector } from '../geometry'
import { looks, pot, profiles } from '../scene'
import { type Picture, studio } from '../studio'
import { picture } from './parts'

export const table: Picture[] = [
  picture(
    'books',
    1100,
    820,
    studio(
      (s) => {
        let y = 0
        for (const [w, h, d, turn, cover] of [
          [2.6, 0.42, 1.8, 0.06, '#2f5f63'],
          [2.3, 0.34, 1.7, -0.12, '#c2553a'],
          [2.4, 0.3, 1.6, 0.1, '#e2b45c'],
          [1.9, 0.36, 1.4, -0.05, '#e9ddc8'],
        ] as const) {
          const [c, k] = [Math.cos(turn), Math.sin(turn)]
          const m = s.material({
            colour: cover,
            second: cover,
            pattern: 'plaster',
            scale: 8,
            amount: 0.2,
            roughness: 0.6,
            coat: 0.2,
            bump: 0.06,
            bumpScale: 20,
          })
          const leafs = s.material({
            colour: '#efe6d2',
            second: '#d9ccb2',
            pattern: 'band',
            scale: 0.02,
            amount: 0.5,
            threshold: 0.5,
            roughness: 0.95,
            rings: 240,
            ringDepth: 0.4,
          })
          const part = (
            x0: number,
            x1: number,
            y0: number,
            y1: number,
            z0: number,
            z1: number,
            material: number,
          ) => {
            const q = (v: number) => Math.sign(v) * Math.abs(v) ** 0.05
            sheet(
              s.mesh,
              (u, v): Vector => {
                const [phi, t] = [u * Math.PI * 2, (v - 0.5) * Math.PI]
                const [x, yy, z] = [
                  (x0 + x1) / 2 + ((x1 - x0) / 2) * q(Math.cos(phi)) * q(Math.cos(t)),
                  (y0 + y1) / 2 + ((y1 - y0) / 2) * q(Math.sin(t)),
                  (z0 + z1) / 2 - ((z1 - z0) / 2) * q(Math.sin(phi)) * q(Math.cos(t)),
                ]
                return [x * c + z * k, yy, -x * k + z * c]
              },
              material,
              72,
              36,
            )
          }
          part(-w / 2 + 0.05, w / 2 - 0.06, y + 0.04, y + h - 0.04, -d / 2 + 0.05, d / 2 - 0.06, leafs)
          part(-w / 2, w / 2, y, y + 0.05, -d / 2, d / 2, m)
          part(-w / 2, w / 2, y + h - 0.05, y + h, -d / 2, d / 2, m)
          part(-w / 2, -w / 2 + 0.07, y, y + h, -d / 2, d / 2, m)
          y += h
        }
      },
      { height: 2.5, middle: 0.8, above: 2.8, across: 3 },
    ),
  ),
  picture(
    'open-book',
    1200,
    760,
    studio(
      (s) => {
        const m = s.material({
          colour: '#f6f0e2',
          second: '#efe6d2',
          pattern: 'plaster',
          scale: 3,
          amount: 0.3,
          roughness: 0.95,
        })
        const cover = s.material({ colour: '#8d3a2a', roughness: 0.6, coat: 0.2 })
        for (const side of [-1, 1])
          for (let n = 0; n < 7; n++)
            sheet(
              s.mesh,
              (u, v): Vector => {
                const x = u * (2 - n * 0.012)
                return [
                  side * x,
                  0.08 + (0.3 - n * 0.03) * Math.sin(Math.min(1, u * 1.25) * Math.PI * 0.86) + (1 - u) * 0.1,
                  (v - 0.5) * 2.6,
                ]
              },
              m,
              28,
              6,
            )
        for (const side of [-1, 1])
          sheet(
            s.mesh,
            (u, v): Vector => [side * u * 2.08, 0.02 + (1 - u) * 0.04, (v - 0.5) * 2.72],
            cover,
            12,
            4,
          )
      },
      { height: 2.9, middle: 0.3, above: 7.5 },
    ),
  ),
  picture(
    'glass-of-water',
    700,
    1000,
    studio(
      (s) => {
        lathe(
          s.mesh,
          [
            [0, 0],
            [0.58, 0.01],
            [0.62, 0.1],
            [0.68, 1.0],
            [0.72, 1.85],
          ],
          [0, 0, 0],
          s.material(looks.glass),
          96,
        )
        lathe(
          s.mesh,
          [
            [0, 0.1],
            [0.56, 0.1],
            [0.62, 1.0],
            [0.64, 1.32],
            [0, 1.33],
          ],
          [0, 0, 0],
          s.material({ ...looks.glass, colour: '#cfe3e3' }),
          80,
        )
      },
      { height: 2.5, middle: 0.95, above: 2.2 },
    ),
  ),
  picture(
    'wine-glass',
    640,
    1200,
    studio(
      (s) => {
        const g = s.material(looks.glass)
        lathe(
          s.mesh,
          [
            [0, 0],
            [0.62, 0.01],
            [0.6, 0.04],
            [0.2, 0.09],
            [0.06, 0.2],
            [0.055, 1.2],
            [0.16, 1.36],
            [0.56, 1.66],
            [0.72, 2.1],
            [0.66, 2.6],
            [0.56, 2.95],
          ],
          [0, 0, 0],
          g,
          96,
        )
        lathe(
          s.mesh,
          [
            [0, 1.42],
            [0.3, 1.52],
            [0.58, 1.76],
            [0.67, 2.02],
            [0, 2.03],
          ],
          [0, 0, 0],
          s.material({ colour: '#6d1520', kind: 'leaf', through: 0.3, roughness: 0.1, coat: 0.8 }),
          80,
        )
      },
      { height: 3.5, middle: 1.45, above: 1.3 },
    ),
  ),
  picture(
    'cup-of-coffee',
    1100,
    820,
    studio(
      (s) => {
        const glaze = s.material(looks.cream)
        lathe(
          s.mesh,
          [
            [0, 0],
            [0.6, 0],
            [1.25, 0.12],
            [1.38, 0.2],
            [1.36, 0.24],
            [0.7, 0.12],
            [0, 0.1],
          ],
          [0, 0, 0],
          glaze,
          96,
        )
        pot(s, profiles.cup, [0, 0.08, 0], glaze, 1.15)
        lathe(
          s.mesh,
          [
            [0, 1.2],
            [0.5, 1.2],
            [0.6, 1.21],
          ],
          [0, 0, 0],
          s.material({
            colour: '#5a3620',
            second: '#8a5c37',
            pattern: 'plaster',
            scale: 3,
            amount: 0.6,
            roughness: 0.25,
            coat: 0.6,
          }),
          64,
        )
        tube(
          s.mesh,
          curve<Vector>(
            [
              [0.62, 1.12, 0.1],
              [1.05, 1.16, 0.2],
              [1.12, 0.8, 0.22],
              [0.66, 0.5, 0.1],
            ],
            12,
          ),
          () => 0.085,
          glaze,
          18,
          1.3,
        )
      },
      { height: 2.5, middle: 0.62, above: 4.4 },
    ),
  ),
  picture(
    'loaf-of-bread',
    1200,
    780,
    studio(
      (s) => {
        const crust = s.material({
          colour: '#b9763a',
          second: '#7d451b',
          third: '#e3bb80',
          pattern: 'reactive',
          scale: 1.4,
          amount: 0.5,
          threshold: 0.6,
          roughness: 0.8,
          coat: 0.1,
          bump: 0.3,
          bumpScale: 6,
        })
        sheet(
          s.mesh,
          (u, v): Vector => {
            const [phi, t] = [u * Math.PI * 2, (v - 0.5) * Math.PI]
            // Scored across the top before it was baked: the cuts have opened.
            const cut = Math.max(0, Math.cos(Math.sin(t) * 11)) ** 8 * Math.max(0, Math.sin(phi)) ** 2 * 0.09
            const r = Math.abs(Math.cos(t)) ** 0.62
            const top = Math.sin(phi) > 0 ? 0.72 : 0.5
            return [1.85 * Math.sin(t), 0.5 + (top - cut) * Math.sin(phi) * r, 0.85 * Math.cos(phi) * r]
          },
          crust,
          96,
          96,
        )
      },
      { height: 2.3, middle: 0.62, above: 3.2 },
    ),
  ),
]
