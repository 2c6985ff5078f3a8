import type { PDFContext, PDFRef } from 'pdf-lib'
import type { Picture } from '../../render/render-page'
import { N } from './content'
import type { Inks } from './inks'

/** Pixels of a mark or of a stored picture: RGBA, or a JPEG of what is opaque. */
export type Pixels = Picture | { width: number; height: number; jpeg: Uint8Array; channels: 3 | 4 }
/** Pixels as an image, with a soft mask where they are not all opaque. */
export function imageOf(context: PDFContext, pixels: Pixels, inks: Inks, space: PDFRef): PDFRef {
  const { width, height } = pixels
  const common = {
    Type: N('XObject'),
    Subtype: N('Image'),
    Width: width,
    Height: height,
    BitsPerComponent: 8,
    Interpolate: false,
  }
  if ('jpeg' in pixels)
    return context.register(
      context.stream(pixels.jpeg, {
        ...common,
        ColorSpace: space,
        Filter: N('DCTDecode'),
      }),
    )
  const { data } = pixels
  const rgb = new Uint8Array(width * height * 3)
  const alpha = new Uint8Array(width * height)
  let opaque = true
  for (let n = 0; n < alpha.length; n++) {
    rgb[3 * n] = data[4 * n] as number
    rgb[3 * n + 1] = data[4 * n + 1] as number
    rgb[3 * n + 2] = data[4 * n + 2] as number
    alpha[n] = data[4 * n + 3] as number
    if (alpha[n] !== 255) opaque = false
  }
  const soft = opaque
    ? null
    : context.register(context.flateStream(alpha, { ...common, ColorSpace: N('DeviceGray') }))
  return context.register(
    context.flateStream(inks.pixels(rgb), {
      ...common,
      ColorSpace: space,
      ...(soft ? { SMask: soft } : {}),
    }),
  )
}
