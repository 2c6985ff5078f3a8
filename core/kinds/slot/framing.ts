import { cosine, sine } from '../../geometry/exact'
import { applyHomography, type Homography, squareToQuad } from '../../geometry/homography'
import { apply, compose, inverse, scaling } from '../../geometry/matrix'
import { matrixOf } from '../../geometry/placement'
import type { Placement } from '../../geometry/placement-schema'
import { quadOf, warpOf } from '../../geometry/warp'
import type { SlotLayer } from './schema'

const identityHomography: Homography = [1, 0, 0, 0, 1, 0, 0, 0, 1]

type Slot = SlotLayer
type Filled = Slot & { picture: NonNullable<Slot['picture']> }
export const isFilled = (slot: Slot): slot is Filled => slot.picture !== null

const turnOf = (slot: Slot): { c: number; s: number } => {
  const r = ((slot.turn ?? 0) * Math.PI) / 180
  return { c: cosine(r), s: sine(r) }
}
/** How wide and high the slot is along the axes of its turned picture, px. */
function spanOf(slot: Slot): { width: number; height: number } {
  const { c, s } = turnOf(slot)
  const { width: w, height: h } = slot.placement
  return { width: w * Math.abs(c) + h * Math.abs(s), height: w * Math.abs(s) + h * Math.abs(c) }
}

/**
 * The picture's box, px of the slot's own axes, before it is turned about its middle: it covers the slot however turned,
 * enlarged by its zoom, moved by its pan along its own axes.
 */
export function pictureBox(slot: Filled): { x: number; y: number; width: number; height: number } {
  const { width: w, height: h } = slot.placement
  const span = spanOf(slot)
  const k =
    Math.max(span.width / slot.picture.sourceWidth, span.height / slot.picture.sourceHeight) * slot.zoom
  const [width, height] = [slot.picture.sourceWidth * k, slot.picture.sourceHeight * k]
  const { c, s } = turnOf(slot)
  const [dx, dy] = [(slot.pan.x * (width - span.width)) / 2, (slot.pan.y * (height - span.height)) / 2]
  return { x: (w - width) / 2 + dx * c - dy * s, y: (h - height) / 2 + dx * s + dy * c, width, height }
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
  const turn = slot.turn ?? 0
  // In a mirror a turn goes the other way round.
  if (!warp && !(turn && p.skew))
    return { ...plain, rotation: p.rotation + (p.flipX === p.flipY ? turn : -turn) }
  const { c, s } = turnOf(slot)
  /** A place of the picture's box in fractions of the slot's. */
  const inSlot = (u: number, v: number) => {
    const [dx, dy] = [(u - 0.5) * box.width, (v - 0.5) * box.height]
    return {
      x: (box.x + box.width / 2 + dx * c - dy * s) / p.width,
      y: (box.y + box.height / 2 + dx * s + dy * c) / p.height,
    }
  }
  if (!p.bend) {
    const map = p.corners ? squareToQuad(quadOf(p.corners)) : identityHomography
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
    return apply(back, (warp as NonNullable<typeof warp>).point(at.x, at.y))
  })
  return { ...plain, bend: { kind: 'net', columns: side, rows: side, points } }
}

/** The offset of the picture's middle from the slot's, px along the picture's own axes. */
const offsetOf = (
  slot: Filled,
  box: { width: number; height: number },
  span: { width: number; height: number },
) => ({
  x: (slot.pan.x * (box.width - span.width)) / 2,
  y: (slot.pan.y * (box.height - span.height)) / 2,
})
const clamp = (v: number, least: number, most: number) => Math.min(most, Math.max(least, v))
const share = (free: number, offset: number) => (free < 1e-6 ? 0 : clamp((2 * offset) / free, -1, 1))

