import { treatment } from '../definition'
import { tableOf } from '../tables'

/** Every value its opposite. */
export const invert = treatment({
  kind: 'invert',
  label: 'Invert',
  group: 'reduce',
  words: 'negative',
  fields: {},
  point: () => ({ op: 'shape', after: tableOf((v) => 1 - v) }),
})
