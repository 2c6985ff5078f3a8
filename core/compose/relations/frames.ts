import { heightOf, widthOf } from '../../geometry/bounds'
import { defineRelation } from '../relation'
import { saidOf } from './ground'

/** A frame takes at least this share of the page both ways. */
const SHARE = 0.75
/** Its distances to the four edges differ by at most so much of the shorter side. */
const EVEN = 0.07

/** Runs round the page at an even distance. */
export const frames = defineRelation({
  kind: 'frames',
  find: (c, found) =>
    c.items.flatMap((i) => {
      const said = saidOf(i)
      const drawn = i.role === 'outline' || (said === 'span' && i.role !== 'rule')
      if (!drawn || i.types.length > 0 || found.some((f) => f.of.includes(i.id))) return []
      if (widthOf(i.ink) < SHARE * c.width || heightOf(i.ink) < SHARE * c.height) return []
      const distances = [i.ink.left, i.ink.top, c.width - i.ink.right, c.height - i.ink.bottom]
      const even = Math.max(...distances) - Math.min(...distances) < EVEN * c.short
      return even || said === 'span' ? [{ kind: 'frames', of: [i.id], to: [] }] : []
    }),
  sentence: () => 'frames the page',
})
