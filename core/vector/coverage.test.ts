import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { identity, scaling, translation } from '../geometry/matrix'
import { coverageOf } from './cover.test-data'
import { flatten, type Outline, parsePath } from './path'
import { ellipsePath, rectanglePath } from './shapes'
import { dashed, strokeOutlines } from './stroke'

/** The covered area in px and the coverage at a pixel. */
function cover(
  outlines: readonly Outline[],
  evenOdd = false,
): { area: number; at: (x: number, y: number) => number } {
  const values = coverageOf(outlines, evenOdd)
  return { area: values.reduce((a, b) => a + b, 0), at: (x, y) => values[y * 256 + x] as number }
}
const polygon = (...points: number[]): Outline => ({ points: Float64Array.from(points), closed: true })

describe('coverage of polygons', () => {
  it('equals the exact area of triangles anywhere (shoelace formula)', () => {
    const at = fc.double({ min: 2, max: 250, noNaN: true })
    fc.assert(
      fc.property(fc.tuple(at, at, at, at, at, at), ([a, b, c, d, e, f]) => {
        const exact = Math.abs((c - a) * (f - b) - (e - a) * (d - b)) / 2
        expect(Math.abs(cover([polygon(a, b, c, d, e, f)]).area - exact)).toBeLessThan(0.1 + exact * 1e-4)
      }),
      { numRuns: 200, seed: 11, endOnFailure: true },
    )
  })
  it('covers half a pixel by half', () => {
    const { at, area } = cover([polygon(10, 10, 12.5, 10, 12.5, 11, 10, 11)])
    expect([at(10, 10), at(11, 10), at(12, 10), at(13, 10)].map((v) => +v.toFixed(5))).toEqual([1, 1, 0.5, 0])
    expect(area).toBeCloseTo(2.5, 5)
  })
  it('counts what lies beyond the sides at the side, not at all above and below', () => {
    expect(cover([polygon(-40, 20, 30, 20, 30, 40, -40, 40)]).area).toBeCloseTo(30 * 20, 3)
    expect(cover([polygon(240, -50, 400, -50, 400, 10, 240, 10)]).area).toBeCloseTo(16 * 10, 3)
    expect(cover([polygon(300, 20, 320, 20, 320, 40, 300, 40)]).area).toBeCloseTo(0, 5)
  })
  it('an inner path makes a hole: by direction in non-zero, by any direction in even-odd (common practice)', () => {
    const outer = polygon(20, 20, 120, 20, 120, 120, 20, 120)
    const same = polygon(50, 50, 90, 50, 90, 90, 50, 90)
    const against = polygon(50, 50, 50, 90, 90, 90, 90, 50)
    expect(cover([outer, against]).area).toBeCloseTo(10_000 - 1600, 2)
    expect(cover([outer, same]).area).toBeCloseTo(10_000, 2)
    expect(cover([outer, same], true).area).toBeCloseTo(10_000 - 1600, 2)
    expect(cover([outer, against]).at(70, 70)).toBe(0)
  })
  it('a circle’s area is π r² within the flattening tolerance', () => {
    for (const r of [3, 20, 90])
      expect(
        Math.abs(cover(flatten(ellipsePath(2 * r, 2 * r), translation(12.3, 7.7))).area - Math.PI * r * r),
      ).toBeLessThan((2 * Math.PI * r) / 16)
  })
})

describe('strokes', () => {
  it('has the area length × weight on a straight line, with square and round ends in addition', () => {
    const line: Outline = { points: Float64Array.of(30, 60, 190, 120), closed: false }
    const length = Math.hypot(160, 60)
    const area = (cap: 'butt' | 'square' | 'round') =>
      cover(strokeOutlines([line], 12, { cap, join: 'miter' })).area
    expect(area('butt')).toBeCloseTo(length * 12, 1)
    expect(area('square')).toBeCloseTo((length + 12) * 12, 1)
    expect(Math.abs(area('round') - (length * 12 + Math.PI * 36))).toBeLessThan((2 * Math.PI * 6) / 16)
  })
  it('around a square is a frame with sharp, round or cut corners (SVG 2 §13.5.4)', () => {
    const square = flatten(rectanglePath(100, 100, [0, 0, 0, 0]), translation(50, 50))
    const area = (join: 'miter' | 'round' | 'bevel') =>
      cover(strokeOutlines(square, 20, { cap: 'butt', join })).area
    expect(area('miter')).toBeCloseTo(120 * 120 - 80 * 80, 1)
    expect(area('bevel')).toBeCloseTo(120 * 120 - 80 * 80 - 4 * 50, 1)
    expect(Math.abs(area('round') - (120 * 120 - 80 * 80 - 4 * (100 - (Math.PI * 100) / 4)))).toBeLessThan(
      (2 * Math.PI * 10) / 16,
    )
  })
  it('dashes keep the drawn share of the line', () => {
    const line: Outline = { points: Float64Array.of(20, 50, 220, 50), closed: false }
    const dashes = dashed([line], [12, 8])
    expect(dashes).toHaveLength(10)
    expect(cover(strokeOutlines(dashes, 4, { cap: 'butt', join: 'miter' })).area).toBeCloseTo(120 * 4, 2)
  })
})

describe('path data (SVG 2 §9.3)', () => {
  it('reads relative, smooth and arc commands', () => {
    // The arc example of SVG 2 §9.3.8 draws three quarters of a circle of radius 150.
    const pie = flatten(parsePath('M300,200 h-150 a150,150 0 1,0 150,-150 z'), scaling(0.5))
    expect(Math.abs(cover(pie).area / (0.75 * Math.PI * 75 * 75) - 1)).toBeLessThan(2e-3)
    expect(parsePath('m10 10 l5 0 v5 h-5 z')).toEqual([
      ['M', 10, 10],
      ['L', 15, 10],
      ['L', 15, 15],
      ['L', 10, 15],
      ['Z'],
    ])
    expect(parsePath('M0 0C1 2 3 4 5 6S9 10 11 12')[2]).toEqual(['C', 7, 8, 9, 10, 11, 12])
    expect(parsePath('M0,0A1 1 0 012-2').length).toBeGreaterThan(1)
  })
  it('refuses what is no path data', () => {
    expect(() => parsePath('M 1')).toThrow(/numbers/)
    expect(() => parsePath('M0 0 K4 4')).toThrow(/does not know/)
  })
  it('never strays from a curve by more than the tolerance', () => {
    const [outline] = flatten(parsePath('M0 0C0 100 100 100 100 0'), identity, 1 / 16)
    const points = outline?.points ?? new Float64Array()
    for (let n = 2; n < points.length; n += 2) {
      const [x, y] = [
        ((points[n - 2] as number) + (points[n] as number)) / 2,
        ((points[n - 1] as number) + (points[n + 1] as number)) / 2,
      ]
      let nearest = Infinity
      for (let k = 0; k <= 2000; k++) {
        const t = k / 2000
        nearest = Math.min(
          nearest,
          Math.hypot(
            x - (3 * (1 - t) * t * t * 100 + t ** 3 * 100),
            y - (3 * (1 - t) ** 2 * t * 100 + 3 * (1 - t) * t * t * 100),
          ),
        )
      }
      expect(nearest).toBeLessThan(1 / 16 + 0.05)
    }
  })
})
