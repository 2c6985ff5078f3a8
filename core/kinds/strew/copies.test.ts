import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Point } from '../../geometry/matrix'
import { placedBounds } from '../../geometry/placement'
import type { Placement } from '../../geometry/placement-schema'
import { shownPoint } from '../../geometry/warp'
import { thingOf } from '../facts'
import { type LayerOf, layerSchema } from '../list'
import { boxAt, graphicLayer, pictureLayer, shapeLayer, slotLayer, strewLayer, typeLayer } from '../new'
import { dice, strewn } from './copies'

const at = { id: 's', page: 'page1', plane: 'setting' as const, order: 'a0' }
const dot = thingOf(shapeLayer(at, 'Dot', 'ellipse', boxAt(0, 0, 40, 20)))
if (!dot) throw new Error('a shape can be strewn')
const strew = (more: Partial<LayerOf<'strew'>> = {}): LayerOf<'strew'> => ({
  ...strewLayer(at, 'Dots', [dot], boxAt(100, 200, 400, 200), 7),
  ...more,
})

describe('strewing', () => {
  it('gives as many copies as asked, of the strew’s own id, the same for the same seed', () => {
    const one = strewn(strew({ count: 50 }))
    expect(one).toHaveLength(50)
    expect(new Set(one.map((l) => l.id))).toEqual(new Set(['s']))
    expect(strewn(strew({ count: 50 }))).toEqual(one)
    expect(strewn(strew({ count: 50, seed: 8 }))).not.toEqual(one)
  })
  it('copies added later leave the earlier ones where they are', () => {
    expect(strewn(strew({ count: 60 })).slice(0, 40)).toEqual(strewn(strew({ count: 40 })))
  })
  it('keeps sizes and angles within their ranges and the thing’s proportion', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 999 }),
        fc.constantFrom('area', 'disc', 'edge', 'ring', 'line'),
        (seed, ground) => {
          const list = strewn(
            strew({ seed, ground, count: 30, size: { from: 0.1, to: 0.2 }, angle: { from: -20, to: 30 } }),
          )
          for (const { placement: p } of list) {
            // Fractions of the box's shorter side, 200 px.
            expect(p.width).toBeGreaterThanOrEqual(20 - 1e-9)
            expect(p.width).toBeLessThanOrEqual(40 + 1e-9)
            expect(p.width / p.height).toBeCloseTo(2, 9)
            expect(p.rotation).toBeGreaterThanOrEqual(-20)
            expect(p.rotation).toBeLessThanOrEqual(30)
            expect(p.x >= 100 - 1e-6 && p.x <= 500 + 1e-6 && p.y >= 200 - 1e-6 && p.y <= 400 + 1e-6).toBe(
              true,
            )
          }
        },
      ),
      { endOnFailure: true, seed: 3 },
    )
  })
  it('lies along what it is asked to: the edge of the box, its ellipse, its middle', () => {
    for (const { placement: p } of strewn(strew({ ground: 'edge', count: 40 })))
      expect(
        Math.min(Math.abs(p.x - 100), Math.abs(p.x - 500), Math.abs(p.y - 200), Math.abs(p.y - 400)),
      ).toBeLessThan(1e-6)
    for (const { placement: p } of strewn(strew({ ground: 'ring', count: 40 })))
      expect(((p.x - 300) / 200) ** 2 + ((p.y - 300) / 100) ** 2).toBeCloseTo(1, 9)
    expect(strewn(strew({ ground: 'line', count: 4 })).map((l) => [l.placement.x, l.placement.y])).toEqual([
      [150, 300],
      [250, 300],
      [350, 300],
      [450, 300],
    ])
  })
  it('spreads evenly: every quarter of the box has about a quarter of the copies', () => {
    const list = strewn(strew({ count: 200 }))
    const quarters = [0, 1, 2, 3].map(
      (q) => list.filter((l) => (l.placement.x > 300 ? 1 : 0) + (l.placement.y > 300 ? 2 : 0) === q).length,
    )
    // Of random points 99.9 % of quarters would lie in 30 to 70 of 200; a low-discrepancy sequence is far closer.
    for (const n of quarters) expect(Math.abs(n - 50)).toBeLessThan(6)
  })
  it('turns, grows and mirrors with its box', () => {
    const plain = strewn(strew({ count: 12 }))
    const turned = strewn(strew({ count: 12, placement: { ...boxAt(100, 200, 400, 200), rotation: 90 } }))
    plain.forEach((l, n) => {
      // A quarter turn about (300, 300): (x, y) → (300 − (y − 300), 300 + (x − 300)).
      expect(turned[n]?.placement.x).toBeCloseTo(600 - l.placement.y, 6)
      expect(turned[n]?.placement.y).toBeCloseTo(l.placement.x, 6)
    })
    const mirrored = strewn(strew({ count: 12, placement: { ...boxAt(100, 200, 400, 200), flipX: true } }))
    plain.forEach((l, n) =>
      expect(mirrored[n]?.placement).toMatchObject({
        x: expect.closeTo(600 - l.placement.x, 6),
        y: expect.closeTo(l.placement.y, 6),
        flipX: true,
      }),
    )
  })
  it('follows the bend of its box: along an arc copies lie on its circle and turn with it', () => {
    const bent = strew({ ground: 'line', count: 5, angle: { from: 0, to: 0 }, size: { from: 0.2, to: 0.2 } })
    const list = strewn({
      ...bent,
      placement: { ...bent.placement, bend: { kind: 'arc', angleDegrees: 90 } },
    })
    // The middle line, 400 px long, becomes a quarter of a circle whose middle lies below its own.
    const radius = 400 / (Math.PI / 2)
    list.forEach(({ placement: p }, n) => {
      const shown = shownPoint(p)
      const [left, middle, right] = [0, 0.5, 1].map((s) => shown({ x: s * p.width, y: p.height / 2 })) as [
        Point,
        Point,
        Point,
      ]
      expect(Math.hypot(middle.x - 300, middle.y - (300 + radius))).toBeCloseTo(radius, 0)
      const angle = ((n + 0.5) / 5 - 0.5) * 90
      expect((Math.atan2(right.y - left.y, right.x - left.x) * 180) / Math.PI).toBeCloseTo(angle, 0)
    })
    // A perspective carries each to where it shows the place that the copy has on the plain box.
    const corner = { x: 0, y: 0 }
    const tilted: Placement = { ...bent.placement, corners: [corner, { x: -0.25, y: 0.1 }, corner, corner] }
    const plain = strewn(bent)
    strewn({ ...bent, placement: tilted }).forEach(({ placement: p }, n) => {
      const at = plain[n]?.placement ?? p
      const wanted = shownPoint(tilted)({ x: at.x - 100, y: at.y - 200 })
      const made = shownPoint(p)({ x: p.width / 2, y: p.height / 2 })
      expect(Math.hypot(made.x - wanted.x, made.y - wanted.y)).toBeLessThan(0.1)
    })
  })
  it('scales strokes and corners with each copy', () => {
    const thing = thingOf({
      ...shapeLayer(at, 'Ring', 'rectangle', boxAt(0, 0, 200, 200)),
      radii: [20, 20, 20, 20],
      stroke: { colour: '#000000', weight: 10, dash: [], cap: 'butt', join: 'miter' },
    })
    if (thing?.kind !== 'shape') throw new Error('no thing')
    const [copy] = strewn(strew({ things: [thing], count: 1, size: { from: 0.5, to: 0.5 } }))
    // Half of 200 px is 100 px, half of what it was.
    expect(copy?.placement.width).toBe(100)
    expect(copy?.kind === 'shape' && [copy.stroke.weight, copy.radii[0]]).toEqual([5, 10])
  })
  it('takes pictures, graphics, shapes and filled slots, nothing else', () => {
    const picture = { sha: 'a'.repeat(64), width: 30, height: 10 }
    expect(thingOf(pictureLayer(at, 'P', picture, boxAt(0, 0, 60, 20)))).toMatchObject({
      kind: 'picture',
      ratio: 3,
    })
    expect(
      thingOf(graphicLayer(at, 'G', 'b'.repeat(64), { leaf: '#00ff00' }, boxAt(0, 0, 10, 20))),
    ).toMatchObject({
      kind: 'graphic',
      ratio: 0.5,
      parts: { leaf: '#00ff00' },
    })
    expect(thingOf(slotLayer(at, 'S', 'ellipse', boxAt(0, 0, 10, 20)))).toBeNull()
    expect(thingOf(typeLayer(at, 'words', boxAt(0, 0, 10, 20)))).toBeNull()
  })
  it('throws its dice evenly', () => {
    const all = Array.from({ length: 4000 }, (_, n) => dice(1, n, 2))
    expect(Math.abs(all.reduce((a, b) => a + b, 0) / 4000 - 0.5)).toBeLessThan(0.02)
    expect(Math.max(...all)).toBeLessThan(1)
    expect(Math.min(...all)).toBeGreaterThanOrEqual(0)
  })
  it('is refused where its ranges run backwards or it has nothing to strew', () => {
    expect(layerSchema.safeParse(strew()).success).toBe(true)
    expect(layerSchema.safeParse(strew({ size: { from: 0.3, to: 0.1 } })).success).toBe(false)
    expect(layerSchema.safeParse(strew({ things: [] })).success).toBe(false)
    expect(layerSchema.safeParse(strew({ count: 0 })).success).toBe(false)
    expect(placedBounds(strew().placement)).toEqual({ left: 100, top: 200, right: 500, bottom: 400 })
  })
  it('keep the outline of a path, and which of its outlines are holes', () => {
    const drawn: LayerOf<'shape'> = {
      ...shapeLayer(
        { id: 'p', page: 'page1', plane: 'subject', order: 'a0' },
        'P',
        'path',
        boxAt(0, 0, 90, 60),
      ),
      d: 'M0 0L1 0L0 1Z',
      evenOdd: true,
    }
    expect(thingOf(drawn)).toMatchObject({ kind: 'shape', form: 'path', d: drawn.d, evenOdd: true })
  })
})
