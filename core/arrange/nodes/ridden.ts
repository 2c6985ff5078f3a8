import { movedNode, moveTo } from '../../adapt/place'
import type { Item } from '../../compose/item'
import type { LayerNode } from '../../design/tree'
import { type Bounds, centreOf, heightOf, unionOf, widthOf } from '../../geometry/bounds'
import { placedBounds } from '../../geometry/placement'
import { hasMembers } from '../../kinds/facts'
import type { Fit, NodeDefinition, RiddenNode, Rider } from '../node'

const factorOf = ({ items }: Rider, { scale, smallest }: Pick<Fit, 'scale' | 'smallest'>): number =>
  Math.max(scale, ...items.flatMap((i) => i.types.map((t) => smallest / t.style.size)))
/** How far riders stand out beyond all that they ride on, on each side, px of the master. */
function overhang({ host, riders }: RiddenNode) {
  const all = unionOf(riders.flatMap((r) => r.items.map((i) => i.ink)))
  return {
    left: Math.max(0, host.box.left - all.left),
    top: Math.max(0, host.box.top - all.top),
    right: Math.max(0, all.right - host.box.right),
    bottom: Math.max(0, all.bottom - host.box.bottom),
  }
}
/** What is seen of a thing where it was put, px of the channel; null of groups, whose box lies in their members. */
function inkThere({ ink, node }: Item, there: LayerNode | undefined): Bounds | null {
  if (!there || hasMembers(node.layer)) return null
  const [from, to] = [placedBounds(node.layer.placement), placedBounds(there.layer.placement)]
  const [kx, ky] = [widthOf(to) / Math.max(1, widthOf(from)), heightOf(to) / Math.max(1, heightOf(from))]
  return {
    left: to.left + (ink.left - from.left) * kx,
    right: to.left + (ink.right - from.left) * kx,
    top: to.top + (ink.top - from.top) * ky,
    bottom: to.top + (ink.bottom - from.top) * ky,
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
    const host = s.node.room !== 'keeps' ? to : { ...to, right: to.left + s.width, bottom: to.top + s.height }
    placeNode(s, host)
    for (const r of node.riders) {
      const from = r.host.ink
      const there = inkThere(r.host, out.get(r.host.id))
      const [was, is] = there ? [from, there] : [node.host.box, host]
      const [c, own] = [centreOf(r.rider.ink), factorOf(r, { scale: shape.scale, smallest })]
      const x = along(c.x, was.left, was.right, is.left, is.right, own)
      const y = along(c.y, was.top, was.bottom, is.top, is.bottom, own)
      for (const i of r.items) out.set(i.id, movedNode(i.node, moveTo(r.rider.ink, own, x, y)))
    }
  },
}
