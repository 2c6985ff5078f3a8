import type { History } from '@/core/design/history'
import type { House } from '@/core/design/house'
import type { Design } from '@/core/design/schema'
import type { ResolvedPage } from '@/core/resolve/resolved'
import type { SourceInfo } from '../../worker/protocol'
import type { Told } from '../sync'

/** What is open, as it is kept and shown. */
export type DocumentSlice = {
  campaign: string
  design: Design
  /** Counts every state shown, previews included. */
  revision: number
  page: string
  channel: string
  /** The row of the design's table that everything is filled from; null as designed. */
  row: string | null
  resolved: ResolvedPage
  history: History
  save: Told
  sources: Record<string, SourceInfo>
  /** What the designs of its campaign share. */
  house: House
  fontsReady: number
}
