import { sql } from 'kysely'
import { badInput, missing } from '../core/basics/errors'
import { COLOUR_FAMILIES, type ColourFamily } from '../core/colour/families'
import { fitMost, wordsIn } from '../core/text/near'
import {
  MANNERS,
  type Manner,
  OCCASION_IDS,
  OCCASIONS,
  SHELF_IDS,
  SHELVES,
  sharedWords,
} from '../supplies/shelves'
import { supplies as shipped } from '../supplies/shipped'
import { variants } from '../supplies/tracer/variant-list'
import { ownSupply } from '../wire/supplies'
import { readBlob, type SourceInfo, sourceInfo, storeUpload } from './blobs'
import { creditsOf, keepCredit } from './credits'
import { now, type Store, store, type Tables, within } from './database'
import { intake } from './intake'

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
  words: string
  credit: string
  orientation: Orientation
  colours: ColourFamily[]
  manner: Manner
  info: SourceInfo
}
export const ORIENTATIONS = ['wide', 'upright', 'square'] as const
export type Orientation = (typeof ORIENTATIONS)[number]

/** The colour words of what is stored already. */
async function coloursOf(sha: string): Promise<ColourFamily[]> {
  const bytes = await readBlob(sha)
  return bytes ? (await intake('upload', { bytes, name: sha })).colours : []
}

/** How a thing is drawn: as the catalogue says, else as its kind suggests. */
const mannerOf = (id: string, kind: string): Manner =>
  shipped.find((s) => s.id === id)?.manner ?? MANNER_BY_KIND[kind] ?? 'lifelike'
const MANNER_BY_KIND: Record<string, Manner> = { graphic: 'flat', overlay: 'soft' }
/** Over 1.15 times as wide as high it is wide, the other way round upright. */
function orientationOf(ratio: number): Orientation {
  if (ratio > 1.15) return 'wide'
  return ratio < 0.87 ? 'upright' : 'square'
}
/** What a thing that was brought is among the supplies. */
function kindOf(info: SourceInfo): 'graphic' | 'photo' | 'cutout' {
  if (info.kind === 'graphic') return 'graphic'
  return info.opaque ? 'photo' : 'cutout'
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
  colours: readonly ColourFamily[]
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
      orientation: orientationOf(ratio),
      rank: s.rank ?? 0,
      colours: s.colours.join(' ') || '-',
      manner: mannerOf(s.id, s.kind),
      created_at: now(),
    })
    .onConflict((c) => c.doNothing())
    .execute()
  await db
    .insertInto('blob_refs')
    .values({ owner: `supply:${s.id}`, sha: s.sha, until: null })
    .onConflict((c) => c.doNothing())
    .execute()
}

/** Supplies from before colours and manners were known are looked at once. */
export async function describeSupplies(): Promise<void> {
  const db = await store()
  for (const row of await db
    .selectFrom('supplies')
    .select(['id', 'sha', 'kind'])
    .where('colours', '=', '')
    .execute()) {
    const colours = (await coloursOf(row.sha)).join(' ')
    await db
      .updateTable('supplies')
      .set({ colours: colours || '-', manner: mannerOf(row.id, row.kind) })
      .where('id', '=', row.id)
      .execute()
  }
}

/** Takes in a file of a person's own and lists it among the supplies, found by its name and the keywords it holds. */
export async function addUpload(bytes: Uint8Array, name: string, signal?: AbortSignal): Promise<SourceInfo> {
  const { info, colours, told } = await storeUpload(bytes, name, null, signal)
  const db = await store()
  const there = await db
    .selectFrom('supplies')
    .select('label')
    .where('sha', '=', info.sha)
    .where('own', '=', 1)
    .executeTakeFirst()
  if (there)
    return { ...info, known: true, note: `“${name}” is among your supplies already, as “${there.label}”.` }
  const twin = info.light ? await twinOf(db, info) : null
  const label = name.replace(/\.[a-z0-9]+$/i, '').slice(0, 80) || 'Upload'
  await addSupply({
    id: `own-${info.sha.slice(0, 16)}`,
    sha: info.sha,
    kind: kindOf(info),
    label,
    words: [label.replace(/[-_]/g, ' '), ...told.keywords].join(' ').slice(0, 400),
    own: true,
    rank: -1,
    colours,
  })
  await keepCredit(db, info.sha, label, told.credit)
  return twin && !info.note
    ? { ...info, note: `“${name}” looks the same as “${twin}” of your supplies.` }
    : info
}
/** Lightness may differ by so much on the average (0–1), shapes by so much, where two pictures look the same. */
const SAME_LIGHT = 0.015
const SAME_SHAPE = 0.02
/** What is called one of a person's own pictures that looks the same: larger, smaller or compressed otherwise. */
async function twinOf(db: Store, info: SourceInfo): Promise<string | null> {
  const own = await db.selectFrom('supplies').select(['sha', 'label']).where('own', '=', 1).execute()
  const infos = await sourceInfo(own.map((o) => o.sha))
  const looksSame = ({ light, width, height }: SourceInfo): boolean => {
    if (!light || !info.light || light.light.length !== info.light.light.length) return false
    if (Math.abs(width / height / (info.width / info.height) - 1) > SAME_SHAPE) return false
    let sum = 0
    for (let n = 0; n < light.light.length; n++)
      sum +=
        Math.abs((light.light[n] as number) - (info.light.light[n] as number)) +
        Math.abs((light.alpha[n] as number) - (info.light.alpha[n] as number))
    return sum / light.light.length < SAME_LIGHT
  }
  const found = infos.find((i) => i.sha !== info.sha && looksSame(i))
  return own.find((o) => o.sha === found?.sha)?.label ?? null
}

