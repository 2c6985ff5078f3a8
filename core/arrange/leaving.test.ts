import { describe, expect, it } from 'vitest'
import { remaining } from './leaving'

const table = { kind: 'table', of: ['a', 'b', 'c', 'd', 'e', 'f'], to: ['3', '3'] } as const

describe('what holds of things that are left', () => {
  it('is a table of fewer columns, or of fewer rows', () => {
    expect(remaining([table], new Set(['b', 'e']))[0]).toEqual({
      kind: 'table',
      of: ['a', 'c', 'd', 'f'],
      to: ['2', '2'],
    })
    expect(remaining([table], new Set(['a', 'b', 'c']))[0]?.to).toEqual(['3'])
  })
  it('is as it was where no whole rows and columns are left', () => {
    for (const gone of [['a'], ['a', 'b', 'c', 'd', 'e', 'f'], ['a', 'b', 'd', 'e']])
      expect(remaining([table], new Set(gone))[0], gone.join()).toBe(table)
  })
  it('is a set of fewer', () => {
    const set = { kind: 'set', of: ['a', 'b', 'c'], to: ['3'] } as const
    expect(remaining([set], new Set(['b']))[0]).toEqual({ kind: 'set', of: ['a', 'c'], to: ['2'] })
    expect(remaining([set], new Set(['x']))[0]).toBe(set)
  })
})
