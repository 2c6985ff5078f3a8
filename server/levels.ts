import { randomUUID } from 'node:crypto'
import { existsSync } from 'node:fs'
import { readFile, rename, writeFile } from 'node:fs/promises'
import { promisify } from 'node:util'
import { gzip } from 'node:zlib'
import { shaSchema } from '../core/design/schema'
import { badInput, missing } from '../core/errors'
import { levelCount } from '../core/pixels/mips'
import { sourceInfo } from './blobs'
import { dataPath } from './paths'
import { renderThread } from './render'

const pack = promisify(gzip)
const jobs = new Map<string, Promise<void>>()

/** Working copies are keyed by source and recipe; the recipe's number counts up when the pixels would change. */
const RECIPE = 'rgba8-1'

/** One level of a picture as raw RGBA, gzip-packed, with its size and whether it is opaque. */
export async function levelFile(
  sha: string,
  level: number,
): Promise<{ bytes: Uint8Array<ArrayBuffer>; width: number; height: number; opaque: boolean }> {
  if (!shaSchema.safeParse(sha).success || !Number.isInteger(level) || level < 0) throw badInput('This is not a level of a picture.')
  const [info] = await sourceInfo([sha])
  if (info?.kind !== 'picture') throw missing('This picture is not stored here. The design is safe; upload the picture again.')
  const at = Math.min(level, levelCount(info.width, info.height) + 2)
  const path = dataPath('working', RECIPE, sha.slice(0, 2), `${sha}-${at}.gz`)
  if (!existsSync(path)) {
    const held = jobs.get(path) ?? make(sha, at, path).finally(() => jobs.delete(path))
    jobs.set(path, held)
    await held
  }
  let [width, height] = [info.width, info.height]
  for (let n = 0; n < at; n++) [width, height] = [Math.max(1, (width + 1) >> 1), Math.max(1, (height + 1) >> 1)]
  return { bytes: new Uint8Array(await readFile(path)), width, height, opaque: info.opaque }
}

async function make(sha: string, level: number, path: string): Promise<void> {
  const made = await renderThread().call('level', { sha, level })
  if (!made) throw missing('This picture is not stored here any more. Upload it again.')
  const temporary = `${path}.${randomUUID()}`
  await writeFile(temporary, await pack(made.data, { level: 1 }))
  await rename(temporary, path)
}
