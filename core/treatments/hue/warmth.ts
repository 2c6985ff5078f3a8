import { toEncoded, toLinear } from '../../colour/transfer'
import { whiteShift } from '../../colour/white'
import { treatment } from '../definition'
import { amount, percent } from '../field'
import { tableOf } from '../tables'

/** Warmer or cooler light, and greener or pinker: the white of daylight moved along its locus (CIE 15), adapted by Bradford. */
export const warmth = treatment({
  kind: 'warmth',
  label: 'Warmth',
  group: 'hue',
  words: 'temperature white balance cool',
  fields: { warm: amount(percent('Cool to warm', 0.25, -1, 1)), pink: percent('Green to pink', 0, -1, 1) },
  point: ({ warm, pink }) => ({
    op: 'shape',
    before: tableOf(toLinear),
    matrix: whiteShift(warm, pink),
    after: tableOf(toEncoded),
  }),
})
