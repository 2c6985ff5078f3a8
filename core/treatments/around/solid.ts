import { treatment } from '../definition'
import { amount, choice, colour, degrees, px } from '../field'
import { wayOf } from '../way'

/** An even line around the outline; several lie one beyond the other. */
export const rim = treatment({
  kind: 'rim',
  label: 'Rim line',
  group: 'around',
  words: 'outline stroke sticker border',
  fields: {
    colour: colour('Colour', '#ffffff'),
    width: amount(px('Width', 12, 4000, { reach: 120 })),
    gap: px('Gap', 0, 4000, { reach: 80 }),
    place: choice('Lies', { outside: 'outside', centre: 'on the edge', inside: 'inside' }, 'outside'),
    join: choice('Corners', { round: 'round', mitred: 'mitred' }, 'round'),
  },
  drawn: 'rim',
})
/** Adds to a thing all round in its own colours, or takes away. */
export const thicken = treatment({
  kind: 'thicken',
  label: 'Thicken or thin',
  group: 'around',
  words: 'grow shrink bolder choke expand',
  fields: { by: amount(px('By', 3, 400, { least: -400, reach: 30 })) },
  drawn: 'thicken',
})
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
