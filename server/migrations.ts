import { type Kysely, type Migration, sql } from 'kysely'

/** A table that comes in. */
const creating = (statement: string): Migration => ({
  async up(db: Kysely<unknown>) {
    await sql.raw(statement).execute(db)
  },
})

/** In order; a migration that has landed is never changed. */
export const migrations: Record<string, Migration> = {
  '001-first': {
    async up(db: Kysely<unknown>) {
      const run = (text: string) => sql.raw(text).execute(db)
      await run('create table campaigns (id text primary key, name text not null, created_at text not null)')
      await run(
        'create table designs (id text primary key, campaign_id text not null references campaigns(id), name text not null, revision integer not null, document text not null, archived integer not null default 0, updated_at text not null, findings integer, checked_revision integer)',
      )
      await run(
        'create table edits (design_id text not null references designs(id) on delete cascade, revision integer not null, id text not null, name text not null, way text not null, target text, patches text not null, inverse text not null, session text not null, created_at text not null, primary key (design_id, revision), unique (design_id, id))',
      )
      await run(
        'create table snapshots (design_id text not null references designs(id) on delete cascade, revision integer not null, document text not null, primary key (design_id, revision))',
      )
      await run(
        'create table versions (id text primary key, design_id text not null references designs(id) on delete cascade, name text not null, reason text not null, revision integer not null, document text not null, created_at text not null)',
      )
      await run(
        'create table blobs (sha text primary key, kind text not null, mime text not null, size_bytes integer not null, width integer not null, height integer not null, opaque integer not null, detail text not null, created_at text not null)',
      )
      await run(
        'create table blob_refs (owner text not null, sha text not null references blobs(sha), until text, primary key (owner, sha))',
      )
      await run(
        'create table supplies (id text primary key, sha text not null references blobs(sha), kind text not null, label text not null, words text not null, own integer not null, source text not null, licence text not null, blend text not null, focal text, transparent integer not null, orientation text not null, rank integer not null, created_at text not null)',
      )
      await run(
        'create virtual table supplies_words using fts5(id unindexed, text, tokenize = "unicode61 remove_diacritics 2", prefix = "2 3")',
      )
      await run(
        'create table deliveries (id text primary key, design_id text not null references designs(id) on delete cascade, state text not null, options text not null, files text not null, done integer not null, total integer not null, error text, created_at text not null)',
      )
    },
  },
  '002-guide-sets': creating(
    'create table guide_sets (id text primary key, name text not null unique, guides text not null, created_at text not null)',
  ),
  '003-how-supplies-look': {
    async up(db: Kysely<unknown>) {
      const run = (text: string) => sql.raw(text).execute(db)
      await run("alter table supplies add column colours text not null default ''")
      await run("alter table supplies add column manner text not null default ''")
      // Words are compared by the application, which forgives mistakes; the index is of no use any more.
      await run('drop table supplies_words')
    },
  },
  '004-house-sets': creating(
    'create table houses (campaign_id text primary key references campaigns(id) on delete cascade, document text not null)',
  ),
  '005-versions-hold-their-files': {
    async up(db: Kysely<unknown>) {
      const { rows } = await sql<{ id: string; document: string }>`select id, document from versions`.execute(
        db,
      )
      // Any name of a stored file in it will do: one too many is held, none too few.
      for (const { id, document } of rows)
        for (const sha of new Set(document.match(/\b[0-9a-f]{64}\b/g) ?? []))
          await sql`insert or ignore into blob_refs (owner, sha, until) select ${`version:${id}`}, sha, null from blobs where sha = ${sha}`.execute(
            db,
          )
    },
  },
  '006-who-edits': {
    async up(db: Kysely<unknown>) {
      for (const table of ['edits', 'versions'])
        await sql.raw(`alter table ${table} add column who text`).execute(db)
    },
  },
  '007-edits-say-their-version': {
    async up(db: Kysely<unknown>) {
      await sql.raw('alter table edits add column version integer not null default 1').execute(db)
    },
  },
  '008-saved-channels': creating(
    'create table saved_channels (id text primary key, name text not null, campaign_id text references campaigns(id) on delete cascade, document text not null, created_at text not null)',
  ),
  '009-own-fonts': creating(
    'create table fonts (id text primary key, family text not null, source text not null, document text not null, created_at text not null)',
  ),
  '010-credits': creating(
    'create table credits (sha text primary key references blobs(sha) on delete cascade, name text not null, credit text not null)',
  ),
}