/** One of a person's own by another name, or found by other words. Throws `missing` where it is none of those. */
export async function describeOwn(id: string, given: unknown): Promise<void> {
  const parsed = ownSupply.safeParse(given)
  if (!parsed.success)
    throw badInput(`${parsed.error.issues[0]?.message ?? 'This cannot be kept.'} Nothing was changed.`)
  const { label, words, credit } = parsed.data
  await within(await store(), async (t) => {
    const own = await t
      .updateTable('supplies')
      .set({ label, words })
      .where('id', '=', id)
      .where('own', '=', 1)
      .returning('sha')
      .executeTakeFirst()
    if (!own) throw notOwn()
    const [before] = await creditsOf([own.sha], t)
    await keepCredit(t, own.sha, label, credit ?? before?.credit ?? '')
  })
  kept.held = null
}
/** Takes one of a person's own off the shelf; designs that show it keep it. */
export async function forgetOwn(id: string): Promise<void> {
  await (await store()).transaction().execute(async (t) => {
    const { numDeletedRows } = await t
      .deleteFrom('supplies')
      .where('id', '=', id)
      .where('own', '=', 1)
      .executeTakeFirst()
    if (numDeletedRows === 0n) throw notOwn()
    await t.deleteFrom('blob_refs').where('owner', '=', `supply:${id}`).execute()
  })
  kept.held = null
}
const notOwn = () => missing('This is not among your own supplies any more. Nothing was changed.')

export type SupplyQuery = {
  q?: string
  kind?: string
  own?: boolean
  transparent?: boolean
  orientation?: string
  colour?: string
  manner?: string
  /** Only what is like this supply, the most like it first. */
  like?: string
  /** Only what lies on a shelf; only what suits an occasion, the best first. */
  shelf?: string
  occasion?: string
  /** Only these, in their order. */
  ids?: readonly string[]
  offset?: number
  limit?: number
}
/** What a search needs of every supply, its words taken apart. */
type Known = Pick<Row, 'id' | 'kind' | 'manner' | 'colours' | 'own' | 'transparent' | 'orientation'> & {
  words: string[]
  set: ReadonlySet<string>
  /** What it is called by, which says more than what else it is found by. */
  named: string[]
  /** What it is of that: a window with panes is a window, leaves at the window are leaves. */
  head: string[]
}
type Row = Tables['supplies']
// Shared by all route bundles of the process: what one changes the others must not have as it was.
const shared = globalThis as { vividSupplies?: { held: { key: string; all: Known[] } | null } }
shared.vividSupplies ??= { held: null }
const kept = shared.vividSupplies

/** All supplies in their order; read and taken apart again only when they have changed. */
async function everySupply(db: Store): Promise<Known[]> {
  const state = await sql<{
    n: number
    last: string | null
    seen: number | null
  }>`select count(*) n, max(created_at) last, sum(length(colours)) seen from supplies`.execute(db)
  const key = JSON.stringify(state.rows[0])
  if (kept.held?.key === key) return kept.held.all
  const rows = await db
    .selectFrom('supplies')
    .selectAll()
    .orderBy('rank')
    .orderBy('created_at')
    .orderBy('id')
    .execute()
  const all = rows.map(({ id, kind, manner, colours, own, transparent, orientation, label, words }) => {
    const set = new Set(wordsIn(`${label} ${words} ${kind}`))
    return {
      id,
      kind,
      manner,
      colours,
      own,
      transparent,
      orientation,
      words: [...set],
      set,
      named: wordsIn(label),
      head: wordsIn(label.split(PLACED)[0] ?? ''),
    }
  })
  kept.held = { key, all }
  return all
}

