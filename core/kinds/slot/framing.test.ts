import fc from 'fast-check'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { openHost } from '@/host/project'
import { blankDesign, presetSpecs } from '../../design/blank'
import { apply, inverse } from '../../geometry/matrix'
import { matrixOf, placedCorners } from '../../geometry/placement'
import { shownPoint } from '../../geometry/warp'
import { renderPage } from '../../render/render-page'
import type { LayerOf } from '../list'
import { boxAt, slotLayer } from '../new'
import { panToFocal, pictureBox, picturePlacement, refitted, reframed, turnedInside } from './framing'

const at = { id: 's', page: 'page1', plane: 'subject' as const, order: 'a0' }
type Filled = LayerOf<'slot'> & { picture: NonNullable<LayerOf<'slot'>['picture']> }
const slot = (more: Partial<LayerOf<'slot'>> = {}): Filled =>
  ({
    ...slotLayer(at, 'Slot', 'rectangle', boxAt(100, 100, 300, 200)),
    picture: { source: 'a'.repeat(64), sourceWidth: 600, sourceHeight: 600, focal: { x: 0.5, y: 0.5 } },
    ...more,
  }) as Filled

describe('a picture in a slot', () => {
  it('covers it, centred; pan moves it in its free way, zoom enlarges it', () => {
    // 600 × 600 over 300 × 200: half size, 100 px of free way down.
    expect(pictureBox(slot())).toEqual({ x: 0, y: -50, width: 300, height: 300 })
    expect(pictureBox(slot({ pan: { x: 1, y: 1 } }))).toMatchObject({ x: 0, y: 0 })
    expect(pictureBox(slot({ pan: { x: -1, y: -1 } }))).toMatchObject({ x: 0, y: -100 })
    expect(pictureBox(slot({ zoom: 2 }))).toEqual({ x: -150, y: -200, width: 600, height: 600 })
  })
  it('always covers, whatever is asked of pan and zoom', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(
        number(0.2, 9),
        number(-900, 900),
        number(-900, 900),
        number(0.2, 40),
        number(-1, 1),
        number(-1, 1),
        (ratio, dx, dy, zoom, px, py) => {
          const s = slot({
            pan: { x: px, y: py },
            picture: {
              source: 'a'.repeat(64),
              sourceWidth: Math.round(600 * ratio),
              sourceHeight: 600,
              focal: { x: 0.5, y: 0.5 },
            },
          })
          const next = { ...s, ...reframed(s, { x: dx, y: dy }, zoom) }
          const b = pictureBox(next)
          expect(b.x).toBeLessThanOrEqual(1e-6)
          expect(b.y).toBeLessThanOrEqual(1e-6)
          expect(b.x + b.width).toBeGreaterThanOrEqual(300 - 1e-6)
          expect(b.y + b.height).toBeGreaterThanOrEqual(200 - 1e-6)
          expect(
            Math.abs(next.pan.x) <= 1 && Math.abs(next.pan.y) <= 1 && next.zoom >= 1 && next.zoom <= 20,
          ).toBe(true)
        },
      ),
      { endOnFailure: true, seed: 4 },
    )
  })
  it('turned inside still covers every corner of the slot, and shows the same in its middle', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(
        number(-180, 180),
        number(-1, 1),
        number(-1, 1),
        number(1, 4),
        number(0.3, 3),
        fc.boolean(),
        (turn, px, py, zoom, ratio, flipX) => {
          const s = slot({
            turn,
            zoom,
            pan: { x: px, y: py },
            placement: { ...boxAt(100, 100, 300, 200), rotation: 25, flipX },
            picture: {
              source: 'a'.repeat(64),
              sourceWidth: Math.round(600 * ratio),
              sourceHeight: 600,
              focal: { x: 0.5, y: 0.5 },
            },
          })
          const back = inverse(matrixOf(picturePlacement(s)))
          const p = picturePlacement(s)
          for (const corner of placedCorners(s.placement)) {
            const q = apply(back as NonNullable<typeof back>, corner)
            expect(q.x).toBeGreaterThanOrEqual(-1e-6)
            expect(q.y).toBeGreaterThanOrEqual(-1e-6)
            expect(q.x).toBeLessThanOrEqual(p.width + 1e-6)
            expect(q.y).toBeLessThanOrEqual(p.height + 1e-6)
          }
        },
      ),
      { endOnFailure: true },
    )
    const far = slot({ zoom: 3, pan: { x: 0.4, y: -0.3 } })
    const middle = (of: Filled) => {
      const p = picturePlacement(of)
      const q = apply(inverse(matrixOf(p)) as NonNullable<ReturnType<typeof inverse>>, {
        x: of.placement.x,
        y: of.placement.y,
      })
      return [q.x / p.width, q.y / p.height]
    }
    const [before, after] = [middle(far), middle({ ...far, ...turnedInside(far, 20) })]
    expect(after[0]).toBeCloseTo(before[0] as number, 6)
    expect(after[1]).toBeCloseTo(before[1] as number, 6)
  })
  it('turned in a slanted slot lies as its outline does: corner for corner through the same map', () => {
    const s = slot({ turn: 30, placement: { ...boxAt(100, 100, 300, 200), rotation: 10, skew: 20 } })
    const p = picturePlacement(s)
    expect(p.corners).toBeDefined()
    const box = pictureBox(s)
    const [c, sn] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)]
    for (const [u, v] of [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ] as const) {
      const [dx, dy] = [(u - 0.5) * box.width, (v - 0.5) * box.height]
      const want = apply(matrixOf(s.placement), {
        x: box.x + box.width / 2 + dx * c - dy * sn,
        y: box.y + box.height / 2 + dx * sn + dy * c,
      })
      const have = shownPoint(p)({ x: u * p.width, y: v * p.height })
      expect([have.x, have.y]).toEqual([expect.closeTo(want.x, 6), expect.closeTo(want.y, 6)])
    }
  })
  it('of another shape keeps its middle, and its focal point in sight', () => {
    const wide = slot({
      zoom: 1.6,
      pan: { x: 0.5, y: 0.2 },
      picture: { source: 'a'.repeat(64), sourceWidth: 1200, sourceHeight: 600, focal: { x: 0.3, y: 0.5 } },
    })
    for (const [w, h] of [
      [300, 400],
      [120, 400],
      [500, 90],
    ] as const) {
      const next = { ...wide, placement: boxAt(100, 100, w, h) }
      next.pan = refitted(wide, next)
      const box = pictureBox(next)
      const focus = { x: box.x + 0.3 * box.width, y: box.y + 0.5 * box.height }
      expect(focus.x).toBeGreaterThanOrEqual(-1e-6)
      expect(focus.x).toBeLessThanOrEqual(w + 1e-6)
      expect(focus.y).toBeGreaterThanOrEqual(-1e-6)
      expect(focus.y).toBeLessThanOrEqual(h + 1e-6)
    }
    expect(refitted(wide, wide)).toEqual({ x: expect.closeTo(0.5, 9), y: expect.closeTo(0.2, 9) })
  })
  it('follows the hand px for px until its edge is reached', () => {
    const s = slot({ zoom: 2 })
    const moved = { ...s, ...reframed(s, { x: 40, y: -30 }) }
    expect([pictureBox(moved).x - pictureBox(s).x, pictureBox(moved).y - pictureBox(s).y]).toEqual([
      expect.closeTo(40, 9),
      expect.closeTo(-30, 9),
    ])
  })
  it('zooming keeps what is in the slot’s middle', () => {
    const s = slot({ zoom: 1.5, pan: { x: 0.2, y: -0.3 } })
    const middle = (f: Filled) => {
      const b = pictureBox(f)
      return [(150 - b.x) / b.width, (100 - b.y) / b.height]
    }
    const [u = 0, v = 0] = middle(s)
    const [x, y] = middle({ ...s, ...reframed(s, { x: 0, y: 0 }, 3) })
    expect([x, y]).toEqual([expect.closeTo(u, 9), expect.closeTo(v, 9)])
  })
  it('brings the focal point as near to the middle as its way allows', () => {
    expect(panToFocal(slot({ picture: { ...slot().picture, focal: { x: 0.5, y: 0.6 } } })).y).toBeCloseTo(
      -0.6,
      9,
    )
    expect(panToFocal(slot({ picture: { ...slot().picture, focal: { x: 0.1, y: 0 } } }))).toEqual({
      x: 0,
      y: 1,
    })
  })
  it('goes through the slot’s turn and slant, its perspective and its bend', () => {
    const corners = [
      { x: 0.1, y: 0.05 },
      { x: -0.1, y: 0 },
      { x: 0.05, y: -0.1 },
      { x: 0, y: 0.1 },
    ] as NonNullable<LayerOf<'slot'>['placement']['corners']>
    for (const more of [
      { rotation: 30, skew: 12 },
      { corners, rotation: -20 },
      { bend: { kind: 'arc' as const, angleDegrees: 50 } },
    ]) {
      const s = slot({
        zoom: 1.4,
        pan: { x: 0.3, y: -0.2 },
        placement: { ...boxAt(100, 100, 300, 200), ...more },
      })
      const [box, own, inner] = [pictureBox(s), shownPoint(s.placement), shownPoint(picturePlacement(s))]
      for (const [x, y] of [
        [20, 30],
        [150, 100],
        [280, 190],
      ] as const) {
        const [a, b] = [own({ x, y }), inner({ x: x - box.x, y: y - box.y })]
        // The net that stands for an arc has nine points a side.
        expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan('bend' in more ? 0.6 : 1e-6)
      }
    }
  })
})

