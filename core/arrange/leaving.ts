import { type Item, sizeOf } from '../compose/item'
import type { Relation } from '../compose/relation'
import { isLike } from '../compose/relations/set'
import { tableRows } from '../compose/relations/table'
import type { Before } from './faults/fault'
import type { Parts } from './parts'

/** Of what these say nothing can go without tearing them. */
const WHOLE = ['set', 'table', 'through', 'together', 'stands']
const RANK = { may: 0, should: 1, must: 2 } as const
/** Things that go together, or stay together. */
export type Leave = readonly Item[]

/** The least important first; of the same importance what is small. */
const byImportance = (a: Item, b: Item): number =>
  RANK[a.node.layer.behaviour.importance] - RANK[b.node.layer.behaviour.importance] ||
  sizeOf(a) - sizeOf(b) ||
  b.ink.top - a.ink.top
/** What may be left out, the least important first: what people said, then small words and badges. */
export function leavable(parts: Parts, before: Before): Leave[] {
  const largest = Math.max(0, ...parts.loose.map(sizeOf))
  const bound = (i: Item) =>
    before.relations.some((r) => WHOLE.includes(r.kind) && [...r.of, ...r.to].includes(i.id)) ||
    before.relations.some((r) => r.kind === 'on' && r.of[0] === i.id) ||
    before.relations.some(
      (r) => r.to.includes(i.id) && (r.kind === 'on' || r.kind === 'rides' || r.kind === 'caption'),
    )
  const may = parts.loose
    .filter((i) => {
      const { importance } = i.node.layer.behaviour
      if (importance === 'must' || sizeOf(i) === largest) return false
      return importance === 'may' || (i.types.length > 0 && !bound(i))
    })
    .sort(byImportance)
  return withMates(may, parts.loose, before.relations)
}
/** Words that go where there is no room to read all of them: all but the largest. */
export function crowding(parts: Parts, before: Before): Leave[] {
  const worded = parts.loose.filter((i) => i.types.length > 0)
  const [headline] = [...worded].sort((a, b) => sizeOf(b) - sizeOf(a))
  const rest = worded.filter((i) => i !== headline).sort(byImportance)
  return withMates(rest, parts.loose, before.relations)
}
/** Each with those that are to it what it is to the rest, as far as they are no more important, and with what would be left bare. */
function withMates(list: readonly Item[], loose: readonly Item[], relations: readonly Relation[]): Leave[] {
  const taken = new Set<Item>()
  return list.flatMap((i): Leave[] => {
    if (taken.has(i)) return []
    const rank = RANK[i.node.layer.behaviour.importance]
    const mates = matesOf(i, loose, relations).filter(
      (o) => !taken.has(o) && RANK[o.node.layer.behaviour.importance] <= rank,
    )
    const words = [i, ...mates]
    const all = [...words, ...bareWithout(words, loose, relations)]
    for (const o of all) taken.add(o)
    return [all]
  })
}
/** The other cells of its column in a table; what lies like it on the others of a set. */
function matesOf(i: Item, loose: readonly Item[], relations: readonly Relation[]): Item[] {
  const byId = (id: string) => loose.filter((o) => o.id === id)
  const column = relations.find((r) => r.kind === 'table' && r.of.includes(i.id))
  if (column) return columnOf(column, i.id).flatMap(byId)
  const carrierOf = (id: string) => relations.find((r) => r.kind === 'on' && r.of[0] === id)?.to[0]
  const host = carrierOf(i.id)
  const set = host && relations.find((r) => r.kind === 'set' && r.of.includes(host))
  if (!set) return []
  return set.of
    .filter((member) => member !== host)
    .flatMap((member) => loose.filter((o) => carrierOf(o.id) === member && isLike(i, o)).slice(0, 1))
}
/** The ids of the other cells of a cell's column. */
function columnOf(table: Relation, id: string): string[] {
  const rows = tableRows(table)
  const at = rows.map((row) => row.indexOf(id)).find((n) => n >= 0) ?? 0
  return rows.flatMap((row) => row[at] ?? []).filter((cell) => cell !== id)
}
/** Badges and buttons that carried nothing but these. */
function bareWithout(words: readonly Item[], loose: readonly Item[], relations: readonly Relation[]): Item[] {
  const ids = words.map((w) => w.id)
  const on = relations.filter((r) => r.kind === 'on')
  return loose.filter((c) => {
    const carried = on.filter((r) => r.to[0] === c.id).map((r) => r.of[0] as string)
    const plain = c.role === 'shape' || c.role === 'graphic' || c.role === 'outline'
    return (
      plain &&
      carried.length > 0 &&
      c.node.layer.behaviour.importance !== 'must' &&
      carried.every((id) => ids.includes(id))
    )
  })
}

/** What holds of the things that are left: sets of fewer, tables of fewer columns. */
export function remaining(relations: readonly Relation[], leftOut: ReadonlySet<string>): readonly Relation[] {
  if (leftOut.size === 0) return relations
  return relations.map((r) => {
    if (!r.of.some((id) => leftOut.has(id))) return r
    if (r.kind === 'table') {
      const rows = tableRows(r)
        .map((row) => row.filter((id) => !leftOut.has(id)))
        .filter((row) => row.length > 0)
      const even = rows.length > 0 && rows.every((row) => row.length === rows[0]?.length && row.length > 1)
      return even ? { ...r, of: rows.flat(), to: rows.map((row) => String(row.length)) } : r
    }
    if (r.kind !== 'set') return r
    const of = r.of.filter((id) => !leftOut.has(id))
    const row = Math.min(of.length, Number(r.to[0] ?? 1))
    return of.length > 1 ? { ...r, of, to: [String(row)] } : r
  })
}
