import { centreOf, heightOf, widthOf } from '../../geometry/bounds'
import { defineRelation, type Relation } from '../relation'
import { isLike } from './set'

const SLACK = 0.02

/** Two like things left and right of the page's middle, or above and below it. */
export const pair = defineRelation({
  kind: 'pair',
  find(c, found) {
    const out: Relation[] = []
    const free = c.items.filter(
      (i) =>
        i.role !== 'words' &&
        !found.some((f) => ['ground', 'frames', 'set', 'on'].includes(f.kind) && f.of.includes(i.id)),
    )
    for (const [n, a] of free.entries())
      for (const b of free.slice(n + 1)) {
        if (!isLike(a, b)) continue
        const [p, q] = [centreOf(a.ink), centreOf(b.ink)]
        const level =
          Math.abs(p.y - q.y) < SLACK * c.height && Math.abs(p.x + q.x - c.width) < 2 * SLACK * c.width
        const upright =
          Math.abs(p.x - q.x) < SLACK * c.width && Math.abs(p.y + q.y - c.height) < 2 * SLACK * c.height
        const aside = level ? Math.abs(p.x - q.x) > widthOf(a.ink) : Math.abs(p.y - q.y) > heightOf(a.ink)
        if ((level || upright) && aside) out.push({ kind: 'pair', of: [a.id], to: [b.id] })
      }
    return out
  },
  sentence: ({ to }, nameOf) => `makes a pair with ${nameOf(to[0] ?? '')}`,
})
