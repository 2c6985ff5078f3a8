import { areaOf, type Bounds, contains, heightOf, intersect, overlaps, widthOf } from '../geometry/bounds'
import type { Channel } from './channel-schema'

const boxOf = (b: Channel['clear'][number]): Bounds => ({
  left: b.x,
  top: b.y,
  right: b.x + b.width,
  bottom: b.y + b.height,
})
/** The part of a channel that is safe in all of its safe areas; one that leaves nothing with the others is passed over. */
export function safeArea(c: Pick<Channel, 'width' | 'height' | 'safe' | 'alsoSafe'>): Bounds {
  const own = {
    left: c.safe.left,
    top: c.safe.top,
    right: c.width - c.safe.right,
    bottom: c.height - c.safe.bottom,
  }
  return (c.alsoSafe ?? []).map(boxOf).reduce((area, box) => {
    const both = intersect(area, box)
    return widthOf(both) < LEAST_SAFE || heightOf(both) < LEAST_SAFE ? area : both
  }, own)
}
/** Less than this is no area to lay anything in, px. */
const LEAST_SAFE = 8
export const clearBoxes = (c: Pick<Channel, 'clear'>): Bounds[] => c.clear.map(boxOf)

/** The largest boxes inside an area that touch none of the obstacles, largest first. */
export function freeBoxes(area: Bounds, obstacles: readonly Bounds[]): Bounds[] {
  let free = [area]
  for (const o of obstacles)
    free = free.flatMap((b) =>
      overlaps(b, o)
        ? [
            { ...b, right: Math.min(b.right, o.left) },
            { ...b, left: Math.max(b.left, o.right) },
            { ...b, bottom: Math.min(b.bottom, o.top) },
            { ...b, top: Math.max(b.top, o.bottom) },
          ].filter((p) => p.right - p.left > 8 && p.bottom - p.top > 8)
        : [b],
    )
  return free
    .filter(
      (b, n) => !free.some((other, m) => m !== n && contains(other, b) && (m < n || !contains(b, other))),
    )
    .sort((a, b) => areaOf(b) - areaOf(a))
}
