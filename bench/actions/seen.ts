import { outlinesOf } from '@/core/compose/item'
import { type Bounds, union, unionOf } from '@/core/geometry/bounds'
import { placedBounds } from '@/core/geometry/placement'
import { boundsOfPolygon } from '@/core/geometry/polygon'
import { hasMembers, isPhoto, isWorded } from '@/core/kinds/facts'
import type { ResolvedLayer } from '@/core/resolve/resolved'
import type { Bench } from '../state/bench'
import { resolvedOf } from './handled'

type Seeing = Pick<Bench, 'fonts' | 'lightOf' | 'store'>
/**
 * What is seen of a thing of the page shown, a group's members together: of words from the height of capitals to the foot of
 * the last line, of pictures without their see-through margins where that was asked for, of all else the whole box.
 */
export function seenOfNode(bench: Seeing, node: ResolvedLayer): Bounds | null {
  const { layer, children } = node
  if (hasMembers(layer)) {
    const boxes = children.flatMap((c) => (c.layer.shown ? (seenOfNode(bench, c) ?? []) : []))
    return boxes.length > 0 ? boxes.reduce(union) : null
  }
  const trimmed = isWorded(layer) || (isPhoto(layer) && bench.store.getState().alignSeen)
  if (!trimmed) return placedBounds(layer.placement)
  return unionOf(outlinesOf(layer, bench.fonts, bench.lightOf).map(boundsOfPolygon))
}
/** What is seen of several things together; null for none. */
export function seenBounds(bench: Seeing, ids: readonly string[]): Bounds | null {
  const s = bench.store.getState()
  const boxes = ids.flatMap((id) => {
    const node = resolvedOf(s, id)
    return node ? (seenOfNode(bench, node) ?? []) : []
  })
  return boxes.length > 0 ? boxes.reduce(union) : null
}
