import { existsSync } from 'node:fs'
import { mkdir, readdir, rename, rm, stat } from 'node:fs/promises'
import { basename, join } from 'node:path'
import Database from 'better-sqlite3'
import { missing, Problem } from '../core/basics/errors'
import { syncFolder } from '../host/files'
import { holdFolder } from './lock'
import { settings } from './settings'

const DAY = 24 * 3600 * 1000
const folderOf = (data: string): string => join(/* turbopackIgnore: true */ data, 'backups')

/** The first thing that SQLite finds wrong with a database; null where nothing is. */
export function damageOf(sqlite: Database.Database): string | null {
  try {
    const found = sqlite.pragma('quick_check(1)', { simple: true })
    return found === 'ok' ? null : String(found)
  } catch (thrown) {
    return thrown instanceof Error ? thrown.message : String(thrown)
  }
}

export type Backup = { name: string; path: string; bytes: number; at: Date }
/** The copies of the database that are kept, newest first. */
export async function listBackups(data: string): Promise<Backup[]> {
  const names = (await readdir(folderOf(data)).catch(() => [])).filter((n) => n.endsWith('.sqlite'))
  const found = await Promise.all(
    names.map(async (name) => {
      const path = join(folderOf(data), name)
      const { size, mtime } = await stat(path)
      return { name, path, bytes: size, at: mtime }
    }),
  )
  return found.sort((a, b) => b.at.getTime() - a.at.getTime())
}

/**
 * Copies the database by SQLite's own backup, while it is written to, whole or not at all; `why` is part of the name. The last
 * `VIVID_BACKUPS` of each kind stay.
 */
export async function backUp(sqlite: Database.Database, data: string, why: string): Promise<string> {
  const folder = folderOf(data)
  await mkdir(folder, { recursive: true })
  const name = `${why}-${new Date().toISOString().replace(/[:.]/g, '-')}.sqlite`
  const temporary = join(folder, `${name}.part`)
  await sqlite.backup(temporary)
  const copy = new Database(temporary)
  const damage = damageOf(copy)
  // A copy is one file.
  copy.pragma('journal_mode = DELETE')
  copy.close()
  if (damage) {
    await rm(temporary, { force: true })
    throw new Problem(
      'damaged',
      `The copy of the database is not whole (${damage}). Those made before are kept.`,
    )
  }
  await rename(temporary, join(folder, name))
  await syncFolder(folder)
  const same = (await listBackups(data)).filter((b) => b.name.startsWith(`${why}-`))
  for (const old of same.slice(settings.backups())) await rm(old.path, { force: true })
  for (const left of (await readdir(folder)).filter((n) => /\.part(-journal|-wal|-shm)?$/.test(n)))
    await rm(join(folder, left), { force: true })
  return name
}
/** A copy now, by another program than the server, which may run meanwhile. Throws `missing` where there is no database. */
export async function backUpAside(data: string): Promise<string> {
  const file = join(/* turbopackIgnore: true */ data, 'vivid.sqlite')
  if (!existsSync(file)) throw missing(`There is no database in “${data}”. Nothing was copied.`)
  const sqlite = new Database(file, { readonly: true })
  try {
    return await backUp(sqlite, data, 'by-hand')
  } finally {
    sqlite.close()
  }
}
/** A copy a day, where the last one is older. */
export async function backUpDaily(sqlite: Database.Database, data: string): Promise<string | null> {
  const last = (await listBackups(data)).find((b) => b.name.startsWith('daily-'))
  return last && Date.now() - last.at.getTime() < DAY ? null : backUp(sqlite, data, 'daily')
}

/**
 * Puts a copy in place of the database; what was there is kept beside it. Throws `conflict` where a server runs on the folder,
 * `missing` or `damaged` where the copy cannot be used. Returns where the former database lies, null where there was none.
 */
export async function restoreBackup(data: string, name: string): Promise<string | null> {
  const path = join(folderOf(data), basename(name))
  if (!existsSync(path))
    throw missing(`There is no backup “${name}”. Nothing was changed; “restore” without a name lists them.`)
  const release = holdFolder(data)
  try {
    const copy = new Database(path, { readonly: true })
    const damage = damageOf(copy)
    copy.close()
    if (damage)
      throw new Problem(
        'damaged',
        `The backup “${name}” is damaged (${damage}). Nothing was changed; choose another.`,
      )
    const database = join(/* turbopackIgnore: true */ data, 'vivid.sqlite')
    const aside = existsSync(database)
      ? `${database}.before-${new Date().toISOString().replace(/[:.]/g, '-')}`
      : null
    if (aside)
      for (const ending of ['', '-wal', '-shm'])
        if (existsSync(database + ending)) await rename(database + ending, aside + ending)
    const from = new Database(path, { readonly: true })
    await from.backup(database)
    from.close()
    await syncFolder(data)
    return aside
  } finally {
    release()
  }
}
