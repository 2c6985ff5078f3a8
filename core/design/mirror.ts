import { type Bounds, mapBounds, union } from '../geometry/bounds'
import { compose, type Matrix, type Point, translation, turning } from '../geometry/matrix'
import type { Layer, LayerOf, Placement } from './schema'

export type Mirror = NonNullable<LayerOf<'group'>['mirror']>
type Node = { layer: Layer; children: readonly Node[] }

/** Whether a layer is the axis of the mirror that it is a member of: it has no pixels and goes wherever the group goes. */
export const isAxis = (layer: Layer): boolean => layer.kind === 'shape' && layer.axis === true

/** A group's mirror and its axis, where it has both. */
export function mirrorOf(node: Node): { mirror: Mirror; axis: Placement } | null {
  const { layer, children } = node
  if (layer.kind !== 'group' || !layer.mirror) return null
  const axis = children.find((c) => isAxis(c.layer) && c.layer.shown)
  return axis ? { mirror: layer.mirror, axis: axis.layer.placement } : null
}

/** A map about a point. */
const about = (m: Matrix, { x, y }: Point): Matrix => compose(compose(translation(-x, -y), m), translation(x, y))
/** Reflection across the line through the origin at an angle: to the axis, over it, and back. */
const across = (angleDegrees: number): Matrix => compose(compose(turning(-angleDegrees), [1, 0, 0, -1, 0, 0]), turning(angleDegrees))

/** Where each copy lies: maps of the page, the one that leaves the stored part where it is left out. */
export function copiesOf(mirror: Mirror, axis: Pick<Placement, 'x' | 'y' | 'rotation'>): Matrix[] {
  const maps =
    mirror.way === 'across'
      ? [across(axis.rotation)]
      : mirror.way === 'both'
        ? [across(axis.rotation), across(axis.rotation + 90), turning(180)]
        : Array.from({ length: mirror.count - 1 }, (_, n) => turning((360 * (n + 1)) / mirror.count))
  return maps.map((m) => about(m, axis))
}

/**
 * The part of the page that belongs to the stored part where copies are cut at the axis: a half, a quarter or a sector from
 * the axis' point, `far` px long. `home` is somewhere in what is stored.
 */
export function ownPart(mirror: Mirror, axis: Pick<Placement, 'x' | 'y' | 'rotation'>, home: Point, far: number): Point[] {
  const [dx, dy] = [home.x - axis.x, home.y - axis.y]
  const along = turning(axis.rotation)
  const [forward, side] = [along[0] * dx + along[1] * dy, along[2] * dx + along[3] * dy]
  const at = (angleDegrees: number, length = far): Point => {
    const m = turning(angleDegrees)
    return { x: axis.x + m[0] * length, y: axis.y + m[1] * length }
  }
  const r = axis.rotation
  const [up, ahead] = [side >= 0 ? 1 : -1, forward >= 0 ? 0 : 180]
  if (mirror.way === 'across') return [at(r), at(r + 45 * up, far * Math.SQRT2), at(r + 135 * up, far * Math.SQRT2), at(r + 180)]
  if (mirror.way === 'both') return [axis, at(r + ahead), at(r + (ahead === 0 ? 45 : 135) * up, far * Math.SQRT2), at(r + 90 * up)]
  const half = 180 / mirror.count
  // A wide sector needs a corner between its two sides.
  const middle =
    mirror.count > 2 ? [at(r + ahead, far / turning(half)[0])] : [at(r + ahead - 45, far * Math.SQRT2), at(r + ahead + 45, far * Math.SQRT2)]
  return [axis, at(r + ahead - half), ...middle, at(r + ahead + half)]
}

/** The box around what is stored and all copies of it. */
export function withCopies(node: Node, own: Bounds): Bounds {
  const found = mirrorOf(node)
  return found ? copiesOf(found.mirror, found.axis).reduce((b, m) => union(b, mapBounds(m, own)), own) : own
}
