import { describe, expect, it } from 'vitest'
import { openHost } from '@/host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import type { Layer } from '../kinds/list'
import { boxAt, groupLayer, shapeLayer } from '../kinds/new'
import { layerBounds } from '../render/layer-bounds'
import { renderPage } from '../render/render-page'
import { bendFrom, bendHandles, kindOfBend, unbent, withHandle } from './bend'
import { type Bend, placementSchema } from './placement-schema'
import { warpOf } from './warp'

const W = 400
const H = 100
const box = boxAt(0, 0, W, H)
const at = (bend: Bend) => {
  const warp = warpOf({ ...box, bend })
  if (!warp) throw new Error('not bent')
  return warp.point
}
const curve = (
  points: readonly (readonly [number, number])[],
  lower: readonly (readonly [number, number])[] | null = null,
): Bend => {
  const of = (list: typeof points) => list.map(([x, y]) => ({ x, y }))
  return { kind: 'curve', upper: of(points), lower: lower && of(lower) }
}

describe('a bend along a curve', () => {
  it('that is straight through the middle leaves the box as it is, also beyond its ends', () => {
    const point = at(
      curve([
        [0, 0.5],
        [0.4, 0.5],
        [1, 0.5],
      ]),
    )
    for (const [s, t] of [
      [0, 0],
      [0.3, 0.8],
      [1, 1],
      [1.2, 0.5],
      [-0.1, 0.2],
    ] as const) {
      expect(point(s, t).x).toBeCloseTo(s * W, 2)
      expect(point(s, t).y).toBeCloseTo(t * H, 2)
    }
  })
  it('through points of a circle lies where the arc of that angle lies', () => {
    const arc = at({ kind: 'arc', angleDegrees: 150 })
    const middle = Array.from({ length: 9 }, (_, n) => {
      const p = arc(n / 8, 0.5)
      return [p.x / W, p.y / H] as const
    })
    const point = at(curve(middle))
    for (let s = 0; s <= 1; s += 0.05)
      for (const t of [0, 0.5, 1]) {
        const [p, q] = [point(s, t), arc(s, t)]
        // A smooth line through nine points misses the circle by less than a hundredth of the box.
        expect(Math.hypot(p.x - q.x, p.y - q.y)).toBeLessThan(0.01 * W)
      }
  })
  it('is even in its length, however its points lie, and keeps heights at right angles', () => {
    const point = at(
      curve([
        [0, 0.5],
        [0.1, 0.2],
        [0.9, 1.4],
        [1, 0.5],
      ]),
    )
    const lengths = Array.from({ length: 20 }, (_, n) =>
      Array.from({ length: 20 }, (_, k) => {
        const [p, q] = [point((n + k / 20) / 20, 0.5), point((n + (k + 1) / 20) / 20, 0.5)]
        return Math.hypot(q.x - p.x, q.y - p.y)
      }).reduce((a, b) => a + b, 0),
    )
    expect(Math.max(...lengths) / Math.min(...lengths)).toBeLessThan(1.02)
    for (const s of [0.2, 0.5, 0.8]) {
      const [top, low, before, after] = [
        point(s, 0),
        point(s, 1),
        point(s - 0.002, 0.5),
        point(s + 0.002, 0.5),
      ]
      expect(Math.hypot(low.x - top.x, low.y - top.y)).toBeCloseTo(H, 4)
      const dot = (low.x - top.x) * (after.x - before.x) + (low.y - top.y) * (after.y - before.y)
      expect(Math.abs(dot) / (H * Math.hypot(after.x - before.x, after.y - before.y))).toBeLessThan(0.02)
    }
  })
  it('between two has its edges on both', () => {
    const point = at(
      curve(
        [
          [0, 0],
          [0.5, -0.4],
          [1, 0],
        ],
        [
          [0, 1],
          [0.5, 1.6],
          [1, 1],
        ],
      ),
    )
    expect([point(0.5, 0).y, point(0.5, 1).y].map(Math.round)).toEqual([-40, 160])
    expect([point(0, 0).x, point(1, 1).x].map(Math.round)).toEqual([0, 400])
    expect(point(0.5, 0.5).y).toBeCloseTo(60, 1)
  })
})

