import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Bounds, boundsOf, centreOf, shift } from './bounds'
import { snapBox, snapLines, snapPoint } from './snap'

const page = boundsOf(0, 0, 1080, 1080)
const safe: Bounds = { left: 54, top: 54, right: 1026, bottom: 1026 }
const places = (b: Bounds) => ({ x: [b.left, centreOf(b).x, b.right], y: [b.top, centreOf(b).y, b.bottom] })

describe('snapping', () => {
  it('offers the page’s edges and centre, the safe area, and each neighbour’s edges and centre', () => {
    const lines = snapLines(page, safe, [boundsOf(100, 200, 50, 60)])
    expect(lines.filter((l) => l.axis === 'x').map((l) => l.at)).toEqual([0, 1080, 540, 54, 1026, 100, 150, 125])
    expect(lines.filter((l) => l.of === 'neighbour' && l.axis === 'y').map((l) => l.at)).toEqual([200, 260, 230])
  })
  it('moves by less than the reach, onto a line, or not at all', () => {
    const lines = snapLines(page, safe, [boundsOf(300, 400, 200, 100)])
    fc.assert(
      fc.property(fc.integer({ min: -50, max: 1100 }), fc.integer({ min: -50, max: 1100 }), fc.integer({ min: 4, max: 400 }), (x, y, side) => {
        const box = boundsOf(x, y, side, side)
        const snap = snapBox(box, lines, 6)
        expect(Math.abs(snap.dx)).toBeLessThan(6)
        expect(Math.abs(snap.dy)).toBeLessThan(6)
        const after = places(shift(box, snap.dx, snap.dy))
        for (const axis of ['x', 'y'] as const) {
          const met = snap.lines.filter((l) => l.axis === axis)
          for (const line of met) expect(after[axis].some((p) => Math.abs(p - line.at) < 1e-6)).toBe(true)
          // Nothing nearer was passed over.
          const before = places(box)[axis]
          const nearest = Math.min(...lines.filter((l) => l.axis === axis).flatMap((l) => before.map((p) => Math.abs(l.at - p))))
          const by = Math.abs(axis === 'x' ? snap.dx : snap.dy)
          expect(by).toBeCloseTo(nearest < 6 ? nearest : 0, 9)
        }
      }),
      { endOnFailure: true, seed: 5 },
    )
  })
  it('a moving edge snaps alone; a place that is not moved does not', () => {
    const lines = snapLines(page, safe, [])
    expect(snapPoint({ x: 1022, y: null }, lines, 6)).toMatchObject({ dx: 4, dy: 0 })
    expect(snapPoint({ x: null, y: null }, lines, 6)).toEqual({ dx: 0, dy: 0, lines: [] })
    expect(snapPoint({ x: 540, y: 543 }, lines, 6)).toMatchObject({ dx: 0, dy: -3 })
  })
  it('tells every line that is met at once', () => {
    // As wide as the safe area: both its sides and the centre meet.
    const snap = snapBox(boundsOf(52, 300, 972, 10), snapLines(page, safe, []), 6)
    expect(snap.dx).toBe(2)
    expect(new Set(snap.lines.filter((l) => l.axis === 'x').map((l) => l.of))).toEqual(new Set(['safe', 'centre']))
  })
})
