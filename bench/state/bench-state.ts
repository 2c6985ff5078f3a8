import { freeze } from 'immer'
import type { Finding } from '@/core/checks/define'
import { emptyHistory, type History } from '@/core/design/history'
import { type House, noHouse } from '@/core/design/house'
import type { Design } from '@/core/design/schema'
import type { Point } from '@/core/geometry/matrix'
import type { SLOT_FORMS } from '@/core/kinds/slot/schema'
import type { Dab } from '@/core/masks/mask'
import type { ResolvedPage } from '@/core/resolve/resolved'
import type { PathPoint } from '@/core/vector/points'
import type { SourceInfo } from '../render/protocol'
import type { MaskView } from '../render/seeing'
import type { FoundSpeck } from '../render/speck-work'
import type { Told } from './sync'

export type Tool = 'pick' | 'slot' | 'shape' | 'type' | 'path' | 'brush' | 'cut' | 'weave' | 'area' | 'sample'
/** What the brush does; shares 0–1, `size` the diameter in px of the page, `step` the distance of its marks in diameters. */
export type BrushState = {
  size: number
  hardness: number
  flow: number
  strength: number
  step: number
  steady: number /** How much of the paper's roughness shows. */
  rough: number
  hides: boolean
}
export type SlotForm = (typeof SLOT_FORMS)[number]
export type ShapeForm = 'rectangle' | 'ellipse' | 'line' | 'polygon' | 'star'
/** `x`, `y`: where the trim corner lies on the stage, CSS px; `zoom`: CSS px per px of the page. */
export type View = { zoom: number; x: number; y: number; fitted: boolean }
export type Thumb = {
  revision: number
  width: number
  height: number
  data: Uint8ClampedArray<ArrayBuffer>
  leftOut: string[]
}

/** A command that a notice offers. */
/** What is made of a box drawn on the stage. */
export type AreaUse = 'copy' | 'merged' | 'patch'
export type NoticeAction = { label: string; command: string }

