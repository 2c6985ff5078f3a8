import { randomUUID } from 'node:crypto'
import { existsSync, statSync } from 'node:fs'
import { readdir, readFile, rm } from 'node:fs/promises'
import { join } from 'node:path'
import type { LightGrid } from '../core/adapt/lightness'
import { Problem } from '../core/basics/errors'
import type { ColourFamily } from '../core/colour/families'
import type { Design } from '../core/design/schema'
import { blobsOf } from '../core/design/sources-of'
import type { PackedVersion } from '../core/formats/vivid-package'
import type { Layer } from '../core/kinds/list'
import type { LutFile } from '../core/treatments/field'
import type { OwnFace } from '../core/type/own-face'
import { writeWhole } from '../host/files'
import type { Found } from '../host/intake'
import type { Told } from '../host/keywords'
import { type Drawn, sha256 } from '../host/project'
import type { SourceInfo } from '../wire/sources'
import { keepCredit } from './credits'
import { now, type Store, store, within } from './database'
import { intake } from './intake'
import { dataFolder } from './paths'

export type { SourceInfo }

export const blobPath = (sha: string): string =>
  join(/* turbopackIgnore: true */ dataFolder(), 'blobs', sha.slice(0, 2), sha)
export const readBlob = async (sha: string): Promise<Uint8Array | null> =>
  existsSync(blobPath(sha)) ? new Uint8Array(await readFile(blobPath(sha))) : null

/** Whether a file is here with all of its bytes: its name is their hash. */
async function isWhole(sha: string): Promise<boolean> {
  const bytes = await readBlob(sha)
  return bytes !== null && sha256(bytes) === sha
}
/** Those of a design's files that are not here, or not as they were stored. */
export async function damagedBlobs(shas: Iterable<string>): Promise<string[]> {
  const out: string[] = []
  for (const sha of shas) if (!(await isWhole(sha))) out.push(sha)
  return out
}
/** That something cannot be made whole, with the names of what lacks its file. */
export function lacking(design: Design, shas: readonly string[]): Problem {
  const gone = new Set(shas)
  const needs = (l: Layer) =>
    [...blobsOf({ layers: { [l.id]: l }, recipes: {}, reference: null })].some((sha) => gone.has(sha))
  const names = Object.values(design.layers).flatMap((l) => (needs(l) ? [`“${l.name}”`] : []))
  const more = names.length > 5 ? ` and ${names.length - 5} more` : ''
  const whose =
    names.length > 0
      ? `${names.slice(0, 5).join(', ')}${more} need${names.length === 1 ? 's' : ''}`
      : 'The design needs'
  return new Problem(
    'missing',
    `${whose} a file that is missing or damaged on the server, so nothing was made. The design is safe; upload the same file again, which mends it, or replace it.`,
  )
}

/** Written to a temporary name, synced, renamed, the folder synced: a blob is whole or not there. One that was cut is mended. */
async function writeBlob(sha: string, bytes: Uint8Array): Promise<void> {
  const path = blobPath(sha)
  if (existsSync(path) && statSync(path).size === bytes.byteLength && (await isWhole(sha))) return
  await writeWhole(path, bytes)
}

type Detail = { light: LightGrid | null; parts: Record<string, string> | null }
const infoOf = (row: {
  sha: string
  kind: string
  mime: string
  width: number
  height: number
  opaque: number
  detail: string
}): SourceInfo => ({
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
      .where('kind', 'not in', ['lut', 'font', 'profile'])
      .execute()
  ).map(infoOf)
}

/** What a stored file is sent as; null where it is not here. */
export async function blobType(sha: string): Promise<string | null> {
  const row = await (await store())
    .selectFrom('blobs')
    .select(['kind', 'mime'])
    .where('sha', '=', sha)
    .executeTakeFirst()
  if (row) {
    if (row.kind === 'graphic') return 'text/plain; charset=utf-8'
    return row.mime
  }
  return null
}

/** A design for the render thread, with the lightness of its pictures. */
export async function drawn(design: Design): Promise<Drawn> {
  const infos = await sourceInfo([...blobsOf(design)])
  return {
    design: JSON.stringify(design),
    lights: Object.fromEntries(infos.flatMap((i) => (i.light ? [[i.sha, i.light]] : []))),
  }
}

/** Which of these blobs are not stored: no row, no file, or a file of another size. */
export async function absentBlobs(db: Store, shas: Iterable<string>): Promise<string[]> {
  const all = [...shas]
  if (all.length === 0) return []
  const rows = await db.selectFrom('blobs').select(['sha', 'size_bytes']).where('sha', 'in', all).execute()
  const sizes = new Map(rows.map((r) => [r.sha, r.size_bytes]))
  return all.filter(
    (sha) => statSync(blobPath(sha), { throwIfNoEntry: false })?.size !== (sizes.get(sha) ?? -1),
  )
}

const DAY = 24 * 3600 * 1000
/** How long an upload waits for a design to name it: as long as a laptop may sleep over an edit that does. */
const HELD_DAYS = 30

/** Writes a blob with what is known of it; without an owner it stays for a month, until a design names it. */
async function keepBlob(info: Found['info'], bytes: Uint8Array, owner: string | null): Promise<void> {
  await writeBlob(info.sha, bytes)
  const { light, parts } = info
  await within(await store(), async (t) => {
    await t
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
    await t
      .insertInto('blob_refs')
      .values(
        owner
          ? { owner, sha: info.sha, until: null }
          : {
              owner: `upload:${randomUUID()}`,
              sha: info.sha,
              until: new Date(Date.now() + HELD_DAYS * DAY).toISOString(),
            },
      )
      .onConflict((c) => c.doNothing())
      .execute()
  })
}

