import { describe, expect, it } from 'vitest'
import { families, MANNERS } from '@/core/type/catalogue'
import { facesFor } from './faces'

const none = { favourites: [], last: [] }
const found = (asked: string, manner: (typeof MANNERS)[number] | null = null) =>
  facesFor(asked, manner, none, []).map((f) => f.name)
describe('typefaces', () => {
  it('are at least forty, some of each manner, the first of them as they always were', () => {
    expect(families.length).toBeGreaterThanOrEqual(40)
    for (const m of MANNERS)
      expect(
        families.some((f) => f.kind === m),
        m,
      ).toBe(true)
    expect(new Set(families.map((f) => f.name)).size).toBe(families.length)
    // What no family is known for falls back to this one: documents depend on its place.
    expect(families[5]?.name).toBe('Instrument Sans')
  })
  it.each([
    ['bebas', 'Bebas Neue'],
    ['gothic', 'League Gothic'],
    ['handwritten', 'Caveat'],
    ['typewriter', 'Space Mono'],
    ['hebrew', 'Rubik'],
    ['retro', 'VT323'],
    ['stencil', 'Stardos Stencil'],
  ])('“%s” finds %s', (asked, name) => expect(found(asked)).toContain(name))
  it('of a manner are only those', () =>
    expect(found('', 'pixel')).toEqual(['Press Start 2P', 'VT323', 'Silkscreen']))
  it('of the house, liked and used last come first where nothing is asked', () => {
    const kept = { favourites: ['Lora'], last: ['Anton'] }
    expect(
      facesFor('', null, kept, ['Karla'])
        .slice(0, 3)
        .map((f) => f.name),
    ).toEqual(['Karla', 'Lora', 'Anton'])
    expect(facesFor('pacifico', null, kept, ['Karla'])[0]?.name).toBe('Pacifico')
  })
})
