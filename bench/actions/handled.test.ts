import { beforeEach, describe, expect, it, vi } from 'vitest'
import { inOrder } from '@/core/basics/order'
import { changeKey } from '@/core/design/change-schema'
import { addLayers } from '@/core/design/commands'
import { setOnLayer } from '@/core/design/properties/set'
import { heightOf, widthOf } from '@/core/geometry/bounds'
import { moved, placedBounds, scaledAbout } from '@/core/geometry/placement'
import type { Placement } from '@/core/geometry/placement-schema'
import type { Layer, LayerOf } from '@/core/kinds/list'
import { boxAt, slotLayer } from '@/core/kinds/new'
import { newTreatment } from '@/core/treatments/list'
import type { Bench } from '../state/bench'
import { answers, layer, openBench, source, toStage } from '../state/bench.test-data'
import { fillPage, makeBackdrop } from './backdrop'
import { boundsOfIds, handledLeaves, resolvedOf, transform, writeType } from './handled'
import { addShape, addType, inkWords, placeFiles, placeSource, spotFor, spotsFor } from './placing'

vi.mock('idb-keyval', () => import('../state/idb.test-data'))

let bench: Bench
beforeEach(async () => {
  answers.to = () => null
  bench = await openBench()
})
const selected = () => bench.store.getState().selection
const theNew = () => layer(bench, selected()[0] as string)
const places = (plane: string) =>
  inOrder(bench.store.getState().design.layers)
    .filter((l) => l.plane === plane && !l.parent)
    .map((l) => l.name || l.id)

describe('where a new thing goes', () => {
  it('directly above the selection, in its plane', () => {
    bench.select(['disc'])
    placeSource(bench, { info: source(), label: 'Bowl' })
    expect(places('subject')).toEqual(['Disc', 'Bowl', 'Card'])
  })
  it('with nothing selected in the plane that fits its kind, on top', () => {
    placeSource(bench, { info: source(), label: 'Bowl' })
    expect(theNew()).toMatchObject({ plane: 'subject', name: 'Bowl' })
    bench.select([])
    placeSource(bench, {
      info: source({ sha: 'c'.repeat(64), kind: 'graphic', parts: { leaf: '#226622' } }),
      label: 'Sprig',
    })
    expect(theNew()).toMatchObject({ plane: 'setting', kind: 'graphic', parts: { leaf: '#226622' } })
    bench.select([])
    placeSource(bench, {
      info: source({ sha: 'd'.repeat(64) }),
      label: 'Paper',
      kind: 'texture',
      blend: 'multiply',
    })
    expect(theNew()).toMatchObject({ plane: 'finish', blend: 'multiply', opacity: 0.5 })
    bench.select([])
    placeSource(bench, {
      info: source({ sha: 'e'.repeat(64) }),
      label: 'Rays',
      kind: 'overlay',
      blend: 'screen',
    })
    expect(theNew()).toMatchObject({ plane: 'front', blend: 'screen' })
  })
  it('drawn over a picture in front of it, though that lies in a plane further to the front', () => {
    const where = { id: 'hole', page: 'page1', plane: 'subject' as const, order: 'a9' }
    const slot = slotLayer(where, 'Hole', 'rectangle', boxAt(0, 0, 900, 900))
    const picture = { source: 'a'.repeat(64), sourceWidth: 10, sourceHeight: 10, focal: { x: 0.5, y: 0.5 } }
    bench.edit('Fill', (d) => addLayers(d, [{ ...slot, picture }]))
    bench.select([])
    addShape(bench, 'ellipse', boxAt(100, 100, 300, 300))
    expect(theNew().plane).toBe('subject')
    bench.select([])
    addShape(bench, 'ellipse', boxAt(910, 910, 100, 100))
    expect(theNew().plane).toBe('setting')
  })
  it('words in front of what is selected further back; several one directly in front of the other', () => {
    bench.select(['disc'])
    const s = bench.store.getState()
    expect(spotFor(s, 'type').plane).toBe('message')
    bench.edit('Keep inside', (d) => {
      const card = d.layers.card as Layer
      const disc = d.layers.disc as Layer
      Object.assign(card, { plane: 'setting' })
      Object.assign(disc, { plane: 'setting', inside: 'card' })
    })
    expect(spotFor(bench.store.getState(), 'picture')).toMatchObject({ plane: 'setting', inside: 'card' })
    bench.undo()
    const spots = spotsFor(s, 'picture', 2)
    expect(spots.map((t) => t.plane)).toEqual(['subject', 'subject'])
    const orders = [layer(bench, 'disc').order, ...spots.map((t) => t.order), layer(bench, 'card').order]
    expect(orders).toEqual([...new Set(orders)].sort())
  })
  it('never in front of nothing because the backdrop was selected', () => {
    bench.select(['photo'])
    expect(spotFor(bench.store.getState(), 'type').plane).toBe('message')
    expect(spotFor(bench.store.getState(), 'picture').plane).toBe('subject')
  })
})

