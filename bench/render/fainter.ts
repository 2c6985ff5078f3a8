import { quickHash } from '@/core/hash'
import type { PlanNode } from '@/core/render/nodes'
import type { Plan } from '@/core/render/plan'

/** How strong things are shown that are looked through. */
const STRENGTH = 0.5

/** A plan in which some layers are half see-through, wherever they lie; the same plan where there are none. */
export function fainter(made: Plan, ids: ReadonlySet<string>): Plan {
  if (ids.size === 0) return made
  const one = (node: PlanNode): PlanNode => {
    const own = ids.has(node.id) ? { ...node, opacity: node.opacity * STRENGTH } : node
    if (own.kind === 'group') return changed(own, own.children.map(one), (children) => ({ ...own, children }))
    if (own.kind === 'held') return changed(own, own.insides.map(one), (insides) => ({ ...own, insides }))
    return own
  }
  return { ...made, nodes: made.nodes.map(one) }
}
function changed<T extends Extract<PlanNode, { kind: 'group' | 'held' }>>(node: T, inner: PlanNode[], make: (inner: PlanNode[]) => T): T {
  const before = node.kind === 'group' ? node.children : node.insides
  if (inner.every((n, k) => n === before[k])) return node
  return { ...make(inner), key: quickHash(`${node.key}~${inner.map((n) => `${n.key}/${n.opacity}`).join('|')}`) }
}
