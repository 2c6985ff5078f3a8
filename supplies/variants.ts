import type { Supply } from './supply'
import { variants } from './tracer/variant-list'

/** Words of colours, which a variant does not take over. */
const COLOURS =
  /\b(red|yellow|white|blue|green|orange|pink|gold|golden|teal|rose|violet|purple|cream|brown|black|copper|silver)\b/g
/** Things of the drawer in further colours. Throws where one is of a thing that there is not. */
export const variantsOf = (things: readonly Supply[]): Supply[] =>
  variants.map(([id, of, label, words]) => {
    const thing = things.find((t) => t.id === of)
    if (!thing) throw new Error(`There is no ${of} of which ${id} is a variant.`)
    const rest = thing.words.replace(COLOURS, ' ').split(/\s+/).filter(Boolean)
    return { ...thing, id, label, words: [words, ...rest].join(' '), file: `cutouts/${id}.webp` }
  })
