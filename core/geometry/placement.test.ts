import { DOMMatrix } from '@napi-rs/canvas'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { widthOf } from './bounds'
import { apply, compose, determinant, inverse, type Matrix, turning } from './matrix'
import {
  mapAbout,
  mapBetween,
  mapped,
  matrixOf,
  mirroredAbout,
  placedBounds,
  placedCorners,
  resized,
  scaledAbout,
  slanted,
  stretchedAbout,
  turnedAbout,
  wrapDegrees,
} from './placement'
import type { Placement } from './placement-schema'

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const placements: fc.Arbitrary<Placement> = fc.record({
  x: number(-2000, 2000),
  y: number(-2000, 2000),
  width: number(1, 3000),
  height: number(1, 3000),
  rotation: number(-180, 180),
  flipX: fc.boolean(),
  flipY: fc.boolean(),
})
const check = <T>(arbitrary: fc.Arbitrary<T>, rule: (value: T) => void) =>
  fc.assert(
    fc.property(arbitrary, (value) => void rule(value)),
    { endOnFailure: true, numRuns: 200, seed: 11 },
  )
const near = (a: { x: number; y: number }, b: { x: number; y: number }, slack = 1e-6) => {
  expect(Math.abs(a.x - b.x)).toBeLessThan(slack)
  expect(Math.abs(a.y - b.y)).toBeLessThan(slack)
}

describe('a placement’s matrix', () => {
  it('is translate · rotate · scale · translate of CSS Transforms 1, by the platform’s own DOMMatrix', () => {
    check(placements, (p) => {
      const css = new DOMMatrix()
        .translate(p.x, p.y)
        .rotate(p.rotation)
        .scale(p.flipX ? -1 : 1, p.flipY ? -1 : 1)
        .translate(-p.width / 2, -p.height / 2)
      const ours = matrixOf(p)
      const theirs = [css.a, css.b, css.c, css.d, css.e, css.f]
      for (const [n, v] of theirs.entries()) expect(Math.abs((ours[n] as number) - v)).toBeLessThan(1e-6)
    })
  })
  it('keeps areas: its determinant is 1, or −1 for one mirroring', () => {
    check(placements, (p) => expect(determinant(matrixOf(p))).toBeCloseTo(p.flipX === p.flipY ? 1 : -1, 9))
  })
  it('undone by its inverse gives the point back', () => {
    check(fc.tuple(placements, number(-500, 500), number(-500, 500)), ([p, x, y]) => {
      const m = matrixOf(p)
      const back = inverse(m) as Matrix
      near(apply(back, apply(m, { x, y })), { x, y })
      near(apply(compose(m, back), { x, y }), { x, y })
    })
  })
  it('has none where the plane is flattened', () => {
    expect(inverse([1, 2, 2, 4, 0, 0])).toBeNull()
  })
  it('the box around a square turned by 45° is √2 times as wide', () => {
    const b = placedBounds({ x: 0, y: 0, width: 100, height: 100, rotation: 45, flipX: false, flipY: false })
    expect(widthOf(b)).toBeCloseTo(100 * Math.SQRT2, 9)
  })
})

describe('turning and mirroring', () => {
  it('turning there and back is nothing; the distance to the point turned about stays', () => {
    check(
      fc.tuple(placements, number(-900, 900), number(-900, 900), number(-720, 720)),
      ([p, x, y, angle]) => {
        const there = turnedAbout(p, { x, y }, angle)
        expect(Math.hypot(there.x - x, there.y - y)).toBeCloseTo(Math.hypot(p.x - x, p.y - y), 6)
        near(turnedAbout(there, { x, y }, -angle), p, 1e-5)
      },
    )
  })
  it('mirroring twice in the same line is nothing, and turns the other way', () => {
    check(fc.tuple(placements, number(-900, 900)), ([p, at]) => {
      for (const axis of ['x', 'y'] as const) {
        const once = mirroredAbout(p, { x: at, y: at }, axis)
        expect(wrapDegrees(once.rotation + p.rotation)).toBeCloseTo(0, 9)
        const twice = mirroredAbout(once, { x: at, y: at }, axis)
        near(twice, p)
        expect([twice.flipX, twice.flipY]).toEqual([p.flipX, p.flipY])
      }
    })
  })
  it('angles come to −180 … 180', () => {
    expect([0, 190, -190, 360, 540, -180].map(wrapDegrees)).toEqual([0, -170, 170, 0, 180, 180])
  })
  it('scaling about a point leaves that point', () => {
    check(fc.tuple(placements, number(0.1, 5)), ([p, k]) => {
      const made = scaledAbout(p, { x: 40, y: -30 }, k)
      expect(made.x - 40).toBeCloseTo((p.x - 40) * k, 6)
      expect(made.width).toBeCloseTo(p.width * k, 6)
    })
  })
})

