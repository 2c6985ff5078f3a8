import { randomUUID } from 'node:crypto'
import { existsSync } from 'node:fs'
import { mkdir, open, readFile, rename, rm } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import sharp from 'sharp'
import type { LightGrid } from '../core/adapt/lightness'
import { MASK_TILE } from '../core/design/mask'
import type { Design } from '../core/design/schema'
import { blobsOf } from '../core/design/sources-of'
import { Problem } from '../core/errors'
import { MOST_TEXT, readCube } from '../core/formats/cube'
import { readGreyPng } from '../core/formats/grey-png'
import type { LutFile } from '../core/treatments/field'
import { type Artwork, readSvg, splitSvg } from '../core/vector/svg'
import { openMemory } from '../host/kernels'
import { decodePicture, lightGrid, MOST_BYTES, reduceTo, sniff } from '../host/pictures'
import { type Drawn, sha256 } from '../host/project'
import { now, type Store, store } from './database'
import { dataFolder } from './paths'

/** What the application knows of a stored picture or graphic. */
export type SourceInfo = {
  sha: string
  kind: 'picture' | 'graphic'
  mime: string
  width: number
  height: number
  opaque: boolean
  light: LightGrid | null
  parts: Record<string, string> | null
  note?: string
  /** Of a vector file that cannot all be held as outlines: what shows the same, back to front, boxes in shares of the whole. */
  stretches?: { info: SourceInfo; name: string; box: { x: number; y: number; width: number; height: number } }[]
}

export const blobPath = (sha: string): string => join(/* turbopackIgnore: true */ dataFolder(), 'blobs', sha.slice(0, 2), sha)
export const readBlob = async (sha: string): Promise<Uint8Array | null> =>
  existsSync(blobPath(sha)) ? new Uint8Array(await readFile(blobPath(sha))) : null

/** Written to a temporary name, synced, renamed: a blob is whole or not there. */
async function writeBlob(sha: string, bytes: Uint8Array): Promise<void> {
  const path = blobPath(sha)
  if (existsSync(path)) return
  await mkdir(dirname(path), { recursive: true })
  const temporary = `${path}.${randomUUID()}`
  const file = await open(/* turbopackIgnore: true */ temporary, 'w')
  try {
    await file.writeFile(bytes)
    await file.sync()
  } finally {
    await file.close()
  }
  await rename(temporary, path)
}

type Detail = { light: LightGrid | null; parts: Record<string, string> | null }
const infoOf = (row: { sha: string; kind: string; mime: string; width: number; height: number; opaque: number; detail: string }): SourceInfo => ({
  sha: row.sha,
  kind: row.kind as SourceInfo['kind'],
  mime: row.mime,
  width: row.width,
  height: row.height,
  opaque: row.opaque === 1,
  ...(JSON.parse(row.detail) as Detail),
})

export async function sourceInfo(shas: readonly string[]): Promise<SourceInfo[]> {
  if (shas.length === 0) return []
  const db = await store()
  return (
    await db
      .selectFrom('blobs')
      .selectAll()
      .where('sha', 'in', [...shas])
      .where('kind', '!=', 'lut')
      .execute()
  ).map(infoOf)
}

/** What a stored file is sent as; null where it is not here. */
export async function blobType(sha: string): Promise<string | null> {
  const row = await (await store()).selectFrom('blobs').select(['kind', 'mime']).where('sha', '=', sha).executeTakeFirst()
  return row ? (row.kind === 'graphic' ? 'text/plain; charset=utf-8' : row.mime) : null
}

/** A design for the render thread, with the lightness of its pictures. */
export async function drawn(design: Design): Promise<Drawn> {
  const infos = await sourceInfo([...blobsOf(design)])
  return { design: JSON.stringify(design), lights: Object.fromEntries(infos.flatMap((i) => (i.light ? [[i.sha, i.light]] : []))) }
}

/** Which of these blobs are not stored. */
export async function absentBlobs(db: Store, shas: Iterable<string>): Promise<string[]> {
  const all = [...shas]
  if (all.length === 0) return []
  const known = new Set((await db.selectFrom('blobs').select('sha').where('sha', 'in', all).execute()).map((r) => r.sha))
  return all.filter((s) => !known.has(s))
}

const DAY = 24 * 3600 * 1000

