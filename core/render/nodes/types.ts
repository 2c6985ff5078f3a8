import type { Paint } from '../../colour/paint'
import type { Bounds } from '../../geometry/bounds'
import type { Matrix } from '../../geometry/matrix'
import type { COMBINES } from '../../kinds/group/schema'
import type { NearWork, PointWork } from '../../treatments/definition'
import type { TypeLayout } from '../../type/layout'
import type { Path } from '../../vector/path'
import type { Stroke } from '../../vector/stroke-style'
import type { ToUnit, Warped } from '../warped'

export type Combine = (typeof COMBINES)[number]

/** One area to cover and colour, in px of the view. */
export type Fill = {
  outlines: { points: Float64Array; bounds: Bounds }[]
  evenOdd: boolean
  paint: Paint
  opacity: number
  /** View px to the layer's box. */
  toBox: Matrix
  /** Instead of `toBox` where the box is warped: view px to fractions of the box. */
  toUnit?: ToUnit
  /** Of a gradient in units of its own in a warped box: what takes the box, px, to them. */
  within?: Matrix
  width: number
  height: number
  /** What its outlines were made of, where nothing warps it: for files that keep lines sharp at any size. */
  drawn?: Drawn
}
/** A path with what takes it to px of the view, and how its line runs where it is one; of letters the glyphs. */
export type Drawn = {
  path: Path
  toView: Matrix
  stroke?: { weight: number; cap: Stroke['cap']; join: Stroke['join']; dash: readonly number[] }
  letters?: Letters
}
/** Glyphs of a text in px of its box, and the text as it is shown. */
export type Letters = Pick<TypeLayout, 'lines' | 'size' | 'stretch'> & { text: string }
/** What every node has. */
type Common = {
  id: string
  /** Changes when the pixels of this node change, its blending apart. */
  key: string
  /** View px, whole. */
  bounds: Bounds
  mode: number
  opacity: number
  fine: boolean
}
/** What stays the same when a node is only moved: it lies at (x, y), its `extent` included, px of the view. */
export type Body = { key: string; x: number; y: number; extent: Bounds }
export type PictureNode = Common & {
  kind: 'picture'
  body?: Body
  source: string
  /** The finest and coarsest level that is read; they differ where a perspective reduces more at one end than at the other. */
  level: number
  coarsest: number
  /** view px to px of level 0 */
  toSource: Matrix
  warped?: Warped
  sourceWidth: number
  sourceHeight: number
}
export type FillNode = Common & { kind: 'fill'; body?: Body; fills: Fill[] }
export type GroupNode = Common & { kind: 'group'; closed: boolean; children: PlanNode[] }
/** A holder with what is kept inside it: one closed picture with the holder's coverage. */
export type HeldNode = Common & {
  kind: 'held'
  holder: PlanNode
  insides: PlanNode[]
  /** How much of the holder itself shows. */
  body: number
}
/** A tone or colour picked, as the kernel wants it. */
export type Picking = { tone: boolean; a: number; b: number; c: number; tolerance: number; fade: number }
/** One mask as it is rendered. */
export type MaskStep = {
  id: string
  /** What it is seen by: the coverage or the lightness of this node, or wherever it covers at all; null where it covers nothing. */
  node: PlanNode | null
  by: 'coverage' | 'touch' | 'lightness' | Picking
  strength: number
  swap: boolean
  /** The node is planned at 1/`factor` of the scale and softened there; `sigma` in px of that. */
  soft: { factor: number; sigma: number } | null
  /** How far it is shown from where it lies, px of the view; only of what is softened. */
  offset?: { x: number; y: number }
  /** Being painted: other pixels with every frame, not worth keeping. */
  fleeting: boolean
  /** The colour that is taken out of what is left. */
  clean: { r: number; g: number; b: number } | null
  /** The thing's own colours, which half-covered px show; null to leave them. */
  colours: PlanNode | null
}
/** A node of which masks hide parts. */
export type MaskedNode = Common & {
  kind: 'masked'
  inner: PlanNode
  masks: MaskStep[]
}
/** Members as one shape: what they cover together, filled with one paint. */
export type CombinedNode = Common & { kind: 'combined'; paint: PlanNode; members: PlanNode[]; how: Combine }
/** The ring around a silhouette from `low` to `high` px: outside counts up, inside down. */
export type RimNode = Common & {
  kind: 'rim'
  silhouette: PlanNode
  low: number
  high: number
  colour: string
  /** Its corners are sharp and not round. */
  mitred: boolean
  /** Where it is measured, px of the view. */
  measured: Bounds
}
/**
 * A node with a treatment of its pixels, of which `masks` and `strength` say how much shows, mixed by `blend`. What looks
 * around a pixel reads `source`: the same planned at 1/`factor` of the scale; `sigma` is its softening there,
 * `reach` how far it looks, px of the view, and `box` takes the view to shares of the layer's box.
 */
export type FilterNode = Common & {
  kind: 'filter'
  inner: PlanNode
  work:
    | { point: PointWork }
    | {
        near: NearWork
        source: PlanNode
        factor: number
        sigma: number
        reach: number
        box: Matrix
        map: PlanNode | null
      }
  strength: number
  blend: number
  masks: MaskStep[]
  /** px of the page to one of the view. */
  step: number
}
/** The pixels of another node, shown elsewhere: `back` takes px of the view to where they lie. */
export type MappedNode = Common & { kind: 'mapped'; source: PlanNode; back: Matrix }
/**
 * The picture of all that lies beneath a layer in its stack, as a closed group has it: what the last of its kind held, and
 * the nodes that came since. Whoever reads what is beneath reads this one.
 */
export type BeneathNode = Common & { kind: 'beneath'; before: BeneathNode | null; nodes: PlanNode[] }
/** A node's pixels within a box, and beyond it the nearest of them: what a softened edge of the page takes. */
export type EdgedNode = Common & { kind: 'edged'; source: PlanNode; edge: Bounds }
/** A node planned `factor` times as fine, reduced by area: what changes with scale is made at the scale of the master. */
export type ReducedNode = Common & { kind: 'reduced'; source: PlanNode; factor: number }
/** A node whose blending is not linear, on or of what is rough: `made` is what its part of the stack shows from it down. */
export type ExactNode = Common & { kind: 'exact'; own: PlanNode; made: PlanNode }
/**
 * Treatments of all that is beneath; has no pixels of its own. Those of single pixels (`steps`) are done in place; where one
 * looks further, `made` is what all of them make of the picture beneath.
 */
export type GradeNode = Common & {
  kind: 'grade'
  steps: FilterNode[]
  made: PlanNode | null
  strength: number
  blend: number
  masks: MaskStep[]
  step: number
}
export type PlanNode =
  | BeneathNode
  | EdgedNode
  | ExactNode
  | ReducedNode
  | MappedNode
  | GradeNode
  | FilterNode
  | RimNode
  | CombinedNode
  | MaskedNode
  | PictureNode
  | FillNode
  | GroupNode
  | HeldNode

/** A mask by what a node covers, all of it, as it is. */
export const coverStep = (node: PlanNode): MaskStep => ({
  id: node.id,
  node,
  by: 'coverage',
  strength: 1,
  swap: false,
  soft: null,
  fleeting: false,
  clean: null,
  colours: null,
})
