import { treatment } from '../definition'
import { count } from '../field'
import { tableOf } from '../tables'

/** Only so many values are left in each channel. */
export const steps = treatment({
  kind: 'steps',
  label: 'Steps',
  exactAt: 'master',
  group: 'reduce',
  words: 'posterise posterize levels',
  fields: { count: count('Steps', 5, 2, 64) },
  point: ({ count: n }) => ({
    op: 'shape',
    after: tableOf((v) => Math.min(n - 1, Math.floor(v * n)) / (n - 1)),
  }),
})
