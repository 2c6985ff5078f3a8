import { describe, expect, it } from 'vitest'
import { fromHex } from './colour'
import { COLOUR_FAMILIES, familiesOf, familyOf } from './families'

const named = (hex: string) => {
  const { r, g, b } = fromHex(hex)
  return familyOf(r, g, b)
}

describe('colour words', () => {
  // CSS Color Module Level 4, named colours.
  it.each([
    ['red', '#ff0000'],
    ['red', '#dc143c'],
    ['orange', '#ffa500'],
    ['orange', '#ff8c00'],
    ['yellow', '#ffff00'],
    ['yellow', '#ffd700'],
    ['green', '#008000'],
    ['green', '#32cd32'],
    ['teal', '#008080'],
    ['teal', '#20b2aa'],
    ['blue', '#0000ff'],
    ['blue', '#4682b4'],
    ['violet', '#8a2be2'],
    ['violet', '#800080'],
    ['pink', '#ffc0cb'],
    ['pink', '#ff69b4'],
    ['brown', '#8b4513'],
    ['brown', '#a0522d'],
    ['black', '#000000'],
    ['grey', '#808080'],
    ['grey', '#c0c0c0'],
    ['white', '#ffffff'],
    ['white', '#fffafa'],
  ])('%s is what %s is called', (word, hex) => expect(named(hex)).toBe(word))
  it('every colour has a word', () => {
    for (let n = 0; n < 4096; n++)
      expect(COLOUR_FAMILIES).toContain(familyOf((n & 15) / 15, ((n >> 4) & 15) / 15, (n >> 8) / 15))
  })
  it('a picture has the words that take a fair share of it, see-through parts left out', () => {
    const of = (...list: [number, number, number, number][]) => familiesOf(list.flat())
    const [red, blue, clear] = [
      [255, 0, 0, 255],
      [0, 0, 255, 255],
      [0, 128, 0, 0],
    ] as [number, number, number, number][] as [
      [number, number, number, number],
      [number, number, number, number],
      [number, number, number, number],
    ]
    expect(of(blue, red, red, clear, clear, clear)).toEqual(['red', 'blue'])
    expect(of(...Array.from({ length: 20 }, () => red), blue)).toEqual(['red'])
    expect(of(clear)).toEqual([])
  })
})
