import { treatment } from '../definition'
import { amount, choice, colour, degrees, px } from '../field'
import { wayOf } from '../way'
import { fromTheEdge } from './from-the-edge'

/** A light on the edges that face it. */
export const edgeLight = treatment({
  kind: 'edge-light',
  label: 'Edge light',
  group: 'around',
  words: 'rim light highlight',
  fields: {
    colour: colour('Colour', '#fff2d8'),
    angle: degrees('From', -120),
    distance: amount(px('Width', 6, 400, { reach: 60 })),
    softness: px('Softness', 8, 400, { reach: 60 }),
    blend: choice('Mixed', { screen: 'as light', normal: 'as paint', 'soft-light': 'softly' }, 'screen'),
  },
  around: ({ colour, angle, distance, softness, blend }, { scale, colour: read }) =>
    fromTheEdge(distance, softness, scale, {
      colour: read(colour),
      blend,
      ...wayOf(angle + 180, distance * scale),
    }),
})
