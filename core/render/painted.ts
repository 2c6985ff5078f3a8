import { quickHash } from '../basics/hash'
import type { MaskOf } from '../masks/mask'

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
