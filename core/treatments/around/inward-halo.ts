import { treatment } from '../definition'
import { amount, choice, colour, px } from '../field'
import { fromTheEdge } from './from-the-edge'
import { MIXED } from './mixed'

/** Light or colour from the edge inwards. */
export const inwardHalo = treatment({
  kind: 'inward-halo',
  label: 'Inward halo',
  group: 'around',
  words: 'glow inside',
  fields: {
    colour: colour('Colour', '#ffd9a0'),
    size: amount(px('Size', 6, 800, { reach: 120 })),
    softness: px('Softness', 30, 1000, { reach: 200 }),
    blend: choice('Mixed', MIXED, 'screen'),
  },
  around: ({ colour, size, softness, blend }, { scale, colour: read }) =>
    fromTheEdge(size, softness, scale, { colour: read(colour), blend, thicken: -size * scale }),
})
