import { describe, expect, it } from 'vitest'
import { treatmentKinds } from './list'
import { beginsWith, contrasting, type Wearer } from './sized'
import { wordRecipes, wordTreatments } from './word-recipes'

const words = (more: Partial<Wearer> = {}): Wearer => ({
  kind: 'words',
  size: 90,
  page: 1080,
  ink: '#ffffff',
  ground: 0.3,
  palette: ['#c65a36'],
  ...more,
})
describe('what a treatment begins with', () => {
  it('is a rim of 2 % of the type, of 1.2 % of a cutout’s shorter side', () => {
    expect(beginsWith('rim', words({ size: 200 })).width).toBe(4)
    expect(beginsWith('rim', words({ kind: 'cutout', size: 500, ink: null })).width).toBe(6)
  })
  it('stands out from the thing and from what lies beneath', () => {
    expect(contrasting({ ink: '#ffffff', ground: 0.4, palette: [] })).toBe('#1d1410')
    expect(contrasting({ ink: '#101010', ground: 0.4, palette: [] })).toBe('#fffaf0')
    expect(contrasting({ ink: null, ground: 0.9, palette: [] })).toBe('#1d1410')
    // White on black: neither light nor dark shows, a colour of the design does.
    expect(contrasting({ ink: '#ffffff', ground: 0, palette: ['#c65a36'] })).toBe('#c65a36')
  })
  it('is a shadow as the trade begins it: of words 8 px down and 10 px soft on a page of 1080 (common practice)', () => {
    const { distance, softness, strength } = beginsWith('shadow', words()) as Record<string, number>
    expect([distance, softness, strength]).toEqual([8, 10, 0.28])
    expect(beginsWith('shadow', words({ kind: 'cutout', size: 420 }))).toMatchObject({ softness: 15 })
    // Twice the page, twice the lengths; a larger thing throws a longer one, but not without end.
    expect(beginsWith('shadow', words({ page: 2160, size: 180 }))).toMatchObject({
      distance: 16,
      softness: 20,
    })
    expect(beginsWith('shadow', words({ size: 9000 }))).toMatchObject({ distance: 17.6 })
    expect(beginsWith('blur', words())).toEqual({})
  })
})
describe('recipes for words', () => {
  it('are at least ten, each of treatments that there are with settings that these have', () => {
    expect(wordRecipes.length).toBeGreaterThanOrEqual(10)
    expect(new Set(wordRecipes.map((r) => r.name)).size).toBe(wordRecipes.length)
    for (const r of wordRecipes)
      for (const t of wordTreatments(r, words())) {
        const { id: _i, order: _o, on: _n, kind, strength: _s, ...settings } = t
        const known = treatmentKinds.get(kind)?.fields ?? {}
        expect(
          Object.keys(settings).filter((k) => !(k in known)),
          `${r.name}: ${kind}`,
        ).toEqual([])
      }
  })
  it('are sized by the type: of letters twice as large every length is twice as long', () => {
    for (const r of wordRecipes)
      for (const [n, t] of wordTreatments(r, words({ size: 400 })).entries()) {
        const small = wordTreatments(r, words({ size: 200 }))[n]
        for (const key of ['width', 'distance', 'depth', 'softness', 'gap'])
          if (typeof t[key] === 'number' && typeof small?.[key] === 'number' && small[key] > 1)
            expect(
              Math.abs((t[key] as number) / (small[key] as number) - 2),
              `${r.name} ${key}`,
            ).toBeLessThan(0.1)
      }
  })
  it('take their colours from the fill and the ground', () => {
    const line = wordRecipes.find((r) => r.name === 'Line around')
    const hollow = wordRecipes.find((r) => r.name === 'Hollow')
    if (!line || !hollow) throw new Error('no recipe')
    expect(wordTreatments(line, words())[0]?.colour).toBe('#1d1410')
    expect(wordTreatments(line, words({ ink: '#000000', ground: 0.6 }))[0]?.colour).toBe('#fffaf0')
    expect(wordTreatments(hollow, words({ ink: '#aa3311' }))[0]?.colour).toBe('#aa3311')
  })
})
