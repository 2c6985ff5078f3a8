import { copyFile, link, mkdir, stat } from 'node:fs/promises'
import { dirname } from 'node:path'
import sharp from 'sharp'
import { captionOf } from '../core/design/captions'
import { checkDesign } from '../core/design/edits'
import type { Design } from '../core/design/schema'
import { blobsOf } from '../core/design/sources-of'
import type { Bounds } from '../core/geometry/bounds'
import { isDeep } from '../core/outputs/define'
import { isPageOutput, isPictureOutput, outputOf, type PictureOutputId } from '../core/outputs/list'
import { xmpOf } from '../core/outputs/xmp'
import { pageBounds } from '../core/render/plan'
import { type Picture, renderPage } from '../core/render/render-page'
import type { ResolvedPage } from '../core/resolve/resolved'
import type { FileAsked } from './asked'
import { decoded } from './encode'
import { writeWhole } from './files'
import { encodeWithin } from './fit'
import { profileFile } from './inks'
import { toOpenRaster } from './open-raster'
import { toPageFile } from './page-files'
import { type BlobReader, type NodeHost, sha256 } from './project'
import { notReadBack } from './read-back'

/** Changes whenever the same design would come out otherwise than before. */
const WRITTEN = 1
/** A file that was delivered before, and what it was made of. */
export type Before = { stamp: string; file: string }
export type ExportAsked = FileAsked & { file: string; before?: readonly Before[] }
export type Exported = {
  width: number
  height: number
  bytes: number
  /** What it was made of: of the same the same file comes out. */
  stamp: string
  /** It is the same as one that was delivered before. */
  kept?: boolean
  likeness?: number | null
  /** Read back by a decoder: it has the size, the profile and the pixels that it should. */
  checked?: boolean
  /** What a format could not hold as it is. */
  message?: string
}
type Turn = <T>(job: (host: NodeHost) => Promise<T>) => Promise<T>

/** The part of a page that is delivered: the trim, or with its bleed. */
export const regionOf = (page: ResolvedPage, scale: number, bleed: boolean): Bounds =>
  bleed
    ? pageBounds(page, scale)
    : { left: 0, top: 0, right: Math.round(page.width * scale), bottom: Math.round(page.height * scale) }
export const onGround = (page: ResolvedPage, ground: FileAsked['ground']): ResolvedPage =>
  ground === 'transparent' ? { ...page, colour: 'transparent' } : page

type Rendered = {
  picture: Picture
  format: PictureOutputId
  ppi: number | undefined
  xmp: string | null
  stamp: string
}
/**
 * Makes a file of pages of a channel. Pixels are rendered in the host's turn and encoded beside the next one's; what was
 * delivered before of just the same is taken over.
 */
export async function exportFile(
  asked: ExportAsked,
  turn: Turn,
  read: BlobReader,
  progress: (share: number) => void,
): Promise<Exported> {
  const made = await turn(async (h): Promise<Exported | Rendered> => {
    h.know(asked.lights)
    const design = checkDesign(JSON.parse(asked.design))
    const pages: [ResolvedPage, ...ResolvedPage[]] = [
      onGround(await h.resolve(design, asked.page, asked.channel, asked.row), asked.ground),
    ]
    for (const id of asked.pages?.slice(1) ?? [])
      pages.push(onGround(await h.resolve(design, id, asked.channel, asked.row), asked.ground))
    const stamp = stampOf(asked, design, pages)
    const before = await keptFrom(asked, stamp)
    if (before) return before
    const [page] = pages
    const { format, settings, bleed } = asked
    if (isPageOutput(format)) {
      const wanted = { design, pages, format, settings, bleed }
      const { bytes, message } = await toPageFile(wanted, h, read, progress)
      await writeWhole(asked.file, bytes)
      const { width, height } = page
      const told = { width, height, bytes: bytes.length, stamp, checked: true }
      return message ? { ...told, message } : told
    }
    if (!isPictureOutput(format)) return openRaster(asked, design, page, h, read, stamp)
    const picture = await renderPage(page, asked.scale, regionOf(page, asked.scale, asked.bleed), h, {
      progress: (s) => progress(s * 0.8),
      deep: isDeep(outputOf(format), settings),
    })
    const ppi = page.channel.print ? page.channel.print.ppi * asked.scale : undefined
    const told = captionOf(design, asked.page, asked.channel)
    const xmp = xmpOf({ title: design.name, author: design.author, ...told })
    return { picture, format, ppi, xmp, stamp }
  })
  return 'picture' in made ? encodedFile(asked, made, read) : made
}
const stampOf = (asked: ExportAsked, design: Design, pages: readonly ResolvedPage[]): string =>
  sha256(
    new TextEncoder().encode(
      JSON.stringify([
        WRITTEN,
        asked.format,
        asked.settings,
        asked.mostKb,
        asked.floor,
        asked.smaller ?? false,
        asked.scale,
        asked.bleed,
        design.name,
        design.author,
        pages.map((p) => captionOf(design, p.page, asked.channel)),
        pages.map((p) => [p.layers, p.colour, p.swatches, p.width, p.height, p.bleed, p.channel.print]),
      ]),
    ),
  )
