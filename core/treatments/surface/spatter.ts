import { treatment } from '../definition'
import { amount, count, px } from '../field'

/** Scattered as if sprayed. */
export const spatter = treatment({
  kind: 'spatter',
  label: 'Spatter',
  exactAt: 'master',
  group: 'surface',
  words: 'spray scatter rough',
  fields: {
    reach: amount(px('Reach', 8, 200, { reach: 60 })),
    size: px('Grain', 2, 60, { least: 0.5, reach: 12 }),
    seed: count('Pattern', 1, 0, 9999),
  },
  near: ({ reach, size, seed }, { scale }) => ({
    op: 'displace',
    layer: null,
    light: false,
    dx: (reach / 2) * scale,
    dy: (reach / 2) * scale,
    size,
    seed,
  }),
})
