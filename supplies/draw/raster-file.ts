import sharp from 'sharp'
import { drawRaster, type Raster } from './rasters'

/** How a drawn picture is shipped: see-through ones as WebP, others as JPEG. */
export const endingOf = (r: Raster): string => (r.transparent ? 'webp' : 'jpg')
/** A drawn picture as the file that is shipped. */
export function rasterFile(r: Raster): Promise<Buffer> {
  const image = sharp(drawRaster(r), { raw: { width: r.width, height: r.height, channels: 4 } })
  return r.transparent
    ? image.webp({ quality: 88, alphaQuality: 96, effort: 5, smartSubsample: true }).toBuffer()
    : image.removeAlpha().jpeg({ quality: 82, mozjpeg: true }).toBuffer()
}
