import type { LightOf } from '../adapt/lightness'
import type { Said as WholeSaid } from '../design/said-schema'
import type { LayerNode } from '../design/tree'
import { layerName } from '../kinds/facts'
import type { FontBook } from '../type/fonts'
import { type Item, itemsOf } from './item'
import { type Composition, MANY, type Relation, type RelationDefinition, relationKey } from './relation'
import { between } from './relations/between'
import { bleeds } from './relations/bleeds'
import { caption } from './relations/caption'
import { frames } from './relations/frames'
import { ground } from './relations/ground'
import { inLine } from './relations/in-line'
import { on } from './relations/on'
import { order } from './relations/order'
import { pair } from './relations/pair'
import { rides, through } from './relations/rides'
import { set } from './relations/set'
import { stands } from './relations/stands'
import { table } from './relations/table'
import { together } from './relations/together'

/** In this order: each may go by what those before it found. */
const definitions: readonly RelationDefinition[] = [
  together,
  ground,
  frames,
  on,
  stands,
  rides,
  through,
  caption,
  table,
  set,
  between,
  inLine,
  bleeds,
  pair,
  order,
]

const plain: readonly RelationDefinition[] = [ground, frames, bleeds]

/** What people said of a page, as far as reading goes by it. */
export type Said = Pick<WholeSaid, 'kind'> & { members: readonly string[] }
export type Reading = { items: Item[]; relations: Relation[] }

/**
 * What is understood of a composition, told from the master alone and deterministic. `before` holds keys of relations that were
 * read earlier: they go on holding for a little longer. What people said always wins.
 */
export function read(
  nodes: readonly LayerNode[],
  size: { width: number; height: number },
  context: { fonts: FontBook; lightOf: LightOf },
  before: ReadonlySet<string> = new Set(),
  said: readonly Said[] = [],
): Reading {
  const items = itemsOf(nodes, context.fonts, context.lightOf)
  const composition: Composition = { ...size, short: Math.min(size.width, size.height), items, before }
  const found: Relation[] = []
  for (const d of items.length > MANY ? plain : definitions)
    found.push(...d.find(composition, [...found]).filter((r) => !partedBy(r, said)))
  return { items, relations: withSaid(found, said, items) }
}
/** Whether people took a relation apart. */
const partedBy = (r: Relation, said: readonly Said[]): boolean =>
  [...r.of, ...r.to].length > 1 &&
  said.some((s) => s.kind === 'apart' && [...r.of, ...r.to].filter((id) => s.members.includes(id)).length > 1)
/** What people said comes in the place of what was told. */
function withSaid(found: readonly Relation[], said: readonly Said[], items: readonly Item[]): Relation[] {
  const here = (s: Said) => s.members.filter((id) => items.some((i) => i.id === id))
  const made = said.flatMap((s): Relation[] => {
    const [first, ...rest] = here(s)
    if (!first || rest.length === 0) return []
    if (s.kind === 'order') return [{ kind: 'order', of: [first, ...rest], to: [] }]
    if (s.kind === 'together') return rest.map((id) => ({ kind: 'together', of: [id], to: [first] }))
    // The first is what the others lie on.
    if (s.kind === 'on') return rest.map((id) => ({ kind: 'on', of: [id], to: [first] }))
    return s.kind === 'row' ? [{ kind: 'set', of: [first, ...rest], to: [String(rest.length + 1)] }] : []
  })
  const replaced = (r: Relation) =>
    made.some(
      (m) =>
        (m.kind === 'on' && r.kind === 'on' && m.of[0] === r.of[0] && !circle(m, made)) ||
        (m.kind === 'set' && r.kind === 'set' && r.of.some((id) => m.of.includes(id))),
    )
  return [...found.filter((r) => !replaced(r)), ...made.filter((m) => !circle(m, made))]
}
/** A on B and B on A cannot both be had: neither is. */
const circle = (r: Relation, all: readonly Relation[]): boolean =>
  r.kind === 'on' && all.some((o) => o.kind === 'on' && o.of[0] === r.to[0] && o.to[0] === r.of[0])

/** Said in a few words: *Price is the caption of Blue cup*. */
export function sentenceOf(r: Relation, items: readonly Item[], of = r.of[0] ?? ''): string {
  const nameOf = (id: string) => {
    const layer = items.find((i) => i.id === id)?.node.layer
    return layer ? layerName(layer) : 'something'
  }
  const definition = definitions.find((d) => d.kind === r.kind)
  return `${nameOf(of)} ${definition?.sentence(r, nameOf, of) ?? r.kind}`
}
export const keysOf = (all: readonly Relation[]): string[] => all.map(relationKey)
