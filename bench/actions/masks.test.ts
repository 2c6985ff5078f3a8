import { describe, expect, it, vi } from 'vitest'
import { duplicateLayers, removeLayers } from '@/core/design/commands'
import { checkDesign, record } from '@/core/design/edits'
import { maskDependsOn } from '@/core/design/mask-commands'
import { tie, untie } from '@/core/design/ties'
import { masksOf } from '@/core/masks/mask'
import { layer, openBench, sampleDesign } from '../state/bench.test-data'
import {
  addMask,
  canPasteMasks,
  changeMask,
  dropMask,
  maskInHand,
  paintedSize,
  pasteMasks,
  reshapeMask,
  takeMasks,
} from './masks'
import { beginStroke } from './strokes'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

const of = (bench: Awaited<ReturnType<typeof openBench>>, id: string) => masksOf(layer(bench, id))

describe('masks of what is selected', () => {
  it('are added, taken in the hand, changed, and each change taken back by one step', async () => {
    const bench = await openBench()
    bench.select(['disc'])
    addMask(bench, 'ellipse')
    addMask(bench, 'linear')
    expect(of(bench, 'disc').map((m) => m.kind)).toEqual(['shape', 'gradient'])
    expect(maskInHand(bench.store.getState())?.mask.kind).toBe('gradient')
    const [shape] = of(bench, 'disc')
    if (shape?.kind !== 'shape') throw new Error('no shape')
    changeMask(bench, 'Swap', shape.id, { swap: true })
    reshapeMask(bench, 'Wider', shape, { width: 0.9 })
    expect(of(bench, 'disc')[0]).toMatchObject({ swap: true, width: 0.9 })
    bench.undo()
    expect(of(bench, 'disc')[0]).toMatchObject({ swap: true, width: 0.7 })
    dropMask(bench, shape.id)
    expect(of(bench, 'disc').map((m) => m.kind)).toEqual(['gradient'])
    // Undone in the hand it is let go, so that the layer has its own handles again.
    addMask(bench, 'polygon')
    expect(bench.store.getState().mask).not.toBeNull()
    bench.undo()
    expect(bench.store.getState().mask).toBeNull()
    bench.select(['card'])
    expect(maskInHand(bench.store.getState())).toBeNull()
  })
  it('need one thing selected, and for one from a layer another layer', async () => {
    const bench = await openBench()
    bench.select(['disc', 'card'])
    addMask(bench, 'ellipse')
    expect([...of(bench, 'disc'), ...of(bench, 'card')]).toEqual([])
    bench.select(['disc'])
    addMask(bench, 'layer')
    expect(of(bench, 'disc')[0]).toMatchObject({ kind: 'layer', by: 'coverage' })
  })
  it('are copied to others, with ids of their own where they meet', async () => {
    const bench = await openBench()
    bench.select(['disc'])
    addMask(bench, 'radial')
    expect(canPasteMasks(bench.store.getState())).toBe(false)
    takeMasks(bench)
    bench.select(['card', 'title'])
    pasteMasks(bench)
    pasteMasks(bench)
    expect([of(bench, 'card').length, of(bench, 'title').length]).toEqual([2, 2])
    expect(new Set(of(bench, 'card').map((m) => m.id)).size).toBe(2)
  })
  it('painted have the px of the picture under them, else twice those of the box, within bounds', async () => {
    const bench = await openBench()
    expect(paintedSize(layer(bench, 'photo'), { width: 10, height: 10 })).toEqual({
      width: 1080,
      height: 1080,
    })
    expect(paintedSize(layer(bench, 'disc'), { width: 200, height: 100 })).toEqual({
      width: 400,
      height: 200,
    })
    expect(paintedSize(layer(bench, 'disc'), { width: 4000, height: 1000 })).toEqual({
      width: 4096,
      height: 1024,
    })
  })
})

