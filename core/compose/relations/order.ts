import { defineRelation, type Relation } from '../relation'

/** Said by a person alone: things are read in this order, whatever their places on the master say. */
export const order = defineRelation({
  kind: 'order',
  find: () => [],
  sentence({ of }, nameOf, id) {
    const before = of[of.indexOf(id) - 1]
    return before === undefined ? 'is read first' : `is read after ${nameOf(before)}`
  },
})
/** Which comes before which as people said it: the place of each thing that they spoke of. */
export function placesInOrder(relations: readonly Relation[]): ReadonlyMap<string, number> {
  const out = new Map<string, number>()
  for (const r of relations) if (r.kind === 'order') for (const [n, id] of r.of.entries()) out.set(id, n)
  return out
}
