import { badInput } from '../core/basics/errors'
import { newId } from '../core/basics/ids'
import { type GuideSet, guideSetSchema } from '../wire/supplies'
import { now, store } from './database'

export async function listGuideSets(): Promise<GuideSet[]> {
  const rows = await (await store()).selectFrom('guide_sets').selectAll().orderBy('name').execute()
  return rows.map((r) => ({ id: r.id, name: r.name, guides: JSON.parse(r.guides) }))
}

/** Keeps guides under a name; a set of this name is replaced. */
export async function keepGuideSet(value: unknown): Promise<GuideSet> {
  const parsed = guideSetSchema.safeParse(value)
  if (!parsed.success)
    throw badInput(`${parsed.error.issues[0]?.message ?? 'This is no guide set.'} Nothing was stored.`)
  const db = await store()
  const { name, guides } = parsed.data
  const id = newId()
  await db.deleteFrom('guide_sets').where('name', '=', name).execute()
  await db
    .insertInto('guide_sets')
    .values({ id, name, guides: JSON.stringify(guides), created_at: now() })
    .execute()
  return { id, name, guides }
}

export async function removeGuideSet(id: string): Promise<void> {
  await (await store()).deleteFrom('guide_sets').where('id', '=', id).execute()
}
