import { treatment } from '../definition'
import { amount, percent } from '../field'
import { tableOf } from '../tables'

/** Adds to every value, or takes from it. */
export const brightness = treatment({
  kind: 'lift',
  label: 'Brightness',
  group: 'light',
  words: 'brightness lighter darker',
  fields: { by: amount(percent('By', 0.1, -1, 1)) },
  point: ({ by }) => ({ op: 'shape', after: tableOf((v) => v + by) }),
})
