import fc from 'fast-check'
import { beforeEach, describe, expect, it } from 'vitest'
import { sheetLayout } from '../shelf/sheet-layout'
import type { Bench, BenchState } from '../state/bench'
import { fitView, LEAST_ZOOM, MOST_ZOOM, setStageSize, showWhole, toPage, toStage, zoomAbout } from './view'

beforeEach(() => setStageSize({ width: 800, height: 600 }))
const some = (min: number, max: number) => fc.double({ min, max, noNaN: true })

describe('the view', () => {
  it('to the page and back is nothing', () => {
    fc.assert(
      fc.property(some(0.02, 32), some(-4000, 4000), some(-4000, 4000), some(-900, 900), (zoom, x, y, at) => {
        const view = { zoom, x, y, fitted: false }
        const back = toStage(view, toPage(view, { x: at, y: -at }))
        expect(back.x).toBeCloseTo(at, 6)
        expect(back.y).toBeCloseTo(-at, 6)
      }),
      { seed: 1, endOnFailure: true },
    )
  })
  it('fitted shows the whole page with its bleed and a margin, in the middle', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 50, max: 8000 }),
        fc.integer({ min: 50, max: 8000 }),
        fc.integer({ min: 0, max: 90 }),
        (width, height, bleed) => {
          const v = fitView({ width, height, bleed })
          expect(v.x - bleed * v.zoom).toBeGreaterThanOrEqual(33)
          expect(v.y - bleed * v.zoom).toBeGreaterThanOrEqual(33)
          expect(v.x + (width + bleed) * v.zoom).toBeLessThanOrEqual(767.6)
          expect(v.y + (height + bleed) * v.zoom).toBeLessThanOrEqual(567.6)
          expect(Math.abs(v.x + (width * v.zoom) / 2 - 400)).toBeLessThanOrEqual(0.5)
        },
      ),
      { seed: 2, endOnFailure: true },
    )
  })
  it('zooming about a point leaves what is under it there', () => {
    const state = { view: { zoom: 0.5, x: 100, y: 60, fitted: true } } as BenchState
    const before = toPage(state.view, { x: 333, y: 222 })
    const after = zoomAbout(state, { x: 333, y: 222 }, 2)
    expect(after.fitted).toBe(false)
    expect(toPage(after, { x: 333, y: 222 })).toEqual(before)
  })
  it('shows a box that reaches out of sight whole, and goes back unless a person moved it meanwhile', () => {
    const before = { zoom: 0.5, x: 100, y: 20, fitted: true }
    const held = { view: before }
    const bench = {
      store: { getState: () => held },
      set: (change: Partial<typeof held>) => Object.assign(held, change),
    } as unknown as Bench
    const tall = { left: 0, top: -240, right: 1080, bottom: 1320 }
    const leave = showWhole(bench, tall)
    expect(toStage(held.view, { x: 0, y: tall.top }).y).toBeGreaterThan(0)
    expect(toStage(held.view, { x: 0, y: tall.bottom }).y).toBeLessThan(600)
    leave()
    expect(held.view).toBe(before)
    showWhole(bench, { left: 0, top: 0, right: 200, bottom: 200 })
    expect(held.view).toBe(before)
    const leaveLater = showWhole(bench, tall)
    const moved = { ...held.view, x: 7 }
    bench.set({ view: moved })
    leaveLater()
    expect(held.view).toBe(moved)
  })
  it('has ends', () => {
    const state = { view: { zoom: 1, x: 0, y: 0, fitted: false } } as BenchState
    expect(zoomAbout(state, { x: 0, y: 0 }, 999).zoom).toBe(MOST_ZOOM)
    expect(zoomAbout(state, { x: 0, y: 0 }, 1e-9).zoom).toBe(LEAST_ZOOM)
  })
})

describe('the contact sheet', () => {
  const channel = (id: string, width: number, height: number) => ({
    id,
    name: id,
    width,
    height,
    master: false,
  })
  it('keeps shapes, and nothing lies on anything else', () => {
    const sizes = fc.array(
      fc.tuple(fc.integer({ min: 200, max: 4000 }), fc.integer({ min: 200, max: 4000 })),
      { minLength: 1, maxLength: 9 },
    )
    fc.assert(
      fc.property(sizes, (list) => {
        const { places, width, height } = sheetLayout(list.map(([w, h], n) => channel(`c${n}`, w, h)))
        expect(places).toHaveLength(list.length)
        for (const [n, p] of places.entries()) {
          expect(p.x >= 0 && p.y >= 0 && p.x + p.width <= width + 1 && p.y + p.height <= height + 1).toBe(
            true,
          )
          expect(Math.abs(p.width - (p.height * p.channel.width) / p.channel.height)).toBeLessThan(
            1 + p.channel.width / p.channel.height,
          )
          for (const q of places.slice(n + 1))
            expect(
              p.x + p.width <= q.x || q.x + q.width <= p.x || p.y + p.height <= q.y || q.y + q.height <= p.y,
            ).toBe(true)
        }
      }),
      { seed: 3, endOnFailure: true },
    )
  })
  it('of a design on one channel is that channel, large; of none it is empty', () => {
    expect(sheetLayout([channel('a', 1080, 1080)]).places).toMatchObject([
      { x: 0, y: 0, width: 196, height: 196 },
    ])
    expect(sheetLayout([]).places).toEqual([])
  })
})
