import { quickHash } from '../../basics/hash'
import { scaledWhole } from '../../geometry/bounds'
import type { PlanNode, ReducedNode } from './types'

/** A node that was planned `factor` times as fine, at the scale of the view. */
export const reducedNodeOf = (source: PlanNode, factor: number): ReducedNode => ({
  kind: 'reduced',
  id: source.id,
  source,
  factor,
  fine: source.fine,
  mode: source.mode,
  opacity: 1,
  bounds: scaledWhole(source.bounds, 1 / factor),
  key: quickHash(`reduced${source.key}/${source.opacity}/${factor}`),
})
