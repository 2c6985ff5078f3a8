import type { View } from './words'

/** Where the stage is looked at, and what lies over it. */
export type ViewSlice = {
  view: View
  overlays: {
    safe: boolean
    hidden: boolean
    guides: boolean
    guidesLocked: boolean
    columns: boolean
    thirds: boolean
  }
  /** The stage is shown as it will be printed: in which profile's inks ('' the general ones), what is marked, from which per cent of ink on. */
  softProof: { profile: string; marks: 'none' | 'reach' | 'ink'; limit: number } | null
  ruler: 'px' | 'mm' | 'in' | '%'
  /** A kept state pinned in view beside the stage, for this visit. */
  pinned: { url: string; name: string } | null
}
export const viewAtFirst: ViewSlice = {
  view: { zoom: 0.5, x: 0, y: 0, fitted: true },
  overlays: { safe: true, hidden: false, guides: true, guidesLocked: false, columns: true, thirds: false },
  softProof: null,
  ruler: 'px',
  pinned: null,
}
