import type { Bounds } from '../geometry/bounds'
import type { PlanNode } from './nodes/types'
import type { Region } from './region'

/** A node's own pixels on a tile whose corner is at (`left`, `top`) px of the view; valid until the next is asked for. */
export type RasterOf = (node: PlanNode, region: Region, left: number, top: number) => number
/** A tile of a node and the part of it that is wanted, px of the view. */
export type ReadTile = { raster: number; part: Bounds; left: number; top: number }
/**
 * Hands over all of a node's tiles that a box of the view touches. All are drawn before the first is read, since drawing one
 * may take the very buffers that they are to be read into; they stay until `use` is done.
 */
export type ReadTiles = (node: PlanNode, box: Bounds, use: (tiles: readonly ReadTile[]) => void) => void
/** How pixels of other nodes are had. */
export type Reading = { rasterOf: RasterOf; readTiles: ReadTiles }
