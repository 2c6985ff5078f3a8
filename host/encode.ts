import sharp, { type Sharp } from 'sharp'
import { isDeep, type Settings, settingsOf } from '../core/outputs/define'
import { outputOf, type PictureOutputId } from '../core/outputs/list'
import type { Picture } from '../core/render/render-page'
import { srgbProfile } from './profiles'
import { profiledTiff, srgbPng } from './tagging'

/**
 * How a picture is written; `ground` lies beneath what keeps no transparency, `xmp` is told of it in the file, `profile` is a
 * file that says what the printing inks are.
 */
export type How = {
  format: PictureOutputId
  settings: Settings
  ground?: string
  ppi?: number
  xmp?: string
  profile?: string | undefined
}

type Encoder = (image: Sharp, settings: Settings, ground: string, profile?: string) => Sharp
const number = (s: Settings, key: string): number => Number(s[key])

/** Each format's writer; settings are as its definition gives them. */
const encoders: Record<PictureOutputId, Encoder> = {
  png: (image, s) =>
    s.colours === 'all'
      ? // Level 6 takes twice as long as 5 for a thirtieth less.
        image.png({ compressionLevel: 5, adaptiveFiltering: true })
      : image.png({
          palette: true,
          colours: Number(s.colours),
          dither: number(s, 'dither') / 100,
          effort: 7,
        }),
  jpeg: (image, s, ground) =>
    image.flatten({ background: ground }).jpeg({
      quality: number(s, 'quality'),
      chromaSubsampling: isFull(s) ? '4:4:4' : '4:2:0',
      mozjpeg: true,
    }),
  webp: (image, s) =>
    s.lossless ? image.webp({ lossless: true }) : image.webp({ quality: number(s, 'quality'), effort: 4 }),
  avif: (image, s) =>
    s.lossless
      ? image.avif({ lossless: true, effort: 3 })
      : image.avif({
          quality: number(s, 'quality'),
          chromaSubsampling: isFull(s) ? '4:4:4' : '4:2:0',
          effort: 3,
        }),
  tiff(image, s, ground, profile = 'cmyk') {
    const how = {
      compression: s.compression as 'deflate' | 'lzw' | 'none',
      ...(s.compression === 'none' ? {} : { predictor: 'horizontal' as const }),
    }
    return s.colour === 'cmyk'
      ? image.flatten({ background: ground }).toColourspace('cmyk').withIccProfile(profile).tiff(how)
      : image.tiff(how)
  },
}
const FULL_FROM = 85
const isFull = (s: Settings): boolean =>
  s.subsampling === 'full' || (s.subsampling === 'auto' && number(s, 'quality') >= FULL_FROM)

export const rawOf = (p: Picture): Sharp =>
  sharp(Buffer.from(p.data.buffer, p.data.byteOffset, p.data.byteLength), {
    raw: { width: p.width, height: p.height, channels: 4 },
  })

/** Encodes rendered pixels with the sRGB profile (CMYK with its own), without other metadata but the density of print channels and what is told of it. */
export async function encodePicture(picture: Picture, how: How): Promise<Uint8Array<ArrayBuffer>> {
  const image = rawOf(picture)
  if (how.ppi) image.withMetadata({ density: how.ppi })
  image.withIccProfile('srgb')
  if (how.xmp) image.withXmp(how.xmp)
  if (picture.deep && isDeep(outputOf(how.format), how.settings)) return deepFile(picture, picture.deep, how)
  const bytes = await encoders[how.format](
    image,
    how.settings,
    how.ground ?? '#ffffff',
    how.profile,
  ).toBuffer()
  return new Uint8Array(bytes.buffer as ArrayBuffer, bytes.byteOffset, bytes.byteLength)
}

/** A file of 16 bits a channel, told to be sRGB. */
async function deepFile(
  { width, height }: Picture,
  deep: Uint16Array<ArrayBuffer>,
  how: How,
): Promise<Uint8Array<ArrayBuffer>> {
  const image = sharp(deep, { raw: { width, height, channels: 4 } }).toColourspace('rgb16')
  if (how.ppi) image.withMetadata({ density: how.ppi })
  if (how.xmp) image.withXmp(how.xmp)
  const made = new Uint8Array(await encoders[how.format](image, how.settings, '#ffffff').toBuffer())
  return how.format === 'png' ? srgbPng(made) : profiledTiff(made, await srgbProfile())
}
/** A see-through PNG of all colours. */
export const pngOf = (picture: Picture): Promise<Uint8Array<ArrayBuffer>> =>
  encodePicture(picture, { format: 'png', settings: settingsOf(outputOf('png')) })

/** A file that browsers do not show as a PNG of what is seen of it: inks as they look on the screen. */
export async function seenOf(bytes: Uint8Array): Promise<Uint8Array<ArrayBuffer>> {
  return new Uint8Array(await sharp(bytes).toColourspace('srgb').png({ compressionLevel: 3 }).toBuffer())
}
/** The pixels of a file in sRGB: RGBA, row by row. */
export async function decoded(
  bytes: Uint8Array,
): Promise<{ width: number; height: number; data: Uint8Array }> {
  const { data, info } = await sharp(bytes)
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  return { width: info.width, height: info.height, data }
}
