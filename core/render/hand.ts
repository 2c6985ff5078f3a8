import { type PlanNode, partsOf } from './nodes'

/** Which nodes of a plan the hand holds: all from `first` to `last` may change from frame to frame, the others do not. */
export type Hand = { first: number; last: number }

/** The nodes that differ between two plans of the same stack; null where nothing does or the stack itself changed. */
export function handBetween(before: readonly PlanNode[], after: readonly PlanNode[]): Hand | null {
  if (before.length !== after.length) return null
  const differ: number[] = []
  for (const [n, node] of after.entries()) {
    const was = before[n]
    if (!was || was.id !== node.id) return null
    if (was.key !== node.key || was.mode !== node.mode || was.opacity !== node.opacity) differ.push(n)
  }
  const [first, last] = [differ[0], differ.at(-1)]
  return first === undefined || last === undefined ? null : { first, last }
}

/** Tells whether a node is, or is made of, one of these layers. */
function holding(ids: ReadonlySet<string>): (node: PlanNode) => boolean {
  const told = new Map<string, boolean>()
  const holds = (node: PlanNode): boolean => {
    if (ids.has(node.id)) return true
    const known = told.get(node.key)
    if (known !== undefined) return known
    const found = partsOf(node).some(holds)
    told.set(node.key, found)
    return found
  }
  return holds
}

/** Where layers lie in a plan, or null where they are not seen. */
export function handOf(nodes: readonly PlanNode[], ids: ReadonlySet<string>): Hand | null {
  const holds = holding(ids)
  const first = nodes.findIndex(holds)
  return first < 0 ? null : { first, last: nodes.findLastIndex(holds) }
}
