import { treatment } from '../definition'
import { amount, colour, percent } from '../field'

/** Stray light from one side, in two colours. */
export const lightLeak = treatment({
  kind: 'light-leak',
  label: 'Light leak',
  group: 'surface',
  words: 'flare stray film',
  fields: {
    colour: colour('Colour', '#ff7a2e'),
    second: colour('Second colour', '#ffc46b'),
    angle: { kind: 'number', unit: '°', label: 'From', first: -20, least: -360, most: 360, reach: 180 },
    reach: percent('Reach', 0.55, 0.05, 1.5),
    amount: amount(percent('Amount', 0.6)),
  },
  around: ({ colour, second, angle, reach, amount }, { colour: read }) => [
    {
      place: 'over',
      form: 'leak',
      colour: read(colour),
      blend: 'screen',
      opacity: amount,
      wide: reach,
      angleDegrees: angle,
      within: 'own',
    },
    {
      place: 'over',
      form: 'leak',
      colour: read(second),
      blend: 'screen',
      opacity: amount * 0.7,
      wide: reach * 0.45,
      angleDegrees: angle + 14,
      within: 'own',
    },
  ],
})
