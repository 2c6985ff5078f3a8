import { treatment } from '../definition'
import { amount, choice, colour, degrees, percent, px } from '../field'
import { isNone } from '../inwards'
import { wayOf } from '../way'

/** Follows the outline of the thing. */
export const castShadow = treatment({
  kind: 'shadow',
  label: 'Cast shadow',
  group: 'around',
  words: 'drop shadow',
  strength: 0.3,
  fields: {
    colour: colour('Colour', '#1d1410'),
    angle: degrees('Angle', 75),
    distance: amount(px('Distance', 10, 2000, { reach: 120 })),
    softness: px('Softness', 18, 1000, { reach: 120 }),
    spread: px('Spread', 0, 400, { least: -200, reach: 60 }),
    within: { kind: 'layer', label: 'Only inside' },
  },
  around: ({ colour, angle, distance, softness, spread, within }, { scale, colour: read }) => [
    {
      place: 'under',
      form: 'silhouette',
      colour: read(colour),
      blend: 'multiply',
      ...wayOf(angle, distance * scale),
      sigma: (softness / 2) * scale,
      thicken: spread * scale,
      within: within ? { layer: within } : undefined,
    },
  ],
})
/** An ellipse under the thing: the higher it floats, the further, wider and softer. */
export const contactShadow = treatment({
  kind: 'contact',
  label: 'Contact shadow',
  group: 'around',
  words: 'floor shadow floating ground',
  strength: 0.35,
  fields: {
    colour: colour('Colour', '#1d1410'),
    width: percent('Width', 0.8, 0.05, 3),
    height: percent('Depth', 0.14, 0.01, 1),
    softness: px('Softness', 24, 1000, { reach: 160 }),
    float: amount(px('Floating height', 0, 2000, { least: -500, reach: 200 })),
  },
  around: ({ colour, width, height, softness, float }, { scale, colour: read }) => [
    {
      place: 'under',
      form: 'ellipse',
      colour: read(colour),
      blend: 'multiply',
      wide: width,
      tall: height,
      dx: 0,
      dy: float * scale,
      sigma: ((softness + Math.abs(float) * 0.15) / 2) * scale,
    },
  ],
})
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
    isNone(distance, softness)
      ? []
      : [
          {
            place: 'over',
            form: 'silhouette',
            inverse: true,
            within: 'own',
            colour: read(colour),
            blend: 'multiply',
            ...wayOf(angle, distance * scale),
            sigma: (softness / 2) * scale,
          },
        ],
})
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
    isNone(distance, softness)
      ? []
      : [
          {
            place: 'over',
            form: 'silhouette',
            inverse: true,
            within: 'own',
            colour: read(colour),
            blend,
            ...wayOf(angle + 180, distance * scale),
            sigma: (softness / 2) * scale,
          },
        ],
})
