import { beforeEach, describe, expect, it, vi } from 'vitest'
import { areaOf, type Bounds, intersect } from '@/core/geometry/bounds'
import { placedBounds } from '@/core/geometry/placement'
import { takesPicture } from '@/core/kinds/facts'
import { boxAt, shapeLayer, slotLayer } from '@/core/kinds/new'
import type { Bench } from '../state/bench'
import { layer, openBench, source } from '../state/bench.test-data'
import { sideBySide } from './landing'
import { placeSeveral, placeSource } from './placing'
import { exchangePictures, fillSelected, fillSlots, sharedOut, slotsForSeveral } from './slots'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

let bench: Bench
beforeEach(async () => {
  bench = await openBench()
  bench.edit('Empty', (d) => {
    for (const id of Object.keys(d.layers)) delete d.layers[id]
  })
  bench.select([])
})
const state = () => bench.store.getState()
const box = (id: string): Bounds => placedBounds(layer(bench, id).placement)
const pot = (n: number) => ({
  info: source({ sha: String(n).repeat(64).slice(0, 64), width: 400, height: 500 }),
  label: `Pot ${n}`,
  kind: 'cutout',
})
const share = (a: Bounds, b: Bounds) => areaOf(intersect(a, b)) / Math.min(areaOf(a), areaOf(b))
const order = () => state().resolved.layers.map((l) => l.layer.name)

describe('new things', () => {
  it('one after another are laid beside each other, never in a pile', () => {
    const ids = [1, 2, 3, 4].map((n) => {
      placeSource(bench, pot(n))
      const [id] = state().selection
      bench.select([])
      return id as string
    })
    for (const [n, a] of ids.entries())
      for (const b of ids.slice(n + 1)) expect(share(box(a), box(b))).toBeLessThan(0.3)
  })
  it('that come to lie beside others do so within the page', () => {
    for (let n = 1; n <= 5; n++) {
      placeSource(bench, pot(n))
      const [id] = state().selection
      bench.select([])
      const { width, height } = state().resolved
      const b = box(id as string)
      expect([b.left >= 0, b.top >= 0, b.right <= width, b.bottom <= height]).toEqual([
        true,
        true,
        true,
        true,
      ])
    }
  })
  it('at once stand side by side on the page, in one step', () => {
    placeSeveral(bench, [pot(1), pot(2), pot(3)])
    const ids = state().selection
    expect(ids).toHaveLength(3)
    for (const [n, a] of ids.entries())
      for (const b of ids.slice(n + 1)) expect(share(box(a), box(b))).toBe(0)
    bench.undo()
    expect(Object.keys(state().design.layers)).toEqual([])
  })
  it('land in front of a full picture, whatever plane that is in, and directly so', () => {
    bench.edit('Full', (d) => {
      const where = (id: string, plane: 'message' | 'front') => ({ id, page: 'page1', plane, order: 'a0' })
      d.layers.full = shapeLayer(where('full', 'message'), 'Full', 'rectangle', boxAt(0, 0, 1080, 1080), {
        kind: 'solid',
        colour: '#ffffff',
      })
      d.layers.tag = shapeLayer(where('tag', 'front'), 'Tag', 'ellipse', boxAt(0, 0, 90, 90))
    })
    placeSource(bench, pot(1))
    expect(order()).toEqual(['Full', 'Pot 1', 'Tag'])
    expect(layer(bench, state().selection[0] as string).plane).toBe('message')
  })
  it('stay where their kind lies where nothing hides them', () => {
    bench.edit('Words', (d) => {
      d.layers.tag = shapeLayer(
        { id: 'tag', page: 'page1', plane: 'message', order: 'a0' },
        'Tag',
        'rectangle',
        boxAt(0, 0, 200, 90),
      )
    })
    placeSource(bench, pot(1))
    expect(order()).toEqual(['Pot 1', 'Tag'])
  })
})

describe('boxes side by side', () => {
  it('keep their ratios, lie on the page and apart, whatever the page and the point', () => {
    for (const page of [
      { width: 1080, height: 1080 },
      { width: 1500, height: 500 },
      { width: 400, height: 2000 },
    ])
      for (let n = 2; n <= 9; n++) {
        const ratios = Array.from({ length: n }, (_, k) => 0.5 + k * 0.3)
        const boxes = sideBySide(page, ratios, { x: page.width, y: 0 })
        for (const [k, b] of boxes.entries()) {
          expect((b.right - b.left) / (b.bottom - b.top)).toBeCloseTo(ratios[k] as number, 9)
          expect(b.left >= -0.01 && b.top >= -0.01 && b.right <= page.width + 0.01).toBe(true)
          expect(b.bottom).toBeLessThanOrEqual(page.height + 0.01)
          for (const o of boxes.slice(k + 1)) expect(areaOf(intersect(b, o))).toBe(0)
        }
      }
  })
})

describe('slots', () => {
  const boxes = { c: boxAt(600, 40, 300, 300), a: boxAt(40, 50, 500, 300), b: boxAt(40, 500, 300, 500) }
  beforeEach(() =>
    bench.edit('Slots', (d) => {
      for (const [id, at] of Object.entries(boxes))
        d.layers[id] = slotLayer({ id, page: 'page1', plane: 'subject', order: id }, id, 'rectangle', at)
    }),
  )
  const shown = (id: string) => {
    const l = layer(bench, id)
    return takesPicture(l) ? l.picture?.source : undefined
  }
  it('are read in rows from the top', () =>
    expect(slotsForSeveral(state(), false).map((l) => l.id)).toEqual(['a', 'c', 'b']))
  it('get what fits them by ratio, in reading order where it fits alike', () => {
    expect(sharedOut([5 / 3, 1, 3 / 5], [0.6, 1.6, 1])).toEqual([1, 2, 0])
    expect(sharedOut([1, 1, 1], [1.5, 1.5])).toEqual([0, 1, null])
  })
  it('that are selected and empty take a pressed supply each, and stay selected', () => {
    bench.select(['a', 'b'])
    expect([fillSelected(bench, pot(1)), fillSelected(bench, pot(2)), fillSelected(bench, pot(3))]).toEqual([
      true,
      true,
      false,
    ])
    expect([shown('a'), shown('b'), state().selection]).toEqual(['1'.repeat(64), '2'.repeat(64), ['a', 'b']])
  })
  it('are filled in one step, and exchange what they show', () => {
    fillSlots(bench, [
      { slot: 'a', p: pot(1) },
      { slot: 'c', p: pot(2) },
    ])
    exchangePictures(bench, 'a', 'c')
    expect([shown('a'), shown('c')]).toEqual(['2'.repeat(64), '1'.repeat(64)])
    bench.undo()
    bench.undo()
    expect(slotsForSeveral(state(), false)).toHaveLength(3)
  })
  it('take several dropped onto one of them where none is empty, else only those that are', () => {
    const places = (ontoSlot: boolean) => slotsForSeveral(state(), ontoSlot).map((l) => l.id)
    fillSlots(bench, [
      { slot: 'a', p: pot(1) },
      { slot: 'c', p: pot(2) },
    ])
    expect([places(false), places(true)]).toEqual([['b'], ['b']])
    fillSlots(bench, [{ slot: 'b', p: pot(3) }])
    expect([places(false), places(true)]).toEqual([[], ['a', 'c', 'b']])
  })
})
