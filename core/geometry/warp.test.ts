import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boxAt } from '../kinds/new'
import {
  applyHomography,
  composeHomographies,
  fromAffine,
  inverseHomography,
  isConvex,
  type Quad,
  squareToQuad,
} from './homography'
import { scaling, translation } from './matrix'
import { placedBounds } from './placement'
import { type Placement, placementSchema } from './placement-schema'
import { placeUnder, shownBounds, shownPoint, warpOf } from './warp'

describe('a perspective map', () => {
  it('of the square onto a trapezium, worked by hand: corners, and the middle where the diagonals cross', () => {
    // (0,0) (4,0) (3,2) (1,2): Σ = (−2, 0), Δ1 = (1, −2), Δ2 = (−2, 0), so g = 0 and h = 1; the diagonals y = 2x/3 and
    // y = 2(4 − x)/3 meet at (2, 4/3).
    const quad: Quad = [
      { x: 0, y: 0 },
      { x: 4, y: 0 },
      { x: 3, y: 2 },
      { x: 1, y: 2 },
    ]
    const map = squareToQuad(quad)
    expect(map?.map((v) => v + 0)).toEqual([4, 2, 0, 0, 4, 0, 0, 1, 1])
    if (!map) return
    const at = applyHomography(map, { x: 0.5, y: 0.5 })
    expect(at.x).toBeCloseTo(2, 12)
    expect(at.y).toBeCloseTo(4 / 3, 12)
  })
  it('takes each corner of the square to its own corner, and back again', () => {
    const corner = fc.record({
      x: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
      y: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
    })
    const square = [
      { x: 0, y: 0 },
      { x: 1, y: 0 },
      { x: 1, y: 1 },
      { x: 0, y: 1 },
    ]
    fc.assert(
      fc.property(fc.tuple(corner, corner, corner, corner), (offsets) => {
        const quad = square.map((p, n) => ({
          x: p.x + (offsets[n]?.x ?? 0),
          y: p.y + (offsets[n]?.y ?? 0),
        })) as unknown as Quad
        if (!isConvex(quad)) return
        const map = squareToQuad(quad)
        const back = map && inverseHomography(map)
        if (!map || !back) throw new Error('no map')
        for (const [n, p] of square.entries()) {
          const there = applyHomography(map, p)
          expect(Math.abs(there.x - (quad[n]?.x ?? 0)) + Math.abs(there.y - (quad[n]?.y ?? 0))).toBeLessThan(
            1e-9,
          )
          const again = applyHomography(back, there)
          expect(Math.abs(again.x - p.x) + Math.abs(again.y - p.y)).toBeLessThan(1e-6)
        }
      }),
      { endOnFailure: true },
    )
  })
  it('followed by an affine one is both, one after the other', () => {
    const map = squareToQuad([
      { x: 0, y: 0 },
      { x: 4, y: 0 },
      { x: 3, y: 2 },
      { x: 1, y: 2 },
    ])
    if (!map) throw new Error('no map')
    const both = composeHomographies(
      composeHomographies(map, fromAffine(scaling(10))),
      fromAffine(translation(5, 7)),
    )
    const at = applyHomography(both, { x: 0.5, y: 0.5 })
    expect(at.x).toBeCloseTo(25, 9)
    expect(at.y).toBeCloseTo(40 / 3 + 7, 9)
  })
  it('refuses corners that fold over or lie in a line', () => {
    const p = boxAt(0, 0, 100, 100)
    const flat = { x: 0, y: 0 }
    const parse = (corners: object) => placementSchema.safeParse({ ...p, corners }).success
    expect(parse([flat, flat, { x: -0.2, y: 0.1 }, flat])).toBe(true)
    expect(parse([{ x: 1.5, y: 0 }, flat, flat, flat])).toBe(false)
    expect(parse([flat, flat, { x: -0.5, y: -0.5 }, flat])).toBe(false)
  })
})