describe('placing', () => {
  it('comes at a fitting size, uncut, centred or where it was dropped', () => {
    placeSource(bench, { info: source(), label: 'Bowl' })
    const p = theNew().placement
    expect(p.width / p.height).toBeCloseTo(2, 9)
    expect([p.x, p.y]).toEqual([540, 540])
    expect(p.width).toBeLessThan(1080)
    placeSource(bench, { info: source(), label: 'Bowl' }, { x: 200, y: 300 })
    expect(theNew().placement.x).toBeCloseTo(200, 9)
    expect(theNew().placement.y).toBeCloseTo(300, 9)
  })
  it('tells the workers of a source before the edit that uses it', () => {
    placeSource(bench, { info: source(), label: 'Bowl' })
    const kinds = toStage().map((m) => m.kind)
    expect(kinds.indexOf('sources')).toBeLessThan(kinds.indexOf('edit'))
  })
  it('on another channel lands at the same place of the master', () => {
    bench.show('page1', 'link-card')
    placeSource(bench, { info: source(), label: 'Bowl' }, { x: 600, y: 315 })
    expect([theNew().placement.x, theNew().placement.y]).toEqual([540, 540])
  })
  it('a texture covers the page with its bleed, whatever its shape', () => {
    placeSource(bench, { info: source({ width: 300, height: 900 }), label: 'Cloth', kind: 'texture' })
    const b = placedBounds(theNew().placement)
    expect(b.left <= 0 && b.top <= 0 && b.right >= 1080 && b.bottom >= 1080).toBe(true)
    expect(widthOf(b) / heightOf(b)).toBeCloseTo(1 / 3, 9)
  })
})

describe('make backdrop', () => {
  const backdrops = () => places('backdrop')
  it('fills the page at the very back, its focal point kept in the middle as far as it goes', () => {
    makeBackdrop(bench, {
      info: source({ width: 3000, height: 1000 }),
      label: 'Shelf',
      focal: { x: 0.25, y: 0.5 },
    })
    const b = placedBounds(theNew().placement)
    expect(b.left <= 0 && b.right >= 1080 && heightOf(b) >= 1080).toBe(true)
    expect(b.left + widthOf(b) * 0.25).toBeCloseTo(540, 6)
  })
  it('takes the place of the last backdrop picture, so that trying several leaves no pile', () => {
    makeBackdrop(bench, { info: source(), label: 'One' })
    makeBackdrop(bench, { info: source(), label: 'Two' })
    expect(backdrops()).toEqual(['Two'])
    bench.undo()
    expect(backdrops()).toEqual(['One'])
  })
  it('keeps what the old one had of strength, mode, treatments and lock, and covers every channel', () => {
    makeBackdrop(bench, { info: source(), label: 'One' })
    const old = theNew().id
    bench.edit('Set up', (d) => {
      const l = d.layers[old]
      const grain = newTreatment('grain', { id: 'g', order: 'a0' })
      if (l) Object.assign(l, { opacity: 0.6, blend: 'multiply', locked: true, treatments: { g: grain } })
    })
    makeBackdrop(bench, { info: source(), label: 'Two' })
    expect(theNew()).toMatchObject({ name: 'Two', opacity: 0.6, blend: 'multiply', locked: true })
    expect(Object.values(theNew().treatments).map((t) => t.kind)).toEqual(['grain'])
    // A picture that lies anywhere takes its place too, in one step.
    placeSource(bench, { info: source({ width: 300, height: 300 }), label: 'Three', kind: 'photo' })
    const placed = theNew().id
    bench.edit('Moved there', (d) => setOnLayer(d, 'link-card', placed, 'opacity', 0.5))
    bench.select([placed])
    fillPage(bench)
    expect(backdrops()).toEqual(['Three'])
    expect(layer(bench, placed)).toMatchObject({ opacity: 0.6, locked: true, plane: 'backdrop' })
    const b = placedBounds(layer(bench, placed).placement)
    expect(b.left <= 0 && b.top <= 0 && b.right >= 1080 && b.bottom >= 1080).toBe(true)
    bench.undo()
    expect(backdrops()).toEqual(['Two'])
  })
  it('lies beneath a plain area that is there', () => {
    bench.edit('Area', (d) => {
      delete d.layers.photo
      d.layers.area = { ...(d.layers.card as LayerOf<'shape'>), id: 'area', name: 'Area', plane: 'backdrop' }
    })
    makeBackdrop(bench, { info: source(), label: 'Shelf' })
    expect(backdrops()).toEqual(['Shelf', 'Area'])
  })
})

