import { treatment } from '../definition'
import { amount, colour, degrees, px } from '../field'
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
