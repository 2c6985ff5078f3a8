import type { Point } from '../geometry/matrix'
import type { Placement } from '../geometry/placement-schema'
import type { Anchor, Channel, ChannelPlace } from './channel-schema'

const across: Record<Anchor, readonly [number, number]> = {
  nw: [0, 0],
  n: [0.5, 0],
  ne: [1, 0],
  w: [0, 0.5],
  c: [0.5, 0.5],
  e: [1, 0.5],
  sw: [0, 1],
  s: [0.5, 1],
  se: [1, 1],
}

export const anchorPoint = (anchor: Anchor, c: Pick<Channel, 'width' | 'height'>): Point => ({
  x: across[anchor][0] * c.width,
  y: across[anchor][1] * c.height,
})

/** The anchor whose ninth of the page holds a point. */
export function nearestAnchor(p: Point, c: Pick<Channel, 'width' | 'height'>): Anchor {
  const third = (v: number) => {
    if (v < 1 / 3) return 0
    if (v > 2 / 3) return 2
    return 1
  }
  const rows: readonly (readonly [Anchor, Anchor, Anchor])[] = [
    ['nw', 'n', 'ne'],
    ['w', 'c', 'e'],
    ['sw', 's', 'se'],
  ]
  return (rows[third(p.y / c.height)] as readonly [Anchor, Anchor, Anchor])[third(p.x / c.width)] as Anchor
}

/** A placement by hand on a channel as a change: offset in fractions of the short side, size as a factor of the adapted size. */
export function toChannelPlace(
  placement: Placement,
  adapted: Placement,
  c: Pick<Channel, 'width' | 'height'>,
): ChannelPlace {
  const anchor = nearestAnchor(placement, c)
  const at = anchorPoint(anchor, c)
  const short = Math.min(c.width, c.height)
  return {
    anchor,
    dx: (placement.x - at.x) / short,
    dy: (placement.y - at.y) / short,
    factorX: placement.width / adapted.width,
    factorY: placement.height / adapted.height,
    rotation: placement.rotation,
    flipX: placement.flipX,
    flipY: placement.flipY,
    ...(placement.skew ? { skew: placement.skew } : {}),
  }
}
