import type { Finding } from '@/core/checks/define'
import type { Taken } from '@/core/design/linked'
import type { Bounds } from '@/core/geometry/bounds'
import type { SupplyTab } from '../../supplies/tabs'
import type { Doing } from '../../worker/protocol'
import type { NoticeAction, Thumb } from './words'

/** What panels, dialogs and the lineup show. */
export type PanelsSlice = {
  thumbs: Record<string, Thumb>
  layerPictures: Record<string, Uint8ClampedArray<ArrayBuffer>>
  findings: Record<string, Finding[]>
  /** What the workers are at, what is sent to the server one after another, and words that wait for their faces. */
  doing: Record<'stage' | 'quiet' | 'bench' | 'type', Doing | null>
  notice: { text: string; tone: 'plain' | 'trouble'; id: number; action?: NoticeAction | undefined } | null
  dialog:
    | 'palette'
    | 'keys'
    | 'versions'
    | 'house'
    | 'needs'
    | 'sizes'
    | 'carry'
    | 'excerpt'
    | 'captions'
    | 'link'
    | null
  /** The box of the page that is to go out by itself, px of it. */
  excerptBox: Bounds | null
  /** The kind of supplies that is asked for; the drawer shows it and takes it out. */
  suppliesAsked: SupplyTab | null
  /** A layered file of which the person is asked what comes in. */
  importing: File | null
  /** The design's table is open beneath the stage. */
  table: boolean
  /** Linked layers that are to show another design; none where a new one is linked. */
  linking: readonly string[]
  /** What is new of linked designs, by `targetKey`; what is as it is shown is not in it. */
  newer: Readonly<Record<string, Taken | 'gone'>>
  /** The page that is being named in the page strip. */
  naming: string | null
}
export const panelsAtFirst: PanelsSlice = {
  thumbs: {},
  layerPictures: {},
  findings: {},
  doing: { stage: null, quiet: null, bench: null, type: null },
  notice: null,
  dialog: null,
  excerptBox: null,
  suppliesAsked: null,
  importing: null,
  table: false,
  linking: [],
  newer: {},
  naming: null,
}
