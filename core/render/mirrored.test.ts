import { describe, expect, it } from 'vitest'
import { openHost } from '@/host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import type { Design } from '../design/schema'
import type { Mirror } from '../kinds/group/schema'
import type { Layer, LayerOf } from '../kinds/list'
import { boxAt, groupLayer, shapeLayer } from '../kinds/new'
import { newTreatment } from '../treatments/list'
import { layerBounds } from './layer-bounds'
import { renderPage } from './render-page'

const SIDE = 200
const host = openHost(async () => null)
const at = (id: string, order: string, parent: string | null = 'm') => ({
  id,
  page: 'page1',
  plane: 'subject' as const,
  order,
  parent,
})
const solid = (colour: string) => ({ kind: 'solid' as const, colour })
const bar = (x: number, y: number, w: number, h: number, colour = '#c04020', id = 's'): LayerOf<'shape'> =>
  shapeLayer(at(id, `a${id}`), id, 'rectangle', boxAt(x, y, w, h), solid(colour))
/** An axis through a point, at an angle. */
function axis(x: number, y: number, rotation: number): LayerOf<'shape'> {
  const made = shapeLayer(
    at('axis', 'a0'),
    'Axis',
    'line',
    { ...boxAt(x - 50, y - 0.5, 100, 1), rotation },
    { kind: 'none' },
  )
  return { ...made, axis: true, stroke: { ...made.stroke, weight: 0 } }
}
function design(mirror: Mirror, layers: readonly Layer[]): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const d = blankDesign('r', 'R', [{ ...spec, width: SIDE, height: SIDE }], { colour: 'transparent' })
  d.layers.m = { ...groupLayer(at('m', 'a0', null), 'Mirror'), mirror }
  for (const layer of layers) d.layers[layer.id] = layer
  return d
}
async function seen(mirror: Mirror, layers: readonly Layer[]) {
  const page = await host.resolve(design(mirror, layers), 'page1', 'square-post')
  const { data } = await renderPage(page, 1, { left: 0, top: 0, right: SIDE, bottom: SIDE }, host)
  return (x: number, y: number) => [...data.slice((y * SIDE + x) * 4, (y * SIDE + x) * 4 + 4)]
}
const across: Mirror = { way: 'across', count: 2, cut: false }