describe('a slot on the page', () => {
  const SIDE = 60
  // A picture of four colours, one a quarter.
  const pixel = (x: number, y: number): [number, number, number] => [x < 30 ? 250 : 10, y < 30 ? 250 : 10, 90]
  const source = 'c'.repeat(64)
  const raw = Uint8Array.from(
    Array.from({ length: SIDE * SIDE }, (_, n) => pixel(n % SIDE, Math.floor(n / SIDE))).flat(),
  )
  const host = openHost(
    async () =>
      new Uint8Array(
        await sharp(raw, { raw: { width: SIDE, height: SIDE, channels: 3 } })
          .png()
          .toBuffer(),
      ),
  )
  const draw = async (layer: LayerOf<'slot'>) => {
    const [spec] = presetSpecs(['square-post'])
    if (!spec) throw new Error('no preset')
    const design = blankDesign('d', 'D', [{ ...spec, width: 100, height: 100 }], { colour: '#ffffff' })
    design.layers.s = layer
    const page = await host.resolve(design, 'page1', 'square-post')
    const { data } = await renderPage(page, 1, { left: 0, top: 0, right: 100, bottom: 100 }, host)
    return (x: number, y: number) => [...data.slice((y * 100 + x) * 4, (y * 100 + x) * 4 + 3)]
  }
  const filled = (more: Partial<LayerOf<'slot'>> = {}): LayerOf<'slot'> => ({
    ...slotLayer(at, 'Slot', 'ellipse', boxAt(20, 20, 60, 60)),
    picture: { source, sourceWidth: SIDE, sourceHeight: SIDE, focal: { x: 0.5, y: 0.5 } },
    ...more,
  })
  it('shows its picture within its outline and nothing outside', async () => {
    const seen = await draw(filled())
    expect(seen(35, 35)).toEqual([250, 250, 90])
    expect(seen(65, 65)).toEqual([10, 10, 90])
    // A corner of the box, outside the ellipse.
    expect(seen(22, 22)).toEqual([255, 255, 255])
  })
  it('without a fill the picture is whole all the same; empty it shows its fill', async () => {
    expect((await draw(filled({ fill: { kind: 'none' } })))(35, 35)).toEqual([250, 250, 90])
    const empty = await draw(filled({ picture: null, fill: { kind: 'solid', colour: '#123456' } }))
    expect(empty(50, 50)).toEqual([0x12, 0x34, 0x56])
    expect((await draw(filled({ picture: null, fill: { kind: 'none' } })))(50, 50)).toEqual([255, 255, 255])
  })
  it('its frame lies over the picture’s edge', async () => {
    const seen = await draw(
      filled({
        form: 'rectangle',
        stroke: { colour: '#ff0000', weight: 8, dash: [], cap: 'butt', join: 'miter' },
      }),
    )
    expect(seen(22, 50)).toEqual([255, 0, 0])
    expect(seen(17, 50)).toEqual([255, 0, 0])
    expect(seen(28, 35)).toEqual([250, 250, 90])
  })
})
