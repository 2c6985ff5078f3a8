import type { Placement } from '../design/schema'
import { type Bounds, mapBounds } from './bounds'
import { apply, compose, type Matrix, type Point, scaling, translation, turning } from './matrix'

/** Maps a layer's own box, (0, 0) to (width, height), onto the page. */
export function matrixOf(p: Placement): Matrix {
  const centred = translation(-p.width / 2, -p.height / 2)
  const flipped = compose(centred, scaling(p.flipX ? -1 : 1, p.flipY ? -1 : 1))
  return compose(compose(flipped, turning(p.rotation)), translation(p.x, p.y))
}

/** The upright box around a placed layer, px of the page; what a perspective or bend does is not in it. */
export const placedBounds = (p: Placement): Bounds => mapBounds(matrixOf(p), { left: 0, top: 0, right: p.width, bottom: p.height })

/** The corners of a placed box: top left, top right, bottom right, bottom left as the layer itself sees them. */
export function placedCorners(p: Placement): [Point, Point, Point, Point] {
  const m = matrixOf({ ...p, flipX: false, flipY: false })
  return [apply(m, { x: 0, y: 0 }), apply(m, { x: p.width, y: 0 }), apply(m, { x: p.width, y: p.height }), apply(m, { x: 0, y: p.height })]
}

export const moved = (p: Placement, dx: number, dy: number): Placement => ({ ...p, x: p.x + dx, y: p.y + dy })

/** Scales about a fixed point of the page by the same factor both ways. */
export const scaledAbout = (p: Placement, about: Point, factor: number): Placement => ({
  ...p,
  x: about.x + (p.x - about.x) * factor,
  y: about.y + (p.y - about.y) * factor,
  width: p.width * factor,
  height: p.height * factor,
})

/** Turns about a fixed point of the page. */
export function turnedAbout(p: Placement, about: Point, angleDegrees: number): Placement {
  const at = apply(turning(angleDegrees), { x: p.x - about.x, y: p.y - about.y })
  return { ...p, x: about.x + at.x, y: about.y + at.y, rotation: wrapDegrees(p.rotation + angleDegrees) }
}

/** Mirrors a placement in a vertical (`x`) or horizontal (`y`) line through a point of the page. */
export const mirroredAbout = (p: Placement, about: Point, axis: 'x' | 'y'): Placement =>
  axis === 'x'
    ? { ...p, x: 2 * about.x - p.x, rotation: wrapDegrees(-p.rotation), flipX: !p.flipX }
    : { ...p, y: 2 * about.y - p.y, rotation: wrapDegrees(-p.rotation), flipY: !p.flipY }

/** An angle brought to −180 … 180. */
export function wrapDegrees(angle: number): number {
  const a = ((angle % 360) + 360) % 360
  return a > 180 ? a - 360 : a
}

/**
 * A box resized by dragging one of its handles: `hx`, `hy` are −1, 0 or 1 (left/top, middle, right/bottom) and
 * `dx`, `dy` the pointer's way in px of the page. The opposite handle stays put, or the centre where `fromCentre`.
 */
export function resized(
  p: Placement,
  hx: number,
  hy: number,
  dx: number,
  dy: number,
  how: { proportional: boolean; fromCentre: boolean; smallest?: number },
): Placement {
  const own = apply(turning(-p.rotation), { x: dx, y: dy })
  const reach = how.fromCentre ? 2 : 1
  const least = how.smallest ?? 1
  let width = Math.max(least, p.width + own.x * hx * reach)
  let height = Math.max(least, p.height + own.y * hy * reach)
  if (how.proportional && hx !== 0 && hy !== 0) {
    // The pointer's way projected on the diagonal gives one factor for both sides.
    const length = p.width * p.width + p.height * p.height
    const factor = Math.max(least / Math.min(p.width, p.height), 1 + ((own.x * hx * p.width + own.y * hy * p.height) * reach) / length)
    width = p.width * factor
    height = p.height * factor
  }
  if (hx === 0) width = p.width
  if (hy === 0) height = p.height
  const drift = how.fromCentre ? { x: 0, y: 0 } : apply(turning(p.rotation), { x: ((width - p.width) / 2) * hx, y: ((height - p.height) / 2) * hy })
  return { ...p, x: p.x + drift.x, y: p.y + drift.y, width, height }
}
