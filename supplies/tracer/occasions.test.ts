import { describe, expect, it } from 'vitest'
import { known, supplies } from '../shipped'
import { cutouts } from './cutouts'
import { turning, type Vector } from './geometry'
import { occasions } from './occasions'
import { photos } from './photos'
import { places } from './places'
import { variants } from './variant-list'
import { variantsOf } from './variants'

/** How far a scene reaches along each axis, unseen lamps and tables apart. */
function reach(scene: ReturnType<(typeof cutouts)[number]['scene']>): [Vector, Vector] {
  const [low, high] = [
    [1e9, 1e9, 1e9],
    [-1e9, -1e9, -1e9],
  ] as [number[], number[]]
  const { mesh, materials } = scene
  mesh.materials.forEach((own, n) => {
    if (materials[own]?.unseen) return
    for (let m = n * 9; m < n * 9 + 9; m++) {
      const v = mesh.positions[m] as number
      low[m % 3] = Math.min(low[m % 3] as number, v)
      high[m % 3] = Math.max(high[m % 3] as number, v)
    }
  })
  return [low as unknown as Vector, high as unknown as Vector]
}

describe('turning about the upright', () => {
  it('takes what is in front to the right by a quarter, keeps heights and distances', () => {
    const [x, y, z] = turning(Math.PI / 2)([0, 2, 1])
    expect([x, y, z].map((v) => Math.round(v * 1e9) / 1e9)).toEqual([1, 2, 0])
    const far = turning(0.7)([3, 1, -4])
    expect(Math.hypot(far[0], far[2])).toBeCloseTo(5, 12)
  })
})
describe('variants of things', () => {
  it('are whole things that lie among the supplies', () => {
    const made = variantsOf(cutouts)
    expect(made.length).toBeGreaterThanOrEqual(6)
    const ids = new Set(supplies.map((s) => s.id))
    const of = new Map(variants.map(([id, thing]) => [id, thing]))
    for (const v of made) {
      expect(ids.has(v.name), v.name).toBe(true)
      // Turned about the upright it is as high as the thing that it is of.
      const heights = [v.name, of.get(v.name)].map((name) => {
        const [low, high] = reach((name === v.name ? v : (cutouts.find((c) => c.name === name) ?? v)).scene())
        return high[1] - low[1]
      })
      expect(heights[0], v.name).toBeCloseTo(heights[1] ?? 0, 6)
    }
  })
  it('name only colours that the thing has, each to become another', () => {
    for (const [id, of, , , , colours] of variants) {
      const materials = cutouts.find((c) => c.name === of)?.scene().materials ?? []
      const has = new Set(
        materials.flatMap((m) => ('second' in m ? [m.colour, m.second, m.third] : [m.colour])),
      )
      for (const [from, to] of Object.entries(colours)) {
        expect(has.has(from), `${id}: ${from}`).toBe(true)
        expect(to).not.toBe(from)
      }
    }
  })
  it('change no colour that they do not name, nor any light', () => {
    const apple = cutouts.find((c) => c.name === 'apple')?.scene()
    const green = variantsOf(cutouts)
      .find((v) => v.name === 'apple-green')
      ?.scene()
    expect(green?.materials.length).toBe(apple?.materials.length)
    expect(green?.lights).toEqual(apple?.lights)
    const colours = (s: typeof apple) => s?.materials.map((m) => m.colour)
    expect(colours(green)).not.toEqual(colours(apple))
    // The stalk is the apple's own.
    expect(colours(green)).toContain('#5a4128')
    expect(colours(green)).not.toContain('#a32a20')
  })
})
describe('the traced photos', () => {
  it('are twenty and more, each by one name, each shipped with its size', () => {
    const all = [...photos, ...places, ...occasions]
    expect(new Set(all.map((p) => p.name)).size).toBe(all.length)
    for (const p of all) expect(known[p.name], p.name).toMatchObject({ width: p.width, height: p.height })
  })
  it('hold the things put into them where they are put: candles stand on the table and in sight', () => {
    const scene = occasions.find((o) => o.name === 'candles-in-the-evening')?.scene()
    if (!scene) throw new Error('no scene')
    const flames = scene.mesh.materials.flatMap((own, n) =>
      scene.materials[own]?.kind === 'light' && !scene.materials[own]?.unseen
        ? [scene.mesh.positions.slice(n * 9, n * 9 + 3)]
        : [],
    )
    // Five flames; the small lights lie far behind.
    const near = flames.filter(([, , z = 0]) => z > -5)
    expect(near.length).toBeGreaterThan(100)
    for (const [x = 0, y = 0] of near) {
      expect(Math.abs(x)).toBeLessThan(3)
      expect(y).toBeGreaterThan(1)
      expect(y).toBeLessThan(5)
    }
  })
})
