import { randomUUID } from 'node:crypto'
import { sql } from 'kysely'
import { missing } from '../core/basics/errors'
import type { Design } from '../core/design/schema'
import { blobsOf } from '../core/design/sources-of'
import type { Version } from '../wire/designs'
import { now, type Store, store, within } from './database'
import { holdBlobsFor } from './holding'
import { readDesign } from './reading-rows'
import { settings } from './settings'

/** How long files outlast the last version that names them, ms. */
const BACKED_UP_MS = 14 * 24 * 3600 * 1000
/** A version at least so often while someone works, ms. */
const EVERY_MS = 10 * 60 * 1000
/** In the order of the work, not of the clock, which may be set back. */
const NEWEST_FIRST = sql`revision desc, versions.rowid desc`
const ownerOf = (id: string): string => `version:${id}`

/** Keeps a state, with all files that it names. */
export async function keepVersion(
  db: Store,
  design: Design,
  revision: number,
  name: string,
  reason: Version['reason'],
  who: string | null = null,
  at = now(),
): Promise<string> {
  const id = randomUUID()
  await within(db, async (t) => {
    await t
      .insertInto('versions')
      .values({
        id,
        design_id: design.id,
        name: name.slice(0, 140),
        reason,
        revision,
        document: JSON.stringify(design),
        created_at: at,
        who,
      })
      .execute()
    await holdBlobsFor(t, ownerOf(id), blobsOf(design))
  })
  return id
}
/** Another state in place of a version's. */
export const replaceVersion = (db: Store, id: string, design: Design): Promise<void> =>
  within(db, async (t) => {
    await t
      .updateTable('versions')
      .set({ document: JSON.stringify(design) })
      .where('id', '=', id)
      .execute()
    await holdBlobsFor(t, ownerOf(id), blobsOf(design))
  })
async function drop(db: Store, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return
  await within(db, async (t) => {
    await t.deleteFrom('versions').where('id', 'in', ids).execute()
    // Backups of the last days still name its files.
    await t
      .updateTable('blob_refs')
      .set({ until: new Date(Date.now() + BACKED_UP_MS).toISOString() })
      .where('owner', 'in', ids.map(ownerOf))
      .execute()
  })
}

/** Takes a version of a state that is about to be left, where the last one is ten minutes old or there is none since work began. */
export async function keepByClock(db: Store, design: Design, revision: number): Promise<void> {
  const last = await db
    .selectFrom('versions')
    .select(['created_at', 'revision'])
    .where('design_id', '=', design.id)
    .orderBy(NEWEST_FIRST)
    .executeTakeFirst()
  if (last?.revision === revision) return
  const begun =
    last?.created_at ??
    (
      await db
        .selectFrom('edits')
        .select('created_at')
        .where('design_id', '=', design.id)
        .orderBy('revision')
        .executeTakeFirst()
    )?.created_at
  // A clock that was set back takes one too many rather than none.
  const passed = begun ? Date.now() - Date.parse(begun) : 0
  if (!begun || (passed >= 0 && passed < EVERY_MS)) return
  await keepVersion(db, design, revision, 'While working', 'time')
  const byClock = await db
    .selectFrom('versions')
    .select('id')
    .where('design_id', '=', design.id)
    .where('reason', '=', 'time')
    .orderBy(NEWEST_FIRST)
    .execute()
  await drop(
    db,
    byClock.slice(settings.versionsByClock()).map((v) => v.id),
  )
}

/** Kept states of a design, newest first. */
export async function listVersions(designId: string): Promise<Version[]> {
  const rows = await (await store())
    .selectFrom('versions')
    .select(['id', 'name', 'reason', 'revision', 'created_at', 'who'])
    .where('design_id', '=', designId)
    .orderBy(NEWEST_FIRST)
    .execute()
  return rows.map((r) => ({
    id: r.id,
    name: r.name,
    reason: r.reason as Version['reason'],
    revision: r.revision,
    createdAt: r.created_at,
    who: r.who,
  }))
}

/** The design as it was in a version; throws `missing` where there is none. */
export async function versionOf(designId: string, id: string): Promise<Design> {
  const row = await (await store())
    .selectFrom('versions')
    .select('document')
    .where('design_id', '=', designId)
    .where('id', '=', id)
    .executeTakeFirst()
  if (!row) throw missing('This version is not kept here any more. The design itself is as it was.')
  return readDesign(row.document, 'This version')
}

export async function removeVersion(designId: string, id: string): Promise<void> {
  const db = await store()
  const row = await db
    .selectFrom('versions')
    .select('id')
    .where('design_id', '=', designId)
    .where('id', '=', id)
    .executeTakeFirst()
  await drop(db, row ? [row.id] : [])
}
