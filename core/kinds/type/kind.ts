import { coloursOfPaint } from '../../colour/light'
import type { KindDefinition } from '../definition'
import { plain } from '../plain'
import type { TypeLayer } from './schema'

/** The longest name that is taken from the words themselves, characters. */
const MOST_NAME = 40

/** Set words. */
export const type: KindDefinition<TypeLayer> = {
  ...plain,
  plane: 'message',
  nameOf: (layer) => layer.text.replace(/\s+/g, ' ').trim().slice(0, MOST_NAME) || 'Empty text',
  nature: 'reads',
  words: (layer) => layer,
  sized: (layer, by) => ({
    ...layer,
    style: { ...layer.style, size: layer.style.size * by },
    ...(layer.hugs === undefined ? {} : { hugs: layer.hugs * by }),
  }),
  colours: ({ fill, plate }) => [...coloursOfPaint(fill), ...(plate ? coloursOfPaint(plate.fill) : [])],
  empty: (layer) => layer.text.trim() === '',
}
