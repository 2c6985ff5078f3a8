import { missing, Problem } from '../core/basics/errors'
import { newId } from '../core/basics/ids'
import { checkDesign } from '../core/design/edits'
import { followHouse, houseSchema } from '../core/design/house'
import type { Design } from '../core/design/schema'
import { blobsOf } from '../core/design/sources-of'
import { upgrade } from '../core/design/upgrades'
import { isWorded } from '../core/kinds/facts'
import { absentBlobs } from './blobs'
import { now, type Store, store, within } from './database'
import { holdBlobsFor } from './holding'
import { readDesign } from './reading-rows'

export type DesignRow = {
  id: string
  campaign: string
  name: string
  revision: number
  updatedAt: string
  archived: boolean
  findings: number | null
  design: Design
}

export async function createCampaign(name: string): Promise<string> {
  const db = await store()
  const held = await db.selectFrom('campaigns').select('id').where('name', '=', name).executeTakeFirst()
  if (held) return held.id
  const id = newId()
  await db.insertInto('campaigns').values({ id, name, created_at: now() }).execute()
  return id
}

/** Stores a new design; a design with this id already there is left alone. */
export async function createDesign(campaign: string, value: unknown): Promise<Design> {
  const design = checkDesign(upgrade(value))
  const db = await store()
  // A new design has what all of its campaign have.
  const house = await db
    .selectFrom('houses')
    .select('document')
    .where('campaign_id', '=', campaign)
    .executeTakeFirst()
  if (house) followHouse(design, houseSchema.parse(JSON.parse(house.document)))
  await refuseAbsent(db, design)
  await within(db, async (t) => {
    await t
      .insertInto('designs')
      .values({
        id: design.id,
        campaign_id: campaign,
        name: design.name,
        revision: 0,
        document: JSON.stringify(design),
        archived: 0,
        updated_at: now(),
        findings: null,
        checked_revision: null,
      })
      .onConflict((c) => c.doNothing())
      .execute()
    await t
      .insertInto('snapshots')
      .values({ design_id: design.id, revision: 0, document: JSON.stringify(design) })
      .onConflict((c) => c.doNothing())
      .execute()
    await holdBlobs(t, design)
  })
  return design
}

/** An edit or design that names an absent blob is refused; those that it named `before` are taken as they are. */
export async function refuseAbsent(db: Store, design: Design, before?: Design): Promise<void> {
  const named = before ? blobsOf(before) : new Set<string>()
  const absent = await absentBlobs(
    db,
    [...blobsOf(design)].filter((sha) => !named.has(sha)),
  )
  if (absent.length > 0)
    throw new Problem(
      'missing',
      'This edit uses a picture that has not been uploaded. Nothing stored was changed; upload it and try again.',
    )
}
export const holdBlobs = (db: Store, design: Design): Promise<void> =>
  holdBlobsFor(db, `design:${design.id}`, blobsOf(design))

export async function loadDesign(id: string): Promise<DesignRow> {
  const db = await store()
  const row = await db
    .selectFrom('designs')
    .innerJoin('campaigns', 'campaigns.id', 'designs.campaign_id')
    .selectAll('designs')
    .select('campaigns.name as campaign')
    .where('designs.id', '=', id)
    .executeTakeFirst()
  if (!row) throw missing('There is no such design. It may have been removed; the shelf lists what is there.')
  return {
    id: row.id,
    campaign: row.campaign,
    name: row.name,
    revision: row.revision,
    updatedAt: row.updated_at,
    archived: row.archived === 1,
    findings: row.checked_revision === row.revision ? row.findings : null,
    design: readDesign(row.document, `“${row.name}”`),
  }
}

export type ShelfDesign = {
  id: string
  campaign: string
  campaignId: string
  name: string
  revision: number
  updatedAt: string
  findings: number | null
  archived: boolean
  channels: { id: string; name: string; width: number; height: number; master: boolean }[]
  page: string
  pages: number
  words: string
  /** What is stored of it cannot be read. */
  unreadable?: boolean
}

export async function listDesigns(): Promise<ShelfDesign[]> {
  const db = await store()
  const rows = await db
    .selectFrom('designs')
    .innerJoin('campaigns', 'campaigns.id', 'designs.campaign_id')
    .selectAll('designs')
    .select('campaigns.name as campaign')
    .orderBy('designs.updated_at', 'desc')
    .execute()
  return rows.map((r) => {
    const own = {
      id: r.id,
      campaign: r.campaign,
      campaignId: r.campaign_id,
      name: r.name,
      revision: r.revision,
      updatedAt: r.updated_at,
      archived: r.archived === 1,
    }
    try {
      return {
        ...own,
        ...shownOf(JSON.parse(r.document) as Design),
        findings: r.checked_revision === r.revision ? r.findings : null,
      }
    } catch {
      // Only what is broken is: the others are as they were.
      return { ...own, findings: null, channels: [], page: '', pages: 0, words: '', unreadable: true }
    }
  })
}
function shownOf(d: Design): Pick<ShelfDesign, 'name' | 'channels' | 'page' | 'pages' | 'words'> {
  const ordered = <T extends { order: string }>(record: Record<string, T>) =>
    Object.values(record).sort((a, b) => (a.order < b.order ? -1 : 1))
  return {
    name: d.name,
    channels: ordered(d.channels)
      .map((c) => ({ id: c.id, name: c.name, width: c.width, height: c.height, master: c.id === d.master }))
      .sort((a, b) => Number(b.master) - Number(a.master)),
    page: ordered(d.pages)[0]?.id ?? '',
    pages: Object.keys(d.pages).length,
    words: Object.values(d.layers)
      .flatMap((l) => (isWorded(l) ? [l.text, l.name] : [l.name]))
      .join(' '),
  }
}
/** What is stored of a design as it is, readable or not: its document, its snapshots and its log. */
export async function storedOf(id: string): Promise<object> {
  const db = await store()
  const row = await db.selectFrom('designs').selectAll().where('id', '=', id).executeTakeFirst()
  if (!row) throw missing('There is no such design. It may have been removed; the shelf lists what is there.')
  const [snapshots, versions, edits] = await Promise.all([
    db.selectFrom('snapshots').selectAll().where('design_id', '=', id).execute(),
    db.selectFrom('versions').selectAll().where('design_id', '=', id).execute(),
    db.selectFrom('edits').selectAll().where('design_id', '=', id).execute(),
  ])
  return { design: row, snapshots, versions, edits }
}

/** The campaign that a design is in; throws `missing` for no such design. */
export async function campaignOf(id: string): Promise<string> {
  const db = await store()
  const row = await db.selectFrom('designs').select('campaign_id').where('id', '=', id).executeTakeFirst()
  if (!row) throw missing('There is no such design. It may have been removed; the shelf lists what is there.')
  return row.campaign_id
}
export async function duplicateDesign(id: string): Promise<string> {
  const { design } = await loadDesign(id)
  const copy = { ...design, id: newId(), name: `${design.name}, copy` }
  await createDesign(await campaignOf(id), copy)
  return copy.id
}
export async function archiveDesign(id: string, archived: boolean): Promise<void> {
  const db = await store()
  await db
    .updateTable('designs')
    .set({ archived: archived ? 1 : 0 })
    .where('id', '=', id)
    .execute()
}
