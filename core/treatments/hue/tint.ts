import { fromHex } from '../../colour/colour'
import { toOklab } from '../../colour/oklab'
import { treatment } from '../definition'
import { amount, colour, percent } from '../field'
import { EVERYWHERE } from './everywhere'

/** A wash of one colour over all, lightness kept. */
export const tint = treatment({
  kind: 'tint',
  label: 'Tint',
  group: 'hue',
  words: 'wash tone colourise',
  fields: { colour: colour('Colour', '#b5532f'), amount: amount(percent('Amount', 0.35)) },
  point({ colour, amount }, { colour: read }) {
    const t = toOklab(fromHex(read(colour)))
    return {
      op: 'oklab',
      settings: [1 - amount, 0, 0, 1 - amount, t.a * amount, t.b * amount, 1, 0, ...EVERYWHERE],
    }
  },
})
