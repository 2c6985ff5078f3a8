import { movedNode, moveTo } from '../../adapt/place'
import type { Item } from '../../compose/item'
import { type Bounds, centreOf, unionOf } from '../../geometry/bounds'
import type { Fit, NodeDefinition, RiddenNode } from '../node'

const factorOf = (i: Item, { scale, smallest }: Pick<Fit, 'scale' | 'smallest'>): number =>
  Math.max(scale, ...i.types.map((t) => smallest / t.style.size))
/** How far riders stand out beyond their host on each side, px of the master. */
function overhang({ host, riders }: RiddenNode) {
  const all = unionOf(riders.map((r) => r.ink))
  return {
    left: Math.max(0, host.box.left - all.left),
    top: Math.max(0, host.box.top - all.top),
    right: Math.max(0, all.right - host.box.right),
    bottom: Math.max(0, all.bottom - host.box.bottom),
  }
}
/** At the same distance from the nearer edge of a host's side. */
function along(at: number, low: number, high: number, toLow: number, toHigh: number, k: number): number {
  const share = (at - low) / Math.max(1, high - low)
  if (share < 0.4) return toLow + (at - low) * k
  if (share > 0.6) return toHigh + (at - high) * k
  return toLow + share * (toHigh - toLow)
}
export const ridden: NodeDefinition<RiddenNode> = {
  shapes(node, fit, shapesOf) {
    const o = overhang(node)
    const k = Math.max(...node.riders.map((r) => factorOf(r, fit)))
    return shapesOf(node.host).map((s) => ({
      width: s.width + (o.left + o.right) * k,
      height: s.height + (o.top + o.bottom) * k,
      cost: s.cost,
      node,
      choice: '',
      kids: [s],
      scale: fit.scale,
      extra: [k, fit.smallest],
    }))
  },
  place(node, shape, box, { out }, placeNode) {
    const o = overhang(node)
    const [s] = shape.kids
    const [k = shape.scale, smallest = 0] = shape.extra ?? []
    if (!s) return
    const to: Bounds = {
      left: box.left + o.left * k,
      top: box.top + o.top * k,
      right: Math.max(box.left + o.left * k + s.width, box.right - o.right * k),
      bottom: Math.max(box.top + o.top * k + s.height, box.bottom - o.bottom * k),
    }
    const grows = s.node.room === 'grows'
    const host = grows ? to : { ...to, right: to.left + s.width, bottom: to.top + s.height }
    placeNode(s, host)
    const from = node.host.box
    for (const r of node.riders) {
      const [c, own] = [centreOf(r.ink), factorOf(r, { scale: shape.scale, smallest })]
      const x = along(c.x, from.left, from.right, host.left, host.right, own)
      const y = along(c.y, from.top, from.bottom, host.top, host.bottom, own)
      out.set(r.id, movedNode(r.node, moveTo(r.ink, own, x, y)))
    }
  },
}
