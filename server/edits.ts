import { z } from 'zod'
import { badInput, Problem } from '../core/basics/errors'
import {
  applyEdit,
  checkDesign,
  collide,
  type Edit,
  type EditAnswer,
  type EditResult,
  editSchema,
  type Logged,
} from '../core/design/edits'
import type { Design } from '../core/design/schema'
import { upgradeEdit } from '../core/design/upgrades'
import { now, type Store, store, within } from './database'
import { holdBlobs, loadDesign, refuseAbsent } from './designs'
import { publish } from './events'
import { readDesign } from './reading-rows'
import { inTurn } from './turns'
import { keepByClock, keepVersion } from './versions'

const SNAPSHOT_EVERY = 100
/** Edits that are taken at once at most. */
const MOST_AT_ONCE = 500

type LogRow = {
  revision: number
  id: string
  name: string
  way: string
  target: string | null
  patches: string
  inverse: string
  session: string
  version: number
}
const loggedOf = (r: LogRow): Logged => ({
  revision: r.revision,
  session: r.session,
  edit: upgradeEdit({
    version: r.version,
    id: r.id,
    name: r.name,
    base: r.revision - 1,
    way: r.way as Edit['way'],
    target: r.target,
    patches: JSON.parse(r.patches),
    inverse: JSON.parse(r.inverse),
  }),
})

const sessionSchema = z.string().regex(/^[A-Za-z0-9_-]{1,60}$/)
/** The name of the tab that sends edits; throws `bad-input` where there is none. */
export function sessionOf(value: unknown): string {
  const parsed = sessionSchema.safeParse(value)
  if (!parsed.success)
    throw badInput(
      'Edits come with the name of the tab that made them (session). Nothing stored was changed; reload the page.',
    )
  return parsed.data
}
export function listOfEdits(values: unknown): unknown[] {
  if (!Array.isArray(values) || values.length > MOST_AT_ONCE)
    throw badInput(`A list of at most ${MOST_AT_ONCE} edits is needed. Nothing stored was changed.`)
  return values
}
/** An edit that is well formed; throws `bad-input` with what is wrong with another. */
export function editFrom(value: unknown): Edit {
  const parsed = editSchema.safeParse(value)
  if (parsed.success) return upgradeEdit(parsed.data)
  throw badInput(
    `An edit is not valid: ${parsed.error.issues[0]?.message ?? 'unknown'}. It was not stored; what was saved is as it was.`,
  )
}
/** Those of these edits that are in the log already, with their revisions. */
export async function knownOf(
  db: Store,
  designId: string,
  values: readonly unknown[],
): Promise<Map<string, number>> {
  const ids = values.flatMap((v) =>
    typeof v === 'object' && v !== null && 'id' in v && typeof v.id === 'string' ? [v.id] : [],
  )
  if (ids.length === 0) return new Map()
  const rows = await db
    .selectFrom('edits')
    .select(['id', 'revision'])
    .where('design_id', '=', designId)
    .where('id', 'in', ids)
    .execute()
  return new Map(rows.map((r) => [r.id, r.revision]))
}

const conflictWith = (theirs: string | null, own: string | null): string =>
  `${theirs && theirs !== own ? theirs : 'Another tab'} changed the same thing first.`

/**
 * Takes edits in order and says of each what became of it. One on an older revision is rebased where it touches other fields
 * than what other tabs stored since; else it is in conflict. The first that is refused or in conflict ends it: those before it
 * are stored, those after it were not looked at. An id that is there already is accepted without effect, so that sending again
 * is harmless. `who` is kept with them. Throws `missing` for no such design, `bad-input` for no session or list.
 */
export async function takeEdits(
  designId: string,
  values: unknown,
  session: unknown,
  who: string | null = null,
): Promise<EditAnswer> {
  const [from, list] = [sessionOf(session), listOfEdits(values)]
  return inTurn(designId, async () => {
    const db = await store()
    const row = await loadDesign(designId)
    const known = await knownOf(db, designId, list)
    const others = await since(db, designId, list, row.revision, from)
    const taken: { revision: number; edit: Edit; before: Design }[] = []
    const results: EditResult[] = []
    let { design, revision } = row
    for (const value of list) {
      const id =
        typeof value === 'object' && value !== null && 'id' in value ? String(value.id).slice(0, 40) : ''
      const there = known.get(id)
      if (there !== undefined) {
        results.push({ id, kind: 'accepted', revision: there })
        continue
      }
      try {
        const edit = editFrom(value)
        if (edit.base > row.revision)
          throw badInput(
            'This edit was made on a later state than the one stored here: the stored design was brought back to an earlier state. It was not stored.',
          )
        const theirs = others.filter((o) => o.revision > edit.base)
        const against = theirs.find((o) => collide(o.edit.patches, edit.patches))
        const next = against ? null : applied(design, edit, theirs.length > 0)
        if (!next && edit.way === 'keep') {
          results.push({ id, kind: 'passed' })
          continue
        }
        if (!next) {
          results.push({
            id,
            kind: 'conflict',
            message: conflictWith((against ?? theirs.at(-1))?.who ?? null, who),
          })
          break
        }
        await refuseAbsent(db, next, design)
        taken.push({ revision: ++revision, edit, before: design })
        design = next
        results.push({ id, kind: 'accepted', revision })
      } catch (thrown) {
        if (!(thrown instanceof Problem)) throw thrown
        results.push({ id, kind: 'refused', problem: thrown.kind, message: thrown.message })
        break
      }
    }
    await commit(db, row, design, taken, { session: from, who })
    return { revision, results }
  })
}

