import Database from 'better-sqlite3'
import { Kysely, Migrator, SqliteDialect } from 'kysely'
import { migrations } from './migrations'
import { dataPath } from './paths'

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
  }
  snapshots: { design_id: string; revision: number; document: string }
  versions: { id: string; design_id: string; name: string; reason: string; revision: number; document: string; created_at: string }
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
  houses: { campaign_id: string; document: string }
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

/** Opens the database: WAL, foreign keys, all migrations run. */
export async function openStore(file: string): Promise<Store> {
  const sqlite = new Database(file)
  sqlite.pragma('journal_mode = WAL')
  sqlite.pragma('foreign_keys = ON')
  sqlite.pragma('busy_timeout = 5000')
  const db = new Kysely<Tables>({ dialect: new SqliteDialect({ database: sqlite }) })
  const { error } = await new Migrator({ db, provider: { getMigrations: async () => migrations } }).migrateToLatest()
  if (error) throw error
  return db
}

// One connection a process, also when development reloads modules.
const held = globalThis as { vividStore?: Promise<Store> }
export const store = (): Promise<Store> => {
  held.vividStore ??= openStore(dataPath('vivid.sqlite'))
  return held.vividStore
}

export const now = (): string => new Date().toISOString()
