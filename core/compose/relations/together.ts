import { defineRelation, type Relation } from '../relation'

/** Said by a person: tied, or riding on a host that was chosen. */
export const together = defineRelation({
  kind: 'together',
  find(c) {
    const out: Relation[] = []
    const ties = new Map<string, string[]>()
    for (const { id, node } of c.items) {
      const { tie, behaviour } = node.layer
      if (tie) ties.set(tie, [...(ties.get(tie) ?? []), id])
      const { host } = behaviour
      if (host && host !== id && c.items.some((i) => i.id === host))
        out.push({ kind: 'together', of: [id], to: [host] })
    }
    for (const [first, ...rest] of ties.values())
      for (const id of rest) out.push({ kind: 'together', of: [id], to: [first as string] })
    return out
  },
  sentence: ({ to }, nameOf) => `belongs together with ${nameOf(to[0] ?? '')}`,
})
