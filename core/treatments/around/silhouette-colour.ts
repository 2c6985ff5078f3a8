import { fromHex } from '../../colour/colour'
import { treatment } from '../definition'
import { choice, colour } from '../field'
import { tableOf } from '../tables'

/** One flat colour in place of the thing's own; what it covers, its soft edges too, stays as it is. */
export const silhouetteColour = treatment({
  kind: 'silhouette',
  label: 'Silhouette colour',
  group: 'around',
  words: 'flat fill one colour',
  fields: {
    colour: colour('Colour', '#b5532f'),
    blend: choice(
      'Mixed',
      {
        normal: 'covering',
        hue: 'hue only',
        color: 'hue and chroma',
        multiply: 'as a shade',
        screen: 'as light',
      },
      'normal',
    ),
  },
  // How it is mixed is that of all treatments of single px.
  point({ colour }, { colour: read }) {
    const c = fromHex(read(colour))
    const to = (own: number) => (v: number) => v + (own - v) * c.a
    return { op: 'shape', after: tableOf(to(c.r), { green: to(c.g), blue: to(c.b) }) }
  },
})
