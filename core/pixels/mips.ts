import type { PixelMemory } from './memory'

/**
 * One mip level of a picture: RGBA, straight alpha, upright; `deep` ones have 16 bits a channel (little endian), the
 * others 8. Level 0 is the source itself.
 */
export type PictureLevel = { width: number; height: number; opaque: boolean; deep: boolean; data: Uint8Array }

/** The coarsest level is the first whose longer side is at most this, px. */
const SMALLEST = 64
const STRIP_BYTES = 8 * 1024 * 1024
export const levelCount = (width: number, height: number): number =>
  Math.max(1, Math.ceil(Math.log2(Math.max(width, height) / SMALLEST)) + 1)
export const levelSize = (size: number, level: number): number => {
  let s = size
  for (let n = 0; n < level; n++) s = Math.max(1, (s + 1) >> 1)
  return s
}

/** The next level of a picture, by the kernel that every host shares. */
export function halvePicture(memory: PixelMemory, p: PictureLevel): PictureLevel {
  const [width, height] = [levelSize(p.width, 1), levelSize(p.height, 1)]
  const bytes = p.deep ? 8 : 4
  const data = new Uint8Array(width * height * bytes)
  // In strips, so that a large picture does not have to lie in the kernels' memory as a whole.
  const rows = Math.min(p.height, Math.max(2, 2 * Math.floor(STRIP_BYTES / (2 * p.width * bytes))))
  const [inBytes, outBytes] = [rows * p.width * bytes, ((rows + 1) >> 1) * width * bytes + 16]
  const from = memory.block(inBytes)
  const to = memory.block(outBytes)
  for (let y = 0; y < p.height; y += rows) {
    const count = Math.min(rows, p.height - y)
    memory.bytes.set(p.data.subarray(y * p.width * bytes, (y + count) * p.width * bytes), from)
    memory.kernels.halve(to, from, p.width, count, p.deep ? 2 : 0)
    data.set(memory.bytes.subarray(to, to + ((count + 1) >> 1) * width * bytes), (y / 2) * width * bytes)
  }
  memory.releaseBlock(from, inBytes)
  memory.releaseBlock(to, outBytes)
  return { ...p, data, width, height }
}

export function isOpaque({ data, deep }: Pick<PictureLevel, 'data' | 'deep'>): boolean {
  if (deep) {
    for (let n = 6; n < data.length; n += 8) if (data[n] !== 255 || data[n + 1] !== 255) return false
    return true
  }
  // Whole pixels at once: large pictures are looked through often.
  const aligned = data.byteOffset % 4 === 0 ? data : data.slice()
  const pixels = new Int32Array(aligned.buffer, aligned.byteOffset, data.length >> 2)
  for (let n = 0; n < pixels.length; n++) if ((pixels[n] as number) >> 24 !== -1) return false
  return true
}
