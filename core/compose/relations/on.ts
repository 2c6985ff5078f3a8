import { type Item, isSolid, sharedArea } from '../item'
import { type Composition, defineRelation, heldBefore, type Relation } from '../relation'
import { covers } from './ground'

/** So much of a thing lies within what carries it. */
const WITHIN = 0.9
const WITHIN_STILL = 0.8
const CARRIES = ['shape', 'photo', 'outline', 'graphic', 'cutout']

/** The nearest thing behind another that holds it: label on button, words on a card, price on a badge. */
export const on = defineRelation({
  kind: 'on',
  find: (c, found) =>
    c.items.flatMap((i) => {
      const own = carrierOf(i, c, found)
      return own ? [{ kind: 'on', of: [i.id], to: [own.id] }] : []
    }),
  sentence: ({ to }, nameOf) => `lies on ${nameOf(to[0] ?? '')}`,
})
function carrierOf(i: Item, c: Composition, found: readonly Relation[]): Item | null {
  const grounds = found.some((f) => (f.kind === 'ground' || f.kind === 'frames') && f.of.includes(i.id))
  if (grounds || (i.role === 'photo' && covers(i, c))) return null
  let best: Item | null = null
  for (const b of c.items) {
    if (b.depth >= i.depth || !isSolid(b) || !CARRIES.includes(b.role) || covers(b, c) || b.area < i.area)
      continue
    if (found.some((f) => f.kind === 'frames' && f.of.includes(b.id))) continue
    if (best && b.area >= best.area) continue
    const still = heldBefore(c, { kind: 'on', of: [i.id], to: [b.id] })
    if (sharedArea(i, b) >= (still ? WITHIN_STILL : WITHIN) * i.area) best = b
  }
  return best
}
