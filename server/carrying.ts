import type { z } from 'zod'
import { badInput, missing } from '../core/basics/errors'
import { newId } from '../core/basics/ids'
import { type Carried, carriedInto, takeCarried } from '../core/design/carry'
import { record } from '../core/design/edits'
import { type Design, SCHEMA_VERSION } from '../core/design/schema'
import { type CarryPlace, type Changed, listCarried, seeCarried, takeCarriedOver } from '../wire/carrying'
import { store } from './database'
import { loadDesign } from './designs'
import { takeEdits } from './edits'
import { pictureOf } from './pictures'

/** At most so many places are offered. */
const MOST_PLACES = 60
const SIDE = 320
/** Tabs take what comes from here as another's. */
const SESSION = 'carried-over'

/** The designs of a campaign that work goes on in, the one that is asked for first. */
async function kinOf(id: string): Promise<{ id: string; name: string; design: Design }[]> {
  const own = await loadDesign(id)
  const db = await store()
  const rows = await db
    .selectFrom('designs')
    .select('id')
    .where('id', '!=', id)
    .where('archived', '=', 0)
    .where('campaign_id', '=', db.selectFrom('designs').select('campaign_id').where('id', '=', id))
    .orderBy('updated_at', 'desc')
    .execute()
  const others = await Promise.all(rows.map((r) => loadDesign(r.id).catch(() => null)))
  return [own, ...others.flatMap((o) => o ?? [])]
}
function bodyAs<S extends z.ZodType>(schema: S, value: unknown): z.infer<S> {
  const parsed = schema.safeParse(value)
  if (parsed.success) return parsed.data
  throw badInput(
    `What is to be carried over cannot be read: ${parsed.error.issues[0]?.message ?? 'unknown'}. Nothing was changed.`,
  )
}
/** Where changes could be made too, this design first. Throws `missing` for no such design, `bad-input`. */
export async function carriedPlaces(id: string, value: unknown) {
  const { changes, ...at } = bodyAs(listCarried.body, value) as Changed
  const [own, ...others] = await kinOf(id)
  if (!own) return []
  return [own, ...others]
    .flatMap(({ id: to, name, design }) =>
      carriedInto(own.design, at, changes, design).flatMap((c) => {
        const [page, channel] = [design.pages[c.page], design.channels[c.channel]]
        return page && channel
          ? [
              {
                design: to,
                page: c.page,
                channel: c.channel,
                name,
                pageName: page.name,
                channelName: channel.name,
                width: channel.width,
                height: channel.height,
                changes: c.changes.length,
              },
            ]
          : []
      }),
    )
    .slice(0, MOST_PLACES)
}
async function carriedTo(
  id: string,
  { changes, ...at }: Changed,
  to: string,
  places: readonly CarryPlace[],
): Promise<{ name: string; design: Design; carried: Carried[]; revision: number }> {
  const [from, other] = [await loadDesign(id), await loadDesign(to)]
  if (from.campaign !== other.campaign)
    throw missing('This design is in another campaign. Nothing was changed.')
  const carried = carriedInto(from.design, at, changes, other.design).filter((c) =>
    places.some((p) => p.page === c.page && p.channel === c.channel),
  )
  return { name: other.name, design: other.design, carried, revision: other.revision }
}
/** How a place looks now and with the changes, as addresses of PNG data. */
export async function carriedPicture(id: string, value: unknown): Promise<{ before: string; after: string }> {
  const { to, ...changed } = bodyAs(seeCarried.body, value) as Changed & { to: CarryPlace }
  const { design, carried } = await carriedTo(id, changed, to.design, [to])
  const after = record(design, (d) => takeCarried(d, carried)).design
  const seen = async (d: Design) =>
    `data:image/png;base64,${Buffer.from(await pictureOf(d, to.page, to.channel, SIDE)).toString('base64')}`
  return { before: await seen(design), after: await seen(after) }
}
/** Makes changes in other designs, each by an edit of its own in its log; says of each what became of it. */
export async function carryInto(
  id: string,
  value: unknown,
  who: string | null,
): Promise<{ id: string; name: string; message: string | null }[]> {
  const { to, ...changed } = bodyAs(takeCarriedOver.body, value) as Changed & { to: CarryPlace[] }
  const { name: from } = await loadDesign(id)
  const out: { id: string; name: string; message: string | null }[] = []
  for (const other of new Set(to.map((p) => p.design))) {
    const { design, carried, name, revision } = await carriedTo(
      id,
      changed,
      other,
      to.filter((p) => p.design === other),
    )
    const { patches, inverse } = record(design, (d) => takeCarried(d, carried))
    const edit = {
      id: newId(),
      name: `Carried over from “${from}”`.slice(0, 120),
      base: revision,
      version: SCHEMA_VERSION,
      way: 'do' as const,
      target: null,
      patches,
      inverse,
    }
    const { results } = patches.length > 0 ? await takeEdits(other, [edit], SESSION, who) : { results: [] }
    const last = results.at(-1)
    out.push({ id: other, name, message: last && 'message' in last ? last.message : null })
  }
  return out
}
