import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boxAt } from '../kinds/new'
import { apply, compose, determinant, inverse, turning } from './matrix'
import {
  matrixOf,
  mirroredAbout,
  placedBounds,
  resized,
  scaledAbout,
  turnedAbout,
  wrapDegrees,
} from './placement'
import { snapBox, snapField } from './snap'

const number = fc.double({ min: -900, max: 900, noNaN: true })
const placement = fc.record({
  x: number,
  y: number,
  width: fc.double({ min: 1, max: 900, noNaN: true }),
  height: fc.double({ min: 1, max: 900, noNaN: true }),
  rotation: fc.double({ min: -180, max: 180, noNaN: true }),
  flipX: fc.boolean(),
  flipY: fc.boolean(),
})

describe('placements (common practice)', () => {
  it('scaling about the centre leaves the centre; a group scaled by k multiplies every distance', () => {
    fc.assert(
      fc.property(placement, placement, fc.double({ min: 0.1, max: 5, noNaN: true }), (a, b, k) => {
        const about = { x: a.x, y: a.y }
        const [a2, b2] = [scaledAbout(a, about, k), scaledAbout(b, about, k)]
        expect([a2.x, a2.y]).toEqual([expect.closeTo(a.x, 9), expect.closeTo(a.y, 9)])
        expect(Math.hypot(b2.x - a2.x, b2.y - a2.y)).toBeCloseTo(Math.hypot(b.x - a.x, b.y - a.y) * k, 6)
      }),
      { seed: 1, endOnFailure: true },
    )
  })
  it('turning four quarters and mirroring twice change nothing', () => {
    fc.assert(
      fc.property(placement, (p) => {
        const about = { x: 100, y: 50 }
        const turned = [90, 90, 90, 90].reduce((q, a) => turnedAbout(q, about, a), p)
        expect([turned.x, turned.y]).toEqual([expect.closeTo(p.x, 6), expect.closeTo(p.y, 6)])
        expect(Math.abs(wrapDegrees(turned.rotation - p.rotation))).toBeLessThan(1e-6)
        const twice = mirroredAbout(mirroredAbout(p, about, 'x'), about, 'x')
        expect([twice.x, twice.flipX]).toEqual([expect.closeTo(p.x, 9), p.flipX])
      }),
      { seed: 2, endOnFailure: true },
    )
  })
  it('a mirror at 50 % of 500 px has its axis at x = 250', () => {
    expect(mirroredAbout(boxAt(0, 0, 100, 40), { x: 250, y: 0 }, 'x').x).toBe(450)
  })
  it('a corner drag keeps the opposite corner and the proportion, along the thing’s own axes', () => {
    fc.assert(
      fc.property(placement, number, number, (p, dx, dy) => {
        const q = resized(p, 1, 1, dx / 4, dy / 4, { proportional: true, fromCentre: false })
        expect(q.width / q.height).toBeCloseTo(p.width / p.height, 6)
        const corner = (r: typeof p) => apply(matrixOf({ ...r, flipX: false, flipY: false }), { x: 0, y: 0 })
        expect(Math.hypot(corner(q).x - corner(p).x, corner(q).y - corner(p).y)).toBeLessThan(1e-6)
      }),
      { seed: 4, endOnFailure: true },
    )
  })
})

describe('matrices', () => {
  it('undo themselves by their inverse', () => {
    fc.assert(
      fc.property(placement, number, number, (p, x, y) => {
        const m = matrixOf(p)
        const back = inverse(m)
        expect(back).not.toBeNull()
        const q = apply(compose(m, back ?? m), { x, y })
        expect([q.x, q.y]).toEqual([expect.closeTo(x, 5), expect.closeTo(y, 5)])
        expect(Math.abs(determinant(m))).toBeCloseTo(1, 9)
      }),
      { seed: 5, endOnFailure: true },
    )
  })
  it('are exact for quarter turns', () => {
    expect(apply(turning(90), { x: 3, y: 4 })).toEqual({ x: -4, y: 3 })
    expect(placedBounds({ ...boxAt(10, 10, 30, 10), rotation: 90 })).toEqual({
      left: 20,
      top: 0,
      right: 30,
      bottom: 30,
    })
  })
})

describe('snapping', () => {
  const lines = snapField(
    { left: 0, top: 0, right: 1080, bottom: 1080 },
    { left: 54, top: 54, right: 1026, bottom: 1026 },
    [{ left: 700, top: 100, right: 800, bottom: 200 }],
  )
  it('brings the nearest edge or centre onto the nearest line, within reach only', () => {
    expect(snapBox({ left: 57, top: 300, right: 157, bottom: 400 }, lines, 6)).toMatchObject({
      dx: -3,
      dy: 0,
    })
    expect(snapBox({ left: 487, top: 300, right: 587, bottom: 400 }, lines, 6).dx).toBe(3)
    expect(snapBox({ left: 300, top: 300, right: 410, bottom: 400 }, lines, 6)).toEqual({
      dx: 0,
      dy: 0,
      lines: [],
      marks: [],
    })
  })
  it('says which lines were met', () => {
    expect(
      snapBox({ left: 698, top: 98, right: 760, bottom: 140 }, lines, 6).lines.map(
        (l) => `${l.axis} ${l.at} ${l.of}`,
      ),
    ).toEqual(['x 700 neighbour', 'y 100 neighbour'])
  })
})
