import type { Matrix, Point } from './matrix'

/** A perspective map, row by row: x' = (a x + b y + c) ÷ w, y' = (d x + e y + f) ÷ w, w = g x + h y + i. */
export type Homography = readonly [number, number, number, number, number, number, number, number, number]
export type Quad = readonly [Point, Point, Point, Point]

export function applyHomography(m: Homography, p: Point): Point {
  const w = m[6] * p.x + m[7] * p.y + m[8]
  return { x: (m[0] * p.x + m[1] * p.y + m[2]) / w, y: (m[3] * p.x + m[4] * p.y + m[5]) / w }
}

export const fromAffine = (m: Matrix): Homography => [m[0], m[2], m[4], m[1], m[3], m[5], 0, 0, 1]

/** The map that does `first`, then `second`. */
export function composeHomographies(first: Homography, second: Homography): Homography {
  const at = (row: number, column: number): number =>
    (second[row * 3] as number) * (first[column] as number) +
    (second[row * 3 + 1] as number) * (first[3 + column] as number) +
    (second[row * 3 + 2] as number) * (first[6 + column] as number)
  return [at(0, 0), at(0, 1), at(0, 2), at(1, 0), at(1, 1), at(1, 2), at(2, 0), at(2, 1), at(2, 2)]
}

/** The inverse by the adjugate, scaled so that its last entry is 1 where it can be; null where the map flattens the plane. */
export function inverseHomography(m: Homography): Homography | null {
  const [a, b, c, d, e, f, g, h, i] = m
  const adjugate: Homography = [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ]
  const determinant = a * adjugate[0] + b * adjugate[3] + c * adjugate[6]
  if (Math.abs(determinant) < 1e-12) return null
  return adjugate.map((v) => v / determinant) as unknown as Homography
}

/**
 * The map of the unit square (0,0) (1,0) (1,1) (0,1) onto four corners in that order. Heckbert, *Fundamentals of
 * Texture Mapping and Image Warping* (1989), §2.2.3; null where the corners are no quadrilateral.
 */
export function squareToQuad([p0, p1, p2, p3]: Quad): Homography | null {
  const [sx, sy] = [p0.x - p1.x + p2.x - p3.x, p0.y - p1.y + p2.y - p3.y]
  const [dx1, dx2] = [p1.x - p2.x, p3.x - p2.x]
  const [dy1, dy2] = [p1.y - p2.y, p3.y - p2.y]
  const determinant = dx1 * dy2 - dx2 * dy1
  if (Math.abs(determinant) < 1e-12) return null
  const g = (sx * dy2 - dx2 * sy) / determinant
  const h = (dx1 * sy - sx * dy1) / determinant
  return [
    p1.x - p0.x + g * p1.x,
    p3.x - p0.x + h * p3.x,
    p0.x,
    p1.y - p0.y + g * p1.y,
    p3.y - p0.y + h * p3.y,
    p0.y,
    g,
    h,
    1,
  ]
}

/** Whether four corners turn the same way at each: only then is their perspective map one to one inside them. */
export function isConvex(quad: Quad): boolean {
  let way = 0
  for (let n = 0; n < 4; n++) {
    const [a, b, c] = [quad[n], quad[(n + 1) % 4], quad[(n + 2) % 4]] as [Point, Point, Point]
    const cross = (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x)
    if (Math.abs(cross) < 1e-6 || (way !== 0 && Math.sign(cross) !== way)) return false
    way = Math.sign(cross)
  }
  return true
}