describe('a bend', () => {
  const p = boxAt(100, 200, 400, 100)
  it('along an arc keeps the length of the middle line and the height of upright lines', () => {
    const warp = warpOf({ ...p, bend: { kind: 'arc', angleDegrees: 90 } })
    if (!warp) throw new Error('no warp')
    let length = 0
    for (let n = 0; n < 400; n++) {
      const [a, b] = [warp.point(n / 400, 0.5), warp.point((n + 1) / 400, 0.5)]
      length += Math.hypot(b.x - a.x, b.y - a.y)
    }
    expect(length).toBeCloseTo(400, 1)
    for (const s of [0, 0.3, 1]) {
      const [a, b] = [warp.point(s, 0), warp.point(s, 1)]
      expect(Math.hypot(b.x - a.x, b.y - a.y)).toBeCloseTo(100, 9)
    }
    // A quarter circle of 400 px has the radius 400 ÷ (π/2) and its ends lie R (1 − cos 45°) under its top.
    const radius = 800 / Math.PI
    expect(warp.point(0, 0.5).y - warp.point(0.5, 0.5).y).toBeCloseTo(radius * (1 - Math.SQRT1_2), 9)
    expect(warp.point(0.5, 0.5).y).toBeCloseTo(250, 9)
  })
  it('by a net passes through the net’s points, and an even net changes nothing', () => {
    const even = Array.from({ length: 12 }, (_, n) => ({ x: (n % 4) / 3, y: Math.floor(n / 4) / 2 }))
    const plain = warpOf({ ...p, bend: { kind: 'net', columns: 4, rows: 3, points: even } })
    for (const [s, t] of [
      [0, 0],
      [0.21, 0.77],
      [1, 0.4],
    ] as const) {
      expect(plain?.point(s, t).x).toBeCloseTo(100 + 400 * s, 9)
      expect(plain?.point(s, t).y).toBeCloseTo(200 + 100 * t, 9)
    }
    const pulled = warpOf({
      ...p,
      bend: { kind: 'net', columns: 4, rows: 3, points: even.with(5, { x: 0.4, y: 0.7 }) },
    })
    expect(pulled?.point(1 / 3, 0.5).x).toBeCloseTo(100 + 400 * 0.4, 9)
    expect(pulled?.point(1 / 3, 0.5).y).toBeCloseTo(200 + 100 * 0.7, 9)
  })
  it('is none for a plain box', () => {
    expect(warpOf(p)).toBeNull()
  })
})

describe('what is shown of a warped box', () => {
  const p = { ...boxAt(100, 200, 400, 100), rotation: 20 }
  const bent = { ...p, bend: { kind: 'arc' as const, angleDegrees: 120 } }
  const pulled = {
    ...p,
    corners: [
      { x: 0.1, y: 0 },
      { x: -0.2, y: 0.3 },
      { x: 0, y: 0 },
      { x: 0, y: 0.2 },
    ] as NonNullable<Placement['corners']>,
  }
  it.each([
    ['plain', p],
    ['bent', bent],
    ['pulled', pulled],
    ['both', { ...bent, corners: pulled.corners }],
  ])('%s: a place is found back from where it is shown', (_what, placement) => {
    for (const at of [
      { x: 0, y: 0 },
      { x: 200, y: 50 },
      { x: 371, y: 93 },
      { x: 40, y: 80 },
    ]) {
      const back = placeUnder(placement, shownPoint(placement)(at))
      expect(back?.x).toBeCloseTo(at.x, 4)
      expect(back?.y).toBeCloseTo(at.y, 4)
    }
  })
  it('the box around an arc is the box around its ring segment', () => {
    // 400 px along a half circle: R = 400 ÷ π, outer radius R + 50, inner R − 50, top in the middle of the box.
    const half = { ...boxAt(0, 0, 400, 100), bend: { kind: 'arc' as const, angleDegrees: 180 } }
    const radius = 400 / Math.PI
    const b = shownBounds(half)
    expect(b.top).toBeCloseTo(0, 6)
    expect(b.bottom).toBeCloseTo(50 + radius, 6)
    expect(b.left).toBeCloseTo(200 - radius - 50, 6)
    expect(b.right).toBeCloseTo(200 + radius + 50, 6)
  })
  it('of a plain box is the box around its corners', () => {
    const b = shownBounds(p)
    const plain = placedBounds(p)
    for (const side of ['left', 'top', 'right', 'bottom'] as const)
      expect(b[side]).toBeCloseTo(plain[side], 9)
  })
})
