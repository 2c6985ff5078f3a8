import { toEncoded, toLinear } from '../../colour/transfer'
import { treatment } from '../definition'
import { amount } from '../field'
import { tableOf } from '../tables'

/** Light multiplied by two to the power of so many stops, in linear light (IEC 61966-2-1). */
export const exposure = treatment({
  kind: 'exposure',
  label: 'Exposure',
  group: 'light',
  histogram: () => [],
  words: 'stops',
  fields: {
    stops: amount({ kind: 'number', label: 'Stops', unit: '', first: 0.3, least: -8, most: 8, reach: 3 }),
  },
  point: ({ stops }) => ({
    op: 'shape',
    after: tableOf((v) => toEncoded(Math.min(1, toLinear(v) * 2 ** stops))),
  }),
})