describe('drawing and writing', () => {
  it('a shape takes the first swatch, else the house colour', () => {
    addShape(bench, 'ellipse', boxAt(10, 20, 30, 40))
    expect(theNew()).toMatchObject({
      form: 'ellipse',
      name: 'Ellipse',
      fill: { kind: 'solid', colour: '#c65a36' },
    })
    bench.edit('Swatch', (d) => {
      d.swatches.s1 = { id: 's1', name: 'Pine', colour: '#1c3b35', order: 'a0' }
    })
    addShape(bench, 'star', boxAt(10, 20, 30, 40))
    expect(theNew()).toMatchObject({ corners: 5, fill: { colour: 'swatch:s1' } })
  })
  it('a text is dark on light and light on dark, by what is really there', async () => {
    answers.to = (q) => (q.ask === 'sample' ? [245, 240, 230, 255] : null)
    await addType(bench, { x: 100, y: 200 })
    expect(theNew()).toMatchObject({ fill: { colour: '#1c1c1c' } })
    expect(bench.store.getState().editingType).toBe(selected()[0])
    answers.to = (q) => (q.ask === 'sample' ? [20, 30, 25, 255] : null)
    await addType(bench, { x: 100, y: 200 })
    const white = { id: selected()[0], ink: '#ffffff' }
    expect(bench.store.getState().inkFound).toEqual(white)
    bench.edit('Type', (d) => inkWords(d, white.id as string, white.ink))
    expect(theNew()).toMatchObject({ fill: { colour: '#ffffff' } })
  })
  it('a text takes keys at once, however long the stage is busy; its ink comes after, unless one was chosen', async () => {
    let tell: (rgba: number[]) => void = () => undefined
    answers.to = (q) => (q.ask === 'sample' ? new Promise((done) => (tell = done)) : null)
    const late = addType(bench, { x: 100, y: 200 })
    const id = selected()[0] as string
    expect(bench.store.getState().editingType).toBe(id)
    bench.set({ editingType: null })
    tell([20, 30, 25, 255])
    await late
    expect(theNew()).toMatchObject({ fill: { colour: '#ffffff' } })
    bench.edit('Chosen', (d) => {
      const words = d.layers[id]
      if (words?.kind === 'type') words.fill = { kind: 'solid', colour: '#c65a36' }
      inkWords(d, id, '#ffffff')
    })
    expect(theNew()).toMatchObject({ fill: { colour: '#c65a36' } })
  })
  it('a text’s box follows its lines, its top edge where it was, however it is turned', () => {
    bench.edit('Turn', (d) => {
      const t = d.layers.title
      if (t) t.placement.rotation = 90
    })
    const before = placedBounds(layer(bench, 'title').placement)
    bench.edit('Text', (d) => writeType(bench, d, 'title', { text: 'Autumn\nkiln\nopening' }))
    const after = placedBounds(layer(bench, 'title').placement)
    expect(layer(bench, 'title').placement.height).toBeGreaterThan(250)
    // Turned by a quarter, the top edge is the right one.
    expect(after.right).toBeCloseTo(before.right, 6)
  })
  it('a text changed on another channel stays as it was on the master', () => {
    bench.show('page1', 'link-card')
    bench.edit('Text', (d) => writeType(bench, d, 'title', { text: 'Kiln opening', style: { size: 60 } }))
    bench.edit('Case', (d) => writeType(bench, d, 'title', { style: { case: 'upper' } }))
    const { design } = bench.store.getState()
    expect(layer(bench, 'title')).toMatchObject({
      text: 'Autumn kiln opening',
      style: { size: 96, case: 'as-typed' },
    })
    expect(design.changes[changeKey('link-card', 'layers/title', 'text')]).toMatchObject({
      value: 'Kiln opening',
    })
    expect(design.changes[changeKey('link-card', 'layers/title', 'style')]).toMatchObject({
      value: { size: 60, case: 'upper' },
    })
    expect(resolvedOf(bench.store.getState(), 'title')?.layer).toMatchObject({
      text: 'Kiln opening',
      style: { size: 60, case: 'upper' },
    })
  })
})

