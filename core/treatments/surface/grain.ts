import { treatment } from '../definition'
import { amount, count, percent, px, toggle } from '../field'

/** Noise of mean nothing, told by places of the page: the same across layers and channels. */
export const grain = treatment({
  kind: 'grain',
  label: 'Grain',
  exactAt: 'master',
  group: 'surface',
  words: 'noise film',
  fields: {
    amount: amount(percent('Amount', 0.4)),
    size: px('Size', 1.5, 40, { least: 0.5, reach: 8, even: true }),
    colours: toggle('In colour', false),
    seed: count('Pattern', 1, 0, 9999),
  },
  point: ({ amount, size, colours, seed }) => ({ op: 'grain', size, amount: amount * 0.2, colours, seed }),
})
