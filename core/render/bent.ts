import { type Bounds, boundsOf, union } from '../geometry/bounds'
import { carried, carrierOf, shownBounds } from '../geometry/warp'
import { hasMembers } from '../kinds/facts'
import type { ResolvedLayer, ResolvedPage } from '../resolve/resolved'
import { frameOf } from './masked'

/** The members of a group, bent as the group's box is: each by a net of its own, so that nothing is resampled twice. */
export function bentMembers(
  group: ResolvedLayer,
  page: Pick<ResolvedPage, 'width' | 'height' | 'master'>,
): ResolvedLayer[] {
  const { bend } = group.layer.placement
  const frame = bend && frameOf({ frame: 'layer' }, group, page)
  const through = frame && carrierOf({ ...frame, bend })
  if (!through) return group.children
  const bent = (l: ResolvedLayer): ResolvedLayer => ({
    ...l,
    children: l.children.map(bent),
    insides: l.insides.map(bent),
    layer: hasMembers(l.layer) ? l.layer : { ...l.layer, placement: carried(l.layer.placement, through) },
  })
  return group.children.map(bent)
}

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
