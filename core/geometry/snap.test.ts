import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Bounds, boundsOf, centreOf, shift } from './bounds'
import { distribute, gapBetween, gridLines, marginsWithin, snapBox, snapEdge, snapField } from './snap'

const page = boundsOf(0, 0, 1080, 1080)
const safe: Bounds = { left: 54, top: 54, right: 1026, bottom: 1026 }
const places = (b: Bounds) => ({ x: [b.left, centreOf(b).x, b.right], y: [b.top, centreOf(b).y, b.bottom] })

describe('snapping to lines', () => {
  it('offers the page’s edges and centre, the safe area, the bleed, and each neighbour’s edges and centre', () => {
    const field = snapField(page, safe, [boundsOf(100, 200, 50, 60)], {
      bleed: boundsOf(-18, -18, 1116, 1116),
    })
    expect(field.x.map((l) => l.at)).toEqual([0, 1080, 540, 54, 1026, -18, 1098, 100, 150, 125])
    expect(field.y.filter((l) => l.of === 'neighbour').map((l) => l.at)).toEqual([200, 260, 230])
  })
  it('moves by less than the reach, onto a line, or not at all', () => {
    const field = snapField(page, safe, [boundsOf(300, 400, 200, 100)])
    fc.assert(
      fc.property(
        fc.integer({ min: -50, max: 1100 }),
        fc.integer({ min: -50, max: 1100 }),
        fc.integer({ min: 4, max: 400 }),
        (x, y, side) => {
          const box = boundsOf(x, y, side, side)
          const snap = snapBox(box, field, 6)
          expect(Math.abs(snap.dx)).toBeLessThan(6)
          expect(Math.abs(snap.dy)).toBeLessThan(6)
          const after = places(shift(box, snap.dx, snap.dy))
          for (const axis of ['x', 'y'] as const) {
            const met = snap.lines.filter((l) => l.axis === axis)
            for (const line of met) expect(after[axis].some((p) => Math.abs(p - line.at) < 1e-6)).toBe(true)
            // Nothing nearer was passed over.
            const before = places(box)[axis]
            const nearest = Math.min(...field[axis].flatMap((l) => before.map((p) => Math.abs(l.at - p))))
            const by = Math.abs(axis === 'x' ? snap.dx : snap.dy)
            expect(by).toBeCloseTo(nearest < 6 ? nearest : 0, 9)
          }
        },
      ),
      { endOnFailure: true, seed: 5 },
    )
  })
  it('a moving edge snaps alone; a side that is not moved does not', () => {
    const field = snapField(page, safe, [])
    expect(snapEdge(boundsOf(900, 100, 122, 50), 1, 0, field, 6)).toMatchObject({ dx: 4, dy: 0 })
    expect(snapEdge(boundsOf(543, 52, 122, 50), 0, 0, field, 6)).toEqual({
      dx: 0,
      dy: 0,
      lines: [],
      marks: [],
    })
    expect(snapEdge(boundsOf(540, 543, 122, 50), -1, -1, field, 6)).toMatchObject({ dx: 0, dy: -3 })
  })
  it('tells every line that is met at once', () => {
    // As wide as the safe area: both its sides and the centre meet.
    const snap = snapBox(boundsOf(52, 300, 972, 10), snapField(page, safe, []), 6)
    expect(snap.dx).toBe(2)
    expect(new Set(snap.lines.filter((l) => l.axis === 'x').map((l) => l.of))).toEqual(
      new Set(['safe', 'centre']),
    )
  })
})

describe('snapping to equal distances', () => {
  // Two blocks of 100 px with 50 px between them, away from every other line.
  const [a, b] = [boundsOf(200, 310, 100, 90), boundsOf(350, 310, 100, 90)]
  const field = snapField(page, safe, [a, b])
  it('goes on in a row with the gap that is there, on either side', () => {
    const on = snapBox(boundsOf(503, 333, 63, 41), field, 4)
    expect(on.dx).toBe(-3)
    expect(on.marks).toEqual([
      { axis: 'x', from: 300, to: 350, across: 353.5, of: 'gap' },
      { axis: 'x', from: 450, to: 500, across: 353.5, of: 'gap' },
    ])
    expect(snapBox(boundsOf(84, 333, 63, 41), field, 4).dx).toBe(3)
  })
  it('finds the middle between two neighbours', () => {
    const apart = snapField(page, safe, [boundsOf(200, 310, 100, 90), boundsOf(420, 310, 100, 90)])
    // 120 px of room for 31 px: 44.5 px on each side.
    const snap = snapBox(boundsOf(343, 333, 31, 17), apart, 4)
    expect(snap.dx).toBeCloseTo(1.5, 9)
    expect(snap.marks.map((m) => m.to - m.from)).toEqual([44.5, 44.5])
  })
  it('counts only what lies in the same row', () => {
    expect(snapBox(boundsOf(503, 633, 63, 41), field, 4)).toMatchObject({ dx: 0, marks: [] })
  })
  it('a side becomes as long as a neighbour’s', () => {
    const wide = snapEdge(boundsOf(610, 633, 97, 41), 1, 0, field, 6)
    expect(wide.dx).toBe(3)
    expect(wide.marks.map((m) => [m.of, m.to - m.from])).toEqual([
      ['size', 100],
      ['size', 100],
    ])
    expect(snapEdge(boundsOf(610, 633, 97, 88), -1, -1, field, 6)).toMatchObject({ dx: -3, dy: -2 })
  })
})

describe('columns, margins, distances', () => {
  it('columns share what margins and gutters leave', () => {
    // 1080 − 2 × 60 − 3 × 20 = 900: four columns of 225.
    const lines = gridLines({ width: 1080, height: 500 }, { columns: 4, rows: 0, gutter: 20, margin: 60 })
    expect(lines.map((l) => l.at)).toEqual([60, 285, 305, 530, 550, 775, 795, 1020])
    expect(gridLines({ width: 100, height: 100 }, { columns: 4, rows: 0, gutter: 40, margin: 60 })).toEqual(
      [],
    )
  })
  it('measures the way to another box and to the edges around', () => {
    const gap = gapBetween(boundsOf(0, 0, 100, 100), boundsOf(140, 50, 10, 10))
    expect([gap.x?.from, gap.x?.to, gap.x?.across, gap.y]).toEqual([100, 140, 55, null])
    expect(marginsWithin(boundsOf(10, 20, 30, 40), page).map((m) => m.to - m.from)).toEqual([
      10, 1040, 20, 1020,
    ])
  })
  it('spreads boxes of any size with equal gaps, first and last where they are', () => {
    const boxes = [boundsOf(0, 0, 100, 10), boundsOf(500, 0, 100, 10), boundsOf(150, 0, 50, 10)]
    // 600 − 250 = 350 px for two gaps.
    expect(distribute(boxes, 'x', 0, 600)).toEqual([0, 0, 125])
    expect(distribute([boundsOf(10, 0, 20, 10)], 'x', 0, 100)).toEqual([30])
  })
})
