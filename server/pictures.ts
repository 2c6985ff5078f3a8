import { createHash, randomUUID } from 'node:crypto'
import { statSync } from 'node:fs'
import { readFile, rename, writeFile } from 'node:fs/promises'
import sharp from 'sharp'
import { badInput, missing, Problem } from '../core/basics/errors'
import { inOrder } from '../core/basics/order'
import { shaSchema } from '../core/basics/values'
import { openFindings } from '../core/checks/accepting'
import type { Design } from '../core/design/schema'
import { AS_DESIGNED } from '../core/design/table-schema'
import { LIST_SIDE } from '../host/pictures'
import { drawn } from './blobs'
import { store } from './database'
import { loadDesign } from './designs'
import { dataPath } from './paths'
import { pictureThread, type RenderCalls, renderThread, stopPictureThread, ThreadEnded } from './render'
import { versionOf } from './versions'

/** Whether a file that can be made again is here; one that a stop left empty is not. */
export const isMade = (path: string): boolean => (statSync(path, { throwIfNoEntry: false })?.size ?? 0) > 0

async function cached(path: string, make: () => Promise<Uint8Array>): Promise<Uint8Array<ArrayBuffer>> {
  if (!isMade(path)) {
    const temporary = `${path}.${randomUUID()}`
    await writeFile(temporary, await make())
    await rename(temporary, path)
  }
  return new Uint8Array(await readFile(path))
}

/** Sizes that pictures are made in: what is asked for is shown from the next larger one. */
const SIDES = [64, 128, 240, 320, 400, 540, 720, 1080, 1350, 1600, 2000]
function sideFor(asked: number): number {
  if (!(asked >= 16 && asked <= 2000)) throw badInput('A picture is between 16 and 2000 px long.')
  return SIDES.find((s) => s >= asked) ?? 2000
}

/** A rendered picture of one page on one channel, `longSide` px long; kept by the design's content. */
export async function thumbnail(
  id: string,
  page: string,
  channel: string,
  longSide: number,
  row = AS_DESIGNED,
): Promise<Uint8Array<ArrayBuffer>> {
  const { design } = await loadDesign(id)
  return pictureOf(design, page, channel, sideFor(longSide), row)
}

/** A kept state as a picture; without page or channel the master's first page. */
export async function versionPicture(
  id: string,
  version: string,
  page: string | null,
  channel: string | null,
  longSide: number,
): Promise<Uint8Array<ArrayBuffer>> {
  const side = sideFor(longSide)
  const design = await versionOf(id, version)
  const shown = {
    page: page && design.pages[page] ? page : (inOrder(design.pages)[0]?.id ?? ''),
    channel: channel && design.channels[channel] ? channel : design.master,
  }
  return pictureOf(design, shown.page, shown.channel, side)
}

/** What takes longer than its own limit of 20 s by so much has its thread ended, ms. */
const MOST_MS = 35_000
/** Pages that took too long as they are: they are not tried again until they change. */
const tooLong = new Set<string>()

/**
 * A page of a design on one channel, `longSide` px long; kept by the design's content. A page that takes too long is shown as it
 * was when it last did not, with a mark.
 */
export async function pictureOf(
  design: Design,
  page: string,
  channel: string,
  longSide: number,
  row = AS_DESIGNED,
): Promise<Uint8Array<ArrayBuffer>> {
  if (!design.pages[page] || !design.channels[channel])
    throw missing('This page or size is no longer in the design.')
  const shown = await drawn(design)
  const key = createHash('sha256')
    .update(`${shown.design}/${page}/${channel}/${longSide}${row && `/${row}`}`)
    .digest('hex')
  const place = createHash('sha256')
    .update(`${design.id}/${page}/${channel}/${longSide}${row && `/${row}`}`)
    .digest('hex')
  const last = dataPath('pictures', 'last', `${place}.png`)
  const path = dataPath('pictures', key.slice(0, 2), `${key}.png`)
  if (tooLong.has(key)) return lastOf(last, longSide)
  try {
    const known = isMade(path)
    const bytes = await cached(path, () => inTime('thumbnail', { ...shown, page, channel, row, longSide }))
    if (!known) await writeFile(last, bytes)
    return bytes
  } catch (thrown) {
    if (!isLate(thrown)) throw thrown
    if (tooLong.size > 500) tooLong.clear()
    tooLong.add(key)
    return lastOf(last, longSide)
  }
}
const isLate = (thrown: unknown): boolean =>
  typeof thrown === 'object' && thrown !== null && 'kind' in thrown && thrown.kind === 'stopped'

