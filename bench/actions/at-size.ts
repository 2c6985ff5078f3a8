import type { Bench, BenchState } from '../state/bench'
import { newAtSize } from '../state/slices/at-size'

type AtSize = NonNullable<BenchState['atSize']>
/** Shows the channel that is worked on where people will meet it, or the stage again. */
export function toggleAtSize(bench: Bench): void {
  const { atSize } = bench.store.getState()
  bench.set({ atSize: atSize ? null : newAtSize })
}
export function setAtSize(bench: Bench, part: Partial<AtSize>): void {
  const { atSize } = bench.store.getState()
  if (atSize) bench.set({ atSize: { ...atSize, ...part } })
}
