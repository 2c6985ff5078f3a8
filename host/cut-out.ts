import sharp from 'sharp'
import { cutOut } from '../core/cutout/cut-out'
import { type Dab, MASK_TILE } from '../core/design/mask'
import { badInput } from '../core/errors'
import { writeGreyPng } from '../core/formats/grey-png'
import type { PixelMemory } from '../core/pixels/memory'
import { openMemory } from './kernels'
import { decodePicture } from './pictures'

/** Tiles of a coverage, 0–255: those that cover something, as grey PNGs or `full`. */
export function tilesOfAlpha(alpha: Uint8Array, width: number, height: number): Record<string, Uint8Array | 'full'> {
  const out: Record<string, Uint8Array | 'full'> = {}
  for (let row = 0; row * MASK_TILE < height; row++)
    for (let column = 0; column * MASK_TILE < width; column++) {
      const [left, top] = [column * MASK_TILE, row * MASK_TILE]
      const [w, h] = [Math.min(MASK_TILE, width - left), Math.min(MASK_TILE, height - top)]
      const grey = new Uint8Array(MASK_TILE * MASK_TILE)
      let [least, most] = [255, 0]
      for (let y = 0; y < h; y++) {
        const line = alpha.subarray((top + y) * width + left, (top + y) * width + left + w)
        grey.set(line, y * MASK_TILE)
        for (const v of line) {
          if (v < least) least = v
          if (v > most) most = v
        }
      }
      if (most === 0) continue
      out[`${column},${row}`] = least === 255 ? 'full' : writeGreyPng(grey, MASK_TILE, MASK_TILE)
    }
  return out
}

let memory: PixelMemory | null = null
/** Separates the main thing of a stored picture: tiles of its mask, and the colours of its edge as a PNG. */
export async function cutOutPicture(bytes: Uint8Array, dabs: readonly Dab[], progress: (share: number) => void) {
  const { width, height, deep, data } = await decodePicture(bytes, 'picture')
  if (Math.min(width, height) < 8) throw badInput('This picture is too small to cut anything out of it. It is as it was.')
  // The high bytes of 16-bit channels are enough to tell things apart.
  const eight = deep ? Uint8Array.from({ length: data.length / 2 }, (_, n) => data[2 * n + 1] as number) : data
  const made = cutOut((memory ??= openMemory()), { width, height, data: eight }, dabs, progress)
  const { colours } = made
  const png = await sharp(Buffer.from(colours.data.buffer, colours.data.byteOffset, colours.data.byteLength), {
    raw: { width: colours.width, height: colours.height, channels: 4 },
  })
    .png({ compressionLevel: 5 })
    .toBuffer()
  return { width, height, tiles: tilesOfAlpha(made.alpha, width, height), colours: new Uint8Array(png) }
}
