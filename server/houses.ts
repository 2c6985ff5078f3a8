import { badInput, missing } from '../core/basics/errors'
import { newId } from '../core/basics/ids'
import { record } from '../core/design/edits'
import { blobsOfHouse, followHouse, type House, houseSchema, noHouse } from '../core/design/house'
import { SCHEMA_VERSION } from '../core/design/schema'
import { absentBlobs } from './blobs'
import { store, within } from './database'
import { loadDesign } from './designs'
import { takeEdits } from './edits'
import { holdBlobsFor } from './holding'

export async function houseOf(campaign: string): Promise<House> {
  const row = await (await store())
    .selectFrom('houses')
    .select('document')
    .where('campaign_id', '=', campaign)
    .executeTakeFirst()
  return row ? houseSchema.parse(JSON.parse(row.document)) : noHouse
}
/** The campaign that a design is in. Throws `missing`. */
export async function campaignOf(design: string): Promise<string> {
  const row = await (await store())
    .selectFrom('designs')
    .select('campaign_id')
    .where('id', '=', design)
    .executeTakeFirst()
  if (!row) throw missing('There is no such design. It may have been removed; the shelf lists what is there.')
  return row.campaign_id
}
/** The house set that a design belongs to. */
export const houseOfDesign = async (design: string): Promise<House> => houseOf(await campaignOf(design))

/**
 * Keeps the house set of the campaign that a design is in, and brings every other design of it up to that, one edit each;
 * the design that it came from has it already. Gives how many followed.
 */
export async function keepHouse(design: string, value: unknown): Promise<{ followed: number }> {
  const parsed = houseSchema.safeParse(value)
  if (!parsed.success)
    throw badInput(
      `This house set cannot be kept: ${parsed.error.issues[0]?.message ?? 'unknown'}. Nothing was changed.`,
    )
  const house = parsed.data
  const db = await store()
  const campaign = await campaignOf(design)
  const absent = await absentBlobs(db, blobsOfHouse(house))
  if (absent.length > 0)
    throw missing(
      'A mark of the house set has not been uploaded. Nothing was changed; upload it and try again.',
    )
  const document = JSON.stringify(house)
  await within(db, async (t) => {
    await t
      .insertInto('houses')
      .values({ campaign_id: campaign, document })
      .onConflict((c) => c.column('campaign_id').doUpdateSet({ document }))
      .execute()
    await holdBlobsFor(t, `house:${campaign}`, blobsOfHouse(house))
  })
  const others = await db
    .selectFrom('designs')
    .select('id')
    .where('campaign_id', '=', campaign)
    .where('id', '!=', design)
    .execute()
  let followed = 0
  for (const { id } of others) {
    const { design: own, revision } = await loadDesign(id)
    const { patches, inverse } = record(own, (d) => followHouse(d, house))
    if (patches.length === 0) continue
    const edit = {
      id: newId(),
      name: 'Follow the house set',
      base: revision,
      version: SCHEMA_VERSION,
      way: 'do' as const,
      target: null,
      patches,
      inverse,
    }
    const outcome = await takeEdits(id, [edit], `house-${newId()}`)
    if (outcome.results[0]?.kind === 'accepted') followed++
  }
  return { followed }
}
