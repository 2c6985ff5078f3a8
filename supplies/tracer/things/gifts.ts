import { add, ball, curve, sheet, times, turning, type Vector } from '../geometry'
import type { Material } from '../materials'
import type { Scene } from '../scene'
import { type Picture, studio } from '../studio'
import { picture, satin } from './party-stuff'

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
  const turned = turning(turn)
  const put = (x: number, y: number, z: number): Vector => add(at, turned([x, y, z]))
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

export const gifts: Picture[] = [
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
    1400,
    290,
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
      { height: 1.02, middle: 1.14, above: 0.3, table: false },
    ),
  ),
]
