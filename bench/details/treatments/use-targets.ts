import { useBenchState } from '../../state/bench-context'
import { type Nth, targetsOf } from '../../state/treating'

/** That treatment of all that is selected. */
export const useTargets = ({ kind, n }: Nth) =>
  useBenchState((s) => targetsOf(s.design, s.selection, { kind, n }))
