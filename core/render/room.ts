import { type Bounds, grow, heightOf, intersect, isEmpty, widthOf } from '../geometry/bounds'
import { TILE } from '../pixels/memory'
import { type PlanNode, partsOf } from './nodes'

/** The most rasters of a tile that are made room for, and how many rows of them what looks around a px goes back to. */
const MOST_TILES = 896
const ROWS = 4
/** How far work at the scale of a view looks beyond it, px. */
const LOOK = 256

/** Nodes that are read again for a tile beside the one they were first read for, or by several. */
function readAgain(node: PlanNode): PlanNode[] {
  const masks = 'masks' in node ? node.masks.flatMap((m) => (m.soft && m.node ? [m.node] : [])) : []
  if (node.kind === 'filter' && 'near' in node.work) return [node.work.source, ...masks]
  if (node.kind === 'mapped' || node.kind === 'edged' || node.kind === 'reduced') return [node.source]
  if (node.kind === 'rim') return [node.silhouette]
  return node.kind === 'beneath' ? [node, ...masks] : masks
}

/** How many rasters must be kept while a region is drawn, so that nothing of it is drawn twice, as far as there is room. */
export function roomFor(nodes: readonly PlanNode[], region: Bounds): number {
  const seen = new Set<string>()
  const kept = new Set<string>()
  let tiles = 0
  const near = grow(region, LOOK)
  const walk = (node: PlanNode): void => {
    if (seen.has(node.key)) return
    seen.add(node.key)
    for (const again of readAgain(node)) {
      if (kept.has(again.key)) continue
      kept.add(again.key)
      const box = intersect(again.bounds, near)
      if (isEmpty(box)) continue
      const [columns, rows] = [Math.ceil(widthOf(box) / TILE) + 1, Math.ceil(heightOf(box) / TILE) + 1]
      tiles += columns * (node.kind === 'mapped' ? rows : Math.min(rows, ROWS))
    }
    for (const part of partsOf(node)) walk(part)
  }
  for (const node of nodes) walk(node)
  return Math.min(MOST_TILES, 2 * tiles)
}
