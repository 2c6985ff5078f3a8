import { apply, inverse, type Point } from '../../geometry/matrix'
import { matrixOf, placedCorners, turnedAbout } from '../../geometry/placement'
import type { Placement } from '../../geometry/placement-schema'

/** What is cut out of a picture: where all of it lies and the box that is kept, px of the page. */
export type Crop = { whole: Placement; box: Placement }

const within = ({ whole, box }: Crop): boolean => {
  const back = inverse(matrixOf(whole))
  if (!back) return false
  return placedCorners(box).every((corner) => {
    const q = apply(back, corner)
    return q.x >= -EDGE && q.y >= -EDGE && q.x <= whole.width + EDGE && q.y <= whole.height + EDGE
  })
}
const EDGE = 0.01
const between = (a: Placement, b: Placement, share: number): Placement => ({
  ...b,
  x: a.x + (b.x - a.x) * share,
  y: a.y + (b.y - a.y) * share,
  width: a.width + (b.width - a.width) * share,
  height: a.height + (b.height - a.height) * share,
})
/** Another box as far as it lies on the picture, on the way from the one there is. */
export function boxWithin(crop: Crop, to: Placement): Placement {
  if (within({ ...crop, box: to })) return to
  let [low, high] = [0, 1]
  for (let n = 0; n < 24; n++) {
    const middle = (low + high) / 2
    if (within({ ...crop, box: between(crop.box, to, middle) })) low = middle
    else high = middle
  }
  return between(crop.box, to, low)
}
/** The picture turned about the middle of its box, enlarged until it covers that again. */
export function turnedBehind({ whole, box }: Crop, degrees: number): Crop {
  const turned = turnedAbout(whole, { x: box.x, y: box.y }, degrees)
  const scaled = (k: number): Placement => ({
    ...turned,
    x: box.x + (turned.x - box.x) * k,
    y: box.y + (turned.y - box.y) * k,
    width: turned.width * k,
    height: turned.height * k,
  })
  if (within({ whole: turned, box })) return { whole: turned, box }
  let [low, high] = [1, 8]
  if (!within({ whole: scaled(high), box })) return { whole, box }
  for (let n = 0; n < 30; n++) {
    const middle = (low + high) / 2
    if (within({ whole: scaled(middle), box })) high = middle
    else low = middle
  }
  return { whole: scaled(high), box }
}
/** By how many degrees a picture must be turned so that a line drawn along something in it lies level or upright. */
export function levelling(from: Point, to: Point): number {
  const angle = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI
  return Math.round(angle / 90) * 90 - angle
}
/** The largest box of a ratio about the middle of the one there is that lies on the picture. */
export function boxOfRatio(crop: Crop, ratio: number): Placement {
  const { box, whole } = crop
  const most = Math.hypot(whole.width, whole.height)
  const from = { ...box, width: 1, height: 1 }
  const to =
    ratio >= 1 ? { ...box, width: most, height: most / ratio } : { ...box, width: most * ratio, height: most }
  return boxWithin({ whole, box: { ...from, width: ratio, height: 1 } }, to)
}
