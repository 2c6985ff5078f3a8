import type { Layer } from '../kinds/list'
import type { Design } from './schema'
import { withMembers } from './tree'

/** Layers with everything that is tied to them, to a group they are in, or to a member: what moves when they move. */
export function withTied(design: Pick<Design, 'layers'>, ids: readonly string[]): string[] {
  const found = new Set(ids)
  const tiesOf = (id: string): (string | null)[] => {
    const above: (string | null)[] = []
    for (
      let at: Layer | undefined = design.layers[id];
      at;
      at = at.parent ? design.layers[at.parent] : undefined
    )
      above.push(at.tie ?? null)
    return [...above, ...withMembers(design, id).map((l) => l.tie ?? null)]
  }
  for (const id of found) {
    const ties = new Set(tiesOf(id).filter((t) => t !== null))
    if (ties.size === 0) continue
    for (const layer of Object.values(design.layers))
      if (layer.tie && ties.has(layer.tie) && layer.page === design.layers[id]?.page) found.add(layer.id)
  }
  // What lies in a group that moves as a whole moves with it.
  const within = (id: string): boolean => {
    for (let at = design.layers[id]?.parent; at; at = design.layers[at]?.parent)
      if (found.has(at)) return true
    return false
  }
  return [...found].filter((id) => ids.includes(id) || !within(id))
}

/** Ties layers to each other; what they were tied to before comes along. */
export function tie(d: Design, ids: readonly string[], name: string): void {
  const old = new Set(ids.map((id) => d.layers[id]?.tie).filter((t) => t))
  for (const layer of Object.values(d.layers))
    if (ids.includes(layer.id) || (layer.tie && old.has(layer.tie))) layer.tie = name
}

/** Unties layers; one that is left alone in a tie is untied too. */
export function untie(d: Design, ids: readonly string[]): void {
  for (const id of ids) {
    const layer = d.layers[id]
    if (layer) layer.tie = null
  }
  for (const layer of Object.values(d.layers))
    if (
      layer.tie &&
      !Object.values(d.layers).some((l) => l !== layer && l.id !== layer.id && l.tie === layer.tie)
    )
      layer.tie = null
}

/** What a layer is tied to, itself left out. */
export const tiedTo = (design: Pick<Design, 'layers'>, layer: Pick<Layer, 'id' | 'tie'>): Layer[] =>
  layer.tie ? Object.values(design.layers).filter((l) => l.id !== layer.id && l.tie === layer.tie) : []
