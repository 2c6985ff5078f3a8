import { treatment } from '../definition'
import { amount, colour, degrees, px } from '../field'
import { wayOf } from '../way'
import { fromTheEdge } from './from-the-edge'

/** As if cut into what lies around: a shadow on the thing from its own edge. */
export const recess = treatment({
  kind: 'recess',
  label: 'Recess',
  group: 'around',
  words: 'inner shadow cut',
  strength: 0.5,
  fields: {
    colour: colour('Colour', '#1d1410'),
    angle: degrees('Angle', 75),
    distance: amount(px('Distance', 8, 1000, { reach: 80 })),
    softness: px('Softness', 14, 1000, { reach: 80 }),
  },
  around: ({ colour, angle, distance, softness }, { scale, colour: read }) =>
    fromTheEdge(distance, softness, scale, {
      colour: read(colour),
      blend: 'multiply',
      ...wayOf(angle, distance * scale),
    }),
})
