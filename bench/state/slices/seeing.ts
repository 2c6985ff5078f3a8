import type { MaskView } from '../../worker/seeing'
/** Ways of looking that change nothing that is delivered. */
export type SeeingSlice = {
  /** The selection is shown half see-through, so that what it is fitted to is seen. */
  seeThrough: boolean
  /** Outlines instead of the artwork: of everything, or of these layers. */
  bareLines: 'all' | readonly string[] | null
  /** A loud colour beneath everything. */
  strongGround: string | null
  /** The one layer that is shown alone. */
  solo: string | null
  maskView: MaskView
  /** What belongs together is drawn over the page. */
  understood: boolean
  /** Safe areas and clear boxes of the channel are drawn by hand. */
  areas: boolean
}
export const seeingAtFirst: SeeingSlice = {
  seeThrough: false,
  bareLines: null,
  strongGround: null,
  solo: null,
  maskView: 'result',
  understood: false,
  areas: false,
}
