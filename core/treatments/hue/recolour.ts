import { fromHex } from '../../colour/colour'
import { toOklab } from '../../colour/oklab'
import { VARIETY } from '../../colour/recolour'
import { treatment } from '../definition'
import { colour, percent } from '../field'
import { EVERYWHERE } from './everywhere'

/**
 * What has one colour as a whole has another: as much lighter or darker than it as before, times `shading`, and a part of what
 * hues differ in. Linear in OKLab.
 */
export const recolour = treatment({
  kind: 'recolour',
  label: 'Recolour',
  group: 'hue',
  words: 'colour change paint part',
  fields: {
    from: colour('Was', '#b5532f'),
    to: colour('Becomes', '#2f6f8f'),
    shading: percent('Shading', 1, 0, 2),
  },
  point({ from, to, shading }, { colour: read }) {
    const [f, t] = [toOklab(fromHex(read(from))), toOklab(fromHex(read(to)))]
    const kept = [t.a - VARIETY * f.a, t.b - VARIETY * f.b]
    return {
      op: 'oklab',
      settings: [VARIETY, 0, 0, VARIETY, ...kept, shading, t.l - shading * f.l, ...EVERYWHERE],
    }
  },
})
