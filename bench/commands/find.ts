import { fitAll, wordsIn } from '@/core/text/near'
import type { BenchState } from '../state/bench'
import { ALSO_KNOWN } from './also-known'
import { type Command, lackOf } from './define'

/** What is said by its own name comes before what is only also known so, what can be done now before what cannot. */
const OWN_NAME = 0.3
const NOW = 0.1
/** The commands that some words find, the best first; all of them in their order where nothing is asked. */
export function findCommands(asked: string, all: readonly Command[], s: BenchState): readonly Command[] {
  const words = wordsIn(asked)
  if (words.length === 0) return all
  return all
    .map((c) => {
      const fit = fitAll(words, wordsIn(`${c.label} ${c.id} ${c.words ?? ''} ${ALSO_KNOWN[c.id] ?? ''}`))
      const own = fitAll(words, wordsIn(c.label))
      return { c, fit: fit > 0 ? fit + own * OWN_NAME + (lackOf(c, s) === null ? NOW : 0) : 0 }
    })
    .filter(({ fit }) => fit > 0)
    .sort((a, b) => b.fit - a.fit)
    .map(({ c }) => c)
}
