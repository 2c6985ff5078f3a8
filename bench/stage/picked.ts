import { useBenchState } from '../state/bench-context'

/** What handles on the selected thing need to know; `on` while they can be taken: nothing else is in the hand. */
export const usePicked = () =>
  useBenchState((s) => ({
    on: s.tool === 'pick' && s.mask === null && !s.editingType,
    view: s.view,
    resolved: s.resolved,
    design: s.design,
    selection: s.selection,
  }))
