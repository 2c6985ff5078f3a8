import sharp from 'sharp'
import { badInput, Problem } from '../core/basics/errors'
import { fromHex } from '../core/colour/colour'
import { type ColourFamily, familiesOf } from '../core/colour/families'
import { readPrintProfile } from '../core/colour/icc'
import type { Design } from '../core/design/schema'
import { readGreyPng } from '../core/formats/grey-png'
import { isOpenRaster, readOpenRaster } from '../core/formats/open-raster/file'
import type { OraChoice } from '../core/formats/open-raster/stack'
import { type PackedCredit, type PackedVersion, readPackage } from '../core/formats/vivid-package'
import { MASK_TILE } from '../core/masks/mask'
import { MOST_TEXT, readCube } from '../core/treatments/cube'
import type { OwnFace } from '../core/type/own-face'
import { containerOf } from '../core/type/sfnt'
import { type Artwork, readSvg, splitSvg, wordsIn } from '../core/vector/svg'
import type { SourceInfo, Stretch } from '../wire/sources'
import { fromHeic, isHeic } from './heic'
import { openMemory } from './kernels'
import { type Told, toldBy, toldIn } from './keywords'
import { choicesIn, choose, fromOpenRaster } from './open-raster'
import { readFont } from './own-fonts'
import { decodePicture, lightGrid, MOST_BYTES, reduceTo, smallPixels, sniff } from './pictures'
import { sha256 } from './project'

/**
 * What people bring is read here, on any thread: nothing is stored, and what is found to be whole comes back as what is to be.
 */

/** A file that is to be stored, with what is known of it. */
export type Found = {
  info: Omit<SourceInfo, 'kind'> & { kind: SourceInfo['kind'] | 'lut' | 'font' | 'profile' }
  bytes: Uint8Array
}

export function refuseLarge(sizeBytes: number, name: string): void {
  if (sizeBytes > MOST_BYTES)
    throw new Problem(
      'too-large',
      `“${name}” is larger than ${MOST_BYTES / 1024 / 1024} MB. Nothing was stored; reduce it and try again.`,
    )
}

