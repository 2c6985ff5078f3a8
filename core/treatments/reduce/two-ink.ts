import { fromHex } from '../../colour/colour'
import { treatment } from '../definition'
import { colour, percent } from '../field'
import { lightTable } from './light-table'

/** As printed with two inks on paper: the first carries the darks, the second comes in from the mids; inks multiply. */
export const twoInk = treatment({
  kind: 'two-ink',
  label: 'Two inks',
  group: 'reduce',
  words: 'riso print spot',
  fields: {
    first: colour('First ink', '#1f3a5f'),
    second: colour('Second ink', '#e2633f'),
    paper: colour('Paper', '#fbf5ea'),
    balance: percent('Second ink', 0.5),
  },
  point({ first, second, paper, balance }, { colour: read }) {
    const [a, b, p] = [fromHex(read(first)), fromHex(read(second)), fromHex(read(paper))]
    return {
      op: 'light',
      table: lightTable((t) => {
        const [one, two] = [(1 - t) ** 1.6, Math.min(1, (1 - t) ** 0.7 * 2 * balance)]
        const mixed = (k: 'r' | 'g' | 'b') => p[k] * (1 - one + one * a[k]) * (1 - two + two * b[k])
        return [mixed('r'), mixed('g'), mixed('b'), 1]
      }),
    }
  },
})
