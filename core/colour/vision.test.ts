import { filterDeficiencyDeuter, filterDeficiencyProt, filterDeficiencyTrit } from 'culori'
import { describe, expect, it } from 'vitest'
import { seenWith, VISION_MATRICES, VISIONS } from './vision'

const theirs = { protan: filterDeficiencyProt, deutan: filterDeficiencyDeuter, tritan: filterDeficiencyTrit }
const axes = ['r', 'g', 'b'] as const

describe('seeing with other cones', () => {
  it.each(VISIONS)(
    'goes by the published matrix: %s (Machado et al. 2009, as the library culori has it)',
    (v) => {
      axes.forEach((axis, column) => {
        const one = { mode: 'rgb' as const, r: 0, g: 0, b: 0, [axis]: 1 }
        const seen = theirs[v](1)(one) as { r: number; g: number; b: number }
        axes.forEach((a, row) => {
          expect(seen[a]).toBeCloseTo(VISION_MATRICES[v][row]?.[column] ?? Number.NaN, 6)
        })
      })
    },
  )
  it.each(VISIONS)('leaves greys as they are: %s', (v) => {
    for (const light of [0, 0.2, 0.5, 0.8, 1]) {
      const seen = seenWith(v, { r: light, g: light, b: light })
      for (const a of axes) expect(seen[a]).toBeCloseTo(light, 3)
    }
  })
  it('brings red and green of one lightness together for protans and deutans, not for tritans', () => {
    const [red, green] = [
      { r: 0.8, g: 0.25, b: 0.2 },
      { r: 0.45, g: 0.5, b: 0.2 },
    ]
    const apart = (a: typeof red, b: typeof red) => Math.hypot(a.r - b.r, a.g - b.g, a.b - b.b)
    const was = apart(red, green)
    const of = (v: (typeof VISIONS)[number]) => apart(seenWith(v, red), seenWith(v, green))
    expect(of('protan')).toBeLessThan(was * 0.6)
    expect(of('deutan')).toBeLessThan(was * 0.6)
    expect(of('tritan')).toBeGreaterThan(was * 0.8)
  })
})
