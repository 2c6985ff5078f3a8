import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { withWeights } from '../adapt/place'
import { centreOf, heightOf, unionOf, widthOf } from '../geometry/bounds'
import { placedBounds, resized, scaledAbout } from '../geometry/placement'
import type { Placement } from '../geometry/placement-schema'
import { boxAt, shapeLayer } from '../kinds/new'
import { mmToPx, presetById, printChannel } from './channels'

/** Facts of the trade, *common practice* unless a source is named; what follows by arithmetic is worked here. */
describe('scaling (fact 19)', () => {
  const placement = fc.record({
    x: fc.integer({ min: -900, max: 900 }),
    y: fc.integer({ min: -900, max: 900 }),
    width: fc.integer({ min: 2, max: 900 }),
    height: fc.integer({ min: 2, max: 900 }),
    rotation: fc.integer({ min: -180, max: 180 }),
    flipX: fc.boolean(),
    flipY: fc.boolean(),
  })
  it('about the centre leaves the centre fixed', () => {
    fc.assert(
      fc.property(
        placement,
        fc.constantFrom([-1, -1], [1, 1], [0, 1], [1, 0]),
        fc.integer({ min: 1, max: 300 }),
        (p: Placement, [hx = 0, hy = 0], by) => {
          const after = resized(p, hx, hy, by, by, { proportional: false, fromCentre: true })
          expect([after.x, after.y]).toEqual([p.x, p.y])
        },
      ),
      { endOnFailure: true },
    )
  })
  it('of a group by k multiplies every distance and size by k', () => {
    fc.assert(
      fc.property(
        fc.array(placement, { minLength: 2, maxLength: 5 }),
        fc.double({ min: 0.2, max: 5, noNaN: true }),
        (list: Placement[], k) => {
          const about = centreOf(unionOf(list.map(placedBounds)))
          const after = list.map((p) => scaledAbout(p, about, k))
          const close = (a: number, b: number) =>
            expect(Math.abs(a - b)).toBeLessThan(1e-6 * (1 + Math.abs(b)))
          list.forEach((p, n) => {
            const [q, other, was] = [after[n], after[0], list[0]]
            if (!q || !other || !was) return
            close(q.width, p.width * k)
            close(Math.hypot(q.x - other.x, q.y - other.y), Math.hypot(p.x - was.x, p.y - was.y) * k)
          })
          const [before, then] = [unionOf(list.map(placedBounds)), unionOf(after.map(placedBounds))]
          close(widthOf(then), widthOf(before) * k)
          close(heightOf(then), heightOf(before) * k)
        },
      ),
      { endOnFailure: true },
    )
  })
})

describe('strokes (fact 17)', () => {
  const card = {
    ...shapeLayer(
      { id: 'c', page: 'page1', plane: 'setting', order: 'a0' },
      'C',
      'rectangle',
      boxAt(0, 0, 10, 10),
    ),
    stroke: { colour: '#000000', weight: 4, dash: [], cap: 'butt' as const, join: 'miter' as const },
  }
  it('that scale are multiplied by the factor; that do not are unchanged', () => {
    expect(withWeights(card, 2.5).stroke.weight).toBe(10)
    expect(
      withWeights({ ...card, behaviour: { ...card.behaviour, keepsWeight: true } }, 2.5).stroke.weight,
    ).toBe(4)
  })
})

describe('sizes (fact 24)', () => {
  it('4000 × 5000 px is 4 : 5; at 72 ppi it measures 55.6 × 69.4 in and has the same pixels', () => {
    const poster = presetById('tall-poster')
    expect(poster && [poster.width, poster.height]).toEqual([4000, 5000])
    expect([4000 / 72, 5000 / 72].map((v) => Math.round(v * 10) / 10)).toEqual([55.6, 69.4])
    const at72 = printChannel('p', 'P', (4000 / 72) * 25.4, (5000 / 72) * 25.4, 72, 0, 0, 10)
    expect([at72.width, at72.height]).toEqual([4000, 5000])
  })
  it('the other working sizes: 1080 × 1080, 500 × 200, 5 × 7 in after trimming the bleed', () => {
    expect([presetById('square-post')?.width, presetById('square-post')?.height]).toEqual([1080, 1080])
    expect([presetById('forum-signature')?.width, presetById('forum-signature')?.height]).toEqual([500, 200])
    const card = presetById('greeting-card')
    // 5 × 7 in at 300 ppi, 1/8 in of bleed on every side: 38 px of 37.5.
    expect(card && [card.width, card.height, card.bleed]).toEqual([1500, 2100, 38])
    // With its bleed it is 5.25 × 7.25 in; trim is that less the bleed on every side.
    expect([mmToPx(5.25 * 25.4, 300) - 2 * 37.5, mmToPx(7.25 * 25.4, 300) - 2 * 37.5]).toEqual([1500, 2100])
  })
})
