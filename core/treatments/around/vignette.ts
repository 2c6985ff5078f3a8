import { treatment } from '../definition'
import { amount, choice, colour, percent } from '../field'

/** The corners fall off, or whatever colour is chosen comes in from them. */
export const vignette = treatment({
  kind: 'vignette',
  label: 'Vignette',
  group: 'surface',
  words: 'dark corners',
  fields: {
    colour: colour('Colour', '#140d0a'),
    start: percent('Free middle', 0.45, 0, 1.4),
    amount: amount(percent('Amount', 0.5)),
    blend: choice('Mixed', { multiply: 'as a shade', normal: 'as paint', screen: 'as light' }, 'multiply'),
  },
  around: ({ colour, start, amount, blend }, { colour: read }) => [
    {
      place: 'over',
      form: 'vignette',
      colour: read(colour),
      blend,
      opacity: amount,
      wide: start,
      within: 'own',
    },
  ],
})
