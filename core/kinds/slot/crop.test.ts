import { describe, expect, it } from 'vitest'
import { apply, inverse } from '../../geometry/matrix'
import { matrixOf, placedCorners } from '../../geometry/placement'
import type { Placement } from '../../geometry/placement-schema'
import { boxAt, slotLayer } from '../new'
import { boxOfRatio, boxWithin, type Crop, levelling, turnedBehind } from './crop'
import { framedBy, picturePlacement } from './framing'

const slotAt = (placement: Placement) => ({
  ...slotLayer({ id: 's', page: 'p', plane: 'subject', order: 'a0' }, 'S', 'rectangle', placement),
  picture: { source: 'a'.repeat(64), sourceWidth: 1200, sourceHeight: 800, focal: { x: 0.5, y: 0.5 } },
})
/** How far the corners of a box lie outside of a picture, px. */
const outside = ({ whole, box }: Crop): number => {
  const back = inverse(matrixOf(whole))
  if (!back) return Number.POSITIVE_INFINITY
  return Math.max(
    ...placedCorners(box).map((corner) => {
      const q = apply(back, corner)
      return Math.max(-q.x, -q.y, q.x - whole.width, q.y - whole.height)
    }),
  )
}
const whole: Placement = { ...boxAt(100, 100, 600, 400), rotation: 0 }

describe('a picture framed in a slot', () => {
  it('lies on the page where it lay, whichever part is kept, turned and mirrored too', () => {
    let checked = 0
    for (const flipX of [false, true])
      for (const rotation of [0, 25, -90])
        for (const turn of [0, 8, -15]) {
          const box = { ...boxAt(250, 180, 220, 160), rotation, flipX }
          // A mirrored thing turns its picture the other way round.
          const picture = {
            ...whole,
            width: 1200,
            height: 800,
            x: 380,
            y: 270,
            flipX,
            rotation: rotation + turn,
          }
          if (outside({ whole: picture, box }) > 0) continue
          const slot = slotAt(box)
          const p = picturePlacement({ ...slot, ...framedBy(slot, picture) })
          expect([p.x, p.y, p.width, p.height].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([
            picture.x,
            picture.y,
            picture.width,
            picture.height,
          ])
          expect(Math.abs(((((p.rotation - picture.rotation) % 360) + 540) % 360) - 180)).toBeLessThan(1e-9)
          checked++
        }
    expect(checked).toBeGreaterThan(12)
  })
})

describe('the box of a crop', () => {
  const crop: Crop = { whole, box: boxAt(200, 200, 100, 100) }
  it('goes as far as the picture does', () => {
    expect(boxWithin(crop, boxAt(300, 250, 100, 100))).toEqual(boxAt(300, 250, 100, 100))
    const far = boxWithin(crop, boxAt(900, 200, 100, 100))
    expect(Math.abs(far.x + far.width / 2 - 700)).toBeLessThan(0.02)
    expect(outside({ whole, box: boxWithin(crop, boxAt(-500, -900, 900, 2500)) })).toBeLessThan(0.02)
  })
  it('of a ratio is as large as fits about its middle', () => {
    for (const ratio of [0.4, 1, 16 / 9, 3]) {
      const box = boxOfRatio({ whole, box: whole }, ratio)
      expect(box.width / box.height).toBeCloseTo(ratio, 3)
      expect(Math.max(box.width / 600, box.height / 400)).toBeCloseTo(1, 3)
    }
  })
  it('is covered again once the picture was turned, and no more enlarged than that needs', () => {
    const full: Crop = { whole, box: { ...whole } }
    const turned = turnedBehind(full, 10)
    expect(turned.whole.rotation).toBe(10)
    expect(outside(turned)).toBeLessThan(0.02)
    expect(
      outside({ ...turned, whole: { ...turned.whole, width: turned.whole.width * 0.99 } }),
    ).toBeGreaterThan(0)
    // A box with room around it needs nothing larger.
    expect(turnedBehind(crop, 5).whole.width).toBe(600)
  })
})

describe('a line drawn along something', () => {
  it.each([
    [{ x: 100, y: 5 }, -2.862],
    [{ x: -100, y: -5 }, -2.862],
    [{ x: 4, y: 100 }, 2.291],
    [{ x: 100, y: 0 }, 0],
  ])('to %o is made level or upright, whichever is nearer', (to, turn) =>
    expect(levelling({ x: 0, y: 0 }, to)).toBeCloseTo(turn, 2),
  )
})
