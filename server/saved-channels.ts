import { badInput } from '../core/basics/errors'
import { newId } from '../core/basics/ids'
import { type SavedChannel, saveChannelBody, savedChannelSchema } from '../wire/channels'
import { now, store } from './database'
import { campaignOf } from './houses'

/** Channels saved for all designs, and for the campaign of a design where one is named; by name. */
export async function listSavedChannels(design: string | null): Promise<SavedChannel[]> {
  const campaign = design ? await campaignOf(design) : null
  const rows = await (await store())
    .selectFrom('saved_channels')
    .selectAll()
    .where((w) => w.or([w('campaign_id', 'is', null), w('campaign_id', '=', campaign)]))
    .orderBy('name')
    .execute()
  return rows.map((r) =>
    savedChannelSchema.parse({
      id: r.id,
      scope: r.campaign_id === null ? 'all' : 'campaign',
      channel: JSON.parse(r.document),
    }),
  )
}

/** Saves a channel for all designs or for a design's campaign; one of the same name there is replaced. Throws `bad input`. */
export async function saveChannel(value: unknown): Promise<SavedChannel> {
  const parsed = saveChannelBody.safeParse(value)
  if (!parsed.success)
    throw badInput(`${parsed.error.issues[0]?.message ?? 'This is no channel.'} Nothing was stored.`)
  const { design, scope, channel } = parsed.data
  const campaign = scope === 'campaign' ? await campaignOf(design) : null
  const db = await store()
  const id = newId()
  await db.transaction().execute(async (t) => {
    await t
      .deleteFrom('saved_channels')
      .where('name', '=', channel.name)
      .where('campaign_id', campaign === null ? 'is' : '=', campaign)
      .execute()
    await t
      .insertInto('saved_channels')
      .values({
        id,
        name: channel.name,
        campaign_id: campaign,
        document: JSON.stringify({ ...channel, id: `saved-${id}` }),
        created_at: now(),
      })
      .execute()
  })
  return { id, scope, channel: { ...channel, id: `saved-${id}` } }
}
/** Forgets a saved channel; designs that have it keep it. */
export async function forgetChannel(id: string): Promise<void> {
  await (await store()).deleteFrom('saved_channels').where('id', '=', id).execute()
}
