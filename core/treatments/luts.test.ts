import { describe, expect, it } from 'vitest'
import { fromHex } from '../colour/colour'
import { colourName } from '../colour/names'
import { fromOklab, toOklab } from '../colour/oklab'
import { readCube } from './cube'
import { cubeOf, shippedLooks } from './luts'

describe('looks that come with the tool', () => {
  it.each(shippedLooks.map((l) => [l.name, l] as const))(
    '%s is a LUT file that says what it does, and keeps white lighter than grey than black',
    (name, look) => {
      const lut = readCube(cubeOf(look))
      expect([lut.title, lut.kind]).toEqual([name, 'cube'])
      const side = lut.size
      const at = (r: number, g: number, b: number) =>
        [0, 1, 2].map((k) => lut.values[3 * (r + side * (g + side * b)) + k] as number)
      const last = side - 1
      for (const [r, g, b] of [
        [0, 0, 0],
        [last, last, last],
        [last, 0, 0],
        [0, last, last],
        [12, 6, 18],
      ] as const) {
        const own = look.of(toOklab({ r: r / last, g: g / last, b: b / last }))
        const c = fromOklab({ ...own, l: Math.min(1, Math.max(0, own.l)) })
        at(r, g, b).forEach((v, k) => expect(Math.abs(v - ([c.r, c.g, c.b][k] as number))).toBeLessThan(1e-5))
      }
      const light = (n: number) => at(n, n, n).reduce((a, v) => a + v, 0)
      for (let n = 1; n <= last; n++) expect(light(n)).toBeGreaterThanOrEqual(light(n - 1))
      // A look is seen: it is no copy of what was there.
      expect(Math.max(...at(12, 12, 12).map((v) => Math.abs(v - 12 / last)))).toBeGreaterThan(0.012)
    },
  )
})

describe('words for colours', () => {
  // CSS Color 4, section 6.1: named colours, whose plain words are ours too.
  it.each([
    ['#000000', 'black'],
    ['#ffffff', 'white'],
    ['#ff7f50', 'coral'],
    ['#000080', 'navy'],
    ['#008080', 'teal'],
    ['#808000', 'olive'],
    ['#40e0d0', 'turquoise'],
    ['#d2b48c', 'sand'],
  ])('%s is called %s', (hex, name) => {
    expect(colourName(hex)).toBe(name)
  })
  it('differ where people see a difference, and stay where they see none', () => {
    expect(colourName('#2e4a78')).toBe(colourName('#304b77'))
    for (const [a, b] of [
      ['#2e4a78', '#1d4636'],
      ['#c22a8a', '#d5221f'],
      ['#f8ecd2', '#d3e9f3'],
    ] as const) {
      expect(colourName(a)).not.toBe(colourName(b))
      expect(fromHex(a)).not.toEqual(fromHex(b))
    }
  })
})
