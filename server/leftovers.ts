import { readdir, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { dataFolder } from './paths'

/** Folders of what can be made again, written to temporary names first. */
const FOLDERS = ['pictures', 'previews', 'working', 'deliveries']
/** A name with the number of one writing behind it. */
const TEMPORARY = /\.[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/
const HOUR = 3600 * 1000

/** Removes what a stop in mid-write left there, and files that it left empty. Returns how many. */
export async function sweepLeftovers(): Promise<number> {
  let count = 0
  for (const folder of FOLDERS) {
    const root = join(/* turbopackIgnore: true */ dataFolder(), folder)
    for (const name of await readdir(root, { recursive: true }).catch(() => [])) {
      const path = join(root, name)
      const found = await stat(path).catch(() => null)
      if (
        !found?.isFile() ||
        Date.now() - found.mtimeMs < HOUR ||
        !(TEMPORARY.test(name) || found.size === 0)
      )
        continue
      await rm(path, { force: true })
      count++
    }
  }
  return count
}
