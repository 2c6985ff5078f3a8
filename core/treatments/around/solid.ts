import { cosine, sine } from '../../geometry/exact'
import { treatment } from '../definition'
import { choice, colour, degrees, px } from '../field'

/** An even line around the outline; several lie one beyond the other. */
export const rim = treatment({
  kind: 'rim',
  label: 'Rim line',
  group: 'around',
  words: 'outline stroke sticker border',
  solid: true,
  fields: {
    colour: colour('Colour', '#ffffff'),
    width: px('Width', 12, 4000, { reach: 120 }),
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
  solid: true,
  fields: { by: px('By', 3, 400, { least: -400, reach: 30 }) },
  drawn: 'thicken',
})
/** A body behind the thing, as if it were thick. */
export const extrude = treatment({
  kind: 'extrude',
  label: 'Extrude',
  group: 'around',
  words: 'depth block 3d long shadow',
  solid: true,
  fields: {
    colour: colour('Colour', '#6b2f1a'),
    angle: degrees('Angle', 45),
    depth: px('Depth', 24, 1000, { reach: 200 }),
  },
  near: ({ colour, angle, depth }, { scale, colour: read }) => {
    const r = (angle * Math.PI) / 180
    return depth > 0 ? { op: 'extrude', dx: depth * scale * cosine(r), dy: depth * scale * sine(r), colour: read(colour) } : null
  },
})
