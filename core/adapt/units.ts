import type { Channel } from '../design/channel-schema'
import type { LayerNode } from '../design/tree'
import {
  areaOf,
  type Bounds,
  centreOf,
  contains,
  grow,
  heightOf,
  overlapArea,
  union,
  widthOf,
} from '../geometry/bounds'
import { placedBounds } from '../geometry/placement'
import type { BehaviourKind } from '../kinds/common'
import { hasMembers, hasParts, isShape, isWorded } from '../kinds/facts'
import { withCopies } from '../kinds/group/mirror'
import type { Layer, LayerOf } from '../kinds/list'
import { kindOf } from '../kinds/list'

/** What is adapted as one: a layer at the top level, a group with all it holds. */
export type Unit = { id: string; node: LayerNode; bounds: Bounds; kind: BehaviourKind; host: string | null }

export const nodeBounds = (node: LayerNode): Bounds | null => {
  if (!hasMembers(node.layer)) return placedBounds(node.layer.placement)
  const inner = node.children.map(nodeBounds).filter((b): b is Bounds => b !== null)
  return inner.length > 0 ? withCopies(node, inner.reduce(union)) : null
}

/** The type layers of a node, itself or inside. */
export const typesIn = (node: LayerNode): LayerOf<'type'>[] => [
  ...(isWorded(node.layer) ? [node.layer] : []),
  ...node.children.flatMap(typesIn),
  ...node.insides.flatMap(typesIn),
]

export type Edges = { left: boolean; right: boolean; top: boolean; bottom: boolean }
/** The page edges that a box crosses by more than a pixel. */
export const edgesCrossed = (b: Bounds, width: number, height: number): Edges => ({
  left: b.left < -1,
  right: b.right > width + 1,
  top: b.top < -1,
  bottom: b.bottom > height + 1,
})
const reaches = (b: Bounds, width: number, height: number): Edges => ({
  left: b.left <= 1,
  right: b.right >= width - 1,
  top: b.top <= 1,
  bottom: b.bottom >= height - 1,
})

/** A thing that is only an outline, or drawn to go round. */
const isFrame = (layer: Layer): boolean => (isShape(layer) && layer.fill.kind === 'none') || hasParts(layer)

/** Kind first, plane second, place third: what a layer does on other sizes when nobody said so. */
export function behaviourOf(
  node: LayerNode,
  bounds: Bounds,
  master: Pick<Channel, 'width' | 'height'>,
): BehaviourKind {
  const { layer } = node
  if (layer.behaviour.kind !== 'auto') return layer.behaviour.kind
  const { nature } = kindOf(layer)
  if (nature !== 'by place') return nature
  const { width, height } = master
  const [shareX, shareY] = [widthOf(bounds) / width, heightOf(bounds) / height]
  const r = reaches(bounds, width, height)
  if (r.left && r.right && r.top && r.bottom) return 'cover'
  if (typesIn(node).length > 0) return 'anchor'
  if (shareX > 0.78 && shareY > 0.78 && isFrame(layer)) return 'span'
  if ((shareX > 0.88 && shareY < 0.62) || (shareY > 0.88 && shareX < 0.62 && r.top && r.bottom)) return 'span'
  const crossed = edgesCrossed(bounds, width, height)
  if (crossed.left || crossed.right || crossed.top || crossed.bottom) return 'edge'
  return 'anchor'
}

export function unitsOf(tree: readonly LayerNode[], master: Pick<Channel, 'width' | 'height'>): Unit[] {
  const units = tree.flatMap((node): Unit[] => {
    const bounds = nodeBounds(node)
    return bounds
      ? [
          {
            id: node.layer.id,
            node,
            bounds,
            kind: behaviourOf(node, bounds, master),
            host: node.layer.behaviour.host,
          },
        ]
      : []
  })
  for (const unit of units)
    if (unit.kind === 'anchor' || unit.kind === 'ride') unit.host ??= plateHost(unit, units)
  for (const unit of units) {
    if (unit.host && units.some((u) => u.id === unit.host && u !== unit)) unit.kind = 'ride'
    else {
      unit.host = unit.kind === 'ride' ? nearestBeneath(unit, units) : null
      if (unit.kind === 'ride' && !unit.host) unit.kind = 'anchor'
    }
  }
  return units
}

/** A small shape or graphic directly behind a text is the text's plate. */
function plateHost(unit: Unit, units: readonly Unit[]): string | null {
  const { layer } = unit.node
  if (layer.plane !== 'message' || (!isShape(layer) && !hasParts(layer))) return null
  const inside = units.filter(
    (u) => u.kind === 'reads' && contains(grow(unit.bounds, heightOf(u.bounds) * 0.15), u.bounds),
  )
  const [text, more] = inside
  return text && !more && areaOf(unit.bounds) < areaOf(text.bounds) * 5 ? text.id : null
}

function nearestBeneath(unit: Unit, units: readonly Unit[]): string | null {
  const before = units
    .slice(0, units.indexOf(unit))
    .filter((u) => u.kind === 'anchor' || u.kind === 'reads' || u.kind === 'edge')
  const c = centreOf(unit.bounds)
  const way = (u: Unit) =>
    Math.hypot(centreOf(u.bounds).x - c.x, centreOf(u.bounds).y - c.y) -
    (overlapArea(u.bounds, unit.bounds) > 0 ? 1e6 : 0)
  return before.sort((a, b) => way(a) - way(b))[0]?.id ?? null
}

/** Things that belong together because they overlap or ride on each other; they move as one. */
export type Block = { units: Unit[]; bounds: Bounds; main: boolean }

export function blocksOf(units: readonly Unit[], texts: ReadonlySet<string>): Block[] {
  const members = units.filter((u) => u.kind === 'anchor' || (u.kind === 'ride' && !rides(u, units, texts)))
  const blocks: Block[] = []
  for (const unit of members) {
    const joined = blocks.filter((b) => b.units.some((other) => belongs(unit, other)))
    const merged: Block = {
      units: [...joined.flatMap((b) => b.units), unit],
      bounds: joined.reduce((b, j) => union(b, j.bounds), unit.bounds),
      main: false,
    }
    for (const j of joined) blocks.splice(blocks.indexOf(j), 1)
    blocks.push(merged)
  }
  const weight = (b: Block) =>
    b.units.reduce((sum, u) => sum + (u.node.layer.plane === 'subject' ? areaOf(u.bounds) : 0), 0)
  const first = blocks.filter((b) => weight(b) > 0).sort((a, b) => weight(b) - weight(a))[0]
  if (first) first.main = true
  return blocks
}

/** Whether a unit rides, directly or over others, on a text. */
export function rides(unit: Unit, units: readonly Unit[], texts: ReadonlySet<string>): boolean {
  let host = unit.host
  for (let n = 0; host && n < 8; n++) {
    if (texts.has(host)) return true
    host = units.find((u) => u.id === host)?.host ?? null
  }
  return false
}

function belongs(a: Unit, b: Unit): boolean {
  if (a.host === b.id || b.host === a.id) return true
  // Badges and single decorations stay free; things that stand before and behind each other hold together.
  const held = (u: Unit) => u.node.layer.plane === 'setting' || u.node.layer.plane === 'subject'
  return (
    held(a) &&
    held(b) &&
    overlapArea(a.bounds, b.bounds) > 0.08 * Math.min(areaOf(a.bounds), areaOf(b.bounds))
  )
}
