import { treatment } from '../definition'
import { amount, choice, colour, px } from '../field'

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
