import { newId } from '@/core/basics/ids'
import { place } from '@/core/design/commands'
import { setOn, setOnLayer } from '@/core/design/properties/set'
import { onMask } from '@/core/design/properties/targets'
import { placedBounds } from '@/core/geometry/placement'
import type { Placement } from '@/core/geometry/placement-schema'
import { isPhoto, takesPicture } from '@/core/kinds/facts'
import type { Layer, LayerOf } from '@/core/kinds/list'
import type { Crop } from '@/core/kinds/slot/crop'
import { framedBy, isFilled, picturePlacement } from '@/core/kinds/slot/framing'
import type { SLOT_FORMS } from '@/core/kinds/slot/schema'
import { newMask } from '@/core/masks/mask'
import type { Bench, BenchState } from '../state/bench'
import { resolvedOf } from './handled'
import { slotFrom } from './slots'

export type CropForm = (typeof SLOT_FORMS)[number]
/** A picture as it can be cropped: where it lies on the page shown, what file it is of. */
export type Croppable = {
  id: string
  crop: Crop
  source: string
  sourceRatio: number
  form: CropForm
  /** Its masks are of its own box, or it is cropped on one channel only: by one more mask, and not turned straight. */
  masked: boolean
}
/** What can be cropped of a layer; null for what shows no single picture, or shows it bent or in perspective. */
export function croppable(
  s: Pick<BenchState, 'resolved' | 'channel' | 'design'>,
  id: string,
): Croppable | null {
  const layer = resolvedOf(s, id)?.layer
  if (!layer || layer.placement.bend || layer.placement.corners || layer.placement.skew) return null
  if (isPhoto(layer)) {
    const { placement, source, sourceWidth, sourceHeight } = layer
    const masked = Object.keys(layer.masks).length > 0 || s.channel !== s.design.master
    const held = cropMaskOf(layer)
    const box = held ? boxOfMask(placement, held) : placement
    const form = held?.form ?? 'rectangle'
    return {
      id,
      crop: { whole: placement, box },
      source,
      sourceRatio: sourceWidth / sourceHeight,
      form,
      masked,
    }
  }
  if (takesPicture(layer) && isFilled(layer) && layer.form !== 'path') {
    const { source, sourceWidth, sourceHeight } = layer.picture
    const crop = { whole: picturePlacement(layer), box: layer.placement }
    return { id, crop, source, sourceRatio: sourceWidth / sourceHeight, form: layer.form, masked: false }
  }
  return null
}
type ShapeMask = Extract<Layer['masks'][string], { kind: 'shape' }>
const CROP = 'crop'
const cropMaskOf = (layer: Layer): ShapeMask | null => {
  const mask = Object.values(layer.masks).find((m) => m.id.startsWith(CROP))
  return mask?.kind === 'shape' && mask.on ? mask : null
}
/** Where a mask in fractions of its layer's box lies on the page. */
function boxOfMask(p: Placement, m: ShapeMask): Placement {
  const r = (p.rotation * Math.PI) / 180
  const [dx, dy] = [(m.x - 0.5) * p.width * (p.flipX ? -1 : 1), (m.y - 0.5) * p.height * (p.flipY ? -1 : 1)]
  return {
    ...p,
    x: p.x + dx * Math.cos(r) - dy * Math.sin(r),
    y: p.y + dx * Math.sin(r) + dy * Math.cos(r),
    width: m.width * p.width,
    height: m.height * p.height,
  }
}
function maskOfBox(p: Placement, b: Placement): Pick<ShapeMask, 'x' | 'y' | 'width' | 'height'> {
  const r = (-p.rotation * Math.PI) / 180
  const [dx, dy] = [b.x - p.x, b.y - p.y]
  const [x, y] = [dx * Math.cos(r) - dy * Math.sin(r), dx * Math.sin(r) + dy * Math.cos(r)]
  return {
    x: 0.5 + (x / p.width) * (p.flipX ? -1 : 1),
    y: 0.5 + (y / p.height) * (p.flipY ? -1 : 1),
    width: b.width / p.width,
    height: b.height / p.height,
  }
}
/** Begins to crop what is selected; says why where it cannot be. */
export function startCrop(bench: Bench, id: string): boolean {
  if (!croppable(bench.store.getState(), id)) {
    bench.notify('Only one upright or turned picture at a time can be cropped. Nothing was changed.')
    return false
  }
  bench.select([id])
  bench.set({ cropping: id, tool: 'pick', reframing: null })
  return true
}
const same = (a: Placement, b: Placement): boolean => {
  const [p, q] = [placedBounds(a), placedBounds(b)]
  return (['left', 'top', 'right', 'bottom'] as const).every((k) => Math.abs(p[k] - q[k]) < 0.05)
}
/**
 * Crops a picture: it becomes a slot that shows part of it, all of it is kept. On another channel than the master only that
 * one is cropped so.
 */
export function keepCrop(bench: Bench, of: Croppable, { whole, box }: Crop, form: CropForm): void {
  bench.set({ cropping: null })
  const unchanged = same(box, of.crop.box) && same(whole, of.crop.whole) && form === of.form
  if (unchanged) return
  const s = bench.store.getState()
  const seen = resolvedOf(s, of.id)
  const channel = s.design.channels[s.channel]
  if (!seen || !channel) return
  bench.edit('Crop', (d) => {
    const layer = d.layers[of.id]
    if (!layer) return
    if (of.masked) {
      const own = maskOfBox(seen.layer.placement, box)
      const held = cropMaskOf(layer)
      if (!held) {
        const order = `z${Object.keys(layer.masks).length}`
        const made = newMask.shape({ id: `${CROP}-${newId()}`, order }, form)
        // On a channel alone it is off everywhere else.
        layer.masks[made.id] = { ...made, ...own, on: channel.id === d.master }
        setOn(d, channel.id, onMask(of.id, made.id), 'on', true)
      } else
        for (const [key, value] of Object.entries({ ...own, form, on: true }))
          setOn(d, channel.id, onMask(of.id, held.id), key, value)
      return
    }
    const slot = isPhoto(layer) ? wholeSlot(layer) : layer
    if (!takesPicture(slot) || !slot.picture) return
    d.layers[of.id] = slot
    slot.form = form
    const shown = { ...slot, placement: box, picture: slot.picture }
    const { zoom, pan, turn } = framedBy(shown, whole)
    place(d, channel, of.id, box, seen.base)
    setOnLayer(d, channel.id, of.id, 'zoom', zoom)
    setOnLayer(d, channel.id, of.id, 'turn', turn)
    setOnLayer(d, channel.id, of.id, 'pan', pan)
  })
  bench.select([of.id])
}
/** A picture as a slot that shows all of it. */
const wholeSlot = (l: LayerOf<'picture'>): LayerOf<'slot'> => {
  const { source, sourceWidth, sourceHeight, focal } = l
  return slotFrom(l, { source, sourceWidth, sourceHeight, focal })
}
