import { treatment } from '../definition'
import { amount, px } from '../field'

/** Adds to a thing all round in its own colours, or takes away. */
export const thicken = treatment({
  kind: 'thicken',
  label: 'Thicken or thin',
  group: 'around',
  words: 'grow shrink bolder choke expand',
  fields: { by: amount(px('By', 3, 400, { least: -400, reach: 30 })) },
  drawn: 'thicken',
})
