import type { Bounds } from '@/core/geometry/bounds'
import type { Point } from '@/core/geometry/matrix'

/** The box between two points. */
export const between = (a: Point, b: Point): Bounds => ({
  left: Math.min(a.x, b.x),
  top: Math.min(a.y, b.y),
  right: Math.max(a.x, b.x),
  bottom: Math.max(a.y, b.y),
})
