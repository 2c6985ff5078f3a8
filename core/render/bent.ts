import type { ResolvedLayer, ResolvedPage } from '../design/resolve'
import type { Placement } from '../design/schema'
import { type Bounds, boundsOf, union } from '../geometry/bounds'
import { apply, compose, inverse, type Point, scaling } from '../geometry/matrix'
import { matrixOf } from '../geometry/placement'
import { shownBounds, shownPoint, warpOf } from '../geometry/warp'
import { frameOf } from './masked'

/** Points a side of the net by which a member follows its group's bend. */
const SIDE = 9

/** The members of a group, bent as the group's box is: each by a net of its own, so that nothing is resampled twice. */
export function bentMembers(group: ResolvedLayer, page: Pick<ResolvedPage, 'width' | 'height' | 'master'>): ResolvedLayer[] {
  const { bend } = group.layer.placement
  const frame = bend && frameOf({ frame: 'layer' }, group, page)
  const warp = frame && warpOf({ ...frame, bend })
  const back = frame && inverse(compose(scaling(frame.width, frame.height), matrixOf(frame)))
  if (!warp || !back) return group.children
  const through = (p: Point): Point => {
    const u = apply(back, p)
    return warp.point(u.x, u.y)
  }
  const bent = (l: ResolvedLayer): ResolvedLayer => ({
    ...l,
    children: l.children.map(bent),
    insides: l.insides.map(bent),
    layer: l.layer.kind === 'group' ? l.layer : { ...l.layer, placement: bentPlacement(l.layer.placement, through) },
  })
  return group.children.map(bent)
}

/** A placement whose places lie where a map of the page takes them. */
function bentPlacement(p: Placement, through: (at: Point) => Point): Placement {
  const { corners: _c, bend: _b, ...plain } = p
  const shown = shownPoint(p)
  const back = inverse(compose(scaling(p.width, p.height), matrixOf(plain)))
  if (!back) return p
  const points = Array.from({ length: SIDE * SIDE }, (_, n): Point => {
    const at = { x: (p.width * (n % SIDE)) / (SIDE - 1), y: (p.height * Math.floor(n / SIDE)) / (SIDE - 1) }
    const { x, y } = apply(back, through(shown(at)))
    return { x: limited(x), y: limited(y) }
  })
  return { ...plain, bend: { kind: 'net', columns: SIDE, rows: SIDE, points } }
}
const limited = (v: number): number => Math.min(20, Math.max(-20, v))

/** The box around a bent group's members, whose own box is `plain`. */
export function bentBounds(group: ResolvedLayer, plain: Bounds): Bounds {
  const { bend } = group.layer.placement
  if (!bend) return plain
  const placement = {
    ...group.layer.placement,
    x: (plain.left + plain.right) / 2,
    y: (plain.top + plain.bottom) / 2,
    width: plain.right - plain.left,
    height: plain.bottom - plain.top,
    rotation: 0,
  }
  return union(shownBounds(placement), boundsOf(plain.left, plain.top, 0, 0))
}