describe('a box resized by a handle', () => {
  const handles = fc.constantFrom(
    ...[-1, 0, 1]
      .flatMap((x) => [-1, 0, 1].map((y) => [x, y] as const))
      .filter(([x, y]) => x !== 0 || y !== 0),
  )
  /** The point of a box opposite a handle, on the page. */
  const opposite = (p: Placement, [hx, hy]: readonly [number, number]) => {
    const at = apply(turning(p.rotation), { x: (-hx * p.width) / 2, y: (-hy * p.height) / 2 })
    return { x: p.x + at.x, y: p.y + at.y }
  }
  it('keeps the point opposite the handle, however it is turned', () => {
    check(
      fc.tuple(placements, handles, number(-800, 800), number(-800, 800), fc.boolean()),
      ([p, handle, dx, dy, proportional]) => {
        const made = resized(p, handle[0], handle[1], dx, dy, { proportional, fromCentre: false })
        near(opposite(made, handle), opposite(p, handle), 1e-5)
      },
    )
  })
  it('from the centre keeps the centre', () => {
    check(fc.tuple(placements, handles, number(-800, 800), number(-800, 800)), ([p, handle, dx, dy]) => {
      near(resized(p, handle[0], handle[1], dx, dy, { proportional: false, fromCentre: true }), p)
    })
  })
  it('in proportion keeps the ratio and never falls under the smallest size', () => {
    check(fc.tuple(placements, number(-4000, 4000), number(-4000, 4000)), ([p, dx, dy]) => {
      const made = resized(p, 1, 1, dx, dy, { proportional: true, fromCentre: false, smallest: 2 })
      expect(made.width / made.height / (p.width / p.height)).toBeCloseTo(1, 6)
      expect(Math.min(made.width, made.height)).toBeGreaterThanOrEqual(Math.min(2, p.width, p.height) - 1e-9)
    })
  })
  it('a side handle stretches one side only', () => {
    check(fc.tuple(placements, number(-800, 800), number(-800, 800)), ([p, dx, dy]) => {
      expect(resized(p, 1, 0, dx, dy, { proportional: false, fromCentre: false }).height).toBe(p.height)
      expect(resized(p, 0, -1, dx, dy, { proportional: false, fromCentre: false }).width).toBe(p.width)
    })
  })
  it('corners are told clockwise from the top left as the thing itself sees them', () => {
    const [a, b, c, d] = placedCorners({
      x: 50,
      y: 20,
      width: 100,
      height: 40,
      rotation: 90,
      flipX: true,
      flipY: false,
    })
    near(a, { x: 70, y: -30 })
    near(b, { x: 70, y: 70 })
    near(c, { x: 30, y: 70 })
    near(d, { x: 30, y: -30 })
  })
})

