import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fitAll, fitMost, fitOf, nearlySame, wordsIn } from './near'

/** Edit distance with swaps of neighbours (optimal string alignment), the long way: the reference. */
function distance(a: string, b: string): number {
  const d = Array.from({ length: a.length + 1 }, (_, i) =>
    Array.from({ length: b.length + 1 }, (_, j) => {
      if (i === 0) return j
      if (j === 0) return i
      return 0
    }),
  )
  for (let i = 1; i <= a.length; i++)
    for (let j = 1; j <= b.length; j++) {
      const row = d[i] as number[]
      row[j] = Math.min(
        (d[i - 1]?.[j] ?? 0) + 1,
        (row[j - 1] ?? 0) + 1,
        (d[i - 1]?.[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1),
      )
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        row[j] = Math.min(row[j] ?? 0, (d[i - 2]?.[j - 2] ?? 0) + 1)
    }
  return d[a.length]?.[b.length] ?? 0
}

describe('forgiving search', () => {
  it('takes one wrong, missing, extra or swapped letter', () => {
    for (const asked of ['brench', 'banch', 'brannch', 'barnch', 'branch'])
      expect([asked, nearlySame(asked, 'branch')]).toEqual([asked, true])
    for (const asked of ['brnach s', 'brnc', 'bench'])
      expect([asked, nearlySame(asked, 'branch')]).toEqual([asked, false])
  })
  it('agrees with the edit distance worked out in full', () => {
    const word = fc.string({ unit: fc.constantFrom('a', 'b', 'c'), minLength: 1, maxLength: 6 })
    fc.assert(
      fc.property(word, word, (a, b) => {
        expect(nearlySame(a, b)).toBe(distance(a, b) <= 1)
      }),
      { numRuns: 2000, endOnFailure: true },
    )
  })
  it('forgives in words of four letters or more, also while they are still being typed', () => {
    expect(fitOf('vsae', 'vase')).toBeGreaterThan(0)
    expect(fitOf('cpu', 'cup')).toBe(0)
    expect(fitOf('eucalpy', 'eucalyptus')).toBeGreaterThan(0)
    expect(fitOf('dry', 'dry')).toBeGreaterThan(fitOf('dry', 'drying'))
    expect(fitOf('bowl', 'bowls')).toBeGreaterThan(fitOf('bowl', 'bow'))
  })
  it('needs every word, and knows letters with marks', () => {
    expect(wordsIn('Crème brûlée, N° 5')).toEqual(['creme', 'brulee', 'n', '5'])
    expect(fitAll(['blue', 'cup'], ['dipped', 'cup', 'blue'])).toBe(1)
    expect(fitAll(['blue', 'plate'], ['dipped', 'cup', 'blue'])).toBe(0)
    expect(fitAll([], ['anything'])).toBe(1)
  })
})

describe('a phrase', () => {
  const of = (asked: string, text: string) => fitMost(wordsIn(asked), wordsIn(text))
  it('finds what most of its words fit, best first', () => {
    const all = ['red balloon', 'balloon bunch red birthday', 'blue bowl', 'birthday cake']
    const found = all
      .map((t) => [t, of('a red birthday balloon', t)] as const)
      .filter(([, fit]) => fit > 0)
      .sort((a, b) => b[1] - a[1])
      .map(([t]) => t)
    expect(found).toEqual(['balloon bunch red birthday', 'red balloon'])
  })
  it('of two words is found whole, and small words beside others do not count', () => {
    expect(of('red cup', 'red bowl')).toBe(0)
    expect(of('cup on a table', 'blue cup table')).toBeGreaterThan(0)
    expect(of('', 'anything')).toBe(1)
    expect(of('ox', 'ox cart')).toBe(1)
  })
})
