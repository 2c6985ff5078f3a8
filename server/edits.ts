import { applyEdit, checkDesign, collide, type Edit, editSchema } from '../core/design/edits'
import type { Design } from '../core/design/schema'
import { badInput } from '../core/errors'
import { now, store } from './database'
import { holdBlobs, loadDesign, refuseAbsent } from './designs'
import { publish } from './events'
import { keepByClock, keepVersion } from './versions'

const SNAPSHOT_EVERY = 100

export type Accepted = { revision: number; edit: Edit }
export type EditOutcome =
  | { kind: 'accepted'; revision: number }
  | { kind: 'conflict'; revision: number; design: Design; version: string; message: string }

type LogRow = { revision: number; id: string; name: string; way: string; target: string | null; patches: string; inverse: string }
const editOf = (r: LogRow): Accepted => ({
  revision: r.revision,
  edit: {
    id: r.id,
    name: r.name,
    base: r.revision - 1,
    way: r.way as Edit['way'],
    target: r.target,
    patches: JSON.parse(r.patches),
    inverse: JSON.parse(r.inverse),
  },
})

// Edits of one design are taken one after another.
const queues = new Map<string, Promise<unknown>>()
function inTurn<T>(id: string, job: () => Promise<T>): Promise<T> {
  const run = (queues.get(id) ?? Promise.resolve()).then(job, job)
  queues.set(
    id,
    run.catch(() => undefined),
  )
  return run
}

/**
 * Takes edits in order. An edit on an older revision is rebased where it touches other fields than what came since;
 * else what would be lost is kept as a version and the outcome is a conflict. An id that is already there is accepted
 * without effect, so that retries are harmless.
 */
export function takeEdits(designId: string, values: unknown, session: string): Promise<EditOutcome> {
  if (!Array.isArray(values) || values.length > 500) throw badInput('A list of edits is needed. Nothing stored was changed.')
  const edits = values.map((v) => {
    const parsed = editSchema.safeParse(v)
    if (!parsed.success) throw badInput(`An edit is not valid: ${parsed.error.issues[0]?.message ?? 'unknown'}. Nothing stored was changed.`)
    return parsed.data
  })
  return inTurn(designId, async () => {
    const db = await store()
    const row = await loadDesign(designId)
    let { design, revision } = row
    const accepted: Accepted[] = []
    const known =
      edits.length > 0
        ? new Set(
            (
              await db
                .selectFrom('edits')
                .select('id')
                .where('design_id', '=', designId)
                .where(
                  'id',
                  'in',
                  edits.map((e) => e.id),
                )
                .execute()
            ).map((r) => r.id),
          )
        : new Set()
    const fresh = edits.filter((e) => !known.has(e.id))
    const base = Math.min(...fresh.map((e) => e.base))
    const since =
      fresh.length > 0 && base < revision
        ? (await db.selectFrom('edits').selectAll().where('design_id', '=', designId).where('revision', '>', base).execute())
            .filter((r) => r.session !== session)
            .map((r) => editOf(r).edit)
        : []
    if (fresh.length > 0) await keepByClock(db, design, revision)
    for (const edit of fresh) {
      const against = since.filter((other) => collide(other.patches, edit.patches))
      let next: Design | null = null
      if (against.length === 0)
        try {
          next = checkDesign(applyEdit(design, edit.patches))
        } catch (thrown) {
          if (since.length === 0) throw thrown
        }
      if (!next) return await conflict(designId, design, revision, fresh.slice(fresh.indexOf(edit)), base, accepted, session)
      await refuseAbsent(db, next)
      if (edit.keep) await keepVersion(db, design, revision, edit.keep, 'before')
      design = next
      revision++
      accepted.push({ revision, edit })
    }
    await commit(design, revision, accepted, session)
    return { kind: 'accepted', revision }
  })
}

async function commit(design: Design, revision: number, accepted: readonly Accepted[], session: string): Promise<void> {
  if (accepted.length === 0) return
  const db = await store()
  const document = JSON.stringify(design)
  await db.transaction().execute(async (t) => {
    await t
      .insertInto('edits')
      .values(
        accepted.map(({ revision: r, edit: e }) => ({
          design_id: design.id,
          revision: r,
          id: e.id,
          name: e.name,
          way: e.way,
          target: e.target,
          patches: JSON.stringify(e.patches),
          inverse: JSON.stringify(e.inverse),
          session,
          created_at: now(),
        })),
      )
      .execute()
    await t.updateTable('designs').set({ document, revision, name: design.name, updated_at: now() }).where('id', '=', design.id).execute()
    if (accepted.some((a) => a.revision % SNAPSHOT_EVERY === 0))
      await t
        .insertInto('snapshots')
        .values({ design_id: design.id, revision, document })
        .onConflict((c) => c.doNothing())
        .execute()
  })
  await holdBlobs(db, design)
  publish(design.id, { session, edits: accepted })
}

/** What the later tab made is kept whole as a version; the stored design stays as it is. */
async function conflict(
  designId: string,
  design: Design,
  revision: number,
  rest: readonly Edit[],
  base: number,
  accepted: readonly Accepted[],
  session: string,
): Promise<EditOutcome> {
  await commit(design, revision, accepted, session)
  const db = await store()
  let theirs = await designAt(designId, base)
  for (const edit of rest)
    try {
      theirs = applyEdit(theirs, edit.patches)
    } catch {
      break
    }
  const version = await keepVersion(db, theirs, base, `From another tab: ${rest[0]?.name ?? 'edit'}`, 'conflict')
  return {
    kind: 'conflict',
    revision,
    design,
    version,
    message: 'Another tab changed the same thing first. Its state is shown here; yours is kept as a version.',
  }
}

/** The design as it was at a revision: the nearest snapshot before it and the log since. */
export async function designAt(designId: string, revision: number): Promise<Design> {
  const db = await store()
  const snapshot = await db
    .selectFrom('snapshots')
    .selectAll()
    .where('design_id', '=', designId)
    .where('revision', '<=', revision)
    .orderBy('revision', 'desc')
    .executeTakeFirstOrThrow()
  const log = await db
    .selectFrom('edits')
    .selectAll()
    .where('design_id', '=', designId)
    .where('revision', '>', snapshot.revision)
    .where('revision', '<=', revision)
    .orderBy('revision')
    .execute()
  return log.reduce((d, r) => applyEdit(d, editOf(r).edit.patches), checkDesign(JSON.parse(snapshot.document)))
}

/** The whole log, oldest first: what undo after a reload is made from. */
export async function logOf(designId: string): Promise<Accepted[]> {
  const db = await store()
  return (await db.selectFrom('edits').selectAll().where('design_id', '=', designId).orderBy('revision').execute()).map(editOf)
}
