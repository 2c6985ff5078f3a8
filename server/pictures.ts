import { createHash, randomUUID } from 'node:crypto'
import { existsSync } from 'node:fs'
import { readFile, rename, writeFile } from 'node:fs/promises'
import { shaSchema } from '../core/design/basics'
import { inOrder } from '../core/design/order'
import type { Design } from '../core/design/schema'
import { badInput, missing } from '../core/errors'
import { drawn } from './blobs'
import { store } from './database'
import { loadDesign } from './designs'
import { dataPath } from './paths'
import { renderThread } from './render'
import { versionOf } from './versions'

async function cached(path: string, make: () => Promise<Uint8Array>): Promise<Uint8Array<ArrayBuffer>> {
  if (!existsSync(path)) {
    const temporary = `${path}.${randomUUID()}`
    await writeFile(temporary, await make())
    await rename(temporary, path)
  }
  return new Uint8Array(await readFile(path))
}

/** A rendered picture of one page on one channel, `longSide` px long; kept by the design's content. */
export async function thumbnail(id: string, page: string, channel: string, longSide: number): Promise<Uint8Array<ArrayBuffer>> {
  if (!(longSide >= 16 && longSide <= 2000)) throw badInput('A picture is between 16 and 2000 px long.')
  const { design } = await loadDesign(id)
  return pictureOf(design, page, channel, longSide)
}

/** A kept state as a picture; without page or channel the master's first page. */
export async function versionPicture(
  id: string,
  version: string,
  page: string | null,
  channel: string | null,
  longSide: number,
): Promise<Uint8Array<ArrayBuffer>> {
  if (!(longSide >= 16 && longSide <= 2000)) throw badInput('A picture is between 16 and 2000 px long.')
  const design = await versionOf(id, version)
  const shown = {
    page: page && design.pages[page] ? page : (inOrder(design.pages)[0]?.id ?? ''),
    channel: channel && design.channels[channel] ? channel : design.master,
  }
  return pictureOf(design, shown.page, shown.channel, longSide)
}

/** A page of a design on one channel, `longSide` px long; kept by the design's content. */
export async function pictureOf(design: Design, page: string, channel: string, longSide: number): Promise<Uint8Array<ArrayBuffer>> {
  if (!design.pages[page] || !design.channels[channel]) throw missing('This page or size is no longer in the design.')
  const shown = await drawn(design)
  const key = createHash('sha256').update(`${shown.design}/${page}/${channel}/${longSide}`).digest('hex')
  return cached(dataPath('pictures', key.slice(0, 2), `${key}.png`), () => renderThread().call('thumbnail', { ...shown, page, channel, longSide }))
}

/** A small WebP of a stored source for lists. */
export async function sourcePreview(sha: string, side: number): Promise<Uint8Array<ArrayBuffer>> {
  if (!shaSchema.safeParse(sha).success) throw badInput('This is not the name of a picture.')
  return cached(dataPath('previews', sha.slice(0, 2), `${sha}-${side}.webp`), async () => {
    const made = await renderThread().call('preview', { sha, side })
    if (!made) throw missing('This picture is not stored here.')
    return made
  })
}

/** What the checks find in the stored design, on all pages and channels; the count is kept for the shelf. */
export async function findingsOf(id: string) {
  const { design, revision } = await loadDesign(id)
  const found = await renderThread().call('findings', await drawn(design))
  const db = await store()
  await db.updateTable('designs').set({ findings: found.length, checked_revision: revision }).where('id', '=', id).execute()
  return { revision, findings: found }
}
