import { MASK_TILE, type MaskOf } from '../design/mask'
import { quickHash } from '../hash'
import { levelSize } from '../pixels/mips'
import type { PictureLevel } from './sources'

type Painted = MaskOf<'painted'>
export type PaintedContent = Pick<Painted, 'width' | 'height' | 'ground' | 'tiles'>
/** What a tile holds: 256 × 256 px, 255 shows. */
export type TileBytes = Uint8Array

/** The name by which rendering knows what is painted in a mask. */
const keys = new WeakMap<object, string>()
export function paintedKey(mask: PaintedContent): string {
  const held = keys.get(mask.tiles)
  if (held) return held
  const key = `mask:${quickHash(JSON.stringify([mask.width, mask.height, mask.ground, Object.entries(mask.tiles).sort()]))}`
  if (Object.isFrozen(mask.tiles)) keys.set(mask.tiles, key)
  return key
}

/**
 * A level of what is painted, as white of that alpha: how much it shows, or on a full ground how much it hides, so that
 * beyond its edge it is 0 either way. Each px is the mean of those of level 0 that it stands for.
 */
export function paintedLevel(mask: PaintedContent, level: number, tileOf: (sha: string) => TileBytes | null): PictureLevel {
  const [width, height] = [levelSize(mask.width, level), levelSize(mask.height, level)]
  const data = new Uint8Array(width * height * 4)
  const full = mask.ground === 'full'
  for (const [place, tile] of Object.entries(mask.tiles)) {
    if (tile === mask.ground) continue
    const [column, row] = place.split(',').map(Number) as [number, number]
    const bytes = tile === 'full' || tile === 'none' ? null : tileOf(tile)
    if (!bytes && tile !== 'full' && tile !== 'none') continue
    fillTile(data, width, height, mask, level, column, row, bytes, tile === 'full' ? 255 : 0, full)
  }
  // White everywhere: colour under no alpha is no matter, but a fringe would be.
  for (let n = 0; n < data.length; n += 4) data[n] = data[n + 1] = data[n + 2] = 255
  return { width, height, opaque: false, deep: false, data }
}

/** Writes one tile's part of a level, or the part of it that `within` names (px of level 0, from the tile's corner). */
export function fillTile(
  data: Uint8Array,
  width: number,
  height: number,
  mask: Pick<Painted, 'width' | 'height'>,
  level: number,
  column: number,
  row: number,
  bytes: TileBytes | null,
  flat: number,
  hidden: boolean,
  within: { left: number; top: number; right: number; bottom: number } = { left: 0, top: 0, right: MASK_TILE, bottom: MASK_TILE },
): void {
  const step = 2 ** level
  const [x0, y0] = [column * MASK_TILE, row * MASK_TILE]
  const [right, bottom] = [Math.min(x0 + within.right, mask.width), Math.min(y0 + within.bottom, mask.height)]
  for (let y = Math.floor((y0 + within.top) / step); y * step < bottom && y < height; y++)
    for (let x = Math.floor((x0 + within.left) / step); x * step < right && x < width; x++) {
      let sum = 0
      let count = 0
      if (!bytes) [sum, count] = [flat, 1]
      else
        for (let v = Math.max(y * step, y0); v < Math.min((y + 1) * step, y0 + MASK_TILE, mask.height); v++)
          for (let u = Math.max(x * step, x0); u < Math.min((x + 1) * step, x0 + MASK_TILE, mask.width); u++) {
            sum += bytes[(v - y0) * MASK_TILE + (u - x0)] as number
            count++
          }
      const value = Math.round(sum / Math.max(1, count))
      data[(y * width + x) * 4 + 3] = hidden ? 255 - value : value
    }
}
