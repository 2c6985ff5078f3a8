import { randomUUID } from 'node:crypto'
import { readFile, rename, writeFile } from 'node:fs/promises'
import { promisify } from 'node:util'
import { gzip } from 'node:zlib'
import { badInput, missing } from '../core/basics/errors'
import { shaSchema } from '../core/basics/values'
import type { Design } from '../core/design/schema'
import { sourcesOf } from '../core/kinds/facts'
import { keptLevels } from '../host/pictures'
import { problemIn } from '../host/problems'
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

/** Says of a page that it is read before anybody follows the link to it (Next.js). */
export const READ_AHEAD = 'next-router-prefetch'
/** px that the master's longer side usually has on a screen: what is made ready goes a little further. */
const SEEN_SIDE = 800

/** The levels that a design is looked at in on a screen, by the pictures they are of, largest things first. */
export async function levelsSeen(
  design: Pick<Design, 'layers' | 'channels' | 'master'>,
): Promise<Map<string, number>> {
  const master = design.channels[design.master]
  if (!master) return new Map()
  const k = SEEN_SIDE / Math.max(master.width, master.height)
  const shown = Object.values(design.layers)
    .filter((l) => l.shown)
    .sort((a, b) => b.placement.width * b.placement.height - a.placement.width * a.placement.height)
    .flatMap((l) => sourcesOf(l).map(({ sha }) => ({ sha, placement: l.placement })))
  const infos = new Map((await sourceInfo(shown.map((s) => s.sha))).map((i) => [i.sha, i]))
  const out = new Map<string, number>()
  for (const { sha, placement } of shown) {
    const info = infos.get(sha)
    if (info?.kind !== 'picture') continue
    const ratio = Math.min(info.width / placement.width, info.height / placement.height) / k
    const level = Math.max(0, Math.floor(Math.log2(ratio)))
    out.set(sha, Math.min(out.get(sha) ?? level, level))
  }
  return out
}
/** Makes these levels while the design's page is still on its way: they are asked for a second or two later. */
export async function makeReady(design: Pick<Design, 'layers' | 'channels' | 'master'>): Promise<void> {
  // What cannot be made is told where it is asked for.
  const leave = (thrown: unknown) => {
    if (!problemIn(thrown)) console.error(thrown)
  }
  const seen = await levelsSeen(design).catch(leave)
  for (const [sha, level] of seen ?? []) await levelFile(sha, level).catch(leave)
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
