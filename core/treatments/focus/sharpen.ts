import { treatment } from '../definition'
import { amount, percent, px } from '../field'

/** Unsharp masking. */
export const sharpen = treatment({
  kind: 'sharpen',
  label: 'Sharpen',
  group: 'focus',
  words: 'crisp unsharp mask',
  fields: {
    amount: amount(percent('Amount', 0.8, 0, 5)),
    radius: px('Radius', 1.5, 200, { least: 0.3, reach: 20 }),
    threshold: percent('Threshold', 0.01, 0, 0.5),
  },
  near: ({ amount, radius, threshold }, { scale }) => ({
    op: 'sharpen',
    sigma: Math.max(0.3, radius * scale),
    amount,
    threshold,
  }),
})
