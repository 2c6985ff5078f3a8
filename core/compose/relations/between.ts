import { centreOf, heightOf, overlaps, unionOf } from '../../geometry/bounds'
import { gapX, gapY, type Item } from '../item'
import { type Composition, defineRelation, type Relation } from '../relation'
import { isEndRule } from './table'

/** The two gaps differ by at most this factor and something. */
const ALIKE = 2.5

/** A rule with something on either side of it. */
export const between = defineRelation({
  kind: 'between',
  find: (c, found) =>
    c.items.flatMap((r) => {
      if (r.role !== 'rule' || found.some((f) => f.kind === 'on' && f.to.includes(r.id))) return []
      const level = r.ink.right - r.ink.left >= r.ink.bottom - r.ink.top
      const others = c.items.filter(
        (o) =>
          o !== r &&
          o.role !== 'rule' &&
          !found.some((f) => (f.kind === 'ground' || f.kind === 'frames') && f.of.includes(o.id)),
      )
      const beside = others.filter((o) => (level ? gapX(o.ink, r.ink) : gapY(o.ink, r.ink)) < 0)
      const way = (o: Item) =>
        level ? centreOf(o.ink).y - centreOf(r.ink).y : centreOf(o.ink).x - centreOf(r.ink).x
      const gap = (o: Item) => (level ? gapY(o.ink, r.ink) : gapX(o.ink, r.ink))
      const nearest = (sign: number) =>
        beside.filter((o) => Math.sign(way(o)) === sign && gap(o) > -1).sort((a, b) => gap(a) - gap(b))[0]
      const [a, b] = [nearest(-1), nearest(1)]
      if (!a || !b || endsTable(r, c, found)) return []
      if (Math.max(gap(a), gap(b)) > ALIKE * Math.min(gap(a), gap(b)) + 0.03 * c.short) return []
      return [{ kind: 'between' as const, of: [r.id], to: [a.id, b.id] }]
    }),
  sentence: ({ to }, nameOf) => `stands between ${nameOf(to[0] ?? '')} and ${nameOf(to[1] ?? '')}`,
})

/** It belongs to a table as its first or last line. */
const endsTable = (r: Item, c: Composition, found: readonly Relation[]): boolean =>
  found.some((t) => {
    if (t.kind !== 'table') return false
    const cells = unionOf(c.items.filter((i) => t.of.includes(i.id)).map((i) => i.ink))
    const within = c.items.filter((i) => i !== r && i.role === 'rule' && overlaps(i.ink, cells))
    return isEndRule(
      r.ink,
      within.map((i) => i.ink),
      cells,
      heightOf(cells) / t.to.length,
    )
  })
