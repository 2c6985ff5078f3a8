import { treatment } from '../definition'
import { percent } from '../field'
import { tableOf } from '../tables'

/** Which values become black and white, how the middle lies between, and what black and white are shown as. */
export const levels = treatment({
  kind: 'levels',
  label: 'Levels',
  group: 'light',
  histogram: ({ black, white }) => [black, white],
  fields: {
    black: percent('Black at', 0.02),
    white: percent('White at', 0.96),
    middle: { kind: 'number', label: 'Middle', unit: '', first: 1, least: 0.1, most: 10, reach: 3 },
    low: percent('Black becomes', 0),
    high: percent('White becomes', 1),
  },
  point: ({ black, white, middle, low, high }) => ({
    op: 'shape',
    after: tableOf((v) => {
      const t = Math.min(1, Math.max(0, (v - black) / Math.max(1 / 1024, white - black)))
      return low + (high - low) * t ** (1 / middle)
    }),
  }),
})
