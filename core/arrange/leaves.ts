import { edgesCrossed } from '../adapt/units'
import { CAPITALS, type Item, isWords } from '../compose/item'
import { type Bounds, grow, heightOf, intersect, isEmpty, unionOf, widthOf } from '../geometry/bounds'
import { wrapDegrees } from '../geometry/placement'
import { isShape, isWorded, takesPicture } from '../kinds/facts'
import type { FontBook } from '../type/fonts'
import { type Measure, measureType } from '../type/layout'
import type { BlockNode, Node, Room, Side } from './node'
import { readingShare, wrapsOf } from './nodes/words'

/** The part of the page that a tree is built for, px of the master. */
export type Region = {
  box: Bounds
  fonts: FontBook
  largest: number
  sizes: readonly number[]
  /** Words that are turned farther are set upright, degrees. */
  upright?: number
}
/** A picture in a slot shows more to its sides in a card that became wider. */
const SLOT_WIDENS = 1.4
/** Beyond this words run up or down an edge, degrees. */
export const MOST_TURN = 30

const UPRIGHT = 0.5
const upright = (i: Item): boolean => Math.abs(i.node.layer.placement.rotation) < UPRIGHT
const keyOf = (kind: string, items: readonly Item[]): string =>
  `${kind}:${items
    .map((i) => i.id)
    .sort()
    .slice(0, 12)
    .join('+')}`

function overOf(items: readonly Item[], region: Bounds): Set<Side> {
  const out = new Set<Side>()
  for (const i of items) {
    // Words are to be read: they go over no edge again.
    if (isWords(i)) continue
    const moved = {
      left: i.ink.left - region.left,
      right: i.ink.right - region.left,
      top: i.ink.top - region.top,
      bottom: i.ink.bottom - region.top,
    }
    const e = edgesCrossed(moved, widthOf(region), heightOf(region))
    for (const side of ['left', 'right', 'top', 'bottom'] as const) if (e[side]) out.add(side)
  }
  return out
}
/** What is seen of things within the region. */
function seenBox(items: readonly Item[], region: Bounds): Bounds {
  return unionOf(items.map((i) => seenOf(i, i.ink, region)))
}
/** The room that things take within the region: words with their whole lines. */
function roomOf(items: readonly Item[], region: Bounds): Bounds {
  return unionOf(items.map((i) => seenOf(i, isWords(i) ? linesBox(i) : i.ink, region)))
}
function seenOf(i: Item, box: Bounds, region: Bounds): Bounds {
  const seen = intersect(box, region)
  return isWords(i) || isEmpty(seen) ? box : seen
}
/** Lines reach beyond what is seen of them: above capitals, below the foot. Turned words by about as much all round. */
function linesBox(i: Item): Bounds {
  const { layout, types, ink } = i
  const size = types[0]?.style.size ?? 0
  if (!layout || !upright(i)) return grow(ink, 0.2 * size)
  const first = (layout.lines[0]?.baseline ?? layout.size) / layout.size
  const top = ink.top - (first - CAPITALS) * size
  return { ...ink, top, bottom: top + layout.lines.length * (types[0]?.style.leading ?? 1.2) * size }
}
/** What every node has, told from its things. */
export const commonOf = (kind: string, items: readonly Item[], region: Region, room: Room) => ({
  room,
  fixed: items.every((i) => i.node.layer.behaviour.keepsSize),
  share: Math.max(0, ...items.map((i) => i.node.layer.behaviour.leastShare ?? 0)),
  widens: 1,
  reads: null,
  along: null,
  key: keyOf(kind, items),
  box: roomOf(items, region.box),
  ink: seenBox(items, region.box),
  items,
  over: overOf(items, region.box),
})
export const blockOf = (items: readonly Item[], region: Region): BlockNode => ({
  kind: 'block',
  ...commonOf('block', items, region, 'keeps'),
  least: Math.min(Infinity, ...items.flatMap((i) => i.types.map((t) => t.style.size))),
  subject: items.some((i) => i.node.layer.plane === 'subject'),
})

const measured = new WeakMap<object, { count: number; measure: Measure }>()
function measureOf(item: Item, fonts: FontBook): Measure | null {
  const { layer } = item.node
  if (!isWorded(layer)) return null
  const held = measured.get(layer)
  if (held?.count === fonts.count) return held.measure
  const measure = measureType(fonts, layer.text, layer.style)
  if (Object.isFrozen(layer)) measured.set(layer, { count: fonts.count, measure })
  return measure
}
/** Steps of the hierarchy: each larger size on the page stays this much larger when all are at the smallest. */
const STEP = 1.14
const MOST_STEPS = 4

/** One thing as a leaf of the tree. */
export function leafOf(item: Item, region: Region): Node {
  const { layer } = item.node
  const { bend, corners, skew } = layer.placement
  const plain = !bend && !corners && !skew && item.node.insides.length === 0
  const turn = turnOf(item, region)
  const measure = isWords(item) && plain && turn !== null ? measureOf(item, region.fonts) : null
  if (measure && turn !== null && item.layout) {
    const size = item.types[0]?.style.size ?? item.layout.size
    const smaller = region.sizes.filter((s) => s < size * 0.93).length
    return {
      kind: 'words',
      ...commonOf('words', [item], region, 'keeps'),
      item,
      wraps: wrapsOf(measure),
      lines: Math.max(1, item.layout.lines.length),
      size,
      leading: measure.leading,
      level: STEP ** Math.min(MOST_STEPS, smaller),
      headline: size >= 0.7 * region.largest,
      turn,
      plate: isWorded(layer) && layer.plate ? layer.plate : { across: 0, down: 0 },
      reads: readingShare(item),
    }
  }
  if (item.role === 'rule' && (upright(item) || Math.abs(layer.placement.rotation % 90) < UPRIGHT))
    return {
      kind: 'rule',
      ...commonOf('rule', [item], region, 'grows'),
      item,
      along: widthOf(item.ink) >= heightOf(item.ink) ? 'x' : 'y',
    }
  const masked = Object.values(layer.masks).some((m) => m.on)
  const { keepsRatio, keepsSize, seen } = layer.behaviour
  const free = !keepsRatio && !keepsSize
  if (takesPicture(layer) && layer.form === 'rectangle' && plain && upright(item) && !masked && free)
    return {
      kind: 'slot',
      ...commonOf('slot', [item], region, 'keeps'),
      widens: seen === 'whole' ? 1 : SLOT_WIDENS,
      item,
      whole: seen === 'whole',
    }
  return blockOf([item], region)
}
/** How far words stay turned in rows and columns; null where they run up or down an edge and stay one with it. */
function turnOf(i: Item, region: Region): number | null {
  const turn = wrapDegrees(i.node.layer.placement.rotation)
  if (Math.abs(turn) < UPRIGHT || Math.abs(turn) > (region.upright ?? 180)) return 0
  return Math.abs(turn) <= MOST_TURN ? turn : null
}
/** Whether a thing can hug what lies on it: a plain upright area whose sides may be of any length. */
export function canHug(i: Item): boolean {
  const { layer } = i.node
  const { bend, corners, skew } = layer.placement
  if (bend || corners || skew || !upright(i) || i.node.insides.length > 0) return false
  // Sized evenly or not at all, as people said.
  const { keepsRatio, keepsSize, seen } = layer.behaviour
  if (keepsRatio || keepsSize || seen === 'whole') return false
  if (Object.values(layer.masks).some((m) => m.on)) return false
  return (isShape(layer) && layer.form === 'rectangle') || (takesPicture(layer) && layer.form === 'rectangle')
}
