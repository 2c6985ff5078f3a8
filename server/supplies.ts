import { sql } from 'kysely'
import { type SourceInfo, sourceInfo, storeUpload } from './blobs'
import { now, store } from './database'

export type SupplyRow = {
  id: string
  sha: string
  kind: string
  label: string
  own: boolean
  source: string
  licence: string
  blend: string
  focal: { x: number; y: number } | null
  transparent: boolean
  orientation: string
  info: SourceInfo
}

export async function addSupply(s: {
  id: string
  sha: string
  kind: string
  label: string
  words: string
  own: boolean
  blend?: string
  focal?: { x: number; y: number } | null
  rank?: number
}): Promise<void> {
  const db = await store()
  const [info] = await sourceInfo([s.sha])
  if (!info) return
  const ratio = info.width / info.height
  await db
    .insertInto('supplies')
    .values({
      id: s.id,
      sha: s.sha,
      kind: s.kind,
      label: s.label,
      words: s.words,
      own: s.own ? 1 : 0,
      source: s.own ? 'Your upload' : 'Vivid Layer',
      licence: s.own ? 'Yours' : 'CC0',
      blend: s.blend ?? 'normal',
      focal: s.focal ? JSON.stringify(s.focal) : null,
      transparent: info.opaque ? 0 : 1,
      orientation: ratio > 1.15 ? 'wide' : ratio < 0.87 ? 'upright' : 'square',
      rank: s.rank ?? 0,
      created_at: now(),
    })
    .onConflict((c) => c.doNothing())
    .execute()
  await sql`delete from supplies_words where id = ${s.id}`.execute(db)
  await sql`insert into supplies_words (id, text) values (${s.id}, ${`${s.label} ${s.words} ${s.kind}`})`.execute(db)
  await db
    .insertInto('blob_refs')
    .values({ owner: `supply:${s.id}`, sha: s.sha, until: null })
    .onConflict((c) => c.doNothing())
    .execute()
}

/** Takes in a file of a person's own and lists it among the supplies. */
export async function addUpload(bytes: Uint8Array, name: string): Promise<SourceInfo> {
  const info = await storeUpload(bytes, name)
  const label = name.replace(/\.[a-z0-9]+$/i, '').slice(0, 80) || 'Upload'
  await addSupply({
    id: `own-${info.sha.slice(0, 16)}`,
    sha: info.sha,
    kind: info.kind === 'graphic' ? 'graphic' : info.opaque ? 'photo' : 'cutout',
    label,
    words: label.replace(/[-_]/g, ' '),
    own: true,
    rank: -1,
  })
  return info
}

export type SupplyQuery = { q?: string; kind?: string; own?: boolean; transparent?: boolean; offset?: number; limit?: number }

/** Full-text search by prefixes of plain words; everything where no word is given. */
export async function searchSupplies(query: SupplyQuery): Promise<{ items: SupplyRow[]; total: number }> {
  const db = await store()
  const words = (query.q ?? '').toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []
  let find = db.selectFrom('supplies').selectAll('supplies')
  if (words.length > 0) {
    const match = words.map((w) => `"${w}"*`).join(' ')
    find = find.where('supplies.id', 'in', sql<string>`(select id from supplies_words where supplies_words match ${match})`)
  }
  if (query.kind) find = find.where('kind', '=', query.kind)
  if (query.own) find = find.where('own', '=', 1)
  if (query.transparent) find = find.where('transparent', '=', 1)
  const rows = await find.orderBy('rank').orderBy('created_at').orderBy('id').execute()
  const page = rows.slice(query.offset ?? 0, (query.offset ?? 0) + (query.limit ?? 60))
  const infos = new Map((await sourceInfo(page.map((r) => r.sha))).map((i) => [i.sha, i]))
  return {
    total: rows.length,
    items: page.flatMap((r): SupplyRow[] => {
      const info = infos.get(r.sha)
      return info
        ? [
            {
              id: r.id,
              sha: r.sha,
              kind: r.kind,
              label: r.label,
              own: r.own === 1,
              source: r.source,
              licence: r.licence,
              blend: r.blend,
              focal: r.focal ? JSON.parse(r.focal) : null,
              transparent: r.transparent === 1,
              orientation: r.orientation,
              info,
            },
          ]
        : []
    }),
  }
}
