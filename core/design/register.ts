import { keyBetween } from '../basics/order'
import { isPhoto } from '../kinds/facts'
import type { Layer } from '../kinds/list'
import { pictureLayer } from '../kinds/new'
import type { ChannelPlace } from './channel-schema'
import { changesIn, setOnLayer } from './properties/set'
import { onLayer } from './properties/targets'
import type { Design } from './schema'
import { orderAbove, type Spot } from './spots'
import { siblingsOf } from './tree'

/** The layer whose place counts for one: itself, or what it lies in register with. */
export function placedBy(design: Pick<Design, 'layers'>, id: string): string {
  const seen = new Set<string>()
  for (let at = id; ; ) {
    const to = design.layers[at]?.register
    if (!to || !design.layers[to] || seen.has(at) || design.layers[to]?.page !== design.layers[at]?.page)
      return at
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
 * Where the cutout of a photo lies when the two are parted: directly over it, and from a backdrop as the rearmost subject, so
 * that what is set between comes to lie between; but where something of the setting would then be covered, in its own plane.
 */
function partSpot(d: Design, own: Layer): Spot & { order: string } {
  const at = { page: own.page, plane: own.plane, parent: own.parent, inside: own.inside }
  const ahead = { page: own.page, plane: 'subject', parent: null } as const
  const between = Object.values(d.layers).some(
    (l) => l.page === own.page && l.plane === 'setting' && !l.parent && !l.inside,
  )
  if (own.plane !== 'backdrop' || own.parent || own.inside || between)
    return { ...at, order: orderAbove(d, at, own.id) }
  const [first] = siblingsOf(d, ahead)
  return { ...ahead, inside: null, order: keyBetween(null, first?.order ?? null) }
}
/**
 * Makes of a photo that was cut out two parts in register: the whole photo stays beneath as the backdrop, the cutout lies
 * over it with room between. The photo keeps its id; the cutout is the new layer and takes what belongs to the
 * thing itself: masks, treatments, weaves, blending. Both always lie in the same place, on every channel.
 */
export function partInRegister(d: Design, photo: string, id: string): void {
  const own = d.layers[photo]
  if (!isPhoto(own) || own.register) return
  const { masks, treatments, weaves, blend, opacity, focal, behaviour } = own
  const where = { id, ...partSpot(d, own) }
  const source = { sha: own.source, width: own.sourceWidth, height: own.sourceHeight }
  const made = pictureLayer(where, `${own.name || 'Photo'}, cut out`, source, own.placement)
  d.layers[id] = { ...made, masks, treatments, weaves, blend, opacity, focal, behaviour, register: photo }
  Object.assign(own, { masks: {}, treatments: {}, weaves: {}, blend: 'normal', opacity: 1 })
  for (const layer of Object.values(d.layers))
    for (const w of Object.values(layer.weaves)) if (w.other === photo) w.other = id
}
/** Lets parts go: each has a place of its own from now on, where it lies on every channel. */
export function partFromRegister(d: Design, ids: readonly string[]): void {
  for (const id of ids) {
    const layer = d.layers[id]
    const root = placedBy(d, id)
    const from = d.layers[root]
    if (!layer?.register) continue
    layer.register = null
    if (!from || root === id) continue
    layer.placement = { ...from.placement }
    const places = changesIn(d, { targets: (t) => t === onLayer(root), property: (p) => p === 'place' })
    for (const c of places) setOnLayer(d, c.channel, id, 'place', c.value as ChannelPlace)
  }
}