export function refuseLarge(sizeBytes: number, name: string): void {
  if (sizeBytes > MOST_BYTES)
    throw new Problem('too-large', `“${name}” is larger than ${MOST_BYTES / 1024 / 1024} MB. Nothing was stored; reduce it and try again.`)
}

/** Writes a blob with what is known of it; without an owner it stays for a day, until a design names it. */
async function keepBlob(
  info: Omit<SourceInfo, 'kind'> & { kind: SourceInfo['kind'] | 'lut' },
  bytes: Uint8Array,
  owner: string | null,
): Promise<void> {
  await writeBlob(info.sha, bytes)
  const db = await store()
  const { light, parts } = info
  await db
    .insertInto('blobs')
    .values({
      sha: info.sha,
      kind: info.kind,
      mime: info.mime,
      size_bytes: bytes.byteLength,
      width: info.width,
      height: info.height,
      opaque: info.opaque ? 1 : 0,
      detail: JSON.stringify({ light, parts }),
      created_at: now(),
    })
    .onConflict((c) => c.doNothing())
    .execute()
  await db
    .insertInto('blob_refs')
    .values(
      owner
        ? { owner, sha: info.sha, until: null }
        : { owner: `upload:${randomUUID()}`, sha: info.sha, until: new Date(Date.now() + DAY).toISOString() },
    )
    .onConflict((c) => c.doNothing())
    .execute()
}

/** Takes in an upload: sniffed, limited, decoded once, kept as it came. Throws problems with a text for people. */
export async function storeUpload(bytes: Uint8Array, name: string, owner: string | null = null): Promise<SourceInfo> {
  if (bytes.byteLength === 0) throw new Problem('bad-input', `“${name}” is empty. Nothing was stored.`)
  refuseLarge(bytes.byteLength, name)
  const kind = sniff(bytes, name)
  let info: SourceInfo
  if (kind.kind === 'graphic') info = await graphicInfo(bytes, name)
  else {
    const picture = await decodePicture(bytes, name)
    const small = reduceTo(openMemory(), picture, Math.max(0, Math.ceil(Math.log2(Math.max(picture.width, picture.height) / 128))))
    info = {
      sha: sha256(bytes),
      kind: 'picture',
      mime: kind.mime,
      width: picture.width,
      height: picture.height,
      opaque: picture.opaque,
      light: lightGrid(small),
      parts: null,
    }
  }
  await keepBlob(info, bytes, owner)
  return info
}

/** Takes in a LUT file, read once to see that it can be used. Throws `bad-input` that says what is wrong with it. */
export async function storeLut(bytes: Uint8Array, name: string): Promise<LutFile> {
  if (bytes.byteLength > MOST_TEXT) throw new Problem('too-large', `“${name}” is larger than ${MOST_TEXT / 1e6} MB. What was set before stays.`)
  const { title, size } = readCube(new TextDecoder().decode(bytes))
  const source = sha256(bytes)
  await keepBlob({ sha: source, kind: 'lut', mime: 'text/plain', width: size, height: size, opaque: true, light: null, parts: null }, bytes, null)
  return { source, name: title || name.replace(/\.cube$/i, '').slice(0, 80) || 'LUT' }
}

/** Takes in a file of a package, whatever it is of. */
export async function storePacked(bytes: Uint8Array, sha: string): Promise<void> {
  const name = `${sha.slice(0, 8)} in the package`
  await (/^LUT_[13]D_SIZE/m.test(new TextDecoder().decode(bytes.subarray(0, 4096))) ? storeLut(bytes, name) : storeUpload(bytes, name))
}

/** The most tiles of one stroke: a mask of 16 384 px a side. */
const MOST_TILES = 4096
/** Takes in tiles of a painted mask, each a grey PNG of 256 × 256 px; none is stored where one is not. Gives their names. */
export async function storeMaskTiles(tiles: readonly Uint8Array[]): Promise<string[]> {
  if (tiles.length > MOST_TILES) throw new Problem('too-large', 'This stroke touches too much at once. The mask is as it was before it.')
  for (const bytes of tiles) {
    const { width, height } = readGreyPng(bytes)
    if (width !== MASK_TILE || height !== MASK_TILE)
      throw new Problem('bad-input', `A tile of a mask is ${MASK_TILE} px a side, not ${width} × ${height}. Nothing was stored.`)
  }
  const flat = { kind: 'picture', mime: 'image/png', width: MASK_TILE, height: MASK_TILE, opaque: true, light: null, parts: null } as const
  return Promise.all(
    tiles.map(async (bytes) => {
      const sha = sha256(bytes)
      await keepBlob({ ...flat, sha }, bytes, null)
      return sha
    }),
  )
}