/** One picture from the thread for them; a thread that does not come to an end is ended. */
export async function inTime<K extends 'thumbnail' | 'findings' | 'tryOut' | 'excerpt' | 'flatten' | 'reach'>(
  call: K,
  input: RenderCalls[K]['in'],
  again = true,
): Promise<RenderCalls[K]['out']> {
  const thread = pictureThread()
  let ended = false
  const timer = setTimeout(
    () => {
      ended = true
      stopPictureThread()
    },
    // Findings are of all pages on all channels, a turn each.
    (call === 'findings' ? 4 : 1) * MOST_MS + 20_000 * thread.waits,
  )
  try {
    return await thread.call(call, input)
  } catch (thrown) {
    if (ended) throw new Problem('stopped', 'This takes too long to be made here. The design is safe.')
    // The thread ended under another's picture.
    if (again && thrown instanceof ThreadEnded) return inTime(call, input, false)
    throw thrown
  } finally {
    clearTimeout(timer)
  }
}
/** The last picture that was made of a page, or a plain one, with a mark that it is not as the page is now. */
async function lastOf(path: string, side: number): Promise<Uint8Array<ArrayBuffer>> {
  const under = isMade(path)
    ? sharp(await readFile(path))
    : sharp({
        create: { width: side, height: side, channels: 4, background: { r: 205, g: 205, b: 205, alpha: 1 } },
      }).png()
  const r = Math.max(6, Math.round(side * 0.05))
  const dot = (n: number) => `<circle cx="${r + (n * r) / 2.4}" cy="${r}" r="${r / 7}" fill="#fff"/>`
  const mark = `<svg xmlns="http://www.w3.org/2000/svg" width="${2 * r}" height="${2 * r}"><circle cx="${r}" cy="${r}" r="${r - 0.5}" fill="#1c1c1c" fill-opacity="0.8"/>${[-1, 0, 1].map(dot).join('')}</svg>`
  return new Uint8Array(
    await under
      .composite([{ input: Buffer.from(mark), gravity: 'southeast' }])
      .png()
      .toBuffer(),
  )
}

/** Has a preview for lists that was made beforehand. */
export async function keepPreview(sha: string, bytes: Uint8Array): Promise<void> {
  await cached(previewPath(sha, LIST_SIDE), async () => bytes)
}
const previewPath = (sha: string, side: number): string =>
  dataPath('previews', sha.slice(0, 2), `${sha}-${side}.webp`)
/** A small WebP of a stored source for lists. */
export async function sourcePreview(sha: string, side: number): Promise<Uint8Array<ArrayBuffer>> {
  if (!shaSchema.safeParse(sha).success) throw badInput('This is not the name of a picture.')
  return cached(previewPath(sha, side), async () => {
    const made = await renderThread().call('preview', { sha, side })
    if (!made) throw missing('This picture is not stored here.')
    return made
  })
}

/** What the checks find in the stored design, on all pages and channels; the count is kept for the shelf. */
export async function findingsOf(id: string, rows: readonly string[] = [AS_DESIGNED]) {
  const { design, revision } = await loadDesign(id)
  const found = openFindings(await inTime('findings', { ...(await drawn(design)), rows }), design)
  const db = await store()
  // The shelf tells of the design itself.
  if (rows.length > 1 || rows[0] !== AS_DESIGNED) return { revision, findings: found }
  await db
    .updateTable('designs')
    .set({ findings: found.length, checked_revision: revision })
    .where('id', '=', id)
    .execute()
  return { revision, findings: found }
}
