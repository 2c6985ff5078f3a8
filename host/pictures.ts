import sharp, { type Metadata } from 'sharp'
import type { LightGrid } from '../core/adapt/lightness'
import { badInput, tooLarge, unsupported } from '../core/basics/errors'
import type { PixelMemory } from '../core/pixels/memory'
import { halvePicture, isOpaque, levelCount } from '../core/pixels/mips'
import type { PictureLevel } from '../core/render/sources'

/** Limits of an upload. */
export const MOST_BYTES = 120 * 1024 * 1024
export const MOST_PIXELS = 110_000_000
const MOST_SIDE = 30_000

export type PictureFormat = 'png' | 'jpeg' | 'webp' | 'avif' | 'gif' | 'tiff'
export type Sniffed =
  | { kind: 'picture'; format: PictureFormat; mime: string }
  | { kind: 'graphic'; mime: 'image/svg+xml' }

const starts = (b: Uint8Array, ...bytes: number[]): boolean => bytes.every((v, n) => b[n] === v)
const ascii = (b: Uint8Array, from: number, to: number): string =>
  String.fromCharCode(...b.subarray(from, to))

/** What a file is by its first bytes, whatever its name says; throws `unsupported` for anything else. */
export function sniff(bytes: Uint8Array, name: string): Sniffed {
  const picture = (format: PictureFormat): Sniffed => ({ kind: 'picture', format, mime: `image/${format}` })
  if (starts(bytes, 0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return picture('png')
  if (starts(bytes, 0xff, 0xd8, 0xff)) return picture('jpeg')
  if (ascii(bytes, 0, 4) === 'RIFF' && ascii(bytes, 8, 12) === 'WEBP') return picture('webp')
  if (ascii(bytes, 4, 8) === 'ftyp' && /avi[fs]/.test(ascii(bytes, 8, 32))) return picture('avif')
  if (ascii(bytes, 0, 5) === '%PDF-')
    throw unsupported(
      `“${name}” is a PDF. Nothing was stored; place it on the stage, where its pages are chosen.`,
    )
  if (/^GIF8[79]a/.test(ascii(bytes, 0, 6))) return picture('gif')
  if (starts(bytes, 0x49, 0x49, 0x2a, 0) || starts(bytes, 0x4d, 0x4d, 0, 0x2a)) return picture('tiff')
  const head = new TextDecoder().decode(bytes.subarray(0, 2048))
  if (
    /<svg[\s>]/i.test(head) ||
    (/^\s*<\?xml/.test(head) && /<svg[\s>]/i.test(new TextDecoder().decode(bytes.subarray(0, 20_000))))
  )
    return { kind: 'graphic', mime: 'image/svg+xml' }
  throw unsupported(
    `“${name}” is not a picture that can be read here: its content is none of PNG, JPEG, WebP, AVIF, GIF, TIFF or SVG. Nothing was stored; save it as one of these and try again.`,
  )
}

const damaged = (name: string): string =>
  `“${name}” is damaged: it ends early or its data do not fit together. Nothing was stored; export it again and try once more.`

/** The high bytes of 16-bit channels, or null where the low bytes say something that 8 bits cannot. */
function eightOf(deep: Uint8Array): Uint8Array | null {
  const out = new Uint8Array(deep.length / 2)
  for (let n = 0; n < out.length; n++) {
    const high = deep[2 * n + 1] as number
    if (deep[2 * n] !== high) return null
    out[n] = high
  }
  return out
}

/** Decodes to upright sRGB with straight alpha, 16-bit PNG and TIFF in their depth, all else in 8 bits; throws `bad-input` or `too-large` with a text for people. */
export async function decodePicture(bytes: Uint8Array, name: string): Promise<PictureLevel> {
  const open = () => sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error', pages: 1 })
  let meta: Metadata
  try {
    meta = await sharp(bytes, { limitInputPixels: false }).metadata()
  } catch {
    throw badInput(
      `“${name}” is damaged and cannot be read. Nothing was stored; export it again and try once more.`,
    )
  }
  const [width, height] = [meta.width ?? 0, meta.height ?? 0]
  if (width > MOST_SIDE || height > MOST_SIDE || width * height > MOST_PIXELS)
    throw tooLarge(
      `“${name}” has ${width.toLocaleString('en')} × ${height.toLocaleString('en')} pixels; at most ${(MOST_PIXELS / 1e6).toFixed(0)} million with no side over ${MOST_SIDE.toLocaleString('en')} can be used. Nothing was stored; reduce it and try again.`,
    )
  try {
    const decode = async (deep: boolean): Promise<Omit<PictureLevel, 'opaque'>> => {
      const upright = open()
        .autoOrient()
        .toColourspace(deep ? 'rgb16' : 'srgb')
        .ensureAlpha()
      // Of 16 bits with a profile the library works in another space than sRGB: it is told where to end.
      if (deep && meta.icc) upright.withIccProfile('srgb')
      const { data, info } = await upright
        .raw({ depth: deep ? 'ushort' : 'uchar' })
        .toBuffer({ resolveWithObject: true })
      return {
        width: info.width,
        height: info.height,
        deep,
        data: new Uint8Array(data.buffer, data.byteOffset, data.byteLength),
      }
    }
    let made = await decode(meta.depth === 'ushort' && (meta.format === 'png' || meta.format === 'tiff'))
    const eight = made.deep ? eightOf(made.data) : null
    if (eight) made = { ...made, deep: false, data: eight }
    // A file without transparency need not be looked through.
    return { ...made, opaque: !meta.hasAlpha || isOpaque(made) }
  } catch {
    throw badInput(damaged(name))
  }
}

/** px that previews in lists are long. */
export const LIST_SIDE = 320
/** A small WebP of a picture or graphic, at most `side` px a side; throws `bad-input` where it is damaged. */
export async function previewOf(bytes: Uint8Array, name: string, side: number): Promise<Uint8Array> {
  try {
    const image = sharp(bytes, {
      density: 96,
      limitInputPixels: MOST_PIXELS,
      failOn: 'error',
      pages: 1,
    }).autoOrient()
    return new Uint8Array(
      await image
        .resize(side, side, { fit: 'inside', withoutEnlargement: true })
        .webp({ quality: 82 })
        .toBuffer(),
    )
  } catch {
    throw badInput(damaged(name))
  }
}

/** A level of a decoded picture by repeated halving in the shared kernel. */
export function reduceTo(memory: PixelMemory, base: PictureLevel, level: number): PictureLevel {
  let out = base
  for (let n = 0; n < level; n++) out = halvePicture(memory, out)
  return out
}

/** How many levels of a picture are kept: down to a thumbnail of a thumbnail. */
export const keptLevels = (width: number, height: number): number => levelCount(width, height) + 3

/** All kept levels of a decoded picture from one on, finest first, each halved from the one before. */
export function levelsFrom(memory: PixelMemory, base: PictureLevel, from: number): PictureLevel[] {
  const out = [reduceTo(memory, base, from)]
  for (let n = from + 1; n < keptLevels(base.width, base.height); n++)
    out.push(reduceTo(memory, out.at(-1) as PictureLevel, 1))
  return out
}

/** Mean lightness and coverage on a grid of at most 16 cells a side. */
export function lightGrid(p: PictureLevel): LightGrid {
  const [columns, rows] = [Math.min(16, p.width), Math.min(16, p.height)]
  const light = new Array<number>(columns * rows).fill(0)
  const alpha = new Array<number>(columns * rows).fill(0)
  const counts = new Array<number>(columns * rows).fill(0)
  for (let y = 0; y < p.height; y++)
    for (let x = 0; x < p.width; x++) {
      const cell = Math.floor((y * rows) / p.height) * columns + Math.floor((x * columns) / p.width)
      // The high byte of a deep channel is enough for a mean.
      const [step, high] = p.deep ? [2, 1] : [1, 0]
      const at = (y * p.width + x) * 4 * step + high
      const value = (channel: number) => (p.data[at + channel * step] as number) / 255
      const a = value(3)
      light[cell] = (light[cell] as number) + (0.2126 * value(0) + 0.7152 * value(1) + 0.0722 * value(2)) * a
      alpha[cell] = (alpha[cell] as number) + a
      counts[cell] = (counts[cell] as number) + 1
    }
  const round = (v: number) => Math.round(v * 1000) / 1000
  return {
    columns,
    rows,
    light: light.map((v, n) => round((alpha[n] as number) > 0 ? v / (alpha[n] as number) : 0.5)),
    alpha: alpha.map((v, n) => round(v / Math.max(1, counts[n] as number))),
  }
}

/** A picture as RGBA of at most 48 px a side, for judging its colours. */
export const smallPixels = async (bytes: Uint8Array): Promise<Uint8Array> =>
  sharp(bytes, { limitInputPixels: MOST_PIXELS, pages: 1 })
    .resize(48, 48, { fit: 'inside' })
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer()
