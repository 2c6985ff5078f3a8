import { type Bounds, centreOf, mapBounds, union } from '../../geometry/bounds'
import { compose, type Matrix, type Point, translation, turning } from '../../geometry/matrix'
import type { Placement } from '../../geometry/placement-schema'
import type { Mirror } from './schema'

type Part = { shown: boolean; placement: Placement; axis?: true | undefined; mirror?: Mirror | undefined }
type Node = { layer: Part; children: readonly Node[] }

/** Whether a layer is the axis of the mirror that it is a member of: it has no pixels and goes wherever the group goes. */
export const isAxis = (layer: Part): boolean => layer.axis === true

/** A group's mirror and its axis, where it has both. */
export function mirrorOf(node: Node): { mirror: Mirror; axis: Placement } | null {
  const { layer, children } = node
  if (!layer.mirror) return null
  const axis = children.find((c) => isAxis(c.layer) && c.layer.shown)
  return axis ? { mirror: layer.mirror, axis: axis.layer.placement } : null
}

/** A map about a point. */
const about = (m: Matrix, { x, y }: Point): Matrix =>
  compose(compose(translation(-x, -y), m), translation(x, y))
/** Reflection across the line through the origin at an angle: to the axis, over it, and back. */
const across = (angleDegrees: number): Matrix =>
  compose(compose(turning(-angleDegrees), [1, 0, 0, -1, 0, 0]), turning(angleDegrees))

/** Where each copy lies: maps of the page, the one that leaves the stored part where it is left out. */
export function copiesOf(mirror: Mirror, axis: Pick<Placement, 'x' | 'y' | 'rotation'>): Matrix[] {
  let maps: Matrix[]
  if (mirror.way === 'across') maps = [across(axis.rotation)]
  else if (mirror.way === 'both') maps = [across(axis.rotation), across(axis.rotation + 90), turning(180)]
  else maps = Array.from({ length: mirror.count - 1 }, (_, n) => turning((360 * (n + 1)) / mirror.count))
  return maps.map((m) => about(m, axis))
}

export type Kept = NonNullable<Mirror['kept']>
/** A hundredth of a px counts as on the axis. */
const ON_AXIS = 0.01

/**
 * Which part of the page is kept where copies are cut: what a person chose, else where the middle of what is stored lies; a
 * middle on the axis keeps the left, or the upper, part. Told from places on the page, so it is the same at every scale.
 */
export function keptPart(
  mirror: Mirror,
  axis: Pick<Placement, 'x' | 'y' | 'rotation'>,
  stored: readonly Bounds[],
): Kept {
  if (mirror.kept) return mirror.kept
  const along = turning(axis.rotation)
  const home = stored.length > 0 ? centreOf(stored.reduce(union)) : axis
  const told = (x: number, y: number): boolean => {
    const away = x * (home.x - axis.x) + y * (home.y - axis.y)
    return Math.abs(away) > ON_AXIS ? away > 0 : x < -1e-6 || (Math.abs(x) <= 1e-6 && y < 0)
  }
  return { clockwise: told(along[2], along[3]), ahead: told(along[0], along[1]) }
}
/** The middle of the part that is kept, as a way from the axis' point. */
export function keptWay(
  mirror: Mirror,
  axis: Pick<Placement, 'rotation'>,
  { clockwise, ahead }: Kept,
): Point {
  const [cx, cy, dx, dy] = turning(axis.rotation)
  const [side, forward] = [clockwise ? 1 : -1, ahead ? 1 : -1]
  if (mirror.way === 'across') return { x: side * dx, y: side * dy }
  if (mirror.way === 'turned') return { x: forward * cx, y: forward * cy }
  return { x: (side * dx + forward * cx) / Math.SQRT2, y: (side * dy + forward * cy) / Math.SQRT2 }
}

/**
 * The part of the page that belongs to the stored part where copies are cut at the axis: a half, a quarter or a sector from
 * the axis' point, `far` px long.
 */
export function ownPart(
  mirror: Mirror,
  axis: Pick<Placement, 'x' | 'y' | 'rotation'>,
  kept: Kept,
  far: number,
): Point[] {
  const at = (angleDegrees: number, length = far): Point => {
    const m = turning(angleDegrees)
    return { x: axis.x + m[0] * length, y: axis.y + m[1] * length }
  }
  const r = axis.rotation
  const [up, ahead] = [kept.clockwise ? 1 : -1, kept.ahead ? 0 : 180]
  if (mirror.way === 'across')
    return [at(r), at(r + 45 * up, far * Math.SQRT2), at(r + 135 * up, far * Math.SQRT2), at(r + 180)]
  if (mirror.way === 'both')
    return [axis, at(r + ahead), at(r + (ahead === 0 ? 45 : 135) * up, far * Math.SQRT2), at(r + 90 * up)]
  const half = 180 / mirror.count
  // A wide sector needs a corner between its two sides.
  const middle =
    mirror.count > 2
      ? [at(r + ahead, far / turning(half)[0])]
      : [at(r + ahead - 45, far * Math.SQRT2), at(r + ahead + 45, far * Math.SQRT2)]
  return [axis, at(r + ahead - half), ...middle, at(r + ahead + half)]
}

/** The box around what is stored and all copies of it. */
export function withCopies(node: Node, own: Bounds): Bounds {
  const found = mirrorOf(node)
  return found ? copiesOf(found.mirror, found.axis).reduce((b, m) => union(b, mapBounds(m, own)), own) : own
}
