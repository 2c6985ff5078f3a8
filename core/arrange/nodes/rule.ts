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
    // Who stands on both sides says how long it becomes.
    const [width, height] = level ? [w * SHORT, Math.max(1, h)] : [Math.max(1, w), h * SHORT]
    return [{ width, height, cost: 0, node, choice: '', kids: [], scale }]
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
