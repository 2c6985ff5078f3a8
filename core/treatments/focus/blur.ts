import { treatment } from '../definition'
import { amount, px } from '../field'

/** A Gaussian; `radius` is its standard deviation. */
export const blur = treatment({
  kind: 'blur',
  label: 'Blur',
  group: 'focus',
  words: 'soft gaussian',
  fields: { radius: amount(px('Radius', 6, 600, { reach: 80 })) },
  near: ({ radius }, { scale }) => ({ op: 'blur', sigma: radius * scale }),
})
