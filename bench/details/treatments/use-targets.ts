import { type Nth, targetsOf } from '../../actions/treating'
import { useBenchState } from '../../state/bench-context'

/** That treatment of all that is selected. */
export const useTargets = ({ kind, n }: Nth) =>
  useBenchState((s) => targetsOf(s.design, s.selection, { kind, n }))