/** What other tabs stored since the oldest of these edits was made. */
async function since(
  db: Store,
  designId: string,
  list: readonly unknown[],
  revision: number,
  session: string,
): Promise<(Logged & { who: string | null })[]> {
  const bases = list.flatMap((v) =>
    typeof v === 'object' && v !== null && 'base' in v && typeof v.base === 'number' ? [v.base] : [],
  )
  const base = Math.min(revision, ...bases)
  if (base >= revision) return []
  const rows = await db
    .selectFrom('edits')
    .selectAll()
    .where('design_id', '=', designId)
    .where('revision', '>', base)
    .where('session', '!=', session)
    .execute()
  return rows.map((r) => ({ ...loggedOf(r), who: r.who }))
}
/** A design with an edit; null where it no longer fits what others made of the design. */
function applied(design: Design, edit: Edit, changedByOthers: boolean): Design | null {
  try {
    return checkDesign(applyEdit(design, edit.patches))
  } catch (thrown) {
    if (changedByOthers) return null
    throw thrown
  }
}

/** All of it in one transaction: the log, the document, which files it names, versions; then it is told to all tabs. */
async function commit(
  db: Store,
  before: { design: Design; revision: number },
  design: Design,
  taken: readonly { revision: number; edit: Edit; before: Design }[],
  { session, who }: { session: string; who: string | null },
): Promise<void> {
  const last = taken.at(-1)
  if (!last) return
  const [document, { id }] = [JSON.stringify(design), before.design]
  await within(db, async (t) => {
    await keepByClock(t, before.design, before.revision)
    for (const { edit, revision, before: state } of taken)
      if (edit.keep) await keepVersion(t, state, revision - 1, edit.keep, 'before', who)
    await t
      .insertInto('edits')
      .values(
        taken.map(({ revision, edit: e }) => ({
          design_id: id,
          revision,
          id: e.id,
          name: e.name,
          way: e.way,
          target: e.target,
          patches: JSON.stringify(e.patches),
          inverse: JSON.stringify(e.inverse),
          session,
          version: e.version ?? 1,
          created_at: now(),
          who,
        })),
      )
      .execute()
    const { numUpdatedRows } = await t
      .updateTable('designs')
      .set({ document, revision: last.revision, name: design.name, updated_at: now() })
      .where('id', '=', id)
      .where('revision', '=', before.revision)
      .executeTakeFirstOrThrow()
    if (numUpdatedRows !== 1n)
      throw new Problem(
        'stopped',
        'Another program changed this design at the same moment. Nothing was stored; it is tried again.',
      )
    if (taken.some((a) => a.revision % SNAPSHOT_EVERY === 0))
      await t
        .insertInto('snapshots')
        .values({ design_id: id, revision: last.revision, document })
        .onConflict((c) => c.doNothing())
        .execute()
    await holdBlobs(t, design)
  })
  publish(
    id,
    { edits: taken.map(({ revision, edit }): Logged => ({ revision, session, edit })) },
    last.revision,
  )
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
  const log = await logOf(designId, snapshot.revision, revision)
  return log.reduce(
    (d, { edit }) => applyEdit(d, edit.patches),
    readDesign(snapshot.document, 'A snapshot of this design'),
  )
}

/** The log after a revision, oldest first; the whole of it is what undo after a reload is made from. */
export async function logOf(designId: string, after = 0, until = Number.MAX_SAFE_INTEGER): Promise<Logged[]> {
  const db = await store()
  const rows = await db
    .selectFrom('edits')
    .selectAll()
    .where('design_id', '=', designId)
    .where('revision', '>', after)
    .where('revision', '<=', until)
    .orderBy('revision')
    .execute()
  return rows.map(loggedOf)
}