export type BenchState = {
  campaign: string
  design: Design
  /** Counts every state shown, previews included. */
  revision: number
  page: string
  channel: string
  selection: string[]
  /** The group that was gone into, whose members a click takes. */
  inside: string | null
  tool: Tool
  shapeForm: ShapeForm
  slotForm: SlotForm
  editingType: string | null
  view: View
  history: History
  save: Told
  resolved: ResolvedPage
  thumbs: Record<string, Thumb>
  layerPictures: Record<string, Uint8ClampedArray<ArrayBuffer>>
  findings: Record<string, Finding[]>
  sources: Record<string, SourceInfo>
  overlays: {
    safe: boolean
    hidden: boolean
    guides: boolean
    guidesLocked: boolean
    columns: boolean
    thirds: boolean
  }
  /** What the sampling tool gives its colour to. */
  sampleFor: ((colour: string, at?: Point) => void) | null
  /** How much the sampling tool reads: px of the screen around the point, and whether only of the selected layer. */
  sampling: { radius: number; alone: boolean }
  notice: { text: string; tone: 'plain' | 'trouble'; id: number; action?: NoticeAction | undefined } | null
  fontsReady: number
  dialog: 'palette' | 'keys' | 'versions' | 'house' | null
  /** What the designs of its campaign share. */
  house: House
  /** A layered file of which the person is asked what comes in. */
  importing: File | null
  /** The list of what lies under a point of the stage, CSS px, front first. */
  peek: { at: { x: number; y: number }; ids: string[] } | null
  /** A layer that is pointed out on the stage. */
  lit: string | null
  /** The selection is shown half see-through, so that what it is fitted to is seen. */
  seeThrough: boolean
  /** Strokes and corner radii are sized with what they belong to. */
  weightsFollow: boolean
  /** What things are aligned to and spread within; `auto`: one thing to the page, several to the box around them. */
  alignTo: 'auto' | 'page' | 'safe' | 'selection' | 'stays'
  /** The one that stays put while others are aligned or measured. */
  stays: string | null
  /** Outlines instead of the artwork: of everything, or of these layers. */
  bareLines: 'all' | readonly string[] | null
  /** A loud colour beneath everything. */
  strongGround: string | null
  /** The one layer that is shown alone. */
  solo: string | null
  ruler: 'px' | 'mm' | 'in' | '%'
  /** The page that is being named in the page strip. */
  naming: string | null
  /** A kept state pinned in view beside the stage, for this visit. */
  pinned: { url: string; name: string } | null
  /** The slot whose picture is moved and zoomed inside it. */
  reframing: string | null
  /** The mask of the selected layer that is worked on. */
  mask: string | null
  maskView: MaskView
  brush: BrushState
  /** What a dab of the cut out tool does; `size` the diameter in px of the page. */
  dab: { size: number; keep: boolean }
  /** How large the tip of the weave tool is that paints, px of the page. */
  weaveSize: number
  /** The path that is being drawn, px of the page, and what becomes of it. */
  pen: readonly PathPoint[] | null
  penMakes: 'shape' | 'mask'
  /** The point of the edited path that was taken last. */
  pointInHand: { outline: number; index: number; part: 'at' } | null
  /** What the next box drawn on the stage is for. */
  areaFor: AreaUse
  /** A picture that is being cut out now, how far that is (0–1), and dabs that are not in its mask yet. */
  cutting: { layer: string; dabs: readonly Dab[]; running: boolean; share: number } | null
  /** Specks that are looked for: of which layer, up to which size (px of the page), what was found, and which of them are to stay. */
  specks: {
    layer: string
    size: number
    found: readonly FoundSpeck[] | null
    spared: readonly number[]
    busy: 'looking' | 'cleaning' | null
    before: string | null
  } | null
  /** Something is being dragged on the stage. */
  moving: boolean
  /** A change is shown that is not kept yet. */
  inHand: boolean
}

export type Loaded = { id: string; campaign: string; revision: number; design: Design; sources: SourceInfo[] }

/** A design as it is opened: its first page on its master channel, nothing selected. */
export function openedState(loaded: Loaded, page: string, resolved: ResolvedPage): BenchState {
  return {
    campaign: loaded.campaign,
    design: freeze(loaded.design, true),
    revision: 1,
    page,
    channel: loaded.design.master,
    selection: [],
    inside: null,
    tool: 'pick',
    shapeForm: 'rectangle',
    slotForm: 'rectangle',
    editingType: null,
    view: { zoom: 0.5, x: 0, y: 0, fitted: true },
    history: emptyHistory,
    save: { state: 'saved', message: null, kept: true, aside: 0 },
    resolved,
    thumbs: {},
    layerPictures: {},
    findings: {},
    sources: Object.fromEntries(loaded.sources.map((s) => [s.sha, s])),
    overlays: { safe: true, hidden: false, guides: true, guidesLocked: false, columns: true, thirds: false },
    sampleFor: null,
    sampling: { radius: 0, alone: false },
    notice: null,
    fontsReady: 0,
    dialog: null,
    house: noHouse,
    importing: null,
    peek: null,
    lit: null,
    seeThrough: false,
    weightsFollow: true,
    alignTo: 'auto',
    stays: null,
    bareLines: null,
    strongGround: null,
    solo: null,
    ruler: 'px',
    naming: null,
    pinned: null,
    reframing: null,
    mask: null,
    maskView: 'result',
    brush: { size: 80, hardness: 0.6, flow: 1, strength: 1, step: 0.12, steady: 0.2, rough: 0, hides: true },
    dab: { size: 40, keep: false },
    weaveSize: 40,
    specks: null,
    cutting: null,
    pen: null,
    areaFor: 'copy',
    penMakes: 'shape',
    pointInHand: null,
    moving: false,
    inHand: false,
  }
}
