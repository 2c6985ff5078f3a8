import { copyOf } from '../basics/copy'
import { keyBetween } from '../basics/order'
import type { Layer } from '../kinds/list'
import { type Mask, masksOf } from '../masks/mask'
import { dropStray } from './properties/set'
import type { Design } from './schema'
import { withMembers } from './tree'

/** Pure changes to masks; each is one step of a person's work. */

/** The order key after a layer's last mask. */
export const orderAfter = (layer: Pick<Layer, 'masks'>): string =>
  keyBetween(masksOf(layer).at(-1)?.order ?? null, null)

export function putMask(d: Design, layer: string, mask: Mask): void {
  const own = d.layers[layer]
  if (own) own.masks[mask.id] = mask
}
export function removeMask(d: Design, layer: string, mask: string): void {
  delete d.layers[layer]?.masks[mask]
  dropStray(d)
}
/** Copies a layer's masks to others, after those they have; a mask that goes by a layer is not put on that layer itself. */
export function copyMasks(d: Design, from: string, to: readonly string[], newId: () => string): void {
  const source = d.layers[from]
  if (!source) return
  for (const id of to) {
    const layer = d.layers[id]
    if (!layer || id === from) continue
    for (const mask of masksOf(source)) {
      if (mask.kind === 'layer' && maskDependsOn(d, mask.layer, id)) continue
      const copy = copyOf(mask)
      const own = layer.masks[copy.id] ? newId() : copy.id
      layer.masks[own] = { ...copy, id: own, order: orderAfter(layer) }
    }
  }
}

/** What a layer's pixels are made of: itself, its members, what is kept inside, and what masks of these go by. */
function ingredients(design: Pick<Design, 'layers'>, id: string, seen: Set<string>): void {
  if (seen.has(id)) return
  for (const l of withMembers(design, id)) {
    seen.add(l.id)
    for (const m of Object.values(l.masks)) if (m.kind === 'layer') ingredients(design, m.layer, seen)
  }
}
/** Whether a layer's pixels come from another in any way: then that one must not be masked by it. */
export function maskDependsOn(design: Pick<Design, 'layers'>, layer: string, on: string): boolean {
  const seen = new Set<string>()
  ingredients(design, layer, seen)
  return seen.has(on)
}
/** Layers whose masks go by one of these. */
export const maskedBy = (design: Pick<Design, 'layers'>, ids: ReadonlySet<string>): Layer[] =>
  Object.values(design.layers).filter((l) =>
    Object.values(l.masks).some((m) => m.kind === 'layer' && ids.has(m.layer)),
  )
