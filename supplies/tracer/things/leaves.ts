import { add, curve, leaf, random, tube, unit, type Vector } from '../geometry'
import { looks, pot, profiles } from '../scene'
import { type Picture, studio } from '../studio'
import { picture, STEM } from './parts'

const fallen = ['#b0572b', '#d99848', '#8f3a24', '#c9a24a'] as const
export const leaves: Picture[] = [
  picture(
    'palm-leaf',
    900,
    1300,
    studio(
      (s) => {
        const m = s.material(looks.fern)
        const path = curve<Vector>(
          [
            [0, 0, 0],
            [0.1, 1.4, 0.1],
            [0.3, 2.8, 0.1],
            [0.75, 4.0, 0],
          ],
          14,
        )
        tube(s.mesh, path, (t) => 0.05 * (1.1 - t), m, 8)
        for (let n = 8; n < path.length; n++) {
          const at = path[n] as Vector
          const t = n / path.length
          for (const side of [-1, 1])
            leaf(
              s.mesh,
              at,
              [side * (0.95 - t * 0.5), 0.3 + t * 0.6, 0.1],
              [0, 0.2, 1],
              1.35 * Math.sin(Math.PI * (0.12 + t * 0.8)) + 0.25,
              0.15,
              0.4,
              0.3,
              m,
              0.4,
            )
        }
      },
      { height: 5, middle: 2.2, above: 0.3, table: false },
    ),
  ),
  picture(
    'fern-frond',
    800,
    1240,
    studio(
      (s) => {
        const m = s.material(looks.fern)
        const path = curve<Vector>(
          [
            [0, 0, 0],
            [-0.1, 1.3, 0],
            [0.05, 2.6, 0],
            [0.5, 3.7, 0],
          ],
          16,
        )
        tube(s.mesh, path, (t) => 0.035 * (1.1 - t), m, 8)
        for (let n = 6; n < path.length; n++) {
          const t = n / path.length
          const at = path[n] as Vector
          for (const side of [-1, 1]) {
            const l = 1.15 * Math.sin(Math.PI * (0.2 + t * 0.78))
            const dir = unit([side, 0.35, 0.05])
            const tip = add(at, [dir[0] * l, dir[1] * l, 0])
            tube(s.mesh, [at, tip], () => 0.012, m, 5)
            for (let k = 1; k < 9; k++) {
              const p: Vector = [at[0] + dir[0] * l * (k / 9), at[1] + dir[1] * l * (k / 9), 0.01]
              for (const up of [-1, 1])
                leaf(
                  s.mesh,
                  p,
                  [side * 0.4, up * 0.9, 0.1],
                  [0, 0.1, 1],
                  0.2 * (1.15 - k / 9),
                  0.09,
                  0.2,
                  0.2,
                  m,
                  0.5,
                )
            }
          }
        }
      },
      { height: 4.6, middle: 2, above: 0.3, table: false },
    ),
  ),
  picture(
    'falling-leaves',
    1300,
    1100,
    studio(
      (s) => {
        const rnd = random(44)
        const tones = fallen.map((colour) => s.material({ ...looks.rust, colour }))
        for (let n = 0; n < 26; n++) {
          const at: Vector = [(rnd() - 0.5) * 4.6, 0.3 + rnd() * 3.6, (rnd() - 0.5) * 1.6]
          const k = 0.5 + rnd() * 0.45
          leaf(
            s.mesh,
            at,
            [rnd() - 0.5, rnd() - 0.5, (rnd() - 0.5) * 0.4],
            [rnd() - 0.5, rnd() - 0.5, 1],
            k,
            k * 0.52,
            0.6 * (rnd() - 0.3),
            0.3,
            tones[n % 4] as number,
            0.46,
          )
        }
      },
      { height: 4.8, middle: 2.1, above: 0.2, table: false },
    ),
  ),
  picture(
    'maple-like-leaf',
    900,
    1000,
    studio(
      (s) => {
        const m = s.material({ ...looks.rust, colour: '#b8452a' })
        for (const [a, l] of [
          [90, 1.6],
          [45, 1.45],
          [135, 1.45],
          [5, 1.05],
          [175, 1.05],
        ] as const) {
          const r = (a * Math.PI) / 180
          leaf(
            s.mesh,
            [0, 0.9, 0],
            [Math.cos(r), Math.sin(r), 0.08],
            [0, 0.1, 1],
            l,
            l * 0.62,
            0.12,
            0.16,
            m,
            0.5,
          )
          for (const side of [-1, 1]) {
            const q = r + side * 0.42
            leaf(
              s.mesh,
              [Math.cos(r) * l * 0.35, 0.9 + Math.sin(r) * l * 0.35, 0.02],
              [Math.cos(q), Math.sin(q), 0.06],
              [0, 0.1, 1],
              l * 0.5,
              l * 0.26,
              0.1,
              0.14,
              m,
              0.5,
            )
          }
        }
        tube(
          s.mesh,
          curve<Vector>(
            [
              [0, 0.95, 0],
              [0.05, 0.4, 0],
              [0.2, -0.2, 0],
            ],
            8,
          ),
          () => 0.03,
          s.material(STEM),
          8,
        )
      },
      { height: 3.2, middle: 1.15, above: 0.2, table: false },
    ),
  ),
  picture(
    'potted-plant',
    1200,
    940,
    studio(
      (s) => {
        pot(s, profiles.beaker, [0, 0, 0], s.material(looks.clayWall), 1.1)
        const m = s.material(looks.fern)
        const rnd = random(61)
        for (let n = 0; n < 26; n++) {
          const a = n * 2.4
          const up = 0.9 + rnd() * 0.9
          leaf(
            s.mesh,
            [Math.cos(a) * 0.15, 1.35, Math.sin(a) * 0.15],
            [Math.cos(a) * (1.4 - up * 0.5), up, Math.sin(a) * (1.2 - up * 0.5)],
            [-Math.cos(a), 0.9, -Math.sin(a)],
            1.3 + rnd() * 0.9,
            0.5 + rnd() * 0.14,
            0.55,
            0.2,
            m,
            0.5,
          )
        }
      },
      { height: 3.05, middle: 1.33, above: 1.2 },
    ),
  ),
]
