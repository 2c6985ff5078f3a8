import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { identity } from '../geometry/matrix'
import { flatten, parsePath } from './path'
import {
  movedControl,
  nearestOn,
  pathData,
  pathOf,
  pointBounds,
  pointsOf,
  turnedSmooth,
  withoutPoint,
  withPointAt,
} from './points'

const DROP = 'M0.1 0.2C0.4 0 0.9 0.1 0.9 0.6L0.5 0.95C0.2 0.9 0.05 0.6 0.1 0.2Z'
const areaOf = (d: string): number => {
  const [outline] = flatten(parsePath(d), identity, 1e-4)
  const p = outline?.points ?? new Float64Array()
  let sum = 0
  for (let n = 0; n < p.length; n += 2) {
    const m = (n + 2) % p.length
    sum += (p[n] as number) * (p[m + 1] as number) - (p[m] as number) * (p[n + 1] as number)
  }
  return Math.abs(sum / 2)
}

describe('points of a path', () => {
  it('are read and written back without a change, closed and open, several outlines', () => {
    for (const d of [DROP, 'M0 0L1 0L1 1', `${DROP}M0.3 0.3L0.6 0.3L0.5 0.6Z`])
      expect(pathData(pathOf(pointsOf(parsePath(d))))).toBe(pathData(parsePath(d)))
    expect(pointsOf(parsePath(DROP))[0]?.points).toHaveLength(3)
  })
  it('one set on the outline leaves its course as it is', () => {
    const outlines = pointsOf(parsePath(DROP))
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 2 }),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        (index, t) => {
          const more = withPointAt(outlines, { outline: 0, index, t })
          expect(more[0]?.points).toHaveLength(4)
          expect(areaOf(pathData(pathOf(more)))).toBeCloseTo(areaOf(DROP), 4)
        },
      ),
      { numRuns: 30, endOnFailure: true },
    )
  })
  it('are found near a place of the outline, as near as it is', () => {
    const outlines = pointsOf(parsePath(DROP))
    const flat = flatten(parsePath(DROP), identity, 1e-4)[0]?.points ?? new Float64Array()
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (x, y) => {
          let least = 9
          for (let n = 0; n < flat.length; n += 2)
            least = Math.min(least, Math.hypot((flat[n] as number) - x, (flat[n + 1] as number) - y))
          expect(nearestOn(outlines, { x, y })?.distance ?? 9).toBeLessThan(least + 0.004)
        },
      ),
      { numRuns: 40, endOnFailure: true },
    )
  })
  it('removed ones leave the others; an outline of one is gone', () => {
    const outlines = pointsOf(parsePath('M0 0L1 0L1 1Z'))
    expect(pathData(pathOf(withoutPoint(outlines, 0, 1)))).toBe('M0 0L1 1Z')
    expect(withoutPoint(withoutPoint(outlines, 0, 1), 0, 0)).toEqual([])
  })
  it('turn smooth and back, and a control point takes the other along', () => {
    const [outline] = pointsOf(parsePath('M0 0L1 0L1 1L0 1Z'))
    if (!outline) throw new Error('no outline')
    const smooth = turnedSmooth(outline, 1)
    expect(smooth.before && smooth.after && smooth.before.x + smooth.after.x).toBeCloseTo(2, 9)
    expect(
      turnedSmooth({ ...outline, points: outline.points.map((p, n) => (n === 1 ? smooth : p)) }, 1),
    ).toEqual(outline.points[1])
    const pulled = movedControl(
      { at: { x: 1, y: 1 }, before: null, after: null },
      'after',
      { x: 1.5, y: 1 },
      true,
    )
    expect(pulled.before).toEqual({ x: 0.5, y: 1 })
  })
  it('have the box of what they draw, not of their control points', () => {
    const box = pointBounds(pointsOf(parsePath('M0 0C0 1 1 1 1 0Z')))
    expect(box?.bottom).toBeCloseTo(0.75, 2)
  })
})
