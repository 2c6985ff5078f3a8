import { treatment } from '../definition'
import { amount, percent, px } from '../field'

/** Smooths surfaces and leaves edges. */
export const softening = treatment({
  kind: 'softening',
  label: 'Softening',
  group: 'focus',
  words: 'smooth skin surface edge preserving denoise',
  fields: {
    radius: amount(px('Radius', 8, 200, { least: 0.5, reach: 40 })),
    edges: percent('Edges over', 0.1, 0.005, 0.6),
  },
  near: ({ radius, edges }, { scale }) => ({
    op: 'spare',
    sigma: Math.max(0.3, radius * scale),
    spared: edges * edges,
  }),
})
