import { beforeEach, describe, expect, it, vi } from 'vitest'
import { placedBounds } from '@/core/geometry/placement'
import { isPhoto, takesPicture } from '@/core/kinds/facts'
import { boxAt, pictureLayer } from '@/core/kinds/new'
import { isFilled, picturePlacement } from '@/core/kinds/slot/framing'
import { newMask } from '@/core/masks/mask'
import { readRatio } from '../crop/crop-bar'
import type { Bench } from '../state/bench'
import { layer, openBench, source } from '../state/bench.test-data'
import { type Croppable, croppable, keepCrop, startCrop } from './cropping'
import { resolvedOf } from './handled'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

let bench: Bench
beforeEach(async () => {
  bench = await openBench()
  const info = source({ width: 1200, height: 800 })
  bench.addSource(info)
  bench.edit('Set up', (d) => {
    const where = { id: 'jug', page: 'page1', plane: 'subject', order: 'b0' } as const
    d.layers.jug = pictureLayer(where, 'Jug', info, boxAt(100, 100, 600, 400))
  })
})
const state = () => bench.store.getState()
const of = (): Croppable => {
  const found = croppable(state(), 'jug')
  if (!found) throw new Error('It cannot be cropped.')
  return found
}
const wholeOf = () => {
  const l = resolvedOf(state(), 'jug')?.layer
  if (!takesPicture(l) || !isFilled(l)) throw new Error('no slot')
  const { left, top, right, bottom } = placedBounds(picturePlacement(l))
  return [left, top, right, bottom].map((v) => Math.round(v * 100) / 100)
}

describe('cropping', () => {
  it('makes a slot that shows the box, the picture lying where it lay; again later from all of it, one step each', () => {
    const before = of()
    keepCrop(bench, before, { whole: before.crop.whole, box: boxAt(200, 150, 200, 300) }, 'ellipse')
    const l = layer(bench, 'jug')
    expect(l).toMatchObject({ kind: 'slot', form: 'ellipse', name: 'Jug' })
    expect(l.placement).toMatchObject({ x: 300, y: 300, width: 200, height: 300 })
    expect(wholeOf()).toEqual([100, 100, 700, 500])
    const again = of()
    keepCrop(bench, again, { whole: again.crop.whole, box: { ...again.crop.whole } }, 'rectangle')
    expect(placedBounds(layer(bench, 'jug').placement)).toMatchObject({ left: 100, right: 700 })
    bench.undo()
    bench.undo()
    expect(isPhoto(layer(bench, 'jug'))).toBe(true)
  })
  it('on another channel is of that channel alone', () => {
    bench.show('page1', 'link-card')
    const found = of()
    const b = placedBounds(found.crop.whole)
    const box = boxAt(b.left + 20, b.top + 10, 60, 60)
    keepCrop(bench, found, { whole: found.crop.whole, box }, 'rectangle')
    const kept = placedBounds(of().crop.box)
    expect([kept.left, kept.top].map((v) => Math.round(v - b.left))).toEqual([
      20,
      Math.round(b.top - b.left) + 10,
    ])
    expect(kept.right - kept.left).toBeCloseTo(60, 6)
    bench.show('page1', state().design.master)
    const { whole, box: all } = of().crop
    expect([isPhoto(layer(bench, 'jug')), placedBounds(all)]).toEqual([true, placedBounds(whole)])
  })
  it('of a cutout is one mask more, so that its own masks stay as they are', () => {
    const mask = newMask.gradient({ id: 'fade', order: 'a0' }, 'linear')
    bench.edit('Mask', (d) => void (d.layers.jug && (d.layers.jug.masks = { fade: mask })))
    const found = of()
    keepCrop(bench, found, { whole: found.crop.whole, box: boxAt(250, 200, 300, 100) }, 'rectangle')
    const l = layer(bench, 'jug')
    expect([isPhoto(l), l.masks.fade]).toEqual([true, mask])
    const made = Object.values(l.masks).find((m) => m.id !== 'fade')
    expect(made).toMatchObject({ kind: 'shape', x: 0.5, y: 0.375, width: 0.5, height: 0.25 })
    expect(placedBounds(of().crop.box)).toMatchObject({ left: 250, right: 550 })
  })
  it('is of pictures only; nothing is changed where nothing was cropped', () => {
    expect([startCrop(bench, 'title'), startCrop(bench, 'jug'), state().cropping]).toEqual([
      false,
      true,
      'jug',
    ])
    keepCrop(bench, of(), of().crop, 'rectangle')
    expect([isPhoto(layer(bench, 'jug')), state().cropping]).toEqual([true, null])
  })
})
describe('a ratio that is typed', () => {
  it.each([
    ['3:2', 1.5],
    ['16 x 9', 16 / 9],
    ['1,85', 1.85],
    ['0:3', null],
    ['wide', null],
  ])('%s', (text, ratio) => expect(readRatio(text)).toBe(ratio))
})
