import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BY_SIDES, connectedParts, within } from './connected'

const cells = (text: string[]) => ({
  width: text[0]?.length ?? 0,
  height: text.length,
  belongs: (n: number) => text.join('')[n] === '#',
})
const parts = (text: string[], near = BY_SIDES) => {
  const { width, height, belongs } = cells(text)
  return [...connectedParts(width, height, belongs, near)]
}

describe('connected parts of a grid', () => {
  const picture = ['##..#', '.#..#', '...#.', '#....']
  it('hang together by sides, by corners, or over a gap', () => {
    expect(parts(picture).map((p) => p.length)).toEqual([3, 2, 1, 1])
    expect(parts(picture, within(1)).map((p) => p.length)).toEqual([3, 3, 1])
    expect(parts(picture, within(2)).map((p) => p.length)).toEqual([7])
    expect(parts(['...'])).toEqual([])
  })
  it('are all cells that belong, each once, no two parts touching', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 42, maxLength: 42 }), (set) => {
        const found = [...connectedParts(7, 6, (n) => set[n] === true)]
        expect(found.flat().sort((a, b) => a - b)).toEqual([...set.keys()].filter((n) => set[n]))
        const of = new Map(found.flatMap((p, k) => p.map((n) => [n, k] as const)))
        for (let n = 0; n < 42; n++)
          if (n % 7 < 6 && of.has(n) && of.has(n + 1)) expect(of.get(n)).toBe(of.get(n + 1))
      }),
      { numRuns: 60, endOnFailure: true },
    )
  })
})
