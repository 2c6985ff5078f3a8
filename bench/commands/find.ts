import { fitMost, wordsIn } from '@/core/text/near'
import type { BenchState } from '../state/bench'
import { ALSO_KNOWN } from './also-known'
import { type Command, lackOf } from './define'

/** What is said by its own name comes before what is only also known so, what can be done now before what cannot. */
const OWN_NAME = 0.3
const NOW = 0.1
/** What people put around the words that tell. */
const AROUND = new Set(
  'a an the my this it its to of on in at with for and or as by from into i want how do can make put add set use change'.split(
    ' ',
  ),
)
/** The words of what is asked that tell something; all of them where none does. */
function tellingOf(asked: string): string[] {
  const words = wordsIn(asked)
  const telling = words.filter((w) => !AROUND.has(w))
  return telling.length > 0 ? telling : words
}
/** The commands that some words find, the best first; all of them in their order where nothing is asked. */
export function findCommands(asked: string, all: readonly Command[], s: BenchState): readonly Command[] {
  const words = tellingOf(asked)
  if (words.length === 0) return all
  return all
    .map((c) => {
      const fit = fitMost(words, wordsIn(`${c.label} ${c.id} ${c.words ?? ''} ${ALSO_KNOWN[c.id] ?? ''}`))
      const own = fitMost(words, wordsIn(c.label))
      return { c, fit: fit > 0 ? fit + own * OWN_NAME + (lackOf(c, s) === null ? NOW : 0) : 0 }
    })
    .filter(({ fit }) => fit > 0)
    .sort((a, b) => b.fit - a.fit)
    .map(({ c }) => c)
}
