import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { Problem } from '../core/basics/errors'

/**
 * Holds a data folder for this process, until the release that is returned or its end, however it ends: SQLite's own lock on a
 * file of its own. Throws `conflict` where another process holds it, `no-room` where the folder cannot be written to.
 */
export function holdFolder(data: string): () => void {
  let lock: Database.Database | null = null
  try {
    mkdirSync(data, { recursive: true })
    lock = new Database(join(/* turbopackIgnore: true */ data, 'lock.sqlite'), { timeout: 1500 })
    lock.pragma('locking_mode = EXCLUSIVE')
    lock.exec(
      'begin exclusive; create table if not exists held (at text); delete from held; insert into held values (datetime()); commit',
    )
  } catch (thrown) {
    lock?.close()
    const code = typeof thrown === 'object' && thrown !== null && 'code' in thrown ? String(thrown.code) : ''
    if (code.startsWith('SQLITE_BUSY'))
      throw new Problem(
        'conflict',
        `Another Vivid Layer works in the data folder “${data}”. Nothing was changed; stop it first, or name another folder in VIVID_DATA.`,
      )
    throw new Problem(
      'no-room',
      `The data folder “${data}” cannot be written to (${code || String(thrown)}). Nothing was changed; give this user the right to write there, or name another folder in VIVID_DATA.`,
    )
  }
  const held = lock
  return () => void held.close()
}
