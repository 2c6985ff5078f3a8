import { z } from 'zod'
import { badInput } from '../core/basics/errors'
import { newId } from '../core/basics/ids'
import { guideSchema } from '../core/design/schema'
import { now, store } from './database'

const setSchema = z.object({
  name: z.string().trim().min(1, 'Give the guide set a name.').max(80, 'The name has at most 80 characters.'),
  guides: z
    .array(guideSchema)
    .min(1, 'There is no guide to keep.')
    .max(200, 'A set holds at most 200 guides.'),
})
export type GuideSet = z.infer<typeof setSchema> & { id: string }

export async function listGuideSets(): Promise<GuideSet[]> {
  const rows = await (await store()).selectFrom('guide_sets').selectAll().orderBy('name').execute()
  return rows.map((r) => ({ id: r.id, name: r.name, guides: JSON.parse(r.guides) }))
}

/** Keeps guides under a name; a set of this name is replaced. */
export async function keepGuideSet(value: unknown): Promise<GuideSet> {
  const parsed = setSchema.safeParse(value)
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
