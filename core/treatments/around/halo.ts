import { treatment } from '../definition'
import { amount, choice, colour, px } from '../field'
import { MIXED } from './mixed'

/** Light or colour all around the thing. */
export const halo = treatment({
  kind: 'halo',
  label: 'Halo',
  group: 'around',
  words: 'glow shine aura',
  fields: {
    colour: colour('Colour', '#ffd9a0'),
    size: amount(px('Size', 10, 800, { reach: 120 })),
    softness: amount(px('Softness', 40, 1000, { reach: 200 })),
    blend: choice('Mixed', MIXED, 'screen'),
  },
  around: ({ colour, size, softness, blend }, { scale, colour: read }) => [
    {
      place: 'under',
      form: 'silhouette',
      colour: read(colour),
      blend,
      thicken: size * scale,
      sigma: (softness / 2) * scale,
    },
  ],
})
