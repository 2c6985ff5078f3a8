import { type Bounds, centreOf, unionOf } from '../geometry/bounds'
import type { Point } from '../geometry/matrix'
import type { Relation } from './relation'

/** How one thing that is understood is drawn over a composition, px of the page. */
export type RelationMark = {
  relation: Relation
  /** Lines from point to point. */
  lines: (readonly [Point, Point])[]
  /** A box that is bracketed at its corners; null where lines say it. */
  bracket: Bounds | null
  /** Where its sentence is pinned. */
  knob: Point
}

/** These are said of each of their things by itself. */
const OF_ONE = ['ground', 'frames', 'bleeds']
const BRACKETED = ['set', 'table', ...OF_ONE]
/** All that a relation speaks of, its things first. */
export const partnersOf = (r: Relation): string[] => [
  ...new Set(r.to.length > 0 && !speaksOfIds(r) ? r.of : [...r.of, ...r.to]),
]
/** Whether `to` names things, and not how many a row has or which side is shared. */
const speaksOfIds = ({ kind }: Relation): boolean => !['set', 'table', 'in-line', ...OF_ONE].includes(kind)

/** Where and how what is understood is drawn, given the boxes of what is seen of things; what is not seen draws nothing. */
export function marksOf(
  relations: readonly Relation[],
  inkOf: (id: string) => Bounds | null,
): RelationMark[] {
  return relations.flatMap((relation): RelationMark[] => {
    const boxes = (ids: readonly string[]) => ids.flatMap((id) => inkOf(id) ?? [])
    const of = boxes(relation.of)
    const [first] = of
    if (!first || of.length < relation.of.length) return []
    if (BRACKETED.includes(relation.kind)) {
      const box = unionOf(of)
      return [{ relation, lines: [], bracket: box, knob: { x: box.left, y: box.top } }]
    }
    if (relation.kind === 'in-line') return inLine(relation, of)
    if (relation.kind === 'order') return inOrder(relation, of)
    const to = boxes(relation.to)
    if (to.length === 0) return []
    const lines = to.map((b) => lineBetween(first, b))
    const [line] = lines
    return line
      ? [{ relation, lines, bracket: null, knob: to.length > 1 ? centreOf(first) : middleOf(line) }]
      : []
  })
}
/** From each to what is read after it. */
function inOrder(relation: Relation, of: readonly Bounds[]): RelationMark[] {
  const lines = of.slice(1).map((b, n) => lineBetween(of[n] as Bounds, b))
  const [line] = lines
  return line ? [{ relation, lines, bracket: null, knob: line[0] }] : []
}
function inLine(relation: Relation, of: readonly Bounds[]): RelationMark[] {
  const at = sideOf(relation.to[0] ?? '')
  if (!at) return []
  const all = unionOf(of)
  const where = of.reduce((sum, b) => sum + at.of(b), 0) / of.length
  const line: readonly [Point, Point] = at.upright
    ? [point(where, all.top), point(where, all.bottom)]
    : [point(all.left, where), point(all.right, where)]
  return [{ relation, lines: [line], bracket: null, knob: line[1] }]
}
function sideOf(name: string): { upright: boolean; of: (b: Bounds) => number } | null {
  if (name === 'left' || name === 'right') return { upright: true, of: (b) => b[name] }
  if (name === 'centre') return { upright: true, of: (b) => centreOf(b).x }
  return name === 'foot' ? { upright: false, of: (b) => b.bottom } : null
}
const middleOf = ([a, b]: readonly [Point, Point]): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 })
const point = (x: number, y: number): Point => ({ x, y })
const clamp = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v))
/** From what is nearer of a thing to what it relates to; from the side of what lies within it to the same side of that. */
function lineBetween(a: Bounds, b: Bounds): readonly [Point, Point] {
  const [p, q] = [centreOf(a), centreOf(b)]
  const inside = p.x > b.left && p.x < b.right && p.y > b.top && p.y < b.bottom
  if (inside) {
    const level = (from: number, to: number) => ({
      away: Math.abs(from - to),
      line: [point(from, p.y), point(to, p.y)] as const,
    })
    const upright = (from: number, to: number) => ({
      away: Math.abs(from - to),
      line: [point(p.x, from), point(p.x, to)] as const,
    })
    const sides = [
      level(a.left, b.left),
      level(a.right, b.right),
      upright(a.top, b.top),
      upright(a.bottom, b.bottom),
    ]
    return sides.reduce((best, side) => (side.away < best.away ? side : best)).line
  }
  const from = { x: clamp(q.x, a.left, a.right), y: clamp(q.y, a.top, a.bottom) }
  return [from, { x: clamp(from.x, b.left, b.right), y: clamp(from.y, b.top, b.bottom) }]
}
