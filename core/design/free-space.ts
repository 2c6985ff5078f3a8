import { areaOf, type Bounds, contains, overlaps } from '../geometry/bounds'
import type { Channel } from './channel-schema'

export const safeArea = (c: Pick<Channel, 'width' | 'height' | 'safe'>): Bounds => ({
  left: c.safe.left,
  top: c.safe.top,
  right: c.width - c.safe.right,
  bottom: c.height - c.safe.bottom,
})
export const clearBoxes = (c: Pick<Channel, 'clear'>): Bounds[] =>
  c.clear.map((b) => ({ left: b.x, top: b.y, right: b.x + b.width, bottom: b.y + b.height }))

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
