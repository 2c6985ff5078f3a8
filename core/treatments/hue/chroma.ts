import { treatment } from '../definition'
import { amount, percent } from '../field'
import { EVERYWHERE } from './everywhere'

/** How strong colours are, in OKLCH: none leaves greys of the same lightness. */
export const chroma = treatment({
  kind: 'chroma',
  label: 'Chroma',
  group: 'hue',
  words: 'saturation vivid desaturate colourful grey',
  fields: { by: amount(percent('Strength', 1.25, 0, 3)) },
  point: ({ by }) => ({ op: 'oklab', settings: [by, 0, 0, by, 0, 0, 1, 0, ...EVERYWHERE] }),
})
