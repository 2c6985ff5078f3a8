import { lutWork } from '../cube'
import { treatment } from '../definition'

/** A look-up table from a file, of single channels or a cube. */
export const lut = treatment({
  kind: 'lut',
  label: 'LUT',
  group: 'hue',
  words: 'look up table cube film colour grade',
  fields: { file: { kind: 'lut', label: 'File' } },
  point({ file }, look) {
    const found = file ? look.lut(file.source) : null
    return found ? lutWork(found) : null
  },
})
