import {
  add,
  ball,
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
import { type Picture, studio } from '../studio'
import { foil, PAPERS, picture, satin } from './party-stuff'

export const party: Picture[] = [
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