describe('masks that go by another layer', () => {
  const byCard = () =>
    record(sampleDesign(), (d) => {
      const disc = d.layers.disc
      if (disc)
        disc.masks.m = {
          id: 'm',
          order: 'a0',
          on: true,
          strength: 1,
          softness: 0,
          swap: false,
          frame: 'layer',
          kind: 'layer',
          layer: 'card',
          by: 'coverage',
        }
    }).design
  it('are never allowed to go round in a circle', () => {
    const design = byCard()
    expect(maskDependsOn(design, 'disc', 'card')).toBe(true)
    const circle = record(design, (d) => {
      const card = d.layers.card
      if (card)
        card.masks.n = {
          ...(d.layers.disc?.masks.m as NonNullable<typeof card.masks.n>),
          id: 'n',
          layer: 'disc',
        } as never
    }).design
    expect(() => checkDesign(JSON.parse(JSON.stringify(circle)))).toThrow(
      /goes by a layer that this one is part of/,
    )
    expect(() => checkDesign(JSON.parse(JSON.stringify(design)))).not.toThrow()
  })
  it('go with it: removed with that layer, and copied together they go by the copy', () => {
    let n = 0
    const copied = record(
      byCard(),
      (d) => void duplicateLayers(d, ['disc', 'card'], () => `new-${++n}`, { x: 0, y: 0 }),
    ).design
    const copy = Object.values(copied.layers).find((l) => l.id.startsWith('new') && l.name.startsWith('Disc'))
    const target = copy?.masks.m
    expect(target?.kind === 'layer' && copied.layers[target.layer]?.name).toMatch(/^Card/)
    expect(target?.kind === 'layer' && target.layer).toMatch(/^new-/)
    const removed = record(byCard(), (d) => removeLayers(d, ['card'])).design
    expect(removed.layers.disc?.masks).toEqual({})
  })
})

describe('a mask on what something was set free of', () => {
  it('masks both as a group, in one step, and afterwards each by itself', async () => {
    const bench = await openBench()
    bench.edit('Set free', (d) => {
      const { card, disc } = d.layers
      if (!card || !disc) throw new Error('no layers')
      Object.assign(card, { plane: disc.plane, behaviour: { ...card.behaviour, kind: 'ride', host: 'disc' } })
      tie(d, ['disc', 'card'], 'one')
    })
    const steps = bench.store.getState().history.done.length
    bench.select(['disc'])
    addMask(bench, 'linear')
    const [whole = ''] = bench.store.getState().selection
    expect(of(bench, whole).map((m) => m.kind)).toEqual(['gradient'])
    expect([layer(bench, 'disc').parent, layer(bench, 'card').parent]).toEqual([whole, whole])
    expect(layer(bench, whole)).toMatchObject({ name: layer(bench, 'disc').name, behaviour: { host: null } })
    expect(of(bench, 'disc')).toEqual([])
    expect(bench.store.getState().mask).toBe(of(bench, whole)[0]?.id)
    expect(bench.store.getState().history.done.length).toBe(steps + 1)
    // What rides is masked alone; so is each of them once they are a group.
    bench.undo()
    bench.select(['card'])
    addMask(bench, 'ellipse')
    expect(of(bench, 'card').map((m) => m.kind)).toEqual(['shape'])
    bench.undo()
    bench.redo()
    bench.undo()
    bench.edit('Untie', (d) => untie(d, ['disc', 'card']))
    bench.select(['disc'])
    addMask(bench, 'ellipse')
    expect(of(bench, 'disc').map((m) => m.kind)).toEqual(['shape'])
  })
  it('painted by the brush too', async () => {
    const bench = await openBench()
    bench.edit('Set free', (d) => {
      const { card, disc } = d.layers
      if (!card || !disc) throw new Error('no layers')
      Object.assign(card, { plane: disc.plane, behaviour: { ...card.behaviour, kind: 'ride', host: 'disc' } })
      tie(d, ['disc', 'card'], 'one')
    })
    bench.select(['disc'])
    beginStroke(bench, { x: 200, y: 200 }, 1, false)?.end()
    const [whole = ''] = bench.store.getState().selection
    expect(of(bench, whole).map((m) => m.kind)).toEqual(['painted'])
    expect(layer(bench, 'card').parent).toBe(whole)
  })
  it('never goes by what is masked along with it', async () => {
    const bench = await openBench()
    bench.edit('Set free', (d) => {
      const { card, disc, photo, title } = d.layers
      if (!card || !disc || !photo || !title) throw new Error('no layers')
      Object.assign(card, { plane: disc.plane, behaviour: { ...card.behaviour, kind: 'ride', host: 'disc' } })
      tie(d, ['disc', 'card'], 'one')
    })
    bench.select(['disc'])
    addMask(bench, 'layer')
    const [whole = ''] = bench.store.getState().selection
    const [mask] = of(bench, whole)
    expect(mask?.kind === 'layer' && mask.layer).toMatch(/^(photo|title)$/)
    expect(() => checkDesign(structuredClone(bench.store.getState().design))).not.toThrow()
    // With nothing else on the page there is nothing that it could go by.
    bench.undo()
    bench.edit('Remove', (d) => removeLayers(d, ['photo', 'title']))
    bench.select(['disc'])
    addMask(bench, 'layer')
    expect(of(bench, 'disc')).toEqual([])
    expect(layer(bench, 'disc').parent).toBeNull()
  })
})
