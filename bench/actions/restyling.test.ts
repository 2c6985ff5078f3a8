import { beforeEach, describe, expect, it, vi } from 'vitest'
import { checkDesign } from '@/core/design/edits'
import { membersOf } from '@/core/design/tree'
import { bendHandles } from '@/core/geometry/bend'
import { isAxis } from '@/core/kinds/group/mirror'
import type { LayerOf } from '@/core/kinds/list'
import { treatmentsOf } from '@/core/treatments/order'
import type { Bench } from '../state/bench'
import { answers, layer, openBench, source } from '../state/bench.test-data'
import { bendAlong, bendAs, bentInHand, copyBend, moveHandle, pasteBend } from './bending'
import {
  addSwatches,
  placeInColour,
  readMeans,
  recolourAll,
  recolourInSwatches,
  removeSwatch,
} from './colouring'
import { paintInHand, paintLayer, strewLights } from './light-shade'
import { mirrorInHand, mirrorSelection, setMirror, unmirror } from './mirroring'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

let bench: Bench
beforeEach(async () => {
  bench = await openBench()
})
const fill = (id: string) => (layer(bench, id) as LayerOf<'shape'>).fill
const design = () => bench.store.getState().design

describe('recolouring', () => {
  it('gives shapes the colour, gradients with their shading, pictures a treatment that goes by their mean', async () => {
    answers.to = (q) =>
      q.ask === 'layer'
        ? { left: 0, top: 0, width: 1, height: 1, scale: 1, data: Uint8ClampedArray.of(198, 90, 54, 255) }
        : null
    const stops = { a: { offset: 0, colour: '#404040' }, b: { offset: 1, colour: '#c0c0c0' } }
    bench.edit('A gradient', (d) => {
      const card = d.layers.card
      if (card?.kind === 'shape') card.fill = { kind: 'linear', angleDegrees: 0, stops }
    })
    bench.select(['disc', 'card', 'photo'])
    await readMeans(bench)
    recolourAll(bench, '#2f6f8f', 'kept')
    expect(fill('disc')).toEqual({ kind: 'solid', colour: '#2f6f8f' })
    const card = fill('card')
    const [dark = '', light = ''] = card.kind === 'linear' ? [card.stops.a?.colour, card.stops.b?.colour] : []
    expect(Number.parseInt(dark.slice(3, 5), 16)).toBeLessThan(Number.parseInt(light.slice(3, 5), 16))
    const [made] = treatmentsOf(layer(bench, 'photo'))
    expect([made?.kind, made?.from, made?.to]).toEqual(['recolour', '#c65a36', '#2f6f8f'])
    // A second colour changes the same treatment, and one step takes it back.
    recolourAll(bench, '#aa3311', 'kept')
    expect(treatmentsOf(layer(bench, 'photo')).map((t) => t.to)).toEqual(['#aa3311'])
    bench.undo()
    expect(fill('disc')).toEqual({ kind: 'solid', colour: '#2f6f8f' })
    // What came of it is a design that is stored.
    const { design } = bench.store.getState()
    expect(checkDesign(JSON.parse(JSON.stringify(design)))).toEqual(design)
  })
  it('places a supply in a colour, in one step: what it is called by is swapped, the rest stays', async () => {
    // Of four px three are red, one is leaf green.
    const px = [200, 60, 50, 255]
    const data = Uint8ClampedArray.of(...px, ...px, ...px, 80, 110, 60, 255)
    answers.to = (q) => (q.ask === 'layer' ? { left: 0, top: 0, width: 2, height: 2, scale: 1, data } : null)
    bench.show('page1', 'link-card')
    const before = design()
    const info = source({ sha: 'b'.repeat(64), width: 400, height: 500 })
    await placeInColour(bench, { info, label: 'Rose', kind: 'cutout' }, '#2f6f8f')
    const [id = ''] = bench.store.getState().selection
    expect(treatmentsOf(layer(bench, id))).toMatchObject([
      { kind: 'swap-colour', from: '#c83c32', to: '#2f6f8f', on: true },
    ])
    expect(checkDesign(JSON.parse(JSON.stringify(design())))).toEqual(design())
    bench.undo()
    expect(design().layers).toEqual(before.layers)
    bench.redo()
    expect(treatmentsOf(layer(bench, id))).toHaveLength(1)
  })
  it('on a channel changes nothing of the master: a photo’s treatment is on there only', async () => {
    answers.to = (q) =>
      q.ask === 'layer'
        ? { left: 0, top: 0, width: 1, height: 1, scale: 1, data: Uint8ClampedArray.of(198, 90, 54, 255) }
        : null
    bench.show('page1', 'link-card')
    bench.select(['disc', 'photo'])
    const before = fill('disc')
    await readMeans(bench)
    recolourAll(bench, '#2f6f8f', 'kept')
    recolourAll(bench, '#aa3311', 'kept')
    const seen = (channel: string) => {
      bench.show('page1', channel)
      const photo = bench.store.getState().resolved.layers.find((l) => l.layer.id === 'photo')?.layer
      return (photo ? treatmentsOf(photo) : []).filter((t) => t.on).map((t) => t.to)
    }
    expect([seen('link-card'), seen('square-post')]).toEqual([['#aa3311'], []])
    expect(fill('disc')).toEqual(before)
    const { design } = bench.store.getState()
    expect(checkDesign(JSON.parse(JSON.stringify(design)))).toEqual(design)
  })
  it('tried in many colours comes out as if the last had been the first', () => {
    const stops = { a: { offset: 0, colour: '#803020' }, b: { offset: 1, colour: '#c0d040' } }
    bench.edit('A gradient', (d) => {
      const card = d.layers.card
      if (card?.kind === 'shape') card.fill = { kind: 'linear', angleDegrees: 0, stops }
    })
    bench.select(['card', 'disc'])
    recolourAll(bench, '#2f6f8f', 'kept')
    const once = fill('card')
    bench.undo()
    for (const c of ['#ff0000', '#00ff00', '#2f6f8f', '#2f6f8f']) recolourAll(bench, c, 'shown')
    recolourAll(bench, '#2f6f8f', 'kept')
    expect(fill('card')).toEqual(once)
    // Two colours stay two.
    const stopsOf = once.kind === 'linear' ? once.stops : {}
    expect(stopsOf.a?.colour).not.toBe(stopsOf.b?.colour)
  })
  it('in the swatches uses them by reference; a swatch that is removed leaves its colour', async () => {
    answers.to = () => null
    addSwatches(bench, 'Two', [
      { name: 'Ink', colour: '#142e2a' },
      { name: 'Cream', colour: '#fbeeda' },
    ])
    addSwatches(bench, 'The same', [{ name: 'Ink again', colour: '#142e2a' }])
    expect(Object.values(design().swatches).map((w) => w.name)).toEqual(['Ink', 'Cream'])
    const [ink, cream] = Object.values(design().swatches).map((w) => w.id)
    bench.edit('Light and dark', (d) => {
      for (const [id, colour] of [
        ['disc', '#222222'],
        ['card', '#eeeeee'],
      ] as const) {
        const l = d.layers[id]
        if (l?.kind === 'shape') l.fill = { kind: 'solid', colour }
      }
    })
    bench.select(['disc', 'card'])
    await recolourInSwatches(bench)
    expect([fill('disc'), fill('card')]).toEqual(
      [`swatch:${ink}`, `swatch:${cream}`].map((colour) => ({ kind: 'solid', colour })),
    )
    removeSwatch(bench, ink ?? '')
    expect(fill('disc')).toEqual({ kind: 'solid', colour: '#142e2a' })
    expect(Object.keys(design().swatches)).toEqual([cream])
  })
})

