import { describe, expect, it } from 'vitest'
import { holdTurns, inTurn, takeTurn } from './turns'

/** Takes so many turns and tells which have come. */
function taken(count: number) {
  const come: number[] = []
  const ends = Array.from({ length: count }, (_, n) => takeTurn(() => come.push(n)))
  return { come, ends }
}

describe('what the server is asked for in turns', () => {
  it('is three at once, the next as one ends, in order; what is given up while it waits never comes', () => {
    const { come, ends } = taken(6)
    expect(come).toEqual([0, 1, 2])
    ends[4]?.()
    ends[1]?.()
    expect(come).toEqual([0, 1, 2, 3])
    ends[0]?.()
    expect(come).toEqual([0, 1, 2, 3, 5])
    for (const end of ends) end()
  })
  it('is what is looked at before what is checked, of which there is one at once', () => {
    const come: string[] = []
    const ends = ['a', 'b', 'c'].map((n) => takeTurn(() => come.push(n), 'checked'))
    expect(come).toEqual(['a'])
    const seen = ['x', 'y', 'z'].map((n) => takeTurn(() => come.push(n)))
    expect(come).toEqual(['a', 'x', 'y'])
    ends[0]?.()
    // The picture that waits comes before the next check.
    expect(come).toEqual(['a', 'x', 'y', 'z'])
    for (const end of seen) end()
    expect(come).toEqual(['a', 'x', 'y', 'z', 'b'])
    for (const end of ends) end()
    expect(come).toEqual(['a', 'x', 'y', 'z', 'b', 'c'])
  })
  it('is what is large before what is small, and in order among the like', () => {
    holdTurns(true)
    const come: string[] = []
    const ends = (
      [
        ['small', 1],
        ['near', -1],
        ['large', 9],
        ['small too', 1],
        ['larger', 12],
      ] as const
    ).map(([name, weight]) => takeTurn(() => come.push(name), 'seen', weight))
    holdTurns(false)
    expect(come).toEqual(['larger', 'large', 'small'])
    for (const end of ends) end()
    expect(come).toEqual(['larger', 'large', 'small', 'small too'])
  })
  it('waits while it is held, and goes on then', () => {
    holdTurns(true)
    const { come, ends } = taken(2)
    expect(come).toEqual([])
    holdTurns(false)
    expect(come).toEqual([0, 1])
    for (const end of ends) end()
  })
  it('gives what was done, or why not, and makes room either way', async () => {
    const { signal } = new AbortController()
    expect(await inTurn(signal, async () => 7)).toBe(7)
    await expect(
      inTurn(signal, async () => {
        throw new Error('no')
      }),
    ).rejects.toThrow('no')
    const { come, ends } = taken(3)
    expect(come).toEqual([0, 1, 2])
    const gone = new AbortController()
    const waits = inTurn(gone.signal, async () => 1)
    gone.abort(new Error('gone'))
    await expect(waits).rejects.toThrow('gone')
    for (const end of ends) end()
  })
})
