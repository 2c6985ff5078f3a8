import { byOrder } from './order'
import { PLANES } from './planes'
import type { Design, Layer } from './schema'

/** A layer with its members, back to front. */
export type LayerNode = { layer: Layer; children: LayerNode[] }

/** The layers of a page as trees, back to front through all planes. */
export function layerTree(design: Pick<Design, 'layers'>, page: string): LayerNode[] {
  const byParent = new Map<string, Layer[]>()
  for (const layer of Object.values(design.layers)) {
    if (layer.page !== page) continue
    const parent = layer.parent && design.layers[layer.parent]?.page === page ? layer.parent : ''
    const list = byParent.get(parent)
    if (list) list.push(layer)
    else byParent.set(parent, [layer])
  }
  const build = (parent: string): LayerNode[] =>
    (byParent.get(parent) ?? []).sort(byOrder).map((layer) => ({ layer, children: layer.kind === 'group' ? build(layer.id) : [] }))
  const roots = build('')
  return PLANES.flatMap((plane) => roots.filter((n) => n.layer.plane === plane))
}

/** A layer's siblings in its plane and group, back to front, itself included. */
export const siblingsOf = (design: Pick<Design, 'layers'>, layer: Pick<Layer, 'page' | 'plane' | 'parent'>): Layer[] =>
  Object.values(design.layers)
    .filter((l) => l.page === layer.page && l.parent === layer.parent && (layer.parent !== null || l.plane === layer.plane))
    .sort(byOrder)

export const membersOf = (design: Pick<Design, 'layers'>, group: string): Layer[] =>
  Object.values(design.layers)
    .filter((l) => l.parent === group)
    .sort(byOrder)

/** The layer and everything inside it. */
export function withMembers(design: Pick<Design, 'layers'>, id: string): Layer[] {
  const layer = design.layers[id]
  if (!layer) return []
  return layer.kind === 'group' ? [layer, ...membersOf(design, id).flatMap((m) => withMembers(design, m.id))] : [layer]
}

/** Things that have pixels of their own: the members of groups instead of the groups. */
export const leavesOf = (design: Pick<Design, 'layers'>, ids: readonly string[]): Exclude<Layer, { kind: 'group' }>[] => {
  const seen = new Map<string, Exclude<Layer, { kind: 'group' }>>()
  for (const id of ids) for (const layer of withMembers(design, id)) if (layer.kind !== 'group') seen.set(layer.id, layer)
  return [...seen.values()]
}

/** The outermost group that holds a layer, or the layer itself. */
export function outermost(design: Pick<Design, 'layers'>, id: string): string {
  let layer = design.layers[id]
  while (layer?.parent && design.layers[layer.parent]) layer = design.layers[layer.parent]
  return layer?.id ?? id
}

/** Whether a layer is drawn and can be handled as far as its groups say. */
export const isShown = (design: Pick<Design, 'layers'>, id: string): boolean => chain(design, id).every((l) => l.shown)
export const isLocked = (design: Pick<Design, 'layers'>, id: string): boolean => chain(design, id).some((l) => l.locked)
function chain(design: Pick<Design, 'layers'>, id: string): Layer[] {
  const out: Layer[] = []
  for (let layer = design.layers[id]; layer && !out.includes(layer); layer = layer.parent ? design.layers[layer.parent] : undefined) out.push(layer)
  return out
}
