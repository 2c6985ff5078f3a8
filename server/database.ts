import { existsSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import Database from 'better-sqlite3'
import { Kysely, Migrator, SqliteDialect } from 'kysely'
import { Problem } from '../core/basics/errors'
import { backUp, damageOf } from './backups'
import { holdFolder } from './lock'
import { migrations } from './migrations'
import { dataFolder, dataPath } from './paths'

export type Tables = {
  campaigns: { id: string; name: string; created_at: string }
  designs: {
    id: string
    campaign_id: string
    name: string
    revision: number
    document: string
    archived: number
    updated_at: string
    findings: number | null
    checked_revision: number | null
  }
  edits: {
    design_id: string
    revision: number
    id: string
    name: string
    way: string
    target: string | null
    patches: string
    inverse: string
    session: string
    created_at: string
    /** Who made it, where a reverse proxy says so. */
    who: string | null
    /** The version of documents that its patches are for. */
    version: number
  }
  snapshots: { design_id: string; revision: number; document: string }
  versions: {
    id: string
    design_id: string
    name: string
    reason: string
    revision: number
    document: string
    created_at: string
    who: string | null
  }
  blobs: {
    sha: string
    kind: string
    mime: string
    size_bytes: number
    width: number
    height: number
    opaque: number
    detail: string
    created_at: string
  }
  blob_refs: { owner: string; sha: string; until: string | null }
  supplies: {
    id: string
    sha: string
    kind: string
    label: string
    words: string
    own: number
    source: string
    licence: string
    blend: string
    focal: string | null
    transparent: number
    orientation: string
    rank: number
    /** Colour words, a space between; `-` for none. */
    colours: string
    manner: string
    created_at: string
  }
  /** Whom stored files want named where they are shown, and what they are called; they stay when a supply is taken off the shelf. */
  credits: { sha: string; name: string; credit: string }
  houses: { campaign_id: string; document: string }
  /** Of one campaign, or of all designs where none is named. */
  saved_channels: {
    id: string
    name: string
    campaign_id: string | null
    document: string
    created_at: string
  }
  /** Faces that people brought. */
  fonts: { id: string; family: string; source: string; document: string; created_at: string }
  guide_sets: { id: string; name: string; guides: string; created_at: string }
  deliveries: {
    id: string
    design_id: string
    state: string
    options: string
    files: string
    done: number
    total: number
    error: string | null
    created_at: string
  }
}
export type Store = Kysely<Tables>

const opened = new WeakMap<Store, Database.Database>()
/** The connection below: for copies and checks, which the query builder does not know. */
export const sqliteOf = (db: Store): Database.Database => opened.get(db) as Database.Database

/**
 * Opens the database: looked through, WAL, every commit synced (an answer that says stored holds over a loss of power), foreign
 * keys, all migrations run, a copy made before the first of them. Throws `damaged` with what to do.
 */
export async function openStore(file: string): Promise<Store> {
  const isNew = !existsSync(file)
  const sqlite = new Database(file)
  const damage = isNew ? null : (damageOf(sqlite) ?? emptied(sqlite, dirname(file)))
  if (damage) {
    sqlite.close()
    throw new Problem(
      'damaged',
      `The database “${basename(file)}” is damaged (${damage}), so it was not opened and nothing was written. Bring back a backup with “npm run vivid -- restore”: docs/safety.md tells how. Pictures are kept beside it and are not touched.`,
    )
  }
  sqlite.pragma('journal_mode = WAL')
  sqlite.pragma('synchronous = FULL')
  sqlite.pragma('foreign_keys = ON')
  sqlite.pragma('busy_timeout = 5000')
  const db: Store = new Kysely<Tables>({ dialect: new SqliteDialect({ database: sqlite }) })
  opened.set(db, sqlite)
  const migrator = new Migrator({ db, provider: { getMigrations: async () => migrations } })
  const due = (await migrator.getMigrations()).filter((m) => !m.executedAt)
  if (!isNew && due.length > 0) await backUp(sqlite, dirname(file), 'before-upgrade')
  const { error } = await migrator.migrateToLatest()
  if (error) throw error
  return db
}
/** A file without a table beside pictures or backups is no new one: something emptied it. */
function emptied(sqlite: Database.Database, data: string): string | null {
  if (!['blobs', 'backups'].some((f) => existsSync(join(/* turbopackIgnore: true */ data, f)))) return null
  const { n } = sqlite.prepare('select count(*) as n from sqlite_master').get() as { n: number }
  return n === 0 ? 'it is empty' : null
}

// One connection a process, also when development reloads modules.
const held = globalThis as {
  vividStore?: Promise<Store>
  vividFolder?: { path: string; release: () => void }
}
export const store = (): Promise<Store> => {
  held.vividStore ??= open().catch((thrown: unknown) => {
    // Asked again once what was wrong is mended.
    delete held.vividStore
    throw thrown
  })
  return held.vividStore
}
async function open(): Promise<Store> {
  const file = dataPath('vivid.sqlite')
  // Held by the process: what nobody holds is closed by and by.
  if (held.vividFolder?.path !== dataFolder())
    held.vividFolder = { path: dataFolder(), release: holdFolder(dataFolder()) }
  return openStore(file)
}

/** A job that is done as a whole or not at all, within the transaction that is open or one of its own. */
export async function within<T>(db: Store, job: (t: Store) => Promise<T>): Promise<T> {
  if (db.isTransaction) return job(db)
  let first: { thrown: unknown } | null = null
  try {
    return await db.transaction().execute(async (t) => {
      try {
        return await job(t)
      } catch (thrown) {
        first = { thrown }
        throw thrown
      }
    })
  } catch (thrown) {
    // SQLite takes back by itself what a full disk broke off; that it cannot be taken back once more is not what went wrong.
    throw (first as { thrown: unknown } | null)?.thrown ?? thrown
  }
}

export const now = (): string => new Date().toISOString()
