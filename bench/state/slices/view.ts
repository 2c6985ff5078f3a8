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
  ruler: 'px' | 'mm' | 'in' | '%'
  /** A kept state pinned in view beside the stage, for this visit. */
  pinned: { url: string; name: string } | null
}
export const viewAtFirst: ViewSlice = {
  view: { zoom: 0.5, x: 0, y: 0, fitted: true },
  overlays: { safe: true, hidden: false, guides: true, guidesLocked: false, columns: true, thirds: false },
  ruler: 'px',
  pinned: null,
}
