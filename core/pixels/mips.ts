import type { PixelMemory } from './memory'

/** The coarsest level is the first whose longer side is at most this, px. */
const SMALLEST = 64
export const levelCount = (width: number, height: number): number => Math.max(1, Math.ceil(Math.log2(Math.max(width, height) / SMALLEST)) + 1)
export const levelSize = (size: number, level: number): number => {
  let s = size
  for (let n = 0; n < level; n++) s = Math.max(1, (s + 1) >> 1)
  return s
}

/** The next level of an 8-bit RGBA picture, by the kernel that every host shares. */
export function halvePicture(
  memory: PixelMemory,
  data: Uint8Array,
  width: number,
  height: number,
): { data: Uint8Array; width: number; height: number } {
  const [w, h] = [levelSize(width, 1), levelSize(height, 1)]
  const from = memory.block(data.byteLength)
  const to = memory.block(w * h * 4 + 16)
  memory.bytes.set(data, from)
  memory.kernels.halve(to, from, width, height)
  const out = memory.bytes.slice(to, to + w * h * 4)
  memory.releaseBlock(from, data.byteLength)
  memory.releaseBlock(to, w * h * 4 + 16)
  return { data: out, width: w, height: h }
}

export const isOpaque = (data: Uint8Array): boolean => {
  for (let n = 3; n < data.length; n += 4) if (data[n] !== 255) return false
  return true
}