describe('slanting and stretching', () => {
  const skewed = fc.tuple(placements, number(-60, 60)).map(([p, skew]) => ({ ...p, skew }))
  it('a slant is skewX of CSS Transforms 1, by the platform’s own DOMMatrix: the top leans right', () => {
    check(skewed, (p) => {
      const css = new DOMMatrix()
        .translate(p.x, p.y)
        .rotate(p.rotation)
        .skewX(-p.skew)
        .scale(p.flipX ? -1 : 1, p.flipY ? -1 : 1)
        .translate(-p.width / 2, -p.height / 2)
      const ours = matrixOf(p)
      for (const [n, v] of [css.a, css.b, css.c, css.d, css.e, css.f].entries())
        expect(Math.abs((ours[n] as number) - v)).toBeLessThan(1e-6 * (1 + Math.abs(v)))
    })
  })
  it('a slant of 45° moves the top by half the height, worked by hand', () => {
    const p = { x: 100, y: 100, width: 80, height: 60, rotation: 0, flipX: false, flipY: false, skew: 45 }
    const [a, b, c, d] = placedCorners(p)
    near(a, { x: 90, y: 70 })
    near(b, { x: 170, y: 70 })
    near(c, { x: 110, y: 130 })
    near(d, { x: 30, y: 130 })
  })
  it('mirroring leans the other way, and twice is as before', () => {
    check(skewed, (p) => {
      for (const axis of ['x', 'y'] as const) {
        const once = mirroredAbout(p, { x: 10, y: 20 }, axis)
        const [m, n] = [matrixOf(p), matrixOf(once)]
        // A point of the box lands at its mirror image.
        const q = apply(m, { x: 7, y: 3 })
        near(apply(n, { x: 7, y: 3 }), axis === 'x' ? { x: 20 - q.x, y: q.y } : { x: q.x, y: 40 - q.y }, 1e-4)
        const back = mirroredAbout(once, { x: 10, y: 20 }, axis)
        near(apply(matrixOf(back), { x: 7, y: 3 }), q, 1e-4)
      }
    })
  })
  it('dragging a side along itself moves that side by as much and leaves the opposite one', () => {
    const side = (p: Placement, hx: number, hy: number) =>
      apply(matrixOf({ ...p, flipX: false, flipY: false }), {
        x: ((1 + hx) / 2) * p.width,
        y: ((1 + hy) / 2) * p.height,
      })
    check(
      fc.tuple(
        placements,
        number(-20, 20),
        fc.constantFrom([0, -1], [0, 1], [1, 0], [-1, 0]),
        number(-0.6, 0.6),
      ),
      ([plainBox, skew, [hx = 0, hy = 0], share]) => {
        const p = { ...plainBox, skew }
        const along = apply(
          turning(p.rotation),
          hy !== 0 ? { x: share * p.height, y: 0 } : { x: 0, y: share * p.width },
        )
        const after = slanted(p, hx, hy, along.x, along.y)
        near(side(after, -hx, -hy), side(p, -hx, -hy), 1e-4)
        if (after === p) return
        const before = side(p, hx, hy)
        near(
          side(after, hx, hy),
          { x: before.x + along.x, y: before.y + along.y },
          1e-3 * (1 + p.width + p.height),
        )
        // A shear keeps the area.
        expect(Math.abs(determinant(matrixOf(after))) * after.width * after.height).toBeCloseTo(
          p.width * p.height,
          1,
        )
      },
    )
  })
  it('stretching about a point multiplies every distance along its axis', () => {
    const p = { x: 30, y: 40, width: 10, height: 20, rotation: 90, flipX: false, flipY: false }
    const after = placedBounds(stretchedAbout(p, { x: 0, y: 0 }, 3, 0.5))
    const before = placedBounds(p)
    expect([after.left, after.right]).toEqual([before.left * 3, before.right * 3])
    expect([after.top, after.bottom]).toEqual([before.top / 2, before.bottom / 2])
  })
  it('resizing a slanted box keeps the opposite corner', () => {
    check(fc.tuple(skewed, number(-30, 30), number(-30, 30)), ([p, dx, dy]) => {
      const after = resized(p, 1, 1, dx, dy, { proportional: false, fromCentre: false })
      const corner = (q: Placement) => placedCorners(q)[0]
      near(corner(after), corner(p), 1e-4 * (1 + p.width + p.height))
    })
  })
})

describe('any affine map of the page', () => {
  const maps = fc
    .record({
      about: fc.record({ x: number(-500, 500), y: number(-500, 500) }),
      turn: number(-180, 180),
      kx: number(0.2, 4),
      ky: number(0.2, 4),
      lean: number(-0.8, 0.8),
      mirrored: fc.boolean(),
    })
    .map(({ about, turn, kx, ky, lean, mirrored }) =>
      mapAbout(about, turn, [mirrored ? -kx : kx, 0, lean, ky, 0, 0]),
    )
  it('takes every point of a box to where the map takes it', () => {
    check(fc.tuple(placements, maps), ([p, by]) => {
      const to = mapped(p, by)
      if (!to) return
      for (const [s, t] of [
        [0, 0],
        [1, 0],
        [0.3, 0.8],
      ] as const)
        near(
          apply(matrixOf(to), { x: s * to.width, y: t * to.height }),
          apply(by, apply(matrixOf(p), { x: s * p.width, y: t * p.height })),
          1e-4,
        )
      expect(placedCorners(to)).toHaveLength(4)
    })
  })
  it('is found again between the two placements', () => {
    check(fc.tuple(placements, maps), ([p, by]) => {
      const to = mapped(p, by)
      const found = to && mapBetween(p, to)
      if (!to || !found) return
      near(apply(found, { x: 31, y: -17 }), apply(by, { x: 31, y: -17 }), 0.05)
    })
  })
  it('is refused where it would press a box flat', () => {
    const p: Placement = { x: 0, y: 0, width: 10, height: 10, rotation: 0, flipX: false, flipY: false }
    expect(mapped(p, [1, 0, 0, 0, 0, 0])).toBeNull()
  })
})
