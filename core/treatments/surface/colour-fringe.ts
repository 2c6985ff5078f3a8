import { treatment } from '../definition'
import { amount, degrees, px } from '../field'
import { wayOf } from '../way'

/** Red and blue part at the edges. */
export const colourFringe = treatment({
  kind: 'fringe',
  label: 'Colour fringe',
  group: 'surface',
  words: 'chromatic aberration glitch misregistration',
  fields: { distance: amount(px('Distance', 4, 200, { reach: 30 })), angle: degrees('Angle', 0, -180, 180) },
  near: ({ distance, angle }, { scale }) => ({ op: 'fringe', ...wayOf(angle, distance * scale) }),
})
