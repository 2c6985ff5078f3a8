import { applyHomography, squareToQuad } from '../geometry/homography'
import { apply, compose, inverse, scaling } from '../geometry/matrix'
import { matrixOf } from '../geometry/placement'
import { quadOf, warpOf } from '../geometry/warp'
import type { LayerOf, Placement } from './schema'

type Slot = LayerOf<'slot'>
type Filled = Slot & { picture: NonNullable<Slot['picture']> }
export const isFilled = (slot: Slot): slot is Filled => slot.picture !== null

/** The picture's box within the slot's, px of the slot's own axes: it covers the slot, enlarged by its zoom, moved by its pan. */
export function pictureBox(slot: Filled): { x: number; y: number; width: number; height: number } {
  const { width: w, height: h } = slot.placement
  const k = Math.max(w / slot.picture.sourceWidth, h / slot.picture.sourceHeight) * slot.zoom
  const [width, height] = [slot.picture.sourceWidth * k, slot.picture.sourceHeight * k]
  return { x: (w - width) / 2 + (slot.pan.x * (width - w)) / 2, y: (h - height) / 2 + (slot.pan.y * (height - h)) / 2, width, height }
}

/** Where the picture in a slot lies on the page, through the slot's perspective and bend. */
export function picturePlacement(slot: Filled): Placement {
  const p = slot.placement
  const box = pictureBox(slot)
  const centre = apply(matrixOf(p), { x: box.x + box.width / 2, y: box.y + box.height / 2 })
  const plain: Placement = { ...p, x: centre.x, y: centre.y, width: box.width, height: box.height }
  delete plain.corners
  delete plain.bend
  const warp = warpOf(p)
  if (!warp) return plain
  /** A place of the picture's box in fractions of the slot's. */
  const inSlot = (u: number, v: number) => ({ x: (box.x + u * box.width) / p.width, y: (box.y + v * box.height) / p.height })
  if (p.corners && !p.bend) {
    const map = squareToQuad(quadOf(p.corners))
    if (!map) return plain
    const inPicture = (u: number, v: number) => {
      const q = applyHomography(map, inSlot(u, v))
      return { x: (q.x * p.width - box.x) / box.width - u, y: (q.y * p.height - box.y) / box.height - v }
    }
    return { ...plain, corners: [inPicture(0, 0), inPicture(1, 0), inPicture(1, 1), inPicture(0, 1)] }
  }
  const back = inverse(compose(scaling(box.width, box.height), matrixOf(plain)))
  if (!back) return plain
  const side = 9
  const points = Array.from({ length: side * side }, (_, n) => {
    const at = inSlot((n % side) / (side - 1), Math.floor(n / side) / (side - 1))
    return apply(back, warp.point(at.x, at.y))
  })
  return { ...plain, bend: { kind: 'net', columns: side, rows: side, points } }
}

/** Pan and zoom after the picture was moved by px of the slot's own axes and enlarged about the slot's centre. */
export function reframed(slot: Filled, by: { x: number; y: number }, zoom: number = slot.zoom): Pick<Slot, 'pan' | 'zoom'> {
  const clamp = (v: number, least: number, most: number) => Math.min(most, Math.max(least, v))
  const z = clamp(zoom, 1, 20)
  const before = pictureBox(slot)
  const k = z / slot.zoom
  const { width: w, height: h } = slot.placement
  const one = (free: number, offset: number) => (free < 1e-6 ? 0 : clamp((2 * offset) / free, -1, 1))
  // The offset of the picture's centre from the slot's, scaled with the picture.
  const off = { x: (before.x + before.width / 2 - w / 2) * k + by.x, y: (before.y + before.height / 2 - h / 2) * k + by.y }
  return { zoom: z, pan: { x: one(before.width * k - w, off.x), y: one(before.height * k - h, off.y) } }
}

/** The pan that shows a picture's focal point as near the slot's middle as its free way allows. */
export function panToFocal(slot: Filled): Slot['pan'] {
  const box = pictureBox({ ...slot, pan: { x: 0, y: 0 } })
  const { focal } = slot.picture
  return reframed({ ...slot, pan: { x: 0, y: 0 } }, { x: (0.5 - focal.x) * box.width, y: (0.5 - focal.y) * box.height }).pan
}
