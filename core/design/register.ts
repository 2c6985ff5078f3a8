import { pictureLayer } from './blank'
import { orderAbove } from './commands'
import type { Design, Layer } from './schema'

/** The layer whose place counts for one: itself, or what it lies in register with. */
export function placedBy(design: Pick<Design, 'layers'>, id: string): string {
  const seen = new Set<string>()
  for (let at = id; ; ) {
    const to = design.layers[at]?.register
    if (!to || !design.layers[to] || seen.has(at) || design.layers[to]?.page !== design.layers[at]?.page) return at
    seen.add(at)
    at = to
  }
}
/** Parts of the same photo that lie in register with a layer, itself left out. */
export const inRegisterWith = (design: Pick<Design, 'layers'>, id: string): Layer[] => {
  const root = placedBy(design, id)
  return Object.values(design.layers).filter((l) => l.id !== id && placedBy(design, l.id) === root)
}
/**
 * Makes of a photo that was cut out two parts in register: the whole photo stays beneath as the backdrop, the cutout lies
 * over it with room between. The photo keeps its id; the cutout is the new layer and takes the masks. Both always lie in the
 * same place, on every channel.
 */
export function partInRegister(d: Design, photo: string, id: string): void {
  const own = d.layers[photo]
  if (own?.kind !== 'picture') return
  const where = { id, page: own.page, plane: own.plane, parent: own.parent, inside: own.inside, order: orderAbove(d, own, photo) }
  const made = pictureLayer(
    where,
    `${own.name || 'Photo'}, cut out`,
    { sha: own.source, width: own.sourceWidth, height: own.sourceHeight },
    own.placement,
  )
  d.layers[id] = { ...made, focal: own.focal, blend: own.blend, masks: own.masks, register: photo, behaviour: own.behaviour }
  own.masks = {}
  own.blend = 'normal'
}
/** Lets parts go: each has a place of its own from now on, where it lies. */
export function partFromRegister(d: Design, ids: readonly string[]): void {
  for (const id of ids) {
    const layer = d.layers[id]
    if (!layer?.register) continue
    const root = d.layers[placedBy(d, id)]
    if (root) layer.placement = { ...root.placement }
    layer.register = null
  }
}
