import type { Point } from '@/core/geometry/matrix'
import type { Dab } from '@/core/masks/mask'
import type { PathPoint } from '@/core/vector/points'
import type { FoundSpeck } from '../../worker/speck-work'
import type { AreaUse, BrushState, ShapeForm, SlotForm, Tool } from './words'

/** What is in the hand and how it works. */
export type ToolSlice = {
  tool: Tool
  shapeForm: ShapeForm
  slotForm: SlotForm
  /** What the sampling tool gives its colour to. */
  sampleFor: ((colour: string, at?: Point) => void) | null
  /** How much the sampling tool reads: px of the screen around the point, and whether only of the selected layer. */
  sampling: { radius: number; alone: boolean }
  brush: BrushState
  /** What a dab of the cut out tool does; `size` the diameter in px of the page. */
  dab: { size: number; keep: boolean }
  /** How large the tip of the weave tool is that paints, px of the page. */
  weaveSize: number
  /** The path that is being drawn, px of the page, and what becomes of it. */
  pen: readonly PathPoint[] | null
  penMakes: 'shape' | 'mask'
  /** What the next box drawn on the stage is for. */
  areaFor: AreaUse
  /** A picture that is being cut out now, how far that is (0–1), and dabs that are not in its mask yet. */
  cutting: {
    layer: string
    dabs: readonly Dab[]
    running: boolean
    share: number
    /** What the cut is likely to keep, while it is made: a picture over the layer’s own that veils the rest. */
    veil?: string
  } | null
  /** Specks that are looked for: of which layer, up to which size (px of the page), what was found, and which of them are to stay. */
  specks: {
    layer: string
    size: number
    found: readonly FoundSpeck[] | null
    spared: readonly number[]
    busy: 'looking' | 'cleaning' | null
    before: string | null
  } | null
  /** Strokes and corner radii are sized with what they belong to. */
  weightsFollow: boolean
  /** What things are aligned to and spread within; `auto`: one thing to the page, several to the box around them. */
  alignTo: 'auto' | 'page' | 'safe' | 'selection' | 'stays'
  /** See-through margins of pictures do not count where things are aligned and snap; of words they never do. */
  alignSeen: boolean
  /** Something is being dragged on the stage. */
  moving: boolean
  /** A change is shown that is not kept yet. */
  inHand: boolean
}
export const toolAtFirst: ToolSlice = {
  tool: 'pick',
  shapeForm: 'rectangle',
  slotForm: 'rectangle',
  sampleFor: null,
  sampling: { radius: 0, alone: false },
  brush: { size: 80, hardness: 0.6, flow: 1, strength: 1, step: 0.12, steady: 0.2, rough: 0, hides: true },
  dab: { size: 40, keep: false },
  weaveSize: 40,
  pen: null,
  penMakes: 'shape',
  areaFor: 'copy',
  cutting: null,
  specks: null,
  weightsFollow: true,
  alignTo: 'auto',
  alignSeen: false,
  moving: false,
  inHand: false,
}
