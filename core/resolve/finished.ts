import { byOrder } from '../basics/order'
import { placedBy } from '../design/register'
import type { LayerNode } from '../design/tree'
import type { Layer } from '../kinds/list'
import { changesOfLayer, looking } from './look'
import type { PageTree } from './page-tree'
import type { ResolvedLayer } from './resolved'

/** A layer that holds nothing comes out as the same object each time, as long as it is the same. */
const alone = new WeakMap<Layer, ResolvedLayer>()
export function untouched(node: LayerNode): ResolvedLayer {
  const { layer } = node
  const bare = node.children.length === 0 && node.insides.length === 0 && Object.isFrozen(layer)
  const held = bare ? alone.get(layer) : undefined
  if (held) return held
  const made: ResolvedLayer = {
    layer,
    children: node.children.map(untouched),
    insides: node.insides.map(untouched),
    changed: [],
    base: layer.placement,
  }
  if (bare) alone.set(layer, made)
  return made
}

/** Arranged layers as they look on the channel, with what differs there. */
export function finished(nodes: readonly LayerNode[], tree: PageTree): ResolvedLayer[] {
  const { changes, channel, design } = tree
  return nodes.map((node) => ({
    layer: looking(node.layer, changes, channel, design.recipes),
    children: finished(node.children, tree),
    insides: finished(node.insides, tree),
    changed: changesOfLayer(node.layer, changes, design.recipes).map((c) => c.property),
    base: node.layer.placement,
  }))
}

/** Hidden layers keep their place in the list though they take no part in the arrangement; what lies in register goes with its part. */
export function withHidden(
  { design, nodes: all }: PageTree,
  laidOut: readonly LayerNode[],
): readonly LayerNode[] {
  if (!all.some((n) => !n.layer.shown || n.layer.register)) return laidOut
  const byId = new Map(laidOut.map((n) => [n.layer.id, n]))
  return all.flatMap((n) => {
    const part = placedBy(design, n.layer.id)
    return byId.get(n.layer.id) ?? (!n.layer.shown || (part !== n.layer.id && byId.has(part)) ? [n] : [])
  })
}

/** Within each plane the order of a channel's own changes counts. */
export function inBands(layers: ResolvedLayer[]): ResolvedLayer[] {
  const planes = [...new Set(layers.map((l) => l.layer.plane))]
  return planes.flatMap((plane) =>
    layers.filter((l) => l.layer.plane === plane).sort((a, b) => byOrder(a.layer, b.layer)),
  )
}
