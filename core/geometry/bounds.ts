import { apply, type Matrix, type Point } from './matrix'

/** An axis-aligned box; `right` and `bottom` are exclusive for pixels. */
export type Bounds = { left: number; top: number; right: number; bottom: number }

export const boundsOf = (x: number, y: number, width: number, height: number): Bounds => ({
  left: x,
  top: y,
  right: x + width,
  bottom: y + height,
})
export const widthOf = (b: Bounds): number => b.right - b.left
export const heightOf = (b: Bounds): number => b.bottom - b.top
export const areaOf = (b: Bounds): number => Math.max(0, widthOf(b)) * Math.max(0, heightOf(b))
export const centreOf = (b: Bounds): Point => ({ x: (b.left + b.right) / 2, y: (b.top + b.bottom) / 2 })
export const isEmpty = (b: Bounds): boolean => b.right <= b.left || b.bottom <= b.top

export const intersect = (a: Bounds, b: Bounds): Bounds => ({
  left: Math.max(a.left, b.left),
  top: Math.max(a.top, b.top),
  right: Math.min(a.right, b.right),
  bottom: Math.min(a.bottom, b.bottom),
})
export const union = (a: Bounds, b: Bounds): Bounds => ({
  left: Math.min(a.left, b.left),
  top: Math.min(a.top, b.top),
  right: Math.max(a.right, b.right),
  bottom: Math.max(a.bottom, b.bottom),
})
/** The smallest box around all; throws a RangeError for none. */
export function unionOf(all: readonly Bounds[]): Bounds {
  const [first, ...rest] = all
  if (!first) throw new RangeError('no bounds to join')
  return rest.reduce(union, first)
}
export const grow = (b: Bounds, by: number): Bounds => ({
  left: b.left - by,
  top: b.top - by,
  right: b.right + by,
  bottom: b.bottom + by,
})
export const scaled = (b: Bounds, by: number): Bounds => ({
  left: b.left * by,
  top: b.top * by,
  right: b.right * by,
  bottom: b.bottom * by,
})
/** The whole px that a box at a scale touches. */
export const scaledWhole = (b: Bounds, by: number): Bounds => ({
  left: Math.floor(b.left * by),
  top: Math.floor(b.top * by),
  right: Math.ceil(b.right * by),
  bottom: Math.ceil(b.bottom * by),
})
export const shift = (b: Bounds, dx: number, dy: number): Bounds => ({
  left: b.left + dx,
  top: b.top + dy,
  right: b.right + dx,
  bottom: b.bottom + dy,
})
export const overlaps = (a: Bounds, b: Bounds): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom
export const contains = (outer: Bounds, inner: Bounds, slack = 0): boolean =>
  inner.left >= outer.left - slack &&
  inner.top >= outer.top - slack &&
  inner.right <= outer.right + slack &&
  inner.bottom <= outer.bottom + slack
export const overlapArea = (a: Bounds, b: Bounds): number => areaOf(intersect(a, b))
export const holds = (b: Bounds, p: Point): boolean =>
  p.x >= b.left && p.x <= b.right && p.y >= b.top && p.y <= b.bottom

/** The box around a mapped box. */
export function mapBounds(m: Matrix, b: Bounds): Bounds {
  const corners = [
    apply(m, { x: b.left, y: b.top }),
    apply(m, { x: b.right, y: b.top }),
    apply(m, { x: b.right, y: b.bottom }),
    apply(m, { x: b.left, y: b.bottom }),
  ]
  return around(corners)
}
/** The box around points; without any it is empty. */
export const around = (points: readonly Point[]): Bounds =>
  points.reduce(
    (b, { x, y }) => ({
      left: Math.min(b.left, x),
      top: Math.min(b.top, y),
      right: Math.max(b.right, x),
      bottom: Math.max(b.bottom, y),
    }),
    {
      left: Number.POSITIVE_INFINITY,
      top: Number.POSITIVE_INFINITY,
      right: Number.NEGATIVE_INFINITY,
      bottom: Number.NEGATIVE_INFINITY,
    },
  )
