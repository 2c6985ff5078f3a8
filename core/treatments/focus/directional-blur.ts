import { treatment } from '../definition'
import { amount, degrees, px } from '../field'
import { wayOf } from '../way'

/** Smeared evenly along a line. */
export const directionalBlur = treatment({
  kind: 'directional-blur',
  label: 'Directional blur',
  group: 'focus',
  words: 'motion smear',
  fields: { angle: degrees('Angle', 0), length: amount(px('Length', 40, 2000, { reach: 300 })) },
  near: ({ angle, length }, { scale }) => ({ op: 'smear', ...wayOf(angle, length * scale) }),
})
