import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  areaOf,
  type Bounds,
  boundsOf,
  centreOf,
  contains,
  grow,
  heightOf,
  holds,
  intersect,
  isEmpty,
  mapBounds,
  overlapArea,
  overlaps,
  shift,
  union,
  unionOf,
  widthOf,
} from './bounds'
import { turning } from './matrix'

const whole = fc.integer({ min: -500, max: 500 })
const boxes: fc.Arbitrary<Bounds> = fc
  .tuple(whole, whole, fc.nat(400), fc.nat(400))
  .map(([x, y, w, h]) => boundsOf(x, y, w, h))
const check = (rule: (a: Bounds, b: Bounds) => void) =>
  fc.assert(
    fc.property(boxes, boxes, (a, b) => void rule(a, b)),
    { endOnFailure: true, seed: 3 },
  )

describe('boxes', () => {
  it('overlap exactly where their common box has an area', () => {
    check((a, b) => {
      expect(overlapArea(a, b)).toBe(isEmpty(intersect(a, b)) ? 0 : areaOf(intersect(a, b)))
      if (overlapArea(a, b) > 0) expect(overlaps(a, b)).toBe(true)
    })
  })
  it('share an area by inclusion and exclusion: |a ∪ b| ≥ |a| + |b| − |a ∩ b|', () => {
    check((a, b) =>
      expect(areaOf(union(a, b))).toBeGreaterThanOrEqual(areaOf(a) + areaOf(b) - overlapArea(a, b)),
    )
  })
  it('hold both of what they join, and lie in both of what they have in common', () => {
    check((a, b) => {
      const both = union(a, b)
      expect(contains(both, a) && contains(both, b)).toBe(true)
      const common = intersect(a, b)
      if (!isEmpty(common)) expect(contains(a, common) && contains(b, common)).toBe(true)
    })
  })
  it('that only touch do not overlap', () => {
    expect(overlaps(boundsOf(0, 0, 10, 10), boundsOf(10, 0, 10, 10))).toBe(false)
    expect(overlapArea(boundsOf(0, 0, 10, 10), boundsOf(10, 0, 10, 10))).toBe(0)
  })
  it('grow about their centre and shift by what is said', () => {
    const b = boundsOf(10, 20, 30, 40)
    expect(centreOf(grow(b, 7))).toEqual(centreOf(b))
    expect(widthOf(grow(b, 7))).toBe(44)
    expect(shift(b, 5, -5)).toEqual(boundsOf(15, 15, 30, 40))
    expect(heightOf(shift(b, 5, -5))).toBe(40)
  })
  it('allow slack where asked', () => {
    expect(contains(boundsOf(0, 0, 10, 10), boundsOf(-1, 0, 11, 10))).toBe(false)
    expect(contains(boundsOf(0, 0, 10, 10), boundsOf(-1, 0, 11, 10), 1)).toBe(true)
    expect(holds(boundsOf(0, 0, 10, 10), { x: 10, y: 10 })).toBe(true)
    expect(holds(boundsOf(0, 0, 10, 10), { x: 10.1, y: 10 })).toBe(false)
  })
  it('a map’s box holds every mapped point', () => {
    check((a) => {
      const turned = mapBounds(turning(30), a)
      // The area around a turned box: (w cos + h sin) × (w sin + h cos).
      const [c, s] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)]
      expect(widthOf(turned)).toBeCloseTo(widthOf(a) * c + heightOf(a) * s, 6)
      expect(heightOf(turned)).toBeCloseTo(widthOf(a) * s + heightOf(a) * c, 6)
    })
  })
  it('none joined is an error, one is itself', () => {
    expect(() => unionOf([])).toThrow(RangeError)
    expect(unionOf([boundsOf(1, 2, 3, 4)])).toEqual(boundsOf(1, 2, 3, 4))
  })
})
