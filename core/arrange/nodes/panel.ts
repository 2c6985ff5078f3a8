import { carriedNode, stretchedLayer } from '../../adapt/place'
import { heightOf, widthOf } from '../../geometry/bounds'
import type { Fit, NodeDefinition, Pads, PanelNode, Shape } from '../node'

/** Room on one side beyond so many times the least is open and may close up. */
const OPEN = 2.2
const CLOSED = 0.45
const CLOSING = 0.1

function padsAt({ pads }: PanelNode, fit: Fit, closed: 'x' | 'y' | null): Pads {
  const k = fit.scale * Math.sqrt(Math.max(1, fit.words))
  const least = Math.min(pads.left, pads.top, pads.right, pads.bottom)
  const one = (pad: number, axis: 'x' | 'y') =>
    (closed === axis && pad > OPEN * Math.max(least, 1) ? Math.max(OPEN * least, pad * CLOSED) : pad) * k
  return {
    left: one(pads.left, 'x'),
    right: one(pads.right, 'x'),
    top: one(pads.top, 'y'),
    bottom: one(pads.bottom, 'y'),
  }
}
/** The carrier hugs what lies on it with the master's padding; a larger box is filled. */
export const panel: NodeDefinition<PanelNode> = {
  shapes(node, fit, shapesOf) {
    const inner = shapesOf(node.inner)
    return ([null, 'x', 'y'] as const).flatMap((closed) => {
      const p = padsAt(node, fit, closed)
      const open = closed === null ? null : padsAt(node, fit, null)
      if (open && p.left + p.right + p.top + p.bottom > open.left + open.right + open.top + open.bottom - 1)
        return []
      return inner.map(
        (s): Shape => ({
          width: s.width + p.left + p.right,
          height: s.height + p.top + p.bottom,
          cost: s.cost + (closed === null ? 0 : CLOSING),
          node,
          choice: '',
          kids: [s],
          scale: fit.scale,
          extra: [p.left, p.top, p.right, p.bottom],
        }),
      )
    })
  },
  place(node, shape, box, { out }, placeNode) {
    const { carrier } = node
    out.set(carrier.id, carriedNode(carrier.node, stretchedLayer(carrier.node.layer, box, shape.scale)))
    const [s] = shape.kids
    const [left = 0, top = 0, right = 0, bottom = 0] = shape.extra ?? []
    if (!s) return
    const [spareX, spareY] = [
      Math.max(0, widthOf(box) - left - right - s.width),
      Math.max(0, heightOf(box) - top - bottom - s.height),
    ]
    // Rows and columns use the room themselves, single things lie where they lay.
    const fills = s.node.room === 'spreads'
    const x = box.left + left + (fills ? 0 : spareX * node.alignX)
    const y = box.top + top + (fills ? 0 : spareY * node.alignY)
    placeNode(s, {
      left: x,
      top: y,
      right: x + s.width + (fills ? spareX : 0),
      bottom: y + s.height + (fills ? spareY : 0),
    })
  },
}