/** Bytes that an SVG may have: more lines than anyone draws. */
const MOST_SVG = 12_000_000
/** Primitives of filters in an SVG that are drawn: each costs as much as the whole picture, and they can be chained without end. */
const MOST_PRIMITIVES = 16
/** An SVG without its filters where it has too many of their primitives. */
function withoutFilters(bytes: Uint8Array): Uint8Array {
  const text = new TextDecoder().decode(bytes)
  if ((text.match(/<(\w+:)?fe[A-Z]/g) ?? []).length <= MOST_PRIMITIVES) return bytes
  const cut = text
    .replace(/<(\w+:)?filter\b[\s\S]*?<\/(\w+:)?filter\s*>/g, '')
    .replace(/\bfilter\s*=\s*("[^"]*"|'[^']*')/g, '')
    .replace(/\bfilter\s*:[^;"'}]*/g, '')
  return new TextEncoder().encode(cut)
}

async function pictureInfo(bytes: Uint8Array, name: string, mime: string): Promise<SourceInfo> {
  const picture = await decodePicture(bytes, name)
  const small = reduceTo(
    openMemory(),
    picture,
    Math.max(0, Math.ceil(Math.log2(Math.max(picture.width, picture.height) / 128))),
  )
  const { width, height, opaque } = picture
  return {
    sha: sha256(bytes),
    kind: 'picture',
    mime,
    width,
    height,
    opaque,
    light: lightGrid(small),
    parts: null,
  }
}

/** The colour words of a picture or graphic. */
async function coloursOf(info: SourceInfo, bytes: Uint8Array): Promise<ColourFamily[]> {
  if (info.kind !== 'graphic')
    return familiesOf(await smallPixels(info.mime === 'image/svg+xml' ? withoutFilters(bytes) : bytes))
  return familiesOf(
    Object.values(info.parts ?? {}).flatMap((hex) => {
      const { r, g, b, a } = fromHex(hex)
      return [r * 255, g * 255, b * 255, a * 255]
    }),
  )
}

/** SVG becomes our own paths; parts that cannot be held are taken as pictures of those parts, and said so by name. */
async function graphicInfo(bytes: Uint8Array, name: string, files: Found[]): Promise<SourceInfo> {
  if (bytes.byteLength > MOST_SVG)
    throw new Problem(
      'too-large',
      `“${name}” is larger than ${MOST_SVG / 1e6} MB, more than an SVG can have here. Nothing was stored; simplify it or save it as a picture.`,
    )
  const text = new TextDecoder().decode(bytes)
  const sha = sha256(bytes)
  try {
    const art = readSvg(text)
    if (art.beyond.length === 0) return graphicOf(sha, art)
    return { ...(await vectorPicture(bytes, name, sha)), ...(await stretchesOf(text, art, name, files)) }
  } catch (thrown) {
    if (!(thrown instanceof Problem) || thrown.kind !== 'unsupported') throw thrown
    const note = `“${name}” uses what a recolourable graphic cannot hold here (${thrown.message}), so it was taken in as a picture.`
    return { ...(await vectorPicture(bytes, name, sha)), note }
  }
}
const graphicOf = (sha: string, art: Artwork): SourceInfo => ({
  sha,
  kind: 'graphic',
  mime: 'image/svg+xml',
  width: art.width,
  height: art.height,
  opaque: false,
  light: null,
  parts: art.parts,
})
async function vectorPicture(bytes: Uint8Array, name: string, sha: string): Promise<SourceInfo> {
  const picture = await decodePicture(withoutFilters(bytes), name)
  const { width, height, opaque } = picture
  return {
    sha,
    kind: 'picture',
    mime: 'image/svg+xml',
    width,
    height,
    opaque,
    light: lightGrid(picture),
    parts: null,
  }
}

/** The most stretches that a file is taken apart into. */
const MOST_STRETCHES = 40
/** The stretches of a file that cannot all be held, stored, with what became a picture said by name. */
async function stretchesOf(
  text: string,
  art: Artwork,
  name: string,
  files: Found[],
): Promise<Pick<SourceInfo, 'note' | 'stretches'>> {
  const parted = splitSvg(text)
  const named = art.beyond.join(', ')
  if (
    parted.length > MOST_STRETCHES ||
    !parted.some((p) => p.beyond === null || (p.beyond === 'text' && wordsIn(p.svg, art)))
  )
    return {
      note: `“${name}” holds ${named}, which cannot be outlines here, so it was taken in as a picture.`,
    }
  const stretches: Stretch[] = []
  let [n, texts] = [0, 0]
  for (const { svg, beyond } of parted) {
    const bytes = new TextEncoder().encode(svg)
    if (beyond === null) {
      const own = readSvg(svg)
      const info = graphicOf(sha256(bytes), own)
      files.push({ info, bytes })
      stretches.push({ info, name: 'Outlines', box: { x: 0, y: 0, width: 1, height: 1 } })
      continue
    }
    const words = beyond === 'text' ? wordsIn(svg, art) : null
    if (words) {
      texts++
      stretches.push({ words, name: words.text.replace(/\s+/g, ' ').slice(0, 60) })
      continue
    }
    const made = await partPicture(bytes, art, files)
    if (!made) continue
    n++
    const label = beyond.replace(/^an? /, '')
    stretches.push({ ...made, name: `${label.slice(0, 1).toUpperCase()}${label.slice(1)} ${n}` })
  }
  const words = texts > 0 ? ` ${texts === 1 ? 'Its text' : `${texts} texts`} can be typed in.` : ''
  if (n === 0) return { stretches, note: `“${name}” came in as it is.${words}` }
  return {
    stretches,
    note: `“${name}” holds ${named}, which cannot be outlines here: ${n === 1 ? 'that part came in as a picture' : `${n} parts came in as pictures`}, the rest as it is.${words}`,
  }
}
/** A picture of what one stretch shows, cut to it, fine enough for twice its size. */
async function partPicture(
  bytes: Uint8Array,
  art: Artwork,
  files: Found[],
): Promise<Pick<Extract<Stretch, { info: unknown }>, 'info' | 'box'> | null> {
  const scale = Math.min(8, Math.max(2, 2000 / Math.max(art.width, art.height)))
  const { data, info: size } = await sharp(withoutFilters(bytes), {
    density: 72 * scale,
    limitInputPixels: 64_000_000,
  })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const seen = coveredBox(data, size.width, size.height)
  if (!seen) return null
  const png = new Uint8Array(
    await sharp(data, { raw: { width: size.width, height: size.height, channels: 4 } })
      .extract(seen)
      .png()
      .toBuffer(),
  )
  const info = await pictureInfo(png, 'part.png', 'image/png')
  files.push({ info, bytes: png })
  const box = {
    x: seen.left / size.width,
    y: seen.top / size.height,
    width: seen.width / size.width,
    height: seen.height / size.height,
  }
  return { info, box }
}

/** The box of all that covers anything, px; null for nothing. */
function coveredBox(
  data: Uint8Array,
  width: number,
  height: number,
): { left: number; top: number; width: number; height: number } | null {
  let [left, top, right, bottom] = [width, height, -1, -1]
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (data[(y * width + x) * 4 + 3] === 0) continue
      if (x < left) left = x
      if (x > right) right = x
      if (y < top) top = y
      bottom = y
    }
  return right < 0 ? null : { left, top, width: right - left + 1, height: bottom - top + 1 }
}

/** `bytes` are what is stored, where that is not the file itself. */
type Upload = {
  info: SourceInfo
  colours: ColourFamily[]
  files: Found[]
  told: Told
  bytes?: Uint8Array
}
/** Reads an upload: sniffed, limited, decoded once. Throws problems with a text for people. */
async function readUpload({ bytes, name }: { bytes: Uint8Array; name: string }): Promise<Upload> {
  if (bytes.byteLength === 0) throw badInput(`“${name}” is empty. Nothing was stored.`)
  refuseLarge(bytes.byteLength, name)
  if (isHeic(bytes)) {
    const { png, xmp } = await fromHeic(bytes, name)
    return { ...(await readUpload({ bytes: png, name })), told: toldBy(xmp), bytes: png }
  }
  const kind = sniff(bytes, name)
  const files: Found[] = []
  const info =
    kind.kind === 'graphic'
      ? await graphicInfo(bytes, name, files)
      : await pictureInfo(bytes, name, kind.mime)
  const told = kind.kind === 'graphic' ? { keywords: [], credit: '' } : await toldIn(bytes)
  return { info, colours: await coloursOf(info, bytes), files, told }
}

/** Bytes that a profile may have: the largest that presses are told of have some three million. */
export const MOST_PROFILE = 16_000_000
/** Reads a profile of the printing inks to see that it can be used. Throws `bad-input` that says what is wrong with it. */
function readProfile({ bytes, name }: { bytes: Uint8Array; name: string }): { file: Found; name: string } {
  const sha = sha256(bytes)
  const plain = { width: 0, height: 0, opaque: true, light: null, parts: null }
  return {
    name: readPrintProfile(bytes, name).name,
    file: { info: { sha, kind: 'profile', mime: 'application/vnd.iccprofile', ...plain }, bytes },
  }
}
/** Reads a LUT file to see that it can be used. Throws `bad-input` that says what is wrong with it. */
function readLut({ bytes, name }: { bytes: Uint8Array; name: string }): { file: Found; name: string } {
  if (bytes.byteLength > MOST_TEXT)
    throw new Problem(
      'too-large',
      `“${name}” is larger than ${MOST_TEXT / 1e6} MB. What was set before stays.`,
    )
  const { title, size } = readCube(new TextDecoder().decode(bytes))
  return {
    name: title || name.replace(/\.cube$/i, '').slice(0, 80) || 'LUT',
    file: {
      info: {
        sha: sha256(bytes),
        kind: 'lut',
        mime: 'text/plain',
        width: size,
        height: size,
        opaque: true,
        light: null,
        parts: null,
      },
      bytes,
    },
  }
}

/** Reads a font file to its letters. Throws `bad-input` that says what is wrong with it. */
async function fontFile(given: {
  bytes: Uint8Array
  name: string
}): Promise<{ file: Found; faces: OwnFace[] }> {
  const { sha, font, faces } = await readFont(given)
  const plain = { width: 1, height: 1, opaque: true, light: null, parts: null }
  return { file: { info: { sha, kind: 'font', mime: 'font/sfnt', ...plain }, bytes: font }, faces }
}

/** The most tiles of one stroke: a mask of 16 384 px a side. */
const MOST_TILES = 4096
/** Reads tiles of a painted mask, each a grey PNG of 256 × 256 px; throws where one is not. */
function readTiles({ tiles }: { tiles: readonly Uint8Array[] }): Found[] {
  if (tiles.length > MOST_TILES)
    throw new Problem('too-large', 'This stroke touches too much at once. The mask is as it was before it.')
  const flat = {
    kind: 'picture',
    mime: 'image/png',
    width: MASK_TILE,
    height: MASK_TILE,
    opaque: true,
    light: null,
    parts: null,
  } as const
  return tiles.map((bytes) => {
    const { width, height } = readGreyPng(bytes)
    if (width !== MASK_TILE || height !== MASK_TILE)
      throw badInput(
        `A tile of a mask is ${MASK_TILE} px a side, not ${width} × ${height}. Nothing was stored.`,
      )
    return { info: { ...flat, sha: sha256(bytes) }, bytes }
  })
}

type Packed = {
  design: Design
  notes: string[]
  files: Found[]
  credits: readonly PackedCredit[]
  versions: readonly PackedVersion[]
  /** Designs that it shows. */
  linked: readonly Design[]
}
/** Reads a .vivid package or an OpenRaster file, of the latter all layers or those chosen, with every file that the design names. */
async function readPacked({
  bytes,
  name,
  layers,
}: {
  bytes: Uint8Array
  name: string
  layers: readonly string[] | null
}): Promise<Packed> {
  const { design, blobs, notes, credits, versions, linked } = !isOpenRaster(bytes)
    ? { ...readPackage(bytes), notes: [] }
    : await fromOpenRaster(layers ? choose(readOpenRaster(bytes), layers) : readOpenRaster(bytes), name)
  const files: Found[] = []
  for (const [sha, blob] of blobs) {
    if (sha256(blob) !== sha)
      throw badInput('A picture in the package is not the one that its design names. Nothing was stored.')
    const own = `${sha.slice(0, 8)} in “${name || 'the package'}”`
    if (/^LUT_[13]D_SIZE/m.test(new TextDecoder().decode(blob.subarray(0, 4096))))
      files.push(readLut({ bytes: blob, name: own }).file)
    else if (containerOf(blob)) files.push((await fontFile({ bytes: blob, name: own })).file)
    else {
      const found = await readUpload({ bytes: blob, name: own })
      files.push({ info: found.info, bytes: blob }, ...found.files)
    }
  }
  return { design, notes, files, credits: credits ?? [], versions: versions ?? [], linked: linked ?? [] }
}

async function inspect({
  bytes,
  name,
}: {
  bytes: Uint8Array
  name: string
}): Promise<{ width: number; height: number; own: boolean; choices: OraChoice[] }> {
  refuseLarge(bytes.byteLength, name)
  const file = readOpenRaster(bytes)
  return {
    width: file.image.width,
    height: file.image.height,
    own: file.own !== null,
    choices: await choicesIn(file),
  }
}

/** What can be asked of a reader. */
export const intakeCalls = {
  upload: readUpload,
  font: fontFile,
  lut: async (input: { bytes: Uint8Array; name: string }) => readLut(input),
  profile: async (input: { bytes: Uint8Array; name: string }) => readProfile(input),
  tiles: async (input: { tiles: readonly Uint8Array[] }) => readTiles(input),
  packed: readPacked,
  inspect,
}
export type IntakeCalls = typeof intakeCalls
