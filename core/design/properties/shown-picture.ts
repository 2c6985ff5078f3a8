import { z } from 'zod'
import type { Placement } from '../../geometry/placement-schema'
import { type PictureContent, pictureContent } from '../../kinds/contents'
import { isPhoto, takesPicture } from '../../kinds/facts'
import type { Layer } from '../../kinds/list'
import { panToFocal } from '../../kinds/slot/framing'
import type { SlotLayer } from '../../kinds/slot/schema'
import { type Property, plainly, type Thing } from './property'

/** A picture to be shown in the place of another, with what its file was called. */
export const shownPictureSchema = z.object({ ...pictureContent, called: z.string().max(200).optional() })
export type ShownPicture = z.infer<typeof shownPictureSchema>

const contentOf = ({ source, sourceWidth, sourceHeight, focal, linked }: PictureContent): PictureContent => ({
  source,
  sourceWidth,
  sourceHeight,
  focal,
  ...(linked ? { linked } : {}),
})
/** As large as fits into a box, standing on its foot. */
function fittedInto(p: Placement, { sourceWidth, sourceHeight }: PictureContent): Placement {
  const ratio = sourceWidth / sourceHeight
  if (Math.abs(p.width / p.height / ratio - 1) < SAME) return p
  const width = Math.min(p.width, p.height * ratio)
  const height = width / ratio
  const foot = (p.rotation * Math.PI) / 180
  const down = (p.height - height) / 2
  return { ...p, width, height, x: p.x - down * Math.sin(foot), y: p.y + down * Math.cos(foot) }
}
/** Ratios that differ by less are the same. */
const SAME = 0.005
/** How a slot that shows another picture frames it: it covers the slot with its focal point in view. */
function framed(
  slot: SlotLayer,
  picture: PictureContent,
): Pick<SlotLayer, 'picture' | 'zoom' | 'pan' | 'turn'> {
  const anew = { ...slot, picture, zoom: 1, turn: 0, pan: { x: 0, y: 0 } }
  return { picture, zoom: 1, turn: 0, pan: panToFocal(anew) }
}
const isSlot = (thing: Thing): boolean => takesPicture(thing as unknown as Layer)
const isPicture = (thing: Thing): boolean => isPhoto(thing as unknown as Layer)

/** What a slot holds, or which picture a layer is. A slot is covered by another one, a picture gives way to one within its box. */
export const shownPicture: Property = {
  ...plainly('layer', 'picture', {
    words: 'picture',
    schema: shownPictureSchema.nullable(),
    phase: 'content',
    refersTo: 'blob',
  }),
  read(layer) {
    if (isSlot(layer)) return layer.picture
    return isPicture(layer) ? contentOf(layer as PictureContent) : undefined
  },
  write(layer, value) {
    const shown = value as ShownPicture | null
    if (isSlot(layer)) {
      const slot = layer as unknown as SlotLayer
      if (!shown) return { ...layer, picture: null }
      return slot.picture?.source === shown.source ? layer : { ...layer, ...framed(slot, contentOf(shown)) }
    }
    if (!isPicture(layer) || !shown) return layer
    const placement = fittedInto(layer.placement as Placement, shown)
    return { ...layer, ...contentOf(shown), placement }
  },
  put(layer, value) {
    const shown = value as ShownPicture | null
    if (isSlot(layer)) layer.picture = shown && contentOf(shown)
    else if (shown) {
      delete layer.linked
      Object.assign(layer, contentOf(shown))
    }
  },
}
