import type { Item } from '../compose/item'
import { joined } from '../compose/joined'
import type { Relation } from '../compose/relation'
import { unionOf } from '../geometry/bounds'
import { commonOf, type Region } from './leaves'
import type { Node } from './node'
import { grazes, treeOf } from './tree'

/** The room between two parts, of the smaller letters of the whole. */
const GAP = 0.8
/** What stays one even here. */
const ONE = ['on', 'set', 'table']

/**
 * One column in reading order, whatever lay across what: the last way to have every word read. What carries words keeps
 * them; all else is taken apart.
 */
export function columnOf(items: readonly Item[], relations: readonly Relation[], region: Region): Node {
  const held = relations.filter((r) => ONE.includes(r.kind) && !grazes(r, items))
  const groups = joined(
    items,
    held.flatMap((r) => [...r.of.slice(1), ...r.to].map((id) => [r.of[0], id] as const)),
  )
  const children = groups
    .flatMap((g) => treeOf(g, held, region, true) ?? [])
    .sort((a, b) => a.ink.top - b.ink.top || a.ink.left - b.ink.left)
  const [only] = children
  if (children.length === 1 && only) return only
  const sizes = items.flatMap((i) => i.types.map((t) => t.style.size))
  const gap = GAP * Math.min(region.largest, ...sizes)
  return {
    kind: 'lines',
    ...commonOf('column', items, region, 'spreads'),
    box: unionOf(children.map((c) => c.box)),
    axis: 'y',
    children,
    gaps: children.slice(1).map(() => gap),
    align: children.find((c) => c.reads !== null)?.reads ?? 0,
    bound: false,
    rtl: false,
  }
}
