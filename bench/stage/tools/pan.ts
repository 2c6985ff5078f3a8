import type { Bench } from '../../state/bench'
import type { Pointer, Press } from './definition'

/** The view goes with the hand, whatever tool is in it. */
export function panPress(bench: Bench, from: Pointer): Press {
  const start = bench.store.getState().view
  return {
    move({ at }) {
      const { view } = bench.store.getState()
      const [x, y] = [start.x + at.x - from.at.x, start.y + at.y - from.at.y]
      bench.set({ view: { ...view, x, y, fitted: false } })
      return null
    },
  }
}
