import { randomUUID } from 'node:crypto'
import { checkDesign } from '../core/design/edits'
import type { Design } from '../core/design/schema'
import { upgrade } from '../core/design/upgrades'
import { missing } from '../core/errors'
import { now, type Store, store } from './database'

/** `time`: taken while working; `before`: ahead of a large step; `named`: by a person; `conflict`: what another tab had. */
export type VersionReason = 'time' | 'before' | 'named' | 'conflict'
export type VersionRow = { id: string; name: string; reason: VersionReason; revision: number; createdAt: string }

/** A version at least so often while someone works, ms. */
const EVERY_MS = 10 * 60 * 1000
/** Versions taken by the clock that are kept at most; the oldest go first. */
const MOST_BY_CLOCK = 200

export async function keepVersion(db: Store, design: Design, revision: number, name: string, reason: VersionReason): Promise<string> {
  const id = randomUUID()
  await db
    .insertInto('versions')
    .values({ id, design_id: design.id, name, reason, revision, document: JSON.stringify(design), created_at: now() })
    .execute()
  return id
}

/** Takes a version of a state that is about to be left, where the last one is ten minutes old or there is none since work began. */
export async function keepByClock(db: Store, design: Design, revision: number): Promise<void> {
  const last = await db
    .selectFrom('versions')
    .select(['created_at', 'revision'])
    .where('design_id', '=', design.id)
    .orderBy('created_at', 'desc')
    .executeTakeFirst()
  if (last?.revision === revision) return
  const begun =
    last?.created_at ??
    (await db.selectFrom('edits').select('created_at').where('design_id', '=', design.id).orderBy('revision').executeTakeFirst())?.created_at
  if (!begun || Date.now() - Date.parse(begun) < EVERY_MS) return
  await keepVersion(db, design, revision, 'While working', 'time')
  const byClock = await db
    .selectFrom('versions')
    .select('id')
    .where('design_id', '=', design.id)
    .where('reason', '=', 'time')
    .orderBy('created_at', 'desc')
    .execute()
  const old = byClock.slice(MOST_BY_CLOCK).map((v) => v.id)
  if (old.length > 0) await db.deleteFrom('versions').where('id', 'in', old).execute()
}

/** Kept states of a design, newest first. */
export async function listVersions(designId: string): Promise<VersionRow[]> {
  const rows = await (await store())
    .selectFrom('versions')
    .select(['id', 'name', 'reason', 'revision', 'created_at'])
    .where('design_id', '=', designId)
    .orderBy('created_at', 'desc')
    .execute()
  return rows.map((r) => ({ id: r.id, name: r.name, reason: r.reason as VersionReason, revision: r.revision, createdAt: r.created_at }))
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
  return checkDesign(upgrade(JSON.parse(row.document)))
}

export async function removeVersion(designId: string, id: string): Promise<void> {
  await (await store()).deleteFrom('versions').where('design_id', '=', designId).where('id', '=', id).execute()
}
