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
/** How long its sides stay where people said that they do; null of those that follow what lies on it. */
const keptSides = ({ carrier, box }: PanelNode, scale: number) => {
  const { keepsWidth, keepsHeight } = carrier.node.layer.behaviour
  return {
    width: keepsWidth ? widthOf(box) * scale : null,
    height: keepsHeight ? heightOf(box) * scale : null,
  }
}
/** The carrier hugs what lies on it with the master's padding; a larger box is filled, but for sides that are kept. */
export const panel: NodeDefinition<PanelNode> = {
  shapes(node, fit, shapesOf) {
    const inner = shapesOf(node.inner)
    const kept = keptSides(node, fit.scale)
    const all = ([null, 'x', 'y'] as const).flatMap((closed) => {
      const p = padsAt(node, fit, closed)
      const open = closed === null ? null : padsAt(node, fit, null)
      if (open && p.left + p.right + p.top + p.bottom > open.left + open.right + open.top + open.bottom - 1)
        return []
      return inner.map(
        (s): Shape => ({
          width: Math.max(kept.width ?? 0, s.width + p.left + p.right),
          height: Math.max(kept.height ?? 0, s.height + p.top + p.bottom),
          cost: s.cost + (closed === null ? 0 : CLOSING),
          node,
          choice: '',
          kids: [s],
          scale: fit.scale,
          extra: [p.left, p.top, p.right, p.bottom],
        }),
      )
    })
    // Where nothing fits into the sides that are kept they must give way.
    const fits = all.filter(
      (s) => (kept.width ?? s.width) >= s.width - 0.5 && (kept.height ?? s.height) >= s.height - 0.5,
    )
    return fits.length > 0 ? fits : all
  },
  place(node, shape, room, { out }, placeNode) {
    const { carrier } = node
    const kept = keptSides(node, shape.scale)
    const width = kept.width === null ? widthOf(room) : Math.min(widthOf(room), shape.width)
    const height = kept.height === null ? heightOf(room) : Math.min(heightOf(room), shape.height)
    const at = { x: room.left + (widthOf(room) - width) / 2, y: room.top + (heightOf(room) - height) / 2 }
    const box = { left: at.x, right: at.x + width, top: at.y, bottom: at.y + height }
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
