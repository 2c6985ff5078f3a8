import type { Placement } from '../geometry/placement-schema'
import { shownBounds } from '../geometry/warp'

/** What holds of most kinds; a definition says what is otherwise. */
export const plain = {
  members: false,
  placed: true,
  readsBeneath: false,
  nature: 'by place',
  sources: () => [],
  words: () => null,
  picture: () => null,
  bounds: (layer: { placement: Placement }) => shownBounds(layer.placement),
  outline: () => null,
  sized: <L>(layer: L): L => layer,
  weighed: <L>(layer: L): L => layer,
  light: () => ({ light: 0.5, alpha: 0 }),
  colours: () => [],
  thing: () => null,
  enlargedBy: () => 0,
  empty: () => false,
} as const

/** Stroke and radii multiplied. */
export const sizedEdges = <L extends { radii: [number, number, number, number]; stroke: { weight: number } }>(
  layer: L,
  by: number,
): L => ({
  ...layer,
  radii: layer.radii.map((r) => r * by) as L['radii'],
  stroke: { ...layer.stroke, weight: layer.stroke.weight * by },
})
/** Width over height, as strewn things hold it. */
export const ratioOf = ({ width, height }: { width: number; height: number }): number =>
  Math.min(1e4, Math.max(0.01, width / height))
