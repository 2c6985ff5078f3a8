import type { Bounds } from '../../geometry/bounds'
import { grow, scaled } from '../../geometry/bounds'
import type { PixelMemory } from '../../pixels/memory'
import type { NearWork } from '../../treatments/definition'
import type { Drawing } from '../drawing'
import type { Filters } from '../filters'
import type { Region } from '../region'
import type { Rings } from '../rings'
import { type Covering, softReach } from '../softening'
import type { Keeping, Mark } from './sharp'
import type { MaskStep, PlanNode } from './types'

/** What nodes are drawn with and on. */
export type Canvas = {
  memory: PixelMemory
  drawing: Drawing
  filters: Filters
  rings: Rings
  covering: Covering
  /** A node's own pixels on a tile, kept by content. */
  rasterOf(node: PlanNode, region: Region, left: number, top: number): number
  /** Blends a node onto a raster; `whole` is its own part of the tile, narrowed to `clip` where there is one. */
  blend(raster: number, node: PlanNode, whole: Region, left: number, top: number, clip?: Bounds): void
  blendAll(raster: number, nodes: readonly PlanNode[], left: number, top: number, clip?: Bounds): void
  /** Blends a part of a node's raster of its whole part. */
  blendRaster(raster: number, node: PlanNode, whole: Region, region: Region, left: number, top: number): void
  /** Changes what is on a raster as a node does that covers nothing itself, inside a holder; false for any other node. */
  gradeWithin(raster: number, node: PlanNode, part: Region, left: number, top: number): boolean
  /** Whatever is drawn meanwhile is not worth keeping. */
  passing(job: () => void): void
}
/** A raster and the part of it that is meant; the tile's corner, px of the view. */
export type Place = { raster: number; region: Region; left: number; top: number }
/** A stored picture in its levels, from the finest that is read to the coarsest. */
export type Levels = { source: string; level: number; coarsest: number }
/** A node that is read, and the part of it, px of its own view. */
export type Read = [node: PlanNode, part: Bounds]
export type Change = (node: PlanNode) => PlanNode | null

/** All that is true of one kind of node. What is left out is as for most: see `folds.ts` and the renderer. */
export type NodeDefinition<N> = {
  /** All nodes that its pixels are made of, directly. */
  parts: (node: N) => PlanNode[]
  /** Those of them that it shows where they lie: not what masks go by or what is shown elsewhere. */
  shows?: (node: N) => PlanNode[]
  /** What it shows lies at another scale: no place of the view is its own. */
  elsewhere?: true
  /** The same with some of what it shows changed; null where nothing is left. */
  withShown?: (node: N, change: Change) => PlanNode | null
  /** Of what a layer shows alone within it; left out where that is what is left of it. */
  alone?: (node: N, only: (nodes: readonly PlanNode[]) => PlanNode[]) => PlanNode | null
  /** What a part of it reads; left out where that is the same part of all its parts. */
  reads?: (node: N, part: Bounds) => Read[]
  /** What is read again for a tile beside the one it was first read for, or by several. */
  readsAgain?: (node: N) => PlanNode[]
  /** Whether it reads across all rows of the view. */
  acrossRows?: true
  /** What lies under what it does: the thing itself, untreated and unmasked. */
  body?: (node: N) => PlanNode
  /** The node whose coverage is met at a point; null for none, left out for its own. */
  met?: (node: N) => PlanNode | null
  /** The picture that it draws itself, and from which level to which. */
  levels?: (node: N) => Levels
  /** Parts that are drawn for it; left out where that is all of them. */
  drawn?: (node: N) => PlanNode[]
  /** What it is put on was made for it; null for nothing. Left out where that is what lies beneath it in its stack. */
  madeOn?: (node: N) => PlanNode | null
  /** It was made finer than the view and reduced; `reduced` does to another what was done to it. */
  reduced?: (node: N, other: PlanNode) => PlanNode
  /** What lies in the stack in its place; null where it lies there itself. */
  opened?: (node: N) => PlanNode[] | null
  /** It is no linear function of what lies beneath it, whatever its blend mode. */
  stands?: true
  /** The same moved by a part of a px, as a hand does. */
  moved?: (node: N, dx: number, dy: number) => N
  /** What of it a file can keep as lines and stored pictures; left out where only pixels can say it. */
  sharp?: (node: N, keep: Keeping) => Mark[]
  /** Its outlines, px of the view. */
  lines?: (node: N) => { points: Float64Array; closed: boolean }[]
  /** What its bare lines are those of, where they are not its own. */
  bare?: (node: N) => PlanNode[]
  /** Which of its parts a point means where it is met; those of one shape only where the shape is. */
  members?: (node: N) => { nodes: PlanNode[]; one: boolean }
  /** What shows as far as its holder covers, which is met by itself. */
  within?: (node: N) => { holder: PlanNode; insides: PlanNode[] }
  /** Nodes that lie in it one over another, and the same with others. */
  stack?: { nodes: (node: N) => PlanNode[]; put: (node: N, nodes: PlanNode[]) => N }
  /** What hides parts of what it shows. */
  hides?: (node: N) => MaskStep[]
  /** How it changes what is inside a holder, where it covers nothing itself. */
  gradeWithin?: (node: N, canvas: Canvas, raster: number, part: Region, left: number, top: number) => void
  /** The work that it does on what it treats, px around it. */
  works?: (node: N) => NearWork | null
  /** It covers nothing itself and changes what lies beneath. */
  grades?: (node: N) => boolean
  /** The node whose raster on a tile is also its own, if there is one. */
  sameAs?: (node: N, region: Region, left: number, top: number) => { node: PlanNode; region: Region } | null
  /** Its own pixels. */
  draw: (node: N, canvas: Canvas, place: Place) => void
  /** Puts it onto what is there in a way of its own; false where it is blended as any other. */
  blend?: (node: N, canvas: Canvas, place: Place, whole: Region, clip: Bounds | undefined) => boolean
}
export const defineNode = <N extends PlanNode>(definition: NodeDefinition<N>): NodeDefinition<N> => definition

export const EVERYWHERE: Bounds = { left: -Infinity, top: -Infinity, right: Infinity, bottom: Infinity }
export const changed = (nodes: readonly PlanNode[], change: Change): PlanNode[] =>
  nodes.flatMap((n) => change(n) ?? [])
export const inMasks = (masks: readonly MaskStep[]): PlanNode[] =>
  masks.flatMap((m) => [m.node, m.colours].filter((n) => n !== null))
/** What masks read for a part: softened ones beyond it, moved ones anywhere. */
export const readByMasks = (masks: readonly MaskStep[], part: Bounds): Read[] =>
  masks.flatMap(({ node, soft, colours, offset }): Read[] => {
    const own = soft ? grow(scaled(part, 1 / soft.factor), softReach(soft) / soft.factor) : part
    return [
      ...(node ? [[node, offset ? EVERYWHERE : own] as Read] : []),
      ...(colours ? [[colours, part] as Read] : []),
    ]
  })
