/** Letters and digits of any script, lower case, marks left out. */
export const wordsIn = (text: string): string[] =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .match(/[\p{L}\p{N}]+/gu) ?? []

/** From so many letters on a word may have one mistake. */
const LEAST_FOR_MISTAKES = 4

/**
 * Whether two words differ by at most one wrong, missing, extra or swapped letter (Damerau 1964: these four are about
 * 80 % of misspellings).
 */
export function nearlySame(a: string, b: string): boolean {
  if (Math.abs(a.length - b.length) > 1) return false
  // Two mistakes at the very beginning are the common case by far.
  if (a[0] !== b[0] && a[1] !== b[1] && a[0] !== b[1] && a[1] !== b[0]) return a.length + b.length < 3
  if (a === b) return true
  let n = 0
  while (n < a.length && n < b.length && a[n] === b[n]) n++
  const [restA, restB] = [a.slice(n), b.slice(n)]
  if (restA.length === restB.length)
    return (
      restA.slice(1) === restB.slice(1) ||
      (restA[0] === restB[1] && restA[1] === restB[0] && restA.slice(2) === restB.slice(2))
    )
  return restA.length > restB.length ? restA.slice(1) === restB : restA === restB.slice(1)
}

/**
 * How well a word that was asked for fits a word of a text: 1 the same, less for its beginning, its beginning with one
 * mistake, or somewhere within; 0 not at all.
 */
export function fitOf(asked: string, word: string): number {
  if (word === asked) return 1
  if (word.startsWith(asked)) return 0.9
  // With one mistake at most, one of the first two letters is in its place or next to it.
  const begins = asked[0] === word[0] || asked[1] === word[1] || asked[0] === word[1] || asked[1] === word[0]
  if (begins && asked.length >= LEAST_FOR_MISTAKES) {
    if (nearlySame(asked, word)) return 0.7
    for (const length of [asked.length, asked.length - 1, asked.length + 1])
      if (length < word.length && nearlySame(asked, word.slice(0, length))) return 0.6
  }
  return asked.length > 2 && word.includes(asked) ? 0.4 : 0
}

/** How well words fit those of a text, 0 to 1: every one must be found; their average, so that exact finds come first. */
export function fitAll(asked: readonly string[], words: readonly string[]): number {
  let sum = 0
  for (const a of asked) {
    let best = 0
    for (const w of words) best = Math.max(best, fitOf(a, w))
    if (best === 0) return 0
    sum += best
  }
  return asked.length === 0 ? 1 : sum / asked.length
}

/** Shorter words say little beside others: *a*, *on*. */
const LEAST_TELLING = 3
/**
 * How well a phrase fits the words of a text, 0 to 1: more than half of its words must be found, and those that find more come
 * first. What is asked with one or two words must be found whole.
 */
export function fitMost(asked: readonly string[], words: readonly string[]): number {
  const telling = asked.filter((a) => a.length >= LEAST_TELLING)
  const phrase = telling.length > 1 ? telling : asked
  const fits = phrase.map((a) => words.reduce((best, w) => Math.max(best, fitOf(a, w)), 0))
  const found = fits.filter((f) => f > 0).length
  if (phrase.length === 0) return 1
  if (found * 2 <= phrase.length) return 0
  return (fits.reduce((sum, f) => sum + f, 0) / phrase.length) * (found / phrase.length)
}
