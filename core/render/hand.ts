import type { PlanNode } from './nodes'

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

const holds = (node: PlanNode, ids: ReadonlySet<string>): boolean =>
  ids.has(node.id) ||
  (node.kind === 'combined' && node.members.some((c) => holds(c, ids))) ||
  (node.kind === 'masked' && (holds(node.inner, ids) || node.masks.some((m) => m.node && holds(m.node, ids)))) ||
  (node.kind === 'grade' && node.masks.some((m) => m.node && holds(m.node, ids))) ||
  (node.kind === 'filter' &&
    (holds(node.inner, ids) ||
      node.masks.some((m) => m.node && holds(m.node, ids)) ||
      ('near' in node.work && node.work.map !== null && holds(node.work.map, ids)))) ||
  (node.kind === 'mapped' && holds(node.source, ids)) ||
  (node.kind === 'rim' && holds(node.silhouette, ids)) ||
  (node.kind === 'group' && node.children.some((c) => holds(c, ids))) ||
  (node.kind === 'held' && (holds(node.holder, ids) || node.insides.some((c) => holds(c, ids))))

/** Where layers lie in a plan, or null where they are not seen. */
export function handOf(nodes: readonly PlanNode[], ids: ReadonlySet<string>): Hand | null {
  const first = nodes.findIndex((n) => holds(n, ids))
  return first < 0 ? null : { first, last: nodes.findLastIndex((n) => holds(n, ids)) }
}
