import type { Item } from '../../compose/item'
import type { Relation } from '../../compose/relation'
import type { Channel } from '../../design/channel-schema'
import { type Bounds, widthOf } from '../../geometry/bounds'

/** Kinds of faults, and how much each weighs when arrangements are compared, with its reason. */
export const FAULTS = {
  /** What belonged together does not any more: the composition says something else. */
  torn: 6,
  /** Words half on, half off something, or across words: they cannot be read. */
  straddling: 6,
  /** Words on a subject that they were not on. */
  'on a subject': 5,
  /** Something covers what was free. */
  covered: 4,
  /** Pressed flat: nobody posts it. */
  flattened: 8,
  /** What must be there is not. */
  'left out': 12,
  /** The reading order turned. */
  order: 2.5,
  /** The headline is not the largest any more. */
  headline: 4,
  /** One half of the page is empty. */
  empty: 2,
  /** Cut by the edge of the page. */
  cut: 6,
  /** Words outside the safe area. */
  unsafe: 5,
  /** Words below the channel’s smallest. */
  'too small': 5,
  /** Smaller than people allowed. */
  'small share': 5,
  /** Words on a clear box. */
  'clear box': 6,
  /** Does not go over the edge any more: a hairline of page shows. */
  'no longer bleeds': 4,
  /** A rule through words. */
  'rule through words': 6,
  /** Like things that are not alike any more. */
  uneven: 4,
  /** Touches what it did not touch. */
  touching: 1.5,
  /** Lines that were shared are not. */
  'lines lost': 0.7,
  /** Words that had contrast have none. */
  unreadable: 4,
} as const
export type FaultKind = keyof typeof FAULTS
/** One place where an arrangement fails: on which things, and of which relation where one was torn. */
export type Fault = {
  kind: FaultKind
  ids: readonly string[]
  relation?: Relation /** How bad, 1 a plain case. */
  weight: number
}

/** A page before and after, as it is seen. */
export type Before = {
  width: number
  height: number
  short: number
  items: readonly Item[]
  relations: readonly Relation[]
  byId: ReadonlyMap<string, Item>
  /** Ids that cover the page or frame it. */
  grounds: ReadonlySet<string>
}
export type After = {
  channel: Channel
  safe: Bounds
  clear: readonly Bounds[]
  short: number
  items: readonly Item[]
  byId: ReadonlyMap<string, Item>
  leftOut: ReadonlySet<string>
}
export type FaultCheck = (before: Before, after: After) => Fault[]
/** How much larger a thing came out. */
export const factorOf = (was: Item, is: Item): number => {
  const [a, b] = [was.types[0]?.style.size, is.types[0]?.style.size]
  return a && b ? b / a : widthOf(is.ink) / Math.max(1, widthOf(was.ink))
}
