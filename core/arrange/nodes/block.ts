import { movedNode, moveTo } from '../../adapt/place'
import { centreOf, heightOf, widthOf } from '../../geometry/bounds'
import type { BlockNode, NodeDefinition } from '../node'

export const block: NodeDefinition<BlockNode> = {
  shapes(node, { scale, smallest }) {
    const own = node.fixed ? 1 : scale
    const k = Math.max(own, Number.isFinite(node.least) ? smallest / node.least : 0)
    return [
      {
        width: widthOf(node.box) * k,
        height: heightOf(node.box) * k,
        cost: 0,
        node,
        choice: '',
        kids: [],
        scale: k,
      },
    ]
  },
  place(node, shape, box, { out, blocks }) {
    const c = centreOf(box)
    const move = moveTo(node.box, shape.scale, c.x, c.y)
    for (const i of node.items) out.set(i.id, movedNode(i.node, move))
    if (node.over.size > 0) blocks.push({ node, box, scale: shape.scale })
  },
}
