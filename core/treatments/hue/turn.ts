import { cosine, sine } from '../../geometry/exact'
import { treatment } from '../definition'
import { amount, degrees } from '../field'
import { EVERYWHERE } from './everywhere'

/** Turns all hues and strengthens or weakens them, lightness kept, in OKLCH. */
export const turn = treatment({
  kind: 'turn',
  label: 'Turn hues',
  group: 'hue',
  words: 'hue rotate shift',
  fields: { by: amount(degrees('By', 30, -180, 180)) },
  point({ by }) {
    const r = (by * Math.PI) / 180
    return { op: 'oklab', settings: [cosine(r), -sine(r), sine(r), cosine(r), 0, 0, 1, 0, ...EVERYWHERE] }
  },
})
