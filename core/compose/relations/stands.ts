import { heightOf, widthOf } from '../../geometry/bounds'
import { type Item, isSolid } from '../item'
import { defineRelation } from '../relation'
import { covers } from './ground'

/** How far a foot may be above or below the edge that it stands on, of the thing's height. */
const NEAR = 0.07
/** A foot may stand so far within what it stands on, of that one's height. */
const WITHIN = 0.85
const boards = ['shape', 'rule', 'graphic', 'photo', 'cutout']

/** Its foot meets a board, a table, a line or a band. */
export const stands = defineRelation({
  kind: 'stands',
  find: (c) =>
    c.items.flatMap((a) => {
      if (a.role !== 'cutout' && a.role !== 'group') return []
      const under = c.items.filter(
        (b) => b !== a && isSolid(b) && boards.includes(b.role) && !covers(b, c) && standsOn(a, b),
      )
      const board = under.sort(
        (p, q) => Math.abs(p.ink.top - a.ink.bottom) - Math.abs(q.ink.top - a.ink.bottom),
      )[0]
      return board ? [{ kind: 'stands' as const, of: [a.id], to: [board.id] }] : []
    }),
  sentence: ({ to }, nameOf) => `stands on ${nameOf(to[0] ?? '')}`,
})
function standsOn(a: Item, b: Item): boolean {
  const along = Math.min(a.ink.right, b.ink.right) - Math.max(a.ink.left, b.ink.left)
  if (along < 0.7 * widthOf(a.ink) || widthOf(b.ink) < 0.9 * widthOf(a.ink)) return false
  // What it stands on is flatter than wide, and it rises well above it.
  if (heightOf(b.ink) > 0.8 * widthOf(b.ink) || a.ink.top > b.ink.top - 0.4 * heightOf(a.ink)) return false
  const foot = a.ink.bottom - b.ink.top
  const within = b.depth < a.depth ? WITHIN * heightOf(b.ink) : 0
  return foot > -NEAR * heightOf(a.ink) && foot < Math.max(NEAR * heightOf(a.ink), within)
}
