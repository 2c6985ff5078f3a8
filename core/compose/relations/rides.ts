import { type Item, isSolid, isWords, sharedArea } from '../item'
import { type Composition, defineRelation, heldBefore, type Relation } from '../relation'

/** They share so much of the smaller one, or were seen to and still share a little. */
const SHARES = 0.035
const SHARES_STILL = 0.01
/** Words that only touch a thing with so little of themselves are near it, not on it. */
const GRAZES = 0.1

/** Things that take part in overlaps on purpose: neither ground nor frame. */
const loose = (c: Composition, found: readonly Relation[]): Item[] =>
  c.items.filter(
    (i) =>
      isSolid(i) && !found.some((f) => (f.kind === 'ground' || f.kind === 'frames') && f.of.includes(i.id)),
  )
function overlapping(c: Composition, found: readonly Relation[], kind: 'rides' | 'through'): Relation[] {
  const items = loose(c, found)
  return items.flatMap((a) =>
    items.flatMap((b): Relation[] => {
      if (a.depth <= b.depth || found.some((f) => f.kind === 'on' && f.of[0] === a.id && f.to[0] === b.id))
        return []
      const through = isWords(b) && !isWords(a)
      if ((kind === 'through') !== through) return []
      // Words that touch words are set so, no matter how tightly.
      if (isWords(a) && isWords(b)) return []
      const made: Relation = { kind, of: through ? [b.id] : [a.id], to: through ? [a.id] : [b.id] }
      const shared = sharedArea(a, b)
      const share = shared / Math.max(1, Math.min(a.area, b.area))
      const worded = isWords(a) ? a : b
      if (isWords(worded) && shared < GRAZES * worded.area) return []
      return share > (heldBefore(c, made) ? SHARES_STILL : SHARES) ? [made] : []
    }),
  )
}

/** Overlaps an edge or corner of another on purpose: sticker, seal, tag, name plate. */
export const rides = defineRelation({
  kind: 'rides',
  find: (c, found) => overlapping(c, found, 'rides'),
  sentence: ({ to }, nameOf) => `rides on ${nameOf(to[0] ?? '')}`,
})
/** Words that run partly behind something. */
export const through = defineRelation({
  kind: 'through',
  find: (c, found) => overlapping(c, found, 'through'),
  sentence: ({ to }, nameOf) => `runs behind ${nameOf(to[0] ?? '')}`,
})
