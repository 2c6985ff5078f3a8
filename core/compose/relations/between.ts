import { centreOf } from '../../geometry/bounds'
import { gapX, gapY, type Item } from '../item'
import { defineRelation } from '../relation'

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
      if (!a || !b || Math.max(gap(a), gap(b)) > ALIKE * Math.min(gap(a), gap(b)) + 0.03 * c.short) return []
      return [{ kind: 'between' as const, of: [r.id], to: [a.id, b.id] }]
    }),
  sentence: ({ to }, nameOf) => `stands between ${nameOf(to[0] ?? '')} and ${nameOf(to[1] ?? '')}`,
})
