import { describe, expect, it } from 'vitest'
import { identity } from '../../core/geometry/matrix'
import { flatten, outlineBounds, parsePath } from '../../core/vector/path'
import * as pen from './pen'

const flat = (d: string) => flatten(parsePath(d), identity, 1 / 64)
/** Twice the signed area of each outline. */
const areas = (d: string): number[] =>
  flat(d).map(({ points }) => {
    let sum = 0
    for (let n = 0; n < points.length; n += 2) {
      const m = (n + 2) % points.length
      sum +=
        (points[n] as number) * (points[m + 1] as number) - (points[m] as number) * (points[n + 1] as number)
    }
    return sum
  })
/** How often outlines wind around a point. */
function windings(d: string, x: number, y: number): number {
  let sum = 0
  for (const { points } of flat(d))
    for (let n = 0; n < points.length; n += 2) {
      const m = (n + 2) % points.length
      const [x1, y1, x2, y2] = [points[n], points[n + 1], points[m], points[m + 1]] as [
        number,
        number,
        number,
        number,
      ]
      const side = (x2 - x1) * (y - y1) - (x - x1) * (y2 - y1)
      if (y1 <= y && y2 > y && side > 0) sum++
      if (y1 > y && y2 <= y && side < 0) sum--
    }
  return sum
}

describe('the pen', () => {
  it('draws everything one way round, so that what overlaps in a part is filled', () => {
    const square: pen.Spot[] = [
      [0, 0],
      [90, 0],
      [90, 90],
      [0, 90],
    ]
    const shapes = {
      rect: pen.rect(0, 0, 90, 60),
      rounded: pen.rounded(0, 0, 90, 60, 12),
      circle: pen.circle(50, 50, 40),
      ellipse: pen.ellipse(50, 50, 40, 20),
      polygon: pen.polygon(square),
      backwards: pen.polygon([...square].reverse()),
      smooth: pen.smooth(square),
      smoothBackwards: pen.smooth([...square].reverse()),
      leaf: pen.leaf(10, 10, 0.6, 80, 20),
      leafBack: pen.leaf(90, 90, 3.6, 80, 20),
      stroke: pen.stroke(
        [
          [0, 0],
          [60, 10],
          [90, 60],
        ],
        () => 12,
      ),
      strokeBack: pen.stroke(
        [
          [90, 60],
          [60, 10],
          [0, 0],
        ],
        () => 12,
      ),
      heart: pen.heart(50, 50, 30),
    }
    for (const [name, d] of Object.entries(shapes))
      for (const a of areas(d)) expect(Math.sign(a), name).toBe(-1)
  })
  it('leaves holes where they are meant: rings, frames, rounded ones drawn backwards', () => {
    expect([
      windings(pen.frame(0, 0, 100, 100, 10), 5, 50),
      windings(pen.frame(0, 0, 100, 100, 10), 50, 50),
    ]).toEqual([1, 0])
    const ring = pen.ring(50, 50, 40, 10)
    expect([Math.abs(windings(ring, 15, 50)), windings(ring, 50, 50)]).toEqual([1, 0])
    const plate = pen.rounded(0, 0, 100, 80, 10) + pen.rounded(20, 20, 60, 40, 5, true)
    expect([Math.abs(windings(plate, 10, 40)), windings(plate, 50, 40)]).toEqual([1, 0])
  })
  it('gives strokes the width that is wanted, round or flat at their ends', () => {
    const line: pen.Spot[] = [
      [0, 0],
      [50, 0],
      [100, 0],
    ]
    expect(outlineBounds(flat(pen.stroke(line, () => 20)))).toMatchObject({ top: -10, bottom: 10 })
    const [round, plain] = [pen.stroke(line, () => 20), pen.stroke(line, () => 20, false)].map((d) =>
      outlineBounds(flat(d)),
    )
    expect([round?.left, round?.right].map((v) => Math.round(v ?? 0))).toEqual([-10, 110])
    expect([plain?.left, plain?.right]).toEqual([0, 100])
    const taper = outlineBounds(flat(pen.taper(line, 4, 40)))
    expect([taper?.top, taper?.bottom]).toEqual([-20, 20])
  })
  it('goes through the points that it is given', () => {
    const points: pen.Spot[] = [
      [0, 0],
      [30, 40],
      [80, 10],
      [120, 60],
    ]
    const curve = pen.through(points, 6)
    expect(curve).toHaveLength(19)
    for (const [n, p] of points.entries()) expect(curve[n * 6]).toEqual(p)
  })
  it('mixes its outlines into sparkles and stars of as many points as are asked for', () => {
    for (const n of [4, 5, 8]) {
      const [outline] = flat(pen.star(0, 0, 50, n, 0.5))
      expect((outline?.points.length ?? 0) / 2).toBe(2 * n)
    }
    const box = outlineBounds(flat(pen.sparkle(0, 0, 50)))
    for (const v of [box?.left, box?.right, box?.top, box?.bottom])
      expect(Math.abs(v ?? 0)).toBeCloseTo(50, 1)
  })
})
