import { treatment } from '../definition'
import { amount, count, percent, px } from '../field'

/** Texture knocked out of the thing, more so along its edges. */
export const wornEdges = treatment({
  kind: 'worn',
  label: 'Worn edges',
  group: 'surface',
  words: 'distressed grunge old print',
  fields: {
    amount: amount(percent('Amount', 0.25)),
    edges: percent('More at edges', 0.5),
    width: px('Edge width', 14, 300, { reach: 60 }),
    size: px('Texture', 26, 600, { least: 2, reach: 120 }),
    soft: percent('Soft', 0.08, 0.005, 1),
    seed: count('Pattern', 1, 0, 9999),
  },
  near: ({ amount, edges, width, size, soft, seed }, { scale }) => ({
    op: 'wear',
    sigma: Math.max(0.3, (width / 2) * scale),
    size,
    amount: amount - 0.28,
    soft,
    edge: edges,
    seed,
  }),
})
