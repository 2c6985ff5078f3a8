import { treatment } from '../definition'
import { amount, colour, degrees, px } from '../field'
import { wayOf } from '../way'

/** A body behind the thing, as if it were thick. */
export const extrude = treatment({
  kind: 'extrude',
  label: 'Extrude',
  group: 'around',
  words: 'depth block 3d long shadow',
  fields: {
    colour: colour('Colour', '#6b2f1a'),
    angle: degrees('Angle', 45),
    depth: amount(px('Depth', 24, 1000, { reach: 200 })),
  },
  near: ({ colour, angle, depth }, { scale, colour: read }) =>
    depth > 0 ? { op: 'extrude', ...wayOf(angle, depth * scale), colour: read(colour) } : null,
})