async function keepAll(files: readonly Found[]): Promise<void> {
  for (const { info, bytes } of files) await keepBlob(info, bytes, null)
}
export type TakenIn = { info: SourceInfo; colours: ColourFamily[]; told: Told }
/** Takes in an upload, kept as it came, once it was read to its end. Throws problems with a text for people. */
export async function storeUpload(
  bytes: Uint8Array,
  name: string,
  owner: string | null = null,
  signal?: AbortSignal,
): Promise<TakenIn> {
  const { info, colours, files, told, bytes: read } = await intake('upload', { bytes, name }, signal)
  await keepAll(files)
  await keepBlob(info, read ?? bytes, owner)
  return { info, colours, told }
}
/** Takes in a file of which all is known that reading it would tell. */
export const storeKnown = (info: SourceInfo, bytes: Uint8Array, owner: string): Promise<void> =>
  keepBlob(info, bytes, owner)
/** Takes in a LUT file. Throws `bad-input` that says what is wrong with it. */
export async function storeLut(bytes: Uint8Array, name: string, signal?: AbortSignal): Promise<LutFile> {
  const found = await intake('lut', { bytes, name }, signal)
  await keepBlob(found.file.info, bytes, null)
  return { source: found.file.info.sha, name: found.name }
}
/** Takes in a profile of the printing inks; gives its name. Throws `bad-input` that says what is wrong with it. */
export async function storeProfile(
  bytes: Uint8Array,
  name: string,
  signal?: AbortSignal,
): Promise<{ id: string; name: string }> {
  const found = await intake('profile', { bytes, name }, signal)
  const id = found.file.info.sha
  await keepBlob(found.file.info, bytes, ownerOfProfile(id))
  return { id, name: found.name }
}
const PROFILE_OWNER = 'profile:'
export const ownerOfProfile = (id: string): string => `${PROFILE_OWNER}${id}`
/** The profiles that are kept, by their SHA-256. */
export async function keptProfiles(): Promise<string[]> {
  const rows = await (await store())
    .selectFrom('blob_refs')
    .select('sha')
    .where('owner', 'like', `${PROFILE_OWNER}%`)
    .orderBy('sha')
    .execute()
  return rows.map((r) => r.sha)
}
/** Takes in a font file, unpacked. Throws `bad-input` that says what is wrong with it. */
export async function storeFontFile(
  bytes: Uint8Array,
  name: string,
  signal?: AbortSignal,
): Promise<OwnFace[]> {
  const { file, faces } = await intake('font', { bytes, name }, signal)
  await keepBlob(file.info, file.bytes, ownerOfFont(file.info.sha))
  return faces
}
/** What holds a font file for as long as it is kept for all designs. */
export const ownerOfFont = (sha: string): string => `font:${sha}`
/** Takes in a .vivid package or an OpenRaster file: all its files, of the latter those of the layers chosen. Gives its design. */
export async function storePacked(
  bytes: Uint8Array,
  name: string,
  layers: readonly string[] | null,
  signal?: AbortSignal,
): Promise<{
  design: Design
  notes: string[]
  versions: readonly PackedVersion[]
  linked: readonly Design[]
}> {
  const { design, notes, files, credits, versions, linked } = await intake(
    'packed',
    { bytes, name, layers },
    signal,
  )
  await keepAll(files)
  const db = await store()
  for (const { sha, of, credit } of credits) await keepCredit(db, sha, of, credit, 'where-none')
  return { design, notes, versions, linked }
}
/** Takes in tiles of a painted mask; none is stored where one is no grey PNG of 256 × 256 px. Gives their names. */
export async function storeMaskTiles(tiles: readonly Uint8Array[], signal?: AbortSignal): Promise<string[]> {
  const files = await intake('tiles', { tiles }, signal)
  await Promise.all(files.map(({ info, bytes }) => keepBlob(info, bytes, null)))
  return files.map((f) => f.info.sha)
}

/** Removes blobs that nobody has named for a month, and what a stop in mid-write left in their folder. Returns how many. */
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
  return gone.length + (await sweepFolder(db))
}
/** What is stored, bytes: files as their rows say, and the database. */
export async function storedBytes(): Promise<number> {
  const { sum } = await (await store())
    .selectFrom('blobs')
    .select((e) => e.fn.sum<number | null>('size_bytes').as('sum'))
    .executeTakeFirstOrThrow()
  return (
    Number(sum ?? 0) +
    (statSync(join(/* turbopackIgnore: true */ dataFolder(), 'vivid.sqlite'), { throwIfNoEntry: false })
      ?.size ?? 0)
  )
}
/** Temporary files of more than an hour ago, and files of more than a day ago without a row. */
async function sweepFolder(db: Store): Promise<number> {
  const root = join(/* turbopackIgnore: true */ dataFolder(), 'blobs')
  const known = new Set((await db.selectFrom('blobs').select('sha').execute()).map((r) => r.sha))
  let count = 0
  for (const folder of await readdir(root).catch(() => []))
    for (const name of await readdir(join(root, folder)).catch(() => [])) {
      const path = join(root, folder, name)
      const age = Date.now() - (statSync(path, { throwIfNoEntry: false })?.mtimeMs ?? Date.now())
      if (name.includes('.') ? age < DAY / 24 : known.has(name) || age < DAY) continue
      await rm(path, { force: true })
      count++
    }
  return count
}