/** Pan and zoom after the picture was moved by px of the slot's own axes and enlarged about the slot's centre. */
export function reframed(
  slot: Filled,
  by: { x: number; y: number },
  zoom: number = slot.zoom,
): Pick<Slot, 'pan' | 'zoom'> {
  const z = clamp(zoom, 1, 20)
  const box = pictureBox(slot)
  const span = spanOf(slot)
  const k = z / slot.zoom
  const before = offsetOf(slot, box, span)
  const { c, s } = turnOf(slot)
  // The offset of the picture's centre from the slot's, scaled with the picture, the hand's way along its axes.
  const off = { x: before.x * k + by.x * c + by.y * s, y: before.y * k - by.x * s + by.y * c }
  return {
    zoom: z,
    pan: { x: share(box.width * k - span.width, off.x), y: share(box.height * k - span.height, off.y) },
  }
}

/** Pan after the picture was turned: what is in the slot's middle stays there as far as the picture still covers. */
export const turnedInside = (slot: Filled, turn: number): Pick<Slot, 'pan' | 'turn'> => ({
  turn,
  pan: refitted(slot, { ...slot, turn }),
})

/**
 * Pan of a slot that changed its shape: what was in its middle stays there, and its picture's focal point stays in sight,
 * as far as the picture covers the slot.
 */
export function refitted(before: Filled, after: Filled): Slot['pan'] {
  const [old, box] = [pictureBox(before), pictureBox({ ...after, pan: { x: 0, y: 0 } })]
  const was = offsetOf(before, old, spanOf(before))
  const span = spanOf(after)
  const { focal } = before.picture
  const along = (size: number, room: number, oldSize: number, offset: number, focus: number): number => {
    // The place of the picture, in fractions, that lay in the middle; moved so far that the focal point is in the slot.
    const middle = 0.5 - offset / oldSize
    const half = room / size / 2
    let inSight: number
    if (Math.abs(focus - (0.5 - offset / oldSize)) <= half + 1e-9) inSight = middle
    else if (focus > middle) inSight = focus - half * 0.8
    else inSight = focus + half * 0.8
    return share(size - room, (0.5 - inSight) * size)
  }
  return {
    x: along(box.width, span.width, old.width, was.x, focal.x),
    y: along(box.height, span.height, old.height, was.y, focal.y),
  }
}

/** The pan that shows a picture's focal point as near the slot's middle as its free way allows. */
export function panToFocal(slot: Filled): Slot['pan'] {
  const box = pictureBox({ ...slot, pan: { x: 0, y: 0 } })
  const span = spanOf(slot)
  const { focal } = slot.picture
  return {
    x: share(box.width - span.width, (0.5 - focal.x) * box.width),
    y: share(box.height - span.height, (0.5 - focal.y) * box.height),
  }
}

/**
 * How a picture lies in a slot so that it stays where it is on the page: `whole` is where all of it lies (px of the page). The
 * slot must lie within it; where it does not the picture covers it as nearly as can be. Of slots without perspective or bend.
 */
export function framedBy(slot: Filled, whole: Placement): Required<Pick<Slot, 'zoom' | 'pan' | 'turn'>> {
  const p = slot.placement
  const by = whole.rotation - p.rotation
  const turn = (((((p.flipX === p.flipY ? by : -by) + 180) % 360) + 360) % 360) - 180
  const framed = { ...slot, turn }
  const span = spanOf(framed)
  const { sourceWidth, sourceHeight } = slot.picture
  const least = Math.max(span.width / sourceWidth, span.height / sourceHeight)
  const zoom = clamp(whole.width / sourceWidth / least, 1, 20)
  const [width, height] = [sourceWidth * least * zoom, sourceHeight * least * zoom]
  const back = inverse(matrixOf(p))
  const centre = back ? apply(back, { x: whole.x, y: whole.y }) : { x: p.width / 2, y: p.height / 2 }
  const off = { x: centre.x - p.width / 2, y: centre.y - p.height / 2 }
  const { c, s } = turnOf(framed)
  return {
    turn,
    zoom,
    pan: {
      x: share(width - span.width, off.x * c + off.y * s),
      y: share(height - span.height, -off.x * s + off.y * c),
    },
  }
}