/** SVG becomes our own paths; parts that cannot be held are taken as pictures of those parts, and said so by name. */
async function graphicInfo(bytes: Uint8Array, name: string): Promise<SourceInfo> {
  const text = new TextDecoder().decode(bytes)
  const sha = sha256(bytes)
  try {
    const art = readSvg(text)
    if (art.beyond.length === 0) return graphicOf(sha, art)
    return { ...(await vectorPicture(bytes, name, sha)), ...(await stretchesOf(text, art, name)) }
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
  const picture = await decodePicture(bytes, name)
  const { width, height, opaque } = picture
  return { sha, kind: 'picture', mime: 'image/svg+xml', width, height, opaque, light: lightGrid(picture), parts: null }
}

/** The most stretches that a file is taken apart into. */
const MOST_STRETCHES = 40
/** The stretches of a file that cannot all be held, stored, with what became a picture said by name. */
async function stretchesOf(text: string, art: Artwork, name: string): Promise<Pick<SourceInfo, 'note' | 'stretches'>> {
  const parted = splitSvg(text)
  const named = art.beyond.join(', ')
  if (parted.length > MOST_STRETCHES || !parted.some((p) => p.beyond === null))
    return { note: `“${name}” holds ${named}, which cannot be outlines here, so it was taken in as a picture.` }
  const stretches: NonNullable<SourceInfo['stretches']> = []
  let n = 0
  for (const { svg, beyond } of parted) {
    const bytes = new TextEncoder().encode(svg)
    if (beyond === null) {
      const own = readSvg(svg)
      const info = graphicOf(sha256(bytes), own)
      await keepBlob(info, bytes, null)
      stretches.push({ info, name: 'Outlines', box: { x: 0, y: 0, width: 1, height: 1 } })
      continue
    }
    const made = await partPicture(bytes, art)
    if (!made) continue
    n++
    const label = beyond.replace(/^an? /, '')
    stretches.push({ ...made, name: `${label.slice(0, 1).toUpperCase()}${label.slice(1)} ${n}` })
  }
  return {
    stretches,
    note: `“${name}” holds ${named}, which cannot be outlines here: ${n === 1 ? 'that part came in as a picture' : `${n} parts came in as pictures`}, the rest as it is.`,
  }
}
/** A picture of what one stretch shows, cut to it, fine enough for twice its size. */
async function partPicture(bytes: Uint8Array, art: Artwork): Promise<Pick<NonNullable<SourceInfo['stretches']>[number], 'info' | 'box'> | null> {
  const scale = Math.min(8, Math.max(2, 2000 / Math.max(art.width, art.height)))
  const { data, info: size } = await sharp(bytes, { density: 72 * scale, limitInputPixels: 64_000_000 })
    .ensureAlpha()
    .png()
    .toBuffer({ resolveWithObject: true })
  if (((await sharp(data).stats()).channels[3]?.max ?? 0) === 0) return null
  const cut = await sharp(data)
    .trim({ background: { r: 0, g: 0, b: 0, alpha: 0 }, threshold: 0 })
    .png()
    .toBuffer({ resolveWithObject: true })
  const info = await storeUpload(new Uint8Array(cut.data), 'part.png')
  const [left, top] = [-(cut.info.trimOffsetLeft ?? 0), -(cut.info.trimOffsetTop ?? 0)]
  const box = { x: left / size.width, y: top / size.height, width: cut.info.width / size.width, height: cut.info.height / size.height }
  return { info, box }
}

/** Removes blobs that nobody has named for seven days. Returns how many. */
export async function sweepBlobs(): Promise<number> {
  const db = await store()
  await db.deleteFrom('blob_refs').where('until', 'is not', null).where('until', '<', now()).execute()
  const old = new Date(Date.now() - 7 * DAY).toISOString()
  const gone = await db
    .selectFrom('blobs')
    .select('sha')
    .where('created_at', '<', old)
    .where('sha', 'not in', db.selectFrom('blob_refs').select('sha'))
    .execute()
  for (const { sha } of gone) {
    await db.deleteFrom('blobs').where('sha', '=', sha).execute()
    await rm(blobPath(sha), { force: true })
  }
  return gone.length
}
