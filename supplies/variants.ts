import type { Supply } from './supply'

/** Words of colours, which a variant does not take over. */
const COLOURS =
  /\b(red|yellow|white|blue|green|orange|pink|gold|golden|teal|rose|violet|purple|cream|brown|black|copper|silver)\b/g
/** What variants are called and further found by; their files and the rest of their words are as those of the thing they are of. */
const named: readonly (readonly [id: string, of: string, label: string, words: string])[] = [
  ['rose-white', 'garden-rose', 'White rose', 'white rose'],
  ['rose-yellow', 'garden-rose', 'Yellow rose', 'yellow rose'],
  ['tulip-yellow', 'tulip', 'Yellow tulip', 'yellow'],
  ['bunch-of-roses-white', 'bunch-of-roses', 'Bunch of white roses', 'white rose'],
  ['apple-green', 'apple', 'Green apple', 'green'],
  ['grapes-green', 'grapes', 'Green grapes', 'green white'],
]

/** Things of the drawer in further colours. Throws where one is of a thing that there is not. */
export const variantsOf = (things: readonly Supply[]): Supply[] =>
  named.map(([id, of, label, words]) => {
    const thing = things.find((t) => t.id === of)
    if (!thing) throw new Error(`There is no ${of} of which ${id} is a variant.`)
    const rest = thing.words.replace(COLOURS, ' ').split(/\s+/).filter(Boolean)
    return { ...thing, id, label, words: [words, ...rest].join(' '), file: `cutouts/${id}.webp` }
  })
