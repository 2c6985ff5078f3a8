import type { Bounds } from '@/core/geometry/bounds'
import { union } from '@/core/geometry/bounds'
import type { PlanNode } from '@/core/render/nodes'

/** The box around everything that differs between two plans; undefined where the stack itself changed. */
export function changedBetween(before: readonly PlanNode[], after: readonly PlanNode[]): Bounds | undefined {
  if (before.length !== after.length) return undefined
  let box: Bounds | undefined
  for (const [n, node] of after.entries()) {
    const was = before[n]
    if (!was || was.id !== node.id) return undefined
    if (was.key === node.key && was.mode === node.mode && was.opacity === node.opacity) continue
    const both = union(was.bounds, node.bounds)
    box = box ? union(box, both) : both
  }
  return box
}

/** Whether two plans of a stack show the same picture. */
export const showsTheSame = (before: readonly PlanNode[], after: readonly PlanNode[]): boolean =>
  before.length === after.length &&
  after.every((node, n) => {
    const was = before[n]
    return was !== undefined && was.key === node.key && was.mode === node.mode && was.opacity === node.opacity
  })
