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
  stretched: <L>(layer: L): L => layer,
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
/** A radius is half a side where it is nearly so. */
const HALF = 0.49
/** Corners that took up half of the shorter side `before` do so again; others keep what they have. */
export function roundEnds<L extends { radii: [number, number, number, number]; placement: Placement }>(
  layer: L,
  before: { radii: [number, number, number, number]; placement: Placement },
): L {
  const sideOf = ({ width, height }: Placement) => Math.min(width, height)
  const half = HALF * sideOf(before.placement)
  const radii = layer.radii.map((r, n) =>
    (before.radii[n] ?? 0) >= half ? sideOf(layer.placement) / 2 : r,
  ) as L['radii']
  return { ...layer, radii }
}
/** Width over height, as strewn things hold it. */
export const ratioOf = ({ width, height }: { width: number; height: number }): number =>
  Math.min(1e4, Math.max(0.01, width / height))
