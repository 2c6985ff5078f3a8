import { treatment } from '../definition'
import { amount, percent, px } from '../field'

/** Dabs that follow shapes and keep edges. */
export const painterly = treatment({
  kind: 'painterly',
  label: 'Painterly',
  group: 'surface',
  words: 'brush oil paint',
  fields: { size: amount(px('Dabs', 8, 120, { least: 1, reach: 40 })), sharp: percent('Sharpness', 0.6) },
  near: ({ size, sharp }, { scale }) => ({ op: 'dabs', radius: size * scale, sharp: 10 ** (1 + 3 * sharp) }),
})