describe('moving and sizing', () => {
  it('on the master changes the thing itself', () => {
    transform(bench, 'Move', (l) => ({ id: l.id, placement: moved(l.placement, 10, -5) }), ['disc'])
    expect(layer(bench, 'disc').placement).toMatchObject({ x: 410, y: 595 })
  })
  it('on another channel is a change there, and looks as it was put', () => {
    bench.show('page1', 'link-card')
    const was = resolvedOf(bench.store.getState(), 'disc')?.layer.placement
    if (!was) throw new Error('the disc is not there')
    transform(bench, 'Move', (l) => ({ id: l.id, placement: moved(l.placement, 40, 0) }), ['disc'])
    expect(layer(bench, 'disc').placement.x).toBe(400)
    const is = resolvedOf(bench.store.getState(), 'disc')?.layer.placement
    expect(is?.x).toBeCloseTo(was.x + 40, 6)
    expect(is?.width).toBeCloseTo(was.width, 6)
  })
  it('scaling scales what lies within: letters, strokes, corners', () => {
    bench.edit('Stroke', (d) => {
      const c = d.layers.card
      if (c?.kind === 'shape') {
        c.stroke.weight = 6
        c.radii = [10, 10, 10, 10]
      }
    })
    const double = (id: string) =>
      transform(
        bench,
        'Scale',
        (l) => ({ id: l.id, placement: scaledAbout(l.placement, { x: 0, y: 0 }, 2), scale: 2 }),
        [id],
      )
    double('card')
    double('title')
    expect(layer(bench, 'card')).toMatchObject({ stroke: { weight: 12 }, radii: [20, 20, 20, 20] })
    expect(layer(bench, 'title')).toMatchObject({ style: { size: 192 } })
  })
  it('leaves what is locked', () => {
    bench.edit('Lock', (d) => {
      const l = d.layers.disc
      if (l) l.locked = true
    })
    expect(handledLeaves(bench, ['disc', 'card']).map((l) => l.id)).toEqual(['card'])
  })
  it('the box around several is their common one', () => {
    expect(boundsOfIds(bench.store.getState(), ['disc', 'card'])).toEqual({
      left: 300,
      top: 500,
      right: 800,
      bottom: 800,
    })
    expect(boundsOfIds(bench.store.getState(), [])).toBeNull()
  })
})

describe('files', () => {
  const file = (name: string) => new File(['x'], name)
  const serve = (answer: (name: string) => Response | Promise<Response>) => {
    vi.stubGlobal('fetch', async (_: string, how: { headers: Record<string, string> }) =>
      answer(decodeURIComponent(how.headers['x-file-name'] ?? '')),
    )
  }
  it('are placed one beside the other, named after themselves', async () => {
    serve((name) => Response.json(source({ sha: (name === 'one.png' ? 'b' : 'c').repeat(64) })))
    await placeFiles(bench, [file('one.png'), file('two.JPG')], { x: 100, y: 100 })
    const made = Object.values(bench.store.getState().design.layers).filter((l) =>
      ['one', 'two'].includes(l.name),
    )
    const [one, two] = made
    expect(made.map((l) => l.name)).toEqual(['one', 'two'])
    expect(one?.placement.y).toBe(two?.placement.y)
    expect(placedBounds(two?.placement as Placement).left).toBeGreaterThan(
      placedBounds(one?.placement as Placement).right,
    )
  })
  it('that are refused are told in the server’s words; the others are placed', async () => {
    serve((name) =>
      name === 'bad.png'
        ? Response.json({ message: '“bad.png” is damaged. Nothing was stored.' }, { status: 400 })
        : Response.json(source()),
    )
    await placeFiles(bench, [file('bad.png'), file('good.png')])
    expect(bench.store.getState().notice).toMatchObject({
      text: '“bad.png” is damaged. Nothing was stored.',
      tone: 'trouble',
    })
    expect(theNew().name).toBe('good')
  })
  it('that cannot be sent are told so', async () => {
    serve(() => Promise.reject(new TypeError('Failed to fetch')))
    await placeFiles(bench, [file('bowl.png')])
    expect(bench.store.getState().notice?.text).toMatch(/bowl\.png.*does not answer.*The design is safe/)
  })
})
