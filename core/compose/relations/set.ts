import { centreOf, heightOf, widthOf } from '../../geometry/bounds'
import { apart, type Item, isWords, sizeOf } from '../item'
import { defineRelation, type Relation } from '../relation'

/** Sides of like things differ by at most this share, steps by at most that. */
const LIKE = 0.08
const STEP = 0.12
const LEAST = 3

/** Equal or nearly equal things at even steps in rows and columns. `of` in reading order; `to` says how many a row has. */
export const set = defineRelation({
  kind: 'set',
  find(c, found) {
    const out: Relation[] = []
    const taken = new Set(found.filter((f) => f.kind === 'table').flatMap((f) => f.of))
    const free = c.items.filter(
      (i) =>
        i.role !== 'rule' &&
        !taken.has(i.id) &&
        !found.some((f) => ['ground', 'frames', 'caption'].includes(f.kind) && f.of.includes(i.id)),
    )
    // What carries others first: three cards are a set, the words on them are their own.
    for (const i of [...free].sort((a, b) => b.area - a.area)) {
      if (taken.has(i.id)) continue
      const like = free.filter((o) => !taken.has(o.id) && isLike(i, o))
      const made = like.length >= 2 ? arranged(like) : null
      if (!made) continue
      out.push(made)
      for (const id of made.of) taken.add(id)
    }
    return out
  },
  sentence: (r) => `is one of a set of ${r.of.length}`,
})
/** Of one kind and size; words of one style. */
export function isLike(a: Item, b: Item): boolean {
  if (a === b) return true
  if (a.role !== b.role || a.node.layer.plane !== b.node.layer.plane) return false
  if (isWords(a)) {
    const [s, t] = [a.types[0]?.style, b.types[0]?.style]
    return (
      s !== undefined &&
      t !== undefined &&
      s.family === t.family &&
      s.weight === t.weight &&
      near(s.size, t.size, LIKE)
    )
  }
  return near(widthOf(a.ink), widthOf(b.ink), LIKE) && near(heightOf(a.ink), heightOf(b.ink), LIKE)
}
const near = (a: number, b: number, share: number): boolean => Math.abs(a - b) <= share * Math.max(a, b)

function arranged(like: readonly Item[]): Relation | null {
  const words = isWords(like[0] as Item)
  const rows = levels(
    like,
    (i) => (words ? i.ink.bottom : centreOf(i.ink).y),
    (i) => heightOf(i.ink) * 0.3,
  )
  const [first] = rows
  if (!first) return null
  const told = (of: Item[], perRow: number): Relation | null =>
    of.length >= (perRow > 1 && !words && of.length === 2 && fills(of) ? 2 : LEAST)
      ? { kind: 'set', of: of.map((i) => i.id), to: [String(perRow)] }
      : null
  if (rows.length === 1) return even(first, 'x', words) ? told(first, first.length) : null
  if (rows.every((r) => r.length === 1)) {
    const column = rows.flat()
    return lined(column, words) && even(column, 'y', words) ? told(column, 1) : null
  }
  const full = rows.every(
    (r, n) => r.length === first.length || (n === rows.length - 1 && r.length < first.length),
  )
  const columns = rows.every((r) =>
    r.every((i, n) => {
      const above = first[n]
      return above && Math.abs(centreOf(i.ink).x - centreOf(above.ink).x) < STEP * widthOf(i.ink)
    }),
  )
  return full &&
    columns &&
    !words &&
    even(first, 'x', false) &&
    even(
      rows.map((r) => r[0] as Item),
      'y',
      false,
    )
    ? told(rows.flat(), first.length)
    : null
}
/** Two are a set where they stand close together: two cards, two photos. */
const fills = ([a, b]: readonly Item[]): boolean =>
  a !== undefined &&
  b !== undefined &&
  (a.role === 'photo' || a.role === 'shape' || a.role === 'group') &&
  apart(a.ink, b.ink) < 0.35 * widthOf(a.ink) &&
  a.types.length === b.types.length
function levels(all: readonly Item[], at: (i: Item) => number, slack: (i: Item) => number): Item[][] {
  const out: Item[][] = []
  for (const i of [...all].sort((a, b) => at(a) - at(b))) {
    const last = out.at(-1)
    if (last && Math.abs(at(last[0] as Item) - at(i)) < slack(i)) last.push(i)
    else out.push([i])
  }
  return out.map((r) => r.sort((a, b) => a.ink.left - b.ink.left))
}
/** Equal steps; of words, whose lengths differ, equal gaps. */
function even(list: readonly Item[], axis: 'x' | 'y', words: boolean): boolean {
  const [lo, hi] = axis === 'x' ? (['left', 'right'] as const) : (['top', 'bottom'] as const)
  const steps = list.slice(1).map((i, n) => {
    const before = list[n] as Item
    return words ? i.ink[lo] - before.ink[hi] : (i.ink[lo] + i.ink[hi] - before.ink[lo] - before.ink[hi]) / 2
  })
  if (steps.length === 0) return true
  const side = words ? 0.5 * sizeOf(list[0] as Item) : Math.max(...steps) * STEP
  const apartEnough =
    words ||
    list.slice(1).every((i, n) => i.ink[lo] > (list[n] as Item).ink[hi] - 0.15 * (i.ink[hi] - i.ink[lo]))
  return (
    apartEnough &&
    Math.max(...steps) - Math.min(...steps) <= side &&
    (!words || Math.max(...steps) < 2.5 * sizeOf(list[0] as Item))
  )
}
function lined(list: readonly Item[], words: boolean): boolean {
  const slack = words ? 0.3 * sizeOf(list[0] as Item) : STEP * widthOf((list[0] as Item).ink)
  const spread = (of: (i: Item) => number) => Math.max(...list.map(of)) - Math.min(...list.map(of))
  return (
    Math.min(
      spread((i) => i.ink.left),
      spread((i) => i.ink.right),
      spread((i) => centreOf(i.ink).x),
    ) <= slack
  )
}
export const perRow = (r: Relation): number => Math.max(1, Number(r.to[0] ?? 1))
