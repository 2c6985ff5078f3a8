import { type Bounds, grow, overlaps, unionOf } from '../geometry/bounds'
import { shownBounds } from '../geometry/warp'
import { hasMembers } from '../kinds/facts'
import { kindOf } from '../kinds/list'
import type { Channel } from './channel-schema'
import type { LayerNode } from './tree'

const boxesOf = (node: LayerNode): Bounds[] => {
  if (hasMembers(node.layer)) return node.children.flatMap(boxesOf)
  return kindOf(node.layer).placed ? [shownBounds(node.layer.placement)] : []
}
/** Whether a thing of the master waits on the apron: wholly outside the page and its bleed. It is on no other channel then. */
export function waitsOnApron(node: LayerNode, master: Pick<Channel, 'width' | 'height' | 'bleed'>): boolean {
  const boxes = boxesOf(node)
  const page = { left: 0, top: 0, right: master.width, bottom: master.height }
  return boxes.length > 0 && !overlaps(unionOf(boxes), grow(page, master.bleed))
}