describe('a mirror', () => {
  it('repeats what is stored across an upright axis px for px, its treatments too', async () => {
    // A shadow thrown to the left is thrown to the right on the other side.
    const shadow = {
      ...newTreatment('shadow', { id: 't', order: 'a0' }),
      angle: 180,
      distance: 14,
      softness: 0,
      strength: 1,
    }
    const px = await seen(across, [
      axis(100, 100, 90),
      { ...bar(30, 40.5, 41, 60), treatments: { t: shadow } },
    ])
    for (let y = 20; y < 180; y += 3)
      for (let x = 0; x < SIDE; x++) expect(px(x, y)).toEqual(px(SIDE - 1 - x, y))
    expect(px(40, 60)).toEqual([192, 64, 32, 255])
    expect(px(20, 60)[3]).toBe(255)
    expect(px(179, 60)[3]).toBe(255)
  })
  it('across both axes gives four, and turned about a point as many as are wanted', async () => {
    const four = await seen({ way: 'both', count: 2, cut: false }, [axis(100, 80, 0), bar(20, 20, 30, 10)])
    for (const [x, y] of [
      [30, 25],
      [169, 25],
      [30, 134],
      [169, 134],
    ] as const)
      expect(four(x, y)).toEqual([192, 64, 32, 255])
    expect(four(100, 80)[3]).toBe(0)
    const turned = await seen({ way: 'turned', count: 4, cut: false }, [
      axis(100, 100, 0),
      bar(140, 90, 40, 20),
    ])
    // Quarter turns about a corner of the px grid move whole px.
    for (let y = 0; y < SIDE; y += 2)
      for (let x = 0; x < SIDE; x += 2) expect(turned(x, y)).toEqual(turned(SIDE - 1 - y, x))
  })
  it('turned by a fifth lies where the same thing turned by hand lies', async () => {
    const five = await seen({ way: 'turned', count: 5, cut: false }, [
      axis(100, 100, 0),
      bar(140, 90, 40, 20),
    ])
    for (let n = 0; n < 5; n++) {
      const r = (2 * Math.PI * n) / 5
      const place = (x: number, y: number) =>
        five(
          Math.floor(100 + x * Math.cos(r) - y * Math.sin(r)),
          Math.floor(100 + x * Math.sin(r) + y * Math.cos(r)),
        )
      for (const [x, y] of [
        [42, 0],
        [60, 7],
        [76, -7],
      ] as const)
        expect(place(x, y)).toEqual([192, 64, 32, 255])
      for (const [x, y] of [
        [35, 0],
        [60, 14],
        [85, 0],
      ] as const)
        expect(place(x, y)[3]).toBe(0)
    }
  })
  it('cuts what crosses the axis without a seam, or lets both overlap', async () => {
    const layers = [
      axis(90.5, 100, 90),
      bar(20, 60, 100, 40, '#c04020', 's'),
      bar(80, 60, 40, 20, '#2040c0', 'u'),
    ]
    const cut = await seen({ ...across, cut: true }, layers)
    const lap = await seen(across, layers)
    for (let x = 20; x < 161; x++) expect(cut(x, 90)).toEqual([192, 64, 32, 255])
    // The blue part beyond the axis is cut away and what is left of it is repeated.
    expect([cut(85, 70), cut(95, 70), cut(105, 70)]).toEqual([
      [32, 64, 192, 255],
      [32, 64, 192, 255],
      [192, 64, 32, 255],
    ])
    expect(lap(115, 70)).toEqual([32, 64, 192, 255])
    expect(lap(65, 70)).toEqual([192, 64, 32, 255])
    const sectors = await seen({ way: 'turned', count: 6, cut: true }, [
      axis(100, 100, 0),
      bar(0, 0, 200, 200),
    ])
    for (const [x, y] of [
      [100, 100],
      [120, 100],
      [100, 60],
      [70, 117],
      [60, 60],
    ] as const)
      expect(sectors(x, y)).toEqual([192, 64, 32, 255])
  })
  it('cut through the middle of the page keeps the left part, or the one that is chosen, at every scale (fact 10 of the trade)', async () => {
    // Different on either side: which one is kept is plain to see.
    const layers = [
      axis(250, 100, 90),
      bar(0, 0, 500, 200, '#c04020', 's'),
      bar(0, 60, 250, 40, '#2040c0', 'u'),
      bar(250, 120, 250, 40, '#40a020', 'w'),
    ]
    for (const kept of [undefined, { clockwise: true, ahead: true }, { clockwise: false, ahead: true }]) {
      const d = design({ ...across, cut: true, ...(kept ? { kept } : {}) }, layers)
      for (const c of Object.values(d.channels)) Object.assign(c, { width: 500, height: 200 })
      const page = await host.resolve(d, 'page1', 'square-post')
      for (const scale of [1, 0.5, 2]) {
        const [w, h] = [500 * scale, 200 * scale]
        const { data } = await renderPage(page, scale, { left: 0, top: 0, right: w, bottom: h }, host)
        const px = (x: number, y: number) => [...data.slice((y * w + x) * 4, (y * w + x) * 4 + 4)]
        // Column x is column 499 − x of 500.
        for (let y = 1; y < h; y += 7)
          for (let x = 0; x < w / 2; x += 3) expect(px(x, y)).toEqual(px(w - 1 - x, y))
        const left = kept?.clockwise !== false
        expect(px(40 * scale, 80 * scale)).toEqual(left ? [32, 64, 192, 255] : [192, 64, 32, 255])
        expect(px(40 * scale, 140 * scale)).toEqual(left ? [192, 64, 32, 255] : [64, 160, 32, 255])
      }
    }
  })
  it('without its axis shows what is stored alone, and its box goes around all copies', async () => {
    const alone = await seen(across, [bar(30, 40, 40, 60)])
    expect([alone(40, 60)[3], alone(160, 60)[3]]).toEqual([255, 0])
    const page = await host.resolve(
      design(across, [axis(100, 100, 90), bar(30, 40, 40, 60)]),
      'page1',
      'square-post',
    )
    const box = page.layers[0] && layerBounds(page.layers[0])
    expect([box?.left, box?.right]).toEqual([30, 170])
  })
})
