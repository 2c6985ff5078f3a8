import { describe, expect, it } from 'vitest'
import { matrixOf } from './placement'
import { areaOfPolygon, hullOf, mapPolygon, overlapOfPolygons, polygonOf } from './polygon'

const square = polygonOf({ left: 0, top: 0, right: 10, bottom: 10 })
const turned = (x: number, y: number, side: number) =>
  mapPolygon(
    matrixOf({ x, y, width: side, height: side, rotation: 45, flipX: false, flipY: false } as Parameters<
      typeof matrixOf
    >[0]),
    polygonOf({ left: 0, top: 0, right: side, bottom: side }),
  )

describe('convex outlines', () => {
  it('share what lies in both, whichever way round they are told', () => {
    const other = polygonOf({ left: 6, top: 5, right: 20, bottom: 20 })
    expect(overlapOfPolygons(square, other)).toBeCloseTo(20)
    expect(overlapOfPolygons([...square].reverse(), other)).toBeCloseTo(20)
    expect(overlapOfPolygons(square, [...other].reverse())).toBeCloseTo(20)
  })
  it('share nothing where only their boxes meet', () => {
    // A square on its corner whose box reaches 2 px into the other's corner, itself not.
    expect(overlapOfPolygons(square, turned(10 + 3, 10 + 3, 10 / Math.SQRT2))).toBe(0)
  })
  it('keep their area when they are turned', () => {
    expect(areaOfPolygon(turned(50, 50, 12))).toBeCloseTo(144)
    expect(overlapOfPolygons(turned(5, 5, 10), square)).toBeCloseTo(
      // Of each corner a right-angled triangle is cut off, so high as the corner lies beyond the turned side.
      100 - 4 * (5 * Math.SQRT2 - 5) ** 2,
    )
  })
  it('have a hull that leaves out what lies within', () => {
    expect(hullOf([...square, { x: 5, y: 5 }, { x: 5, y: 0 }])).toHaveLength(4)
  })
})
