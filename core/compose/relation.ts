import type { Item } from './item'

export const RELATIONS = [
  'on',
  'caption',
  'rides',
  'stands',
  'set',
  'table',
  'between',
  'in-line',
  'through',
  'frames',
  'bleeds',
  'ground',
  'pair',
  'together',
  'order',
] as const
export type RelationKind = (typeof RELATIONS)[number]
/** One thing known of a composition. `of` is what it is said of, `to` what that relates to. */
export type Relation = { kind: RelationKind; of: readonly string[]; to: readonly string[] }
/** With more things than this only the ground is read: what belongs together among hundreds is for groups to say. */
export const MANY = 140
/** What is read: the things of a page back to front, and what was read before on them. */
export type Composition = {
  width: number
  height: number
  /** The shorter side, px. */
  short: number
  items: readonly Item[]
  /** Ids of items that were seen together in a relation before: what held goes on holding for a little longer. */
  before: ReadonlySet<string>
}
export const relationKey = (r: Relation): string => `${r.kind}:${r.of.join('+')}>${r.to.join('+')}`
/** Whether a relation was there before: then it may be told less surely. */
export const heldBefore = (c: Composition, r: Relation): boolean => c.before.has(relationKey(r))

/** One kind of relation: how it is told from a composition, and how it is said. */
export type RelationDefinition = {
  kind: RelationKind
  /** Given what was found by those before it in the list. */
  find: (c: Composition, found: readonly Relation[]) => Relation[]
  /** In a few words, after the name of what it is said of. */
  sentence: (r: Relation, nameOf: (id: string) => string, of: string) => string
}
export const defineRelation = (r: RelationDefinition): RelationDefinition => r
