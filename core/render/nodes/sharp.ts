import type { BlendMode } from '../../basics/blend-modes'
import { fromHex } from '../../colour/colour'
import type { Bounds } from '../../geometry/bounds'
import type { Matrix } from '../../geometry/matrix'
import type { Fill, MaskStep, PlanNode } from './types'

/** How a mark lies on those beneath it; `bounds` are px of the view, `id` is its layer's. */
export type Lying = { id: string; bounds: Bounds; opacity: number; blend: BlendMode }
/** Lines and areas of one layer, blended as one where it is not wholly there. */
export type PathsMark = Lying & { kind: 'paths'; fills: Fill[] }
/** A stored picture as it is: `toView` takes its px to px of the view. */
export type StoredMark = Lying & {
  kind: 'stored'
  source: string
  width: number
  height: number
  toView: Matrix
}
/** Marks as one closed picture, shown within all of `clips`, as strongly as `mask` covers where there is one. */
export type ClosedMark = Lying & { kind: 'closed'; marks: Mark[]; clips: Fill[]; mask: PlanNode | null }
/** What only pixels can say: these nodes, within the box. `ids` are the layers that became pixels. */
export type RasterMark = Lying & { kind: 'raster'; nodes: PlanNode[]; ids: string[] }
export type Mark = PathsMark | StoredMark | ClosedMark | RasterMark

/** What nodes keep their marks with. */
export type Keeping = {
  /** Where a node lies and how it is blended. */
  lying(node: PlanNode): Lying
  /** Nodes that lie one over another, in nothing. */
  stack(nodes: readonly PlanNode[]): Mark[]
  /** One node as it is, without its mode and opacity. */
  bare(node: PlanNode): Mark[]
  /** A node as nothing but pixels. */
  pixels(node: PlanNode): Mark[]
  /** Marks as a node's members, within areas and as strongly as masks cover; what keeps no line is one picture. */
  closed(node: PlanNode, marks: Mark[], clips?: Fill[], masks?: MaskStep[]): Mark[]
}

/** Whether a fill covers wholly wherever it covers. */
export const isOpaque = ({ opacity, paint }: Fill): boolean => {
  if (opacity < 1 || paint.kind === 'none') return false
  const colours = paint.kind === 'solid' ? [paint.colour] : Object.values(paint.stops).map((s) => s.colour)
  return colours.every((c) => fromHex(c).a === 1)
}
/** The one area that a node is, covering wholly and no line; null where it is more or less. */
export function areaOnly(node: PlanNode | null): Fill | null {
  if (node?.kind !== 'fill' || node.opacity < 1) return null
  const [fill, more] = node.fills
  return fill && !more && !fill.drawn?.stroke && isOpaque(fill) ? fill : null
}
/** Whether any of it stays sharp at every size. */
export const hasLines = (marks: readonly Mark[]): boolean =>
  marks.some((m) => m.kind === 'paths' || (m.kind === 'closed' && (m.clips.length > 0 || hasLines(m.marks))))
