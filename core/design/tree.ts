import { byOrder } from '../basics/order'
import { hasMembers } from '../kinds/facts'
import type { Layer } from '../kinds/list'
import { PLANES } from '../kinds/planes'
import type { Design } from './schema'

/** A layer with its members and with what is kept inside it, back to front. */
export type LayerNode = { layer: Layer; children: LayerNode[]; insides: LayerNode[] }

/** The holder of a layer, where it is there. */
const holderOf = (design: Pick<Design, 'layers'>, layer: Layer): Layer | undefined =>
  layer.inside ? design.layers[layer.inside] : undefined

/** The layers of a page as trees, back to front through all planes. */
export function layerTree(design: Pick<Design, 'layers'>, page: string): LayerNode[] {
  const byParent = new Map<string, Layer[]>()
  const byHolder = new Map<string, Layer[]>()
  const put = (map: Map<string, Layer[]>, key: string, layer: Layer) => {
    const list = map.get(key)
    if (list) list.push(layer)
    else map.set(key, [layer])
  }
  for (const layer of Object.values(design.layers)) {
    if (layer.page !== page) continue
    if (holderOf(design, layer)?.page === page) put(byHolder, layer.inside as string, layer)
    else put(byParent, layer.parent && design.layers[layer.parent]?.page === page ? layer.parent : '', layer)
  }
  const nodes = (list: Layer[] | undefined): LayerNode[] =>
    (list ?? []).sort(byOrder).map((layer) => ({
      layer,
      children: hasMembers(layer) ? nodes(byParent.get(layer.id)) : [],
      insides: nodes(byHolder.get(layer.id)),
    }))
  const roots = nodes(byParent.get(''))
  return PLANES.flatMap((plane) => roots.filter((n) => n.layer.plane === plane))
}

/** A layer's siblings in its plane, group and holder, back to front, itself included. */
export const siblingsOf = (
  design: Pick<Design, 'layers'>,
  layer: Pick<Layer, 'page' | 'plane' | 'parent'> & Partial<Pick<Layer, 'inside'>>,
): Layer[] =>
  Object.values(design.layers)
    .filter(
      (l) =>
        l.page === layer.page &&
        l.parent === layer.parent &&
        (l.inside ?? null) === (layer.inside ?? null) &&
        (layer.parent !== null || l.plane === layer.plane),
    )
    .sort(byOrder)

/** Who lies in whom, found once for a state that cannot change any more; asked for every layer, scanning would be quadratic. */
type Index = { members: Map<string, Layer[]>; insides: Map<string, Layer[]> }
const indexes = new WeakMap<Design['layers'], Index>()
function indexOf(design: Pick<Design, 'layers'>): Index | null {
  const { layers } = design
  if (!Object.isFrozen(layers)) return null
  const held = indexes.get(layers)
  if (held) return held
  const made: Index = { members: new Map(), insides: new Map() }
  const put = (map: Map<string, Layer[]>, key: string, layer: Layer) =>
    map.set(key, [...(map.get(key) ?? []), layer])
  for (const layer of Object.values(layers)) {
    if (layer.inside) put(made.insides, layer.inside, layer)
    if (layer.parent && !holderOf(design, layer)) put(made.members, layer.parent, layer)
  }
  for (const list of [...made.members.values(), ...made.insides.values()]) list.sort(byOrder)
  indexes.set(layers, made)
  return made
}

/** What is kept inside a layer, back to front. */
export function insidesOf(design: Pick<Design, 'layers'>, holder: string): Layer[] {
  const index = indexOf(design)
  if (index) return [...(index.insides.get(holder) ?? [])]
  return Object.values(design.layers)
    .filter((l) => l.inside === holder)
    .sort(byOrder)
}

/** A group's members, back to front; what is kept inside one of them comes with that one. */
export function membersOf(design: Pick<Design, 'layers'>, group: string): Layer[] {
  const index = indexOf(design)
  if (index) return [...(index.members.get(group) ?? [])]
  return Object.values(design.layers)
    .filter((l) => l.parent === group && !holderOf(design, l))
    .sort(byOrder)
}

/** The layer with all its members and all that is kept inside. */
export function withMembers(design: Pick<Design, 'layers'>, id: string): Layer[] {
  const layer = design.layers[id]
  if (!layer) return []
  const members = hasMembers(layer) ? membersOf(design, id) : []
  return [layer, ...[...members, ...insidesOf(design, id)].flatMap((m) => withMembers(design, m.id))]
}

/** Things that have pixels of their own: the members of groups instead of the groups. */
export const leavesOf = (
  design: Pick<Design, 'layers'>,
  ids: readonly string[],
): Exclude<Layer, { kind: 'group' }>[] => {
  const seen = new Map<string, Exclude<Layer, { kind: 'group' }>>()
  for (const id of ids)
    for (const layer of withMembers(design, id)) if (!hasMembers(layer)) seen.set(layer.id, layer)
  return [...seen.values()]
}

/** The outermost group that holds a layer, or the layer itself. */
export function outermost(design: Pick<Design, 'layers'>, id: string): string {
  let layer = design.layers[id]
  while (layer?.parent && design.layers[layer.parent]) layer = design.layers[layer.parent]
  return layer?.id ?? id
}

/** Whether a layer is drawn and can be handled as far as its groups and holders say. */
export const isShown = (design: Pick<Design, 'layers'>, id: string): boolean =>
  chain(design, id).every((l) => l.shown)
export const isLocked = (design: Pick<Design, 'layers'>, id: string): boolean =>
  chain(design, id).some((l) => l.locked)
function chain(design: Pick<Design, 'layers'>, id: string): Layer[] {
  const out: Layer[] = []
  for (
    let layer = design.layers[id];
    layer && !out.includes(layer);
    layer = holderOf(design, layer) ?? (layer.parent ? design.layers[layer.parent] : undefined)
  )
    out.push(layer)
  return out
}
