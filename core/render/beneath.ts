import { quickHash } from '../basics/hash'
import { type Bounds, intersect, isEmpty, scaledWhole, union } from '../geometry/bounds'
import { type BeneathNode, type EdgedNode, gradesBeneath, type PlanNode } from './nodes'

/** What a node adds to the key of a stack that it lies in. */
export const stampIn = (n: PlanNode): string => `${n.key}/${n.mode}/${n.opacity}`

/** The picture of what `before` holds and of nodes on it; null where nothing is. */
export function beneathNode(before: BeneathNode | null, nodes: readonly PlanNode[]): BeneathNode | null {
  if (nodes.length === 0) return before
  // A grade reaches as far as what it is put on.
  const boxes = [
    ...(before ? [before.bounds] : []),
    ...nodes.flatMap((n) => (gradesBeneath(n) ? [] : [n.bounds])),
  ]
  if (boxes.length === 0) return null
  return {
    kind: 'beneath',
    id: '',
    before,
    nodes: [...nodes],
    fine: false,
    mode: 0,
    opacity: 1,
    bounds: boxes.reduce(union),
    key: quickHash(`beneath${before?.key ?? ''}|${nodes.map(stampIn).join('|')}`),
  }
}

/** A node that goes on beyond `edge` as it is there, as far as `reach`; null where nothing of it lies within. */
export function edgedNode(source: PlanNode, edge: Bounds, reach: Bounds): EdgedNode | null {
  const bounds = scaledWhole(reach, 1)
  if (isEmpty(edge) || isEmpty(intersect(source.bounds, edge))) return null
  return {
    kind: 'edged',
    id: source.id,
    source,
    edge,
    fine: false,
    mode: 0,
    opacity: 1,
    bounds,
    key: quickHash(`edged${source.key}/${Object.values(edge)}/${Object.values(bounds)}`),
  }
}

type Beginning = { count: number; node: BeneathNode }
const beginnings = new WeakMap<readonly PlanNode[], Beginning>()
/** Of a page's nodes how many at the beginning are also there as one picture, and that picture. */
export const beginningOf = (nodes: readonly PlanNode[]): Beginning | undefined => beginnings.get(nodes)
/** Says that the first of some nodes are what a node shows. */
export function setBeginning(nodes: readonly PlanNode[], beginning: Beginning): void {
  beginnings.set(nodes, beginning)
}
