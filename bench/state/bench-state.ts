import { freeze } from 'immer'
import { emptyHistory } from '@/core/design/history'
import { noHouse } from '@/core/design/house'
import type { Design } from '@/core/design/schema'
import type { ResolvedPage } from '@/core/resolve/resolved'
import type { SourceInfo } from '../worker/protocol'
import { type AtSizeSlice, atSizeAtFirst } from './slices/at-size'
import type { DocumentSlice } from './slices/document'
import { type FacesSlice, facesAtFirst } from './slices/faces'
import { type PanelsSlice, panelsAtFirst } from './slices/panels'
import { type SeeingSlice, seeingAtFirst } from './slices/seeing'
import { type SelectionSlice, selectionAtFirst } from './slices/selection'
import { type ToolSlice, toolAtFirst } from './slices/tool'
import { type ViewSlice, viewAtFirst } from './slices/view'
import { type WallSlice, wallAtFirst } from './slices/wall'

export type * from './slices/words'
/** The state of the bench: what is open, what people took, what is in the hand, how it is looked at, what panels show. */
export type BenchState = DocumentSlice &
  SelectionSlice &
  ToolSlice &
  ViewSlice &
  SeeingSlice &
  WallSlice &
  AtSizeSlice &
  FacesSlice &
  PanelsSlice

export type Loaded = { id: string; campaign: string; revision: number; design: Design; sources: SourceInfo[] }

/** A design as it is opened: its first page on its master channel, nothing selected. */
export function openedState(loaded: Loaded, page: string, resolved: ResolvedPage): BenchState {
  return {
    ...selectionAtFirst,
    ...toolAtFirst,
    ...viewAtFirst,
    ...seeingAtFirst,
    ...wallAtFirst,
    ...atSizeAtFirst,
    ...facesAtFirst,
    ...panelsAtFirst,
    campaign: loaded.campaign,
    design: freeze(loaded.design, true),
    revision: 1,
    page,
    channel: loaded.design.master,
    row: null,
    resolved,
    history: emptyHistory,
    save: { state: 'saved', message: null, kept: true, aside: 0 },
    sources: Object.fromEntries(loaded.sources.map((s) => [s.sha, s])),
    house: noHouse,
    fontsReady: 0,
  }
}
