import sharp from 'sharp'
import { badInput } from '../core/basics/errors'
import type { Picture } from '../core/render/render-page'

export type ExportFormat = 'png' | 'jpeg'
export const formatForFile = (name: string): ExportFormat => {
  const ending = /\.(png|jpe?g)$/i.exec(name)?.[1]?.toLowerCase()
  if (!ending) throw badInput(`The file name “${name}” must end in .png, .jpg or .jpeg.`)
  return ending === 'png' ? 'png' : 'jpeg'
}

/** Encodes rendered pixels; sRGB, without metadata but for the density of print channels. JPEG lies on `ground`. */
export async function encodePicture(
  picture: Picture,
  how: { format: ExportFormat; quality: number; ground?: string; ppi?: number },
): Promise<Uint8Array<ArrayBuffer>> {
  const image = sharp(Buffer.from(picture.data.buffer, picture.data.byteOffset, picture.data.byteLength), {
    raw: { width: picture.width, height: picture.height, channels: 4 },
  })
  if (how.ppi) image.withMetadata({ density: how.ppi })
  const done =
    how.format === 'png'
      ? // Level 6 takes twice as long as 5 for a thirtieth less.
        image.png({ compressionLevel: 5, adaptiveFiltering: true })
      : image.flatten({ background: how.ground ?? '#ffffff' }).jpeg({
          quality: how.quality,
          chromaSubsampling: how.quality >= 85 ? '4:4:4' : '4:2:0',
          mozjpeg: true,
        })
  const bytes = await done.toBuffer()
  return new Uint8Array(bytes.buffer as ArrayBuffer, bytes.byteOffset, bytes.byteLength)
}

/** A JPEG is never coarser than this for the sake of its weight. */
const LEAST_QUALITY = 30
const KB = 1024
type How = Parameters<typeof encodePicture>[1]
/**
 * Encodes within a weight: a JPEG at the best quality up to the one asked for that is light enough. What cannot be made so
 * light is made as it is, and said.
 */
export async function encodeWithin(
  picture: Picture,
  how: How,
  mostKb: number | null,
): Promise<{ bytes: Uint8Array<ArrayBuffer>; quality: number; message?: string }> {
  const whole = await encodePicture(picture, how)
  const fits = (bytes: Uint8Array) => mostKb === null || bytes.length <= mostKb * KB
  if (fits(whole)) return { bytes: whole, quality: how.quality }
  const heavy = (bytes: Uint8Array, what: string) =>
    `It weighs ${Math.ceil(bytes.length / KB).toLocaleString('en')} KB, more than the ${mostKb?.toLocaleString('en')} KB that its channel takes. ${what}`
  if (how.format === 'png')
    return { bytes: whole, quality: how.quality, message: heavy(whole, 'A JPEG would be lighter.') }
  let [low, high] = [Math.min(LEAST_QUALITY, how.quality), how.quality - 1]
  let best = await encodePicture(picture, { ...how, quality: low })
  let quality = low
  if (!fits(best)) return { bytes: best, quality, message: heavy(best, 'Export it smaller.') }
  while (low < high) {
    const middle = Math.ceil((low + high) / 2)
    const made = await encodePicture(picture, { ...how, quality: middle })
    if (fits(made)) [low, best, quality] = [middle, made, middle]
    else high = middle - 1
  }
  return { bytes: best, quality }
}
