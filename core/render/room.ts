import { type Bounds, grow, heightOf, intersect, isEmpty, widthOf } from '../geometry/bounds'
import { TILE } from '../pixels/memory'
import { partsOf, readAgain } from './nodes/folds'
import { definitionOf } from './nodes/list'
import type { PlanNode } from './nodes/types'

/** The most rasters of a tile that are made room for, and how many rows of them what looks around a px goes back to. */
const MOST_TILES = 896
const ROWS = 4
/** How far work at the scale of a view looks beyond it, px. */
const LOOK = 256

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
      tiles += columns * (definitionOf(node).acrossRows ? rows : Math.min(rows, ROWS))
    }
    for (const part of partsOf(node)) walk(part)
  }
  for (const node of nodes) walk(node)
  return Math.min(MOST_TILES, 2 * tiles)
}
