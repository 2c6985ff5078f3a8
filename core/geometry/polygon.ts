import type { Bounds } from './bounds'
import { apply, type Matrix, type Point } from './matrix'

/** A convex outline, its corners in order, either way round. */
export type Polygon = readonly Point[]

const signedArea = (p: Polygon): number => {
  let sum = 0
  for (let n = 0; n < p.length; n++) {
    const [a, b] = [p[n] as Point, p[(n + 1) % p.length] as Point]
    sum += a.x * b.y - b.x * a.y
  }
  return sum / 2
}
export const areaOfPolygon = (p: Polygon): number => Math.abs(signedArea(p))

/** What two convex outlines share (Sutherland and Hodgman 1974, from memory); fewer than three corners for nothing. */
export function clipPolygon(subject: Polygon, by: Polygon): Polygon {
  const turn = Math.sign(signedArea(by)) || 1
  let out: Polygon = subject
  for (let n = 0; n < by.length && out.length > 0; n++) {
    const [a, b] = [by[n] as Point, by[(n + 1) % by.length] as Point]
    const side = (p: Point) => ((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) * turn
    const next: Point[] = []
    out.forEach((p, m) => {
      const q = out[(m + 1) % out.length] as Point
      const [sp, sq] = [side(p), side(q)]
      if (sp >= 0) next.push(p)
      if (sp >= 0 === sq >= 0) return
      const t = sp / (sp - sq)
      next.push({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t })
    })
    out = next
  }
  return out
}
/** The area that two convex outlines share. */
export function overlapOfPolygons(a: Polygon, b: Polygon): number {
  if (!boxesMeet(a, b)) return 0
  const both = clipPolygon(a, b)
  return both.length < 3 ? 0 : areaOfPolygon(both)
}
function boxesMeet(a: Polygon, b: Polygon): boolean {
  const [p, q] = [boundsOfPolygon(a), boundsOfPolygon(b)]
  return p.left < q.right && q.left < p.right && p.top < q.bottom && q.top < p.bottom
}

export const polygonOf = (b: Bounds): Polygon => [
  { x: b.left, y: b.top },
  { x: b.right, y: b.top },
  { x: b.right, y: b.bottom },
  { x: b.left, y: b.bottom },
]
export function boundsOfPolygon(p: Polygon): Bounds {
  const b = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity }
  for (const { x, y } of p) {
    if (x < b.left) b.left = x
    if (x > b.right) b.right = x
    if (y < b.top) b.top = y
    if (y > b.bottom) b.bottom = y
  }
  return b
}
export const mapPolygon = (m: Matrix, p: Polygon): Polygon => p.map((q) => apply(m, q))

/** The smallest convex outline round points (monotone chain, Andrew 1979, from memory). */
export function hullOf(points: readonly Point[]): Polygon {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y)
  if (sorted.length < 3) return sorted
  const half = (list: readonly Point[]): Point[] => {
    const out: Point[] = []
    for (const p of list) {
      for (;;) {
        const [a, b] = [out.at(-2), out.at(-1)]
        if (!a || !b || (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x) > 0) break
        out.pop()
      }
      out.push(p)
    }
    return out.slice(0, -1)
  }
  return [...half(sorted), ...half(sorted.reverse())]
}
