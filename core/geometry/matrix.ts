import { cosine, sine } from './exact'
/** Affine map [a, b, c, d, e, f]: x' = a x + c y + e, y' = b x + d y + f (the order of SVG and CSS). */
export type Matrix = readonly [number, number, number, number, number, number]
export type Point = { x: number; y: number }

export const identity: Matrix = [1, 0, 0, 1, 0, 0]
export const translation = (x: number, y: number): Matrix => [1, 0, 0, 1, x, y]
export const scaling = (x: number, y = x): Matrix => [x, 0, 0, y, 0, 0]
export function turning(angleDegrees: number): Matrix {
  const quarter = ((angleDegrees % 360) + 360) % 360
  // Quarter turns are exact, so that upright things stay on the pixel grid.
  if (quarter === 0) return identity
  if (quarter === 90) return [0, 1, -1, 0, 0, 0]
  if (quarter === 180) return [-1, 0, 0, -1, 0, 0]
  if (quarter === 270) return [0, -1, 1, 0, 0, 0]
  const r = (angleDegrees * Math.PI) / 180
  const [c, s] = [cosine(r), sine(r)]
  return [c, s, -s, c, 0, 0]
}

/** The map that does `first`, then `second`. */
export const compose = (first: Matrix, second: Matrix): Matrix => [
  second[0] * first[0] + second[2] * first[1],
  second[1] * first[0] + second[3] * first[1],
  second[0] * first[2] + second[2] * first[3],
  second[1] * first[2] + second[3] * first[3],
  second[0] * first[4] + second[2] * first[5] + second[4],
  second[1] * first[4] + second[3] * first[5] + second[5],
]

export const apply = (m: Matrix, p: Point): Point => ({
  x: m[0] * p.x + m[2] * p.y + m[4],
  y: m[1] * p.x + m[3] * p.y + m[5],
})
export const determinant = (m: Matrix): number => m[0] * m[3] - m[1] * m[2]

/** The inverse map, or null where the map flattens the plane. */
export function inverse(m: Matrix): Matrix | null {
  const d = determinant(m)
  if (Math.abs(d) < 1e-12) return null
  return [
    m[3] / d,
    -m[1] / d,
    -m[2] / d,
    m[0] / d,
    (m[2] * m[5] - m[3] * m[4]) / d,
    (m[1] * m[4] - m[0] * m[5]) / d,
  ]
}
