import { movedNode, moveTo } from '../adapt/place'
import type { Item } from '../compose/item'
import type { LayerNode } from '../design/tree'
import { type Bounds, centreOf, heightOf, unionOf, widthOf } from '../geometry/bounds'
import { cosine } from '../geometry/exact'
import type { Point } from '../geometry/matrix'
import { isShape } from '../kinds/facts'
import type { Placing, Side } from './node'

/** Beyond the bleed a thing reaches so many px at least. */
const BEYOND = 2

const signOf = (side: Side): 1 | -1 => (side === 'left' || side === 'top' ? -1 : 1)
/**
 * Pushes blocks over the edges that they went over on the master. `from` is the part of the master they were read in, `to`
 * the part of the channel they lie in; where an edge of `to` is the page's, they reach over its bleed too.
 */
export function pushOver(
  { blocks, out, channel }: Placing,
  master: { width: number; height: number },
  from: Bounds,
  to: Bounds,
): void {
  const whole = { left: 0, top: 0, right: master.width, bottom: master.height }
  const page = { left: 0, top: 0, right: channel.width, bottom: channel.height }
  for (const { node, box, scale } of blocks) {
    const ink = unionOf(node.items.map((i) => i.ink))
    const c = centreOf(box)
    const lies = aboutPoint(c, widthOf(node.box) * scale, heightOf(node.box) * scale)
    const shift = { x: 0, y: 0 }
    /** What goes over the page's edge goes over it again, whatever part of the page it lies in. */
    const overPage = (side: Side) => (ink[side] - whole[side]) * signOf(side) > 1
    const one = (axis: 'x' | 'y', low: Side, high: Side) => {
      const over = [low, high].filter((side) => node.over.has(side))
      const ofPage = over.filter(overPage)
      const sides = ofPage.length > 0 ? ofPage : over
      const [side] = sides
      if (side === undefined) return
      if (sides.length > 1) {
        shift[axis] += axis === 'x' ? centreOf(to).x - c.x : centreOf(to).y - c.y
        return
      }
      const [sign, paged] = [signOf(side), ofPage.length > 0]
      const beyond = (ink[side] - (paged ? whole : from)[side]) * sign * scale
      const edge = (paged ? page : to)[side]
      // Between its part of the page and the page's edge something of it is seen too.
      const shown = paged ? (whole[side] - from[side]) * sign * scale : 0
      const reach = paged ? Math.max(beyond, channel.bleed + BEYOND) : beyond
      // What is seen of it lies at the edge, and as much beyond it as there was.
      shift[axis] += edge + (reach - beyond - shown) * sign - lies[side]
    }
    one('x', 'left', 'right')
    one('y', 'top', 'bottom')
    const move = moveTo(node.box, scale, c.x + shift.x, c.y + shift.y)
    for (const i of node.items) out.set(i.id, lengthened(i, movedNode(i.node, move), from, to, channel.bleed))
  }
}
const aboutPoint = (c: Point, w: number, h: number): Bounds => ({
  left: c.x - w / 2,
  right: c.x + w / 2,
  top: c.y - h / 2,
  bottom: c.y + h / 2,
})
/** A band from edge to edge is lengthened along itself until it is one again. */
function lengthened(i: Item, node: LayerNode, from: Bounds, to: Bounds, bleed: number): LayerNode {
  const { layer } = node
  const level = i.ink.left <= from.left + 1 && i.ink.right >= from.right - 1
  const upright = i.ink.top <= from.top + 1 && i.ink.bottom >= from.bottom - 1
  if (!isShape(layer) || layer.form !== 'rectangle' || (!level && !upright)) return node
  const p = layer.placement
  const angle = (p.rotation * Math.PI) / 180
  const along = Math.abs(cosine(angle)) > 0.7
  const lengthwise = level ? along : !along
  const half = level
    ? Math.max(p.x - to.left, to.right - p.x) + bleed + BEYOND
    : Math.max(p.y - to.top, to.bottom - p.y) + bleed + BEYOND
  const lean = Math.max(0.5, Math.abs(level ? cosine(angle) : Math.sin(angle)))
  const thick = lengthwise ? p.height : p.width
  const need = (2 * half) / lean + thick
  const placement = lengthwise
    ? { ...p, width: Math.max(p.width, need) }
    : { ...p, height: Math.max(p.height, need) }
  return { ...node, layer: { ...layer, placement } }
}
