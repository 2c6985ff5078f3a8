import { carriedNode, movedNode, moveTo, stretchedLayer } from '../../adapt/place'
import { type Bounds, centreOf, heightOf, widthOf } from '../../geometry/bounds'
import type { NodeDefinition, RuleNode } from '../node'

/** The least length of a rule, of its own at the scale. */
const SHORT = 0.35

/** As thick as it was, as long as what it stands between. */
export const rule: NodeDefinition<RuleNode> = {
  shapes(node, { scale }) {
    const [w, h] = [widthOf(node.box) * scale, heightOf(node.box) * scale]
    const level = node.along === 'x'
    const made = (by: number, cost: number) => ({
      width: level ? w * by : Math.max(1, w),
      height: level ? Math.max(1, h) : h * by,
      cost,
      node,
      choice: '',
      kids: [],
      scale,
    })
    return [made(SHORT, 0), made(1, 0)]
  },
  place({ item, along: axis, box: own }, shape, box, { out }) {
    const c = centreOf(box)
    const thick = Math.max(1, (axis === 'x' ? heightOf(own) : widthOf(own)) * shape.scale)
    const to: Bounds =
      axis === 'x'
        ? { left: box.left, right: box.right, top: c.y - thick / 2, bottom: c.y + thick / 2 }
        : { left: c.x - thick / 2, right: c.x + thick / 2, top: box.top, bottom: box.bottom }
    const { layer } = item.node
    // What is turned otherwise than upright, or no plain shape, is sized evenly.
    if (layer.placement.rotation % 90 !== 0) {
      const k = axis === 'x' ? widthOf(box) / widthOf(own) : heightOf(box) / heightOf(own)
      out.set(item.id, movedNode(item.node, moveTo(own, k, c.x, c.y)))
      return
    }
    out.set(item.id, carriedNode(item.node, stretchedLayer(layer, to, shape.scale)))
  },
}