/** How much alike two supplies are: words in common, kind, manner, colours. */
function likeness(a: Known, b: Known): number {
  const [one, other] = [a.set, b.set]
  const common = [...one].filter((w) => other.has(w)).length
  const colours = a.colours
    .split(' ')
    .filter((c) => COLOUR_FAMILIES.includes(c as ColourFamily) && b.colours.split(' ').includes(c)).length
  return (
    (3 * common) / Math.max(1, one.size + other.size - common) +
    (a.kind === b.kind ? 0.6 : 0) +
    (a.manner === b.manner ? 0.3 : 0) +
    0.15 * colours
  )
}
/** How well what is asked fits: of two that fit as well the one that is called so; the same thing in another colour comes after other things. */
const rankOf = (asked: readonly string[], { id, words, named, head }: Known): number => {
  const fit = fitMost(asked, words)
  const called = NAMED * fitMost(asked, named) + HEAD * fitMost(asked, head)
  return fit > 0 ? fit + called - (VARIANTS.has(id) ? AGAIN : 0) : 0
}
const NAMED = 0.1
const HEAD = 0.03
/** From here on a name tells where or with what a thing is. */
const PLACED = / (?:at|by|on|in|under|against|from|beside|with) /
const VARIANTS: ReadonlySet<string> = new Set(variants.map(([id]) => id))
const AGAIN = 0.12
const ALIKE = 0.75

/**
 * Search by plain words, where a word of four letters or more may have one mistake; exact finds first. Everything where
 * no word is given.
 */
export async function searchSupplies(query: SupplyQuery): Promise<{ items: SupplyRow[]; total: number }> {
  const db = await store()
  const asked = wordsIn(query.q ?? '').slice(0, 12)
  const all = await everySupply(db)
  const { kind, orientation, manner, colour } = query
  let rows = all.filter(
    (r) =>
      (!kind || r.kind === kind) &&
      (!query.own || r.own === 1) &&
      (!query.transparent || r.transparent === 1) &&
      (!orientation || r.orientation === orientation) &&
      (!manner || r.manner === manner) &&
      (!colour || r.colours.split(' ').includes(colour)),
  )
  const shelf = SHELF_IDS.find((id) => id === query.shelf)
  if (shelf) rows = rows.filter((r) => sharedWords(r.set, SHELVES[shelf].words) > 0)
  const occasion = OCCASION_IDS.find((id) => id === query.occasion)
  if (occasion) rows = varied(rows, (r) => sharedWords(r.set, OCCASIONS[occasion].words))
  const { ids: only } = query
  if (only) rows = only.flatMap((id) => rows.find((r) => r.id === id) ?? [])
  const model = query.like ? all.find((r) => r.id === query.like) : undefined
  if (asked.length > 0) rows = ranked(rows, (r) => rankOf(asked, r), 0)
  if (model)
    rows = ranked(
      rows.filter((r) => r !== model),
      (r) => likeness(model, r),
      ALIKE,
    )
  const ids = rows.slice(query.offset ?? 0, (query.offset ?? 0) + (query.limit ?? 60)).map((r) => r.id)
  const whole =
    ids.length > 0 ? await db.selectFrom('supplies').selectAll().where('id', 'in', ids).execute() : []
  const page = whole.sort((a, b) => ids.indexOf(a.id) - ids.indexOf(b.id))
  const infos = new Map((await sourceInfo(page.map((r) => r.sha))).map((i) => [i.sha, i]))
  const credits = new Map((await creditsOf(page.map((r) => r.sha))).map((c) => [c.sha, c.credit]))
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
              words: r.words,
              credit: credits.get(r.sha) ?? '',
              orientation: r.orientation as Orientation,
              colours: r.colours
                .split(' ')
                .filter((c): c is ColourFamily => COLOUR_FAMILIES.includes(c as ColourFamily)),
              manner: MANNERS.includes(r.manner as Manner) ? (r.manner as Manner) : 'lifelike',
              info,
            },
          ]
        : []
    }),
  }
}

/** Those that score above `least`, the best first; the order stays where scores are equal. */
function ranked(rows: readonly Known[], score: (r: Known) => number, least: number): Known[] {
  return rows
    .map((row) => ({ row, score: score(row) }))
    .filter((s) => s.score > least)
    .sort((a, b) => b.score - a.score)
    .map((s) => s.row)
}
/** The same with different things first: each further one of a motif counts so much less. */
function varied(rows: readonly Known[], score: (r: Known) => number): Known[] {
  const seen = new Map<string, number>()
  const less = new Map<string, number>()
  for (const r of ranked(rows, score, 0)) {
    const motif = r.own ? r.id : motifOf(r.id)
    const before = seen.get(motif) ?? 0
    seen.set(motif, before + 1)
    less.set(r.id, before * FURTHER)
  }
  return ranked(
    rows.filter((r) => less.has(r.id)),
    (r) => score(r) - (less.get(r.id) ?? 0),
    Number.NEGATIVE_INFINITY,
  )
}
const FURTHER = 0.7
/** What a shipped thing is of, by how it is named: `bunch-of-balloons-gold` and `balloon-red` are balloons. */
const motifOf = (id: string): string => id.replace(/^(bunch|stack)-of-/, '').replace(/s?(-.*)?$/, '')
