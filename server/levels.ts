import { randomUUID } from 'node:crypto'
import { readFile, rename, writeFile } from 'node:fs/promises'
import { promisify } from 'node:util'
import { gzip } from 'node:zlib'
import { badInput, missing } from '../core/basics/errors'
import { shaSchema } from '../core/basics/values'
import type { Design } from '../core/design/schema'
import { sourcesOf } from '../core/kinds/facts'
import { keptLevels } from '../host/pictures'
import { sourceInfo } from './blobs'
import { dataPath } from './paths'
import { isMade } from './pictures'
import { renderThread } from './render'

const pack = promisify(gzip)
const jobs = new Map<string, Promise<void>>()

/** Working copies are keyed by source and recipe; the recipe's number counts up when the pixels would change. */
const RECIPE = 'rgba-2'
/** Levels of 16 bits a channel say so in their names. */
const workingPath = (sha: string, level: number, deep: boolean): string =>
  dataPath('working', RECIPE, sha.slice(0, 2), `${sha}-${level}${deep ? '-16' : ''}.gz`)
/** A level that was made already. */
function made(sha: string, level: number): { path: string; deep: boolean } | undefined {
  return [false, true]
    .map((deep) => ({ path: workingPath(sha, level, deep), deep }))
    .find(({ path }) => isMade(path))
}

/** One level of a picture as raw RGBA, gzip-packed, with its size and whether it is opaque. */
export async function levelFile(
  sha: string,
  level: number,
): Promise<{
  bytes: Uint8Array<ArrayBuffer>
  width: number
  height: number
  opaque: boolean
  deep: boolean
}> {
  if (!shaSchema.safeParse(sha).success || !Number.isInteger(level) || level < 0)
    throw badInput('This is not a level of a picture.')
  const [info] = await sourceInfo([sha])
  if (info?.kind !== 'picture')
    throw missing('This picture is not stored here. The design is safe; upload the picture again.')
  const at = Math.min(level, keptLevels(info.width, info.height) - 1)
  // One decoding at a time for a picture: the level asked for next is often made along with this one.
  let found = made(sha, at)
  for (; !found; found = made(sha, at)) {
    const held = jobs.get(sha)
    if (held) await held
    else {
      const job = make(sha, at).finally(() => jobs.delete(sha))
      jobs.set(sha, job)
      await job
    }
  }
  let [width, height] = [info.width, info.height]
  for (let n = 0; n < at; n++)
    [width, height] = [Math.max(1, (width + 1) >> 1), Math.max(1, (height + 1) >> 1)]
  return {
    bytes: new Uint8Array(await readFile(found.path)),
    width,
    height,
    opaque: info.opaque,
    deep: found.deep,
  }
}

/** px that the master's longer side usually has on a screen: what is made ready goes a little further. */
const SEEN_SIDE = 800

/**
 * Makes the levels that a design will be looked at in, largest things first, while its page is still on its way:
 * they are asked for a second or two later.
 */
export async function makeReady(design: Pick<Design, 'layers' | 'channels' | 'master'>): Promise<void> {
  const master = design.channels[design.master]
  if (!master) return
  const k = SEEN_SIDE / Math.max(master.width, master.height)
  const wanted = new Map<string, { level: number; area: number }>()
  for (const layer of Object.values(design.layers)) {
    const { width, height } = layer.placement
    for (const { sha, kind } of sourcesOf(layer)) {
      if (kind !== 'picture' || !layer.shown) continue
      const [info] = await sourceInfo([sha])
      const ratio = info?.kind === 'picture' ? Math.min(info.width / width, info.height / height) / k : 1
      const level = Math.max(0, Math.floor(Math.log2(ratio)))
      const held = wanted.get(sha)
      const area = Math.max(held?.area ?? 0, width * height)
      wanted.set(sha, { level: Math.min(held?.level ?? level, level), area })
    }
  }
  const largestFirst = [...wanted].sort(([, a], [, b]) => b.area - a.area)
  // What cannot be made is said where it is asked for.
  for (const [sha, { level }] of largestFirst) await levelFile(sha, level).catch(() => undefined)
}

async function make(sha: string, from: number): Promise<void> {
  const levels = await renderThread().call('levels', { sha, from })
  if (!levels) throw missing('This picture is not stored here any more. Upload it again.')
  for (const [n, level] of levels.entries()) {
    const path = workingPath(sha, from + n, level.deep)
    if (isMade(path)) continue
    const temporary = `${path}.${randomUUID()}`
    await writeFile(temporary, await pack(level.data, { level: 1 }))
    await rename(temporary, path)
  }
}