describe('handles', () => {
  it('of a new kind lie where the box lies now, and move by themselves', () => {
    const arc = at({ kind: 'arc', angleDegrees: 90 })
    const unit = (s: number, t: number) => ({ x: arc(s, t).x / W, y: arc(s, t).y / H })
    const net = bendFrom('net', unit, 4, 3)
    expect([kindOfBend(net), bendHandles(net).length]).toEqual(['net', 12])
    for (const [n, p] of bendHandles(net).entries()) {
      const own = unit((n % 4) / 3, Math.floor(n / 4) / 2)
      expect(Math.hypot(p.x - own.x, p.y - own.y)).toBeLessThan(1e-4)
      const shown = at(net)((n % 4) / 3, Math.floor(n / 4) / 2)
      expect(Math.hypot(shown.x - own.x * W, shown.y - own.y * H)).toBeLessThan(0.05)
    }
    const two = bendFrom('two', unbent, 3)
    const moved = withHandle(two, 4, { x: 0.5, y: 1.5 })
    expect(bendHandles(moved).map((p) => p.y)).toEqual([0, 0, 0, 1, 1.5, 1])
    expect(kindOfBend(two)).toBe('two')
    for (const bend of [net, moved, bendFrom('curve', unbent, 6), bendFrom('arc', unbent, 2)])
      expect(placementSchema.safeParse({ ...box, bend }).success).toBe(true)
  })
})

describe('a bent group', () => {
  const host = openHost(async () => null)
  const where = (id: string, order: string, parent: string | null) => ({
    id,
    page: 'page1',
    plane: 'subject' as const,
    order,
    parent,
  })
  const solid = { kind: 'solid' as const, colour: '#c04020' }
  async function seen(layers: readonly Layer[]) {
    const [spec] = presetSpecs(['square-post'])
    if (!spec) throw new Error('no preset')
    const d = blankDesign('r', 'R', [{ ...spec, width: 300, height: 300 }], { colour: 'transparent' })
    for (const l of layers) d.layers[l.id] = l
    const page = await host.resolve(d, 'page1', 'square-post')
    const { data } = await renderPage(page, 1, { left: 0, top: 0, right: 300, bottom: 300 }, host)
    return { data, page }
  }
  it('lies where one thing of its box lies, and its box goes around it', async () => {
    const bend: Bend = { kind: 'arc', angleDegrees: 120 }
    const one = shapeLayer(where('one', 'a0', null), 'One', 'rectangle', boxAt(50, 150, 200, 40), solid)
    const whole = await seen([{ ...one, placement: { ...one.placement, bend } }])
    const group = groupLayer(where('g', 'a0', null), 'G')
    const part = (id: string, x: number, width: number) =>
      shapeLayer(where(id, `a${id}`, 'g'), id, 'rectangle', boxAt(x, 150, width, 40), solid)
    const many = await seen([
      { ...group, placement: { ...group.placement, bend } },
      part('0', 50, 80),
      part('1', 130, 120),
    ])
    let far = 0
    for (let n = 3; n < whole.data.length; n += 4)
      if (Math.abs((whole.data[n] as number) - (many.data[n] as number)) > 100) far++
    // Along the seam of both parts and the edge px only.
    expect(far).toBeLessThan(40)
    const bounds = many.page.layers[0] && layerBounds(many.page.layers[0])
    expect(bounds?.bottom).toBeGreaterThan(215)
    let covered = 0
    for (let n = 3; n < many.data.length; n += 4) covered += (many.data[n] as number) / 255
    expect(covered).toBeGreaterThan(6500)
  })
})
