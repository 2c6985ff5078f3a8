import type { Brush, StrokePoint } from '@/core/brush/stroke'
import type { Finding } from '@/core/checks/define'
import type { Proofing } from '@/core/colour/soft-proof'
import type { Patch } from '@/core/design/edits'
import type { Arrangement, Design } from '@/core/design/schema'
import type { Bounds } from '@/core/geometry/bounds'
import type { Point } from '@/core/geometry/matrix'
import type { Layer } from '@/core/kinds/list'
import type { SourceInfo } from '@/wire/sources'
import type { Seeing } from './seeing'

/** What is told of a stroke. */
export type PaintMessage =
  | { act: 'start'; layer: string; mask: string; brush: Brush }
  /** Points in px of the mask; `n` counts the messages of the session. */
  | { act: 'to'; points: StrokePoint[]; n: number }
  /** `name` is what the step of the history will be called. */
  | { act: 'end'; name: string }
  | { act: 'drop' }
  /** The design holds the stroke now. */
  | { act: 'kept' }

export type { SourceInfo }

/** What the stage shows: page and channel at a scale (device px per px of the page), the visible part in px of the view. */
export type StageView = { page: string; channel: string; scale: number; visible: Bounds }

/**
 * A picture of a page on a channel, no larger than so many device px; `as` tells pictures of one page apart: laid out by
 * another arrangement.
 */
export type Show = {
  page: string
  channel: string
  width: number
  height: number
  as?: { key: string; arrangement: Arrangement } | undefined
}

export type ToWorker =
  | { kind: 'design'; design: Design; revision: number; sources: SourceInfo[] }
  | { kind: 'sources'; sources: SourceInfo[] }
  /** Patches to the kept design; `preview` ones are shown on top of it until the next message. */
  | { kind: 'edit'; patches: Patch[]; revision: number; preview: boolean }
  | { kind: 'view'; view: StageView }
  | { kind: 'paint'; paint: PaintMessage }
  /** Fills all that is shown from a row of the design's table; null shows it as designed. */
  | { kind: 'row'; row: string | null }
  /** Buffers of tiles that are no longer shown, for the next frames. */
  | { kind: 'spent'; buffers: ArrayBuffer[] }
  /** The layers that the hand may take next: what drafts of them need is made ready in quiet moments. */
  | { kind: 'hand'; ids: string[] }
  /** How the stage is looked at; nothing else is. */
  | { kind: 'seeing'; seeing: Seeing }
  /** Shows the stage as it will be printed; null as it is. */
  | { kind: 'proof'; proof: Proofing | null }
  /** Pictures of pages on channels, kept up with the design, in this order. */
  | { kind: 'lineup'; shows: Show[] }
  | { kind: 'layers'; page: string; channel: string; ids: string[]; side: number }
  /** Pictures of layers with other treatments, in this order; none gives up what is left. `turn` is told with each. */
  | {
      kind: 'trials'
      turn: number
      page: string
      channel: string
      ids: string[]
      trials: Trial[]
      side: number
    }
  /** Checks all pages and channels after every edit, this page first. */
  | { kind: 'check'; page: string }
  | { kind: 'ask'; id: number; question: Question }

export type Question =
  /** Layers with coverage at a point of the stage's view, front first. */
  | { ask: 'hit'; x: number; y: number }
  /** The colour shown at a point of the stage's view; `radius` 0 is one pixel; of all that is seen, or of one layer. */
  | { ask: 'sample'; x: number; y: number; radius: number; layer?: string | undefined }
  /** Relative luminances of what lies beneath a layer. */
  | { ask: 'ground'; layer: string }
  /** Where two layers cross, px of the stage's view. */
  | { ask: 'crossings'; a: string; b: string }
  /** One layer's own pixels without what lies around it, no side longer than `most` px; with `only` nothing but what that treatment adds to it. */
  | { ask: 'layer'; layer: string; scale: number; most: number; only?: string }
  /** How light what a treatment acts on is; with `at`, px of the page, its mean colour there. */
  | { ask: 'acted'; layer: string; treatment: string; at: Point | null }
  /** Stray dots and holes of a layer under a size, px of the page; or what cleans those of these numbers. */
  | { ask: 'specks'; layer: string; size: number; clean?: number[] }
  /** The see-through openings of a layer as outlines, px of the stage's view; those that are the panes of one view together. */
  | { ask: 'openings'; id: string }
  /** The stage's pixels as they are shown, for tests and measuring. */
  | { ask: 'pixels'; region: Bounds }

/** Treatments to be tried on what is selected. */
export type Trial = { name: string; treatments: Layer['treatments']; body?: number }

/** A tile or a part of one, px from the tile's corner. */
export type Tile = {
  column: number
  row: number
  x: number
  y: number
  width: number
  height: number
  data: Uint8ClampedArray<ArrayBuffer>
}
/** What takes time, in the word that the bench says for it, and how many pieces are left. */
export type Doing = {
  work: 'fetching' | 'drawing' | 'arranging' | 'checking' | 'taking' | 'setting'
  left: number
}
export type FromWorker =
  | {
      kind: 'frame'
      revision: number
      scale: number
      page: string
      channel: string
      tiles: Tile[]
      whole: boolean
      milliseconds: number
      /** The last message of a stroke that is in it. */
      stroke: number
    }
  /** A stroke ended: the tiles it touched, and those of them that are to be stored. */
  | {
      kind: 'painted'
      name: string
      layer: string
      mask: string
      tiles: Record<string, string>
      blobs: { sha: string; png: Uint8Array<ArrayBuffer> }[]
    }
  | {
      kind: 'thumb'
      revision: number
      page: string
      channel: string
      /** The row that it is filled from; null as designed. */
      row: string | null
      /** The key of what it was asked as, if it was. */
      as: string | null
      width: number
      height: number
      data: Uint8ClampedArray<ArrayBuffer>
      leftOut: string[]
      arrangement: Arrangement | null
      chosenAnew: boolean
    }
  | { kind: 'layer'; id: string; side: number; data: Uint8ClampedArray<ArrayBuffer> | null }
  | { kind: 'trial'; turn: number; name: string; side: number; data: Uint8ClampedArray<ArrayBuffer> }
  | { kind: 'findings'; revision: number; page: string; channel: string; findings: Finding[] }
  | { kind: 'answer'; id: number; value: unknown }
  | { kind: 'trouble'; message: string }
  /** What a worker is at, none when it rests; told when that changes. */
  | { kind: 'doing'; worker: 'stage' | 'quiet'; doing: Doing | null }
  | { kind: 'ready' }
