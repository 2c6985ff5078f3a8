import { treatment } from '../definition'
import { amount, choice, percent } from '../field'

/** Smeared towards or around a point of the box. */
export const radialBlur = treatment({
  kind: 'radial-blur',
  label: 'Radial blur',
  group: 'focus',
  words: 'zoom spin',
  fields: {
    way: choice('Smeared', { zoom: 'towards the point', spin: 'around it' }, 'zoom'),
    amount: amount(percent('Amount', 0.15)),
    x: percent('Point across', 0.5, -0.5, 1.5),
    y: percent('Point down', 0.5, -0.5, 1.5),
  },
  near: ({ way, amount, x, y }) =>
    way === 'zoom' ? { op: 'zoom', x, y, by: amount } : { op: 'spin', x, y, by: amount },
})