describe('a mirror', () => {
  it('takes the selection in, has an axis among its members, and is let go without it', () => {
    bench.select(['disc', 'card'])
    mirrorSelection(bench, 'across')
    const found = mirrorInHand(bench.store.getState())
    // Beside it there is no room for the copy on the page: it is cut in its own middle.
    expect(found?.mirror).toEqual({ way: 'across', count: 6, cut: true })
    expect(found?.axis?.placement).toMatchObject({ x: 550, rotation: 90 })
    const id = found?.group.id ?? ''
    expect(membersOf(design(), id).map((l) => (isAxis(l) ? 'axis' : l.id))).toEqual(['disc', 'card', 'axis'])
    setMirror(bench, { way: 'turned', count: 5 })
    expect(mirrorInHand(bench.store.getState())?.mirror.count).toBe(5)
    unmirror(bench)
    expect(mirrorInHand(bench.store.getState())).toBeNull()
    expect(membersOf(design(), id).map((l) => l.id)).toEqual(['disc', 'card'])
    for (let n = 0; n < 3; n++) bench.undo()
    expect(layer(bench, 'disc').parent).toBeNull()
  })
})

describe('a bend', () => {
  it('goes from kind to kind where it lies, has handles that move, and is copied to others', () => {
    bench.select(['card'])
    bendAs(bench, 'arc')
    bendAs(bench, 'net', 3, 3)
    const bend = layer(bench, 'card').placement.bend
    expect([bend?.kind, bendHandles(bend).length]).toEqual(['net', 9])
    moveHandle(bench, 4, { x: 700, y: 700 }, 'kept')
    const box = bentInHand(bench.store.getState())?.box
    const middle = bendHandles(layer(bench, 'card').placement.bend)[4]
    expect(middle?.x).toBeCloseTo((700 - ((box?.x ?? 0) - 100)) / 200, 4)
    copyBend(bench)
    bench.select(['disc', 'title'])
    pasteBend(bench)
    expect(layer(bench, 'title').placement.bend).toEqual(layer(bench, 'card').placement.bend)
    bench.select(['card'])
    bendAs(bench, null)
    expect(layer(bench, 'card').placement.bend).toBeUndefined()
  })
  it('along a drawn line hides the line and follows it in one step', () => {
    bench.edit('A line', (d) => {
      const disc = d.layers.disc
      if (disc?.kind === 'shape')
        Object.assign(disc, {
          form: 'path',
          d: 'M0 0.5C0.3 0 0.7 1 1 0.5',
          fill: { kind: 'none' },
          stroke: { ...disc.stroke, weight: 4 },
        })
    })
    bench.select(['disc', 'title'])
    bendAlong(bench)
    const bend = layer(bench, 'title').placement.bend
    expect([bend?.kind, bendHandles(bend).length, layer(bench, 'disc').shown]).toEqual(['curve', 9, false])
    bench.undo()
    expect([layer(bench, 'title').placement.bend, layer(bench, 'disc').shown]).toEqual([undefined, true])
  })
})

describe('light and shade', () => {
  it('are painted on a layer of one colour in a mode of its own, the brush in hand', () => {
    bench.select(['card'])
    paintLayer(bench, 'shade')
    const paint = paintInHand(bench.store.getState())
    expect([
      paint?.blend,
      paint?.fill.colour,
      bench.store.getState().tool,
      bench.store.getState().brush.hides,
    ]).toEqual(['multiply', '#3a2433', 'brush', false])
    expect(Object.values(paint?.masks ?? {}).map((m) => m.name)).toEqual(['Paint'])
  })
  it.each(['bubbles', 'sparks', 'dust'] as const)(
    '%s are strewn as one layer that stays editable',
    (kind) => {
      bench.select([])
      strewLights(bench, kind)
      const [id = ''] = bench.store.getState().selection
      const made = layer(bench, id)
      expect([
        made.kind,
        made.blend,
        made.kind === 'strew' && made.things.every((t) => t.kind === 'shape'),
      ]).toEqual(['strew', 'plus-lighter', true])
    },
  )
})