/** Takes a file over that was made of the same, with all that was told of it. */
async function keptFrom({ before = [], file }: ExportAsked, stamp: string): Promise<Exported | null> {
  const same = before.find((b) => b.stamp === stamp)
  if (!same || !(await stat(same.file).catch(() => null))) return null
  await mkdir(dirname(file), { recursive: true })
  // Files that were delivered never change: both names may be one file.
  await link(same.file, file).catch(() => copyFile(same.file, file))
  return { width: 0, height: 0, bytes: (await stat(file)).size, stamp, kept: true }
}
async function openRaster(
  asked: ExportAsked,
  design: Design,
  page: ResolvedPage,
  h: NodeHost,
  read: BlobReader,
  stamp: string,
): Promise<Exported> {
  const blobs = new Map<string, Uint8Array>()
  for (const sha of blobsOf(design)) {
    const blob = await read(sha)
    if (blob) blobs.set(sha, blob)
  }
  const { bytes, merged } = await toOpenRaster({ design, blobs }, page, h)
  await writeWhole(asked.file, bytes)
  const { width, height } = page
  const message = `Merged into one picture, as OpenRaster cannot say it: ${merged.join(', ')}`
  return { width, height, bytes: bytes.length, stamp, ...(merged.length > 0 ? { message } : {}) }
}
async function encodedFile(
  asked: ExportAsked,
  { picture, format, ppi, xmp, stamp }: Rendered,
  read: BlobReader,
): Promise<Exported> {
  const { settings, mostKb, floor, smaller, file } = asked
  const profile = await profileFile(settings, read)
  const how = { format, settings, profile, ...(ppi ? { ppi } : {}), ...(xmp ? { xmp } : {}) }
  const made = await encodeWithin(picture, how, { mostKb, floor, smaller })
  const deep = isDeep(outputOf(format), made.settings)
  await readBack(made.picture, made.bytes, !deep && !outputOf(format).loses(made.settings))
  await writeWhole(file, made.bytes)
  const { width, height } = made.picture
  const { likeness, message } = made
  const told = { width, height, bytes: made.bytes.length, stamp, likeness, checked: true }
  return message ? { ...told, message } : told
}
/** Reads a file back: its profile, its size, and every pixel where nothing may be lost. Throws `unsupported` where it is not as it should be. */
async function readBack(picture: Picture, bytes: Uint8Array, exact: boolean): Promise<void> {
  const { width, height, data } = await decoded(bytes)
  const { icc, depth } = await sharp(bytes).metadata()
  // Files of 16 bits may say sRGB in a word instead of a profile.
  if (!icc && depth !== 'ushort') throw notReadBack()
  if (width !== picture.width || height !== picture.height) throw notReadBack()
  if (!exact) return
  const [is, was] = [words(data), words(picture.data)]
  for (let n = 0; n < was.length; n++)
    // What is see-through has no colour.
    if (is[n] !== was[n] && ((was[n] as number) >>> 24 !== 0 || (is[n] as number) >>> 24 !== 0))
      throw notReadBack()
}
/** Pixels as whole words, alpha in the highest byte. */
const words = (data: Uint8Array | Uint8ClampedArray): Uint32Array =>
  data.byteOffset % 4 === 0
    ? new Uint32Array(data.buffer, data.byteOffset, data.byteLength / 4)
    : new Uint32Array(data.slice().buffer)
