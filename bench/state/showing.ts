import type { StoreApi } from 'zustand/vanilla'
import { inOrder } from '@/core/basics/order'
import type { Design } from '@/core/design/schema'
import { facesDue } from '@/core/resolve/needs'
import type { ResolvedPage } from '@/core/resolve/resolved'
import type { FontBook } from '@/core/type/fonts'
import type { BenchState } from './bench-state'

export type ResolveNow = (design: Design, page: string, channel: string, row: string | null) => ResolvedPage
export type Showing = {
  /** Shows a design: what of the state no longer is in it is let go. */
  show: (design: Design, more?: Partial<BenchState>) => void
  /** Opens the fonts that the page shown needs; it is arranged again when they have come. */
  openFonts: () => void
}

/** Puts designs into the state of the bench, with all that follows from them. */
export function newShowing(store: StoreApi<BenchState>, fonts: FontBook, resolveNow: ResolveNow): Showing {
  const { getState, setState } = store
  function openFonts(): void {
    const due = facesDue(getState().resolved, fonts)
    if (due.length === 0) return
    fonts.open(due).then(
      () => {
        const s = getState()
        setState({ fontsReady: s.fontsReady + 1, resolved: resolveNow(s.design, s.page, s.channel, s.row) })
        openFonts()
      },
      // Without an answer words stand in another face; the next state that is shown asks again.
      () => undefined,
    )
  }
  function show(design: Design, more: Partial<BenchState> = {}): void {
    const s = { ...getState(), ...more }
    const page = design.pages[s.page] ? s.page : (inOrder(design.pages)[0]?.id ?? '')
    const channel = design.channels[s.channel] ? s.channel : design.master
    const row = s.row && design.rows[s.row] ? s.row : null
    const selection = s.selection.filter((id) => design.layers[id]?.page === page)
    setState({
      ...more,
      design,
      page,
      channel,
      row,
      selection,
      inside: s.inside && design.layers[s.inside] ? s.inside : null,
      editingType: s.editingType && design.layers[s.editingType] ? s.editingType : null,
      // A mask that was undone or removed is in no hand any more.
      mask: s.mask && design.layers[selection[0] ?? '']?.masks[s.mask] ? s.mask : null,
      revision: getState().revision + 1,
      resolved: resolveNow(design, page, channel, row),
    })
    openFonts()
  }
  return { show, openFonts }
}
