import { type Bounds, intersect, isEmpty } from '../geometry/bounds'
import { STRIDE, TILE } from '../pixels/memory'

/** A part of a tile: `x`, `y` in the tile, a multiple of four wide; `offset` is its first byte in a plane. */
export type Region = { x: number; y: number; width: number; height: number; offset: number }

export const WHOLE: Region = { x: 0, y: 0, width: TILE, height: TILE, offset: 0 }

/** The part of a tile that a box touches, widened to whole registers; null for none. */
export function regionIn(bounds: Bounds, left: number, top: number): Region | null {
  const b = intersect(bounds, { left, top, right: left + TILE, bottom: top + TILE })
  if (isEmpty(b)) return null
  const x = (b.left - left) & ~3
  const right = Math.min(TILE, (b.right - left + 3) & ~3)
  const y = b.top - top
  return { x, y, width: right - x, height: b.bottom - b.top, offset: y * STRIDE + x * 4 }
}

export const sameRegion = (a: Region, b: Region): boolean =>
  a.offset === b.offset && a.width === b.width && a.height === b.height
