import type { StoreApi } from 'zustand/vanilla'
import type { LightOf } from '@/core/adapt/lightness'
import type { Reading } from '@/core/compose/read'
import type { Edit } from '@/core/design/edits'
import type { Arrangement, Design } from '@/core/design/schema'
import type { Bounds } from '@/core/geometry/bounds'
import type { ResolvedPage } from '@/core/resolve/resolved'
import type { FontBook } from '@/core/type/fonts'
import type { RenderClient } from '../worker/client'
import type { SourceInfo } from '../worker/protocol'
import type { BenchState, NoticeAction } from './bench-state'
import type { Sync } from './sync'

export type * from './bench-state'

/** One open design as everything on the bench works on it. */
export interface Bench {
  readonly store: StoreApi<BenchState>
  readonly fonts: FontBook
  readonly sync: Sync
  /** When each revision was first on the stage; read by measuring. */
  readonly frames: {
    shown: { revision: number; stroke: number; at: number; milliseconds: number }[]
    note(frame: { revision: number; stroke: number; milliseconds: number }): void
  }
  /** The stage's worker; throws where the bench is not open. */
  readonly client: RenderClient
  /** Starts workers and saving; returns the end of it. */
  open(): () => void
  /** One step of work, recorded, shown and saved; `keep` names a version of the state before it. */
  edit(name: string, change: (draft: Design) => void, keep?: string): void
  /** Adds to the last step of a layer what could not be known when it was made: taken back and brought again with it. */
  amend(layer: string, change: (draft: Design) => void): void
  /**
   * A change in the hand: shown but not recorded until `commit`. Always from the state at the gesture's start.
   * `onStage`: panels need not follow every move.
   */
  preview(change: (draft: Design) => void, onStage?: boolean): void
  commit(name: string, change: (draft: Design) => void): void
  cancel(): void
  readonly inGesture: boolean
  /** The design as it was when the hand took hold, or as it is. */
  readonly base: Design
  undo(): void
  redo(): void
  /** Takes an edit that may no longer fit, which is then said. */
  tryTake(edit: Edit): void
  /** An arrangement that was chosen is stored with the design, outside the history. */
  keepArrangement(page: string, channel: string, arrangement: Arrangement): void
  /** A design as it would be seen on the page and channel shown. */
  resolveOf(design: Design): ResolvedPage
  /** What is understood of a page of the master. */
  readingOf(page: string): Reading
  /** How light a picture is, cell by cell; null while that is not known. */
  lightOf: LightOf
  /** How light it is beneath a thing on the page shown, 0–1. */
  lightUnder(id: string): number
  /** The design as it would be with another channel as its master. */
  withMaster(channel: string): Design
  /** The boxes of what is seen of the things on the page shown, px of the channel. */
  inks(): ReadonlyMap<string, Bounds>
  /** Other arrangements of the page and channel shown, the best first. */
  alternatives(): Arrangement[]
  addSource(info: SourceInfo): void
  select(ids: readonly string[]): void
  /** The thing a click on a layer means: itself inside the group that was gone into, else its outermost group. */
  takenBy(id: string): string
  show(page: string, channel: string): void
  /** Fills everything that is shown from a row of the table; null shows it as designed. */
  showRow(id: string | null): void
  set(partial: Partial<BenchState>): void
  notify(text: string, tone?: 'plain' | 'trouble', action?: NoticeAction): void
}
