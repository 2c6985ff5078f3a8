import type { ResolvedLayer } from '../../resolve/resolved'
import type { Beneath, Context } from '../makers'
import type { PlanNode } from '../nodes/types'

/** How others of the page are planned, and what lies beneath the layer. */
export type Around = {
  stacked: (layers: readonly ResolvedLayer[], c: Context) => PlanNode[]
  nodeOf: (layer: ResolvedLayer, c: Context) => PlanNode | null
  beneath: Beneath
}
/** How a kind of layer is planned: what of it must be computed; null where there is nothing to see. */
export type Planner<L> = {
  /** By the layer alone, so that it is kept as long as the layer, the scale and the swatches are the same. */
  alone?: (layer: L, c: Context) => PlanNode | null
  /** With what it holds or what lies beneath it. */
  among?: (resolved: ResolvedLayer & { layer: L }, c: Context, around: Around) => PlanNode | null
  /** All of it, treatments and masks included: it has nothing of its own that these are put on. */
  whole?: (resolved: ResolvedLayer & { layer: L }, c: Context, beneath: Beneath) => PlanNode | null
  /** Kept inside a holder it reads that one and what is inside beneath it, not what lies beneath the holder. */
  withinHolder?: true
}
