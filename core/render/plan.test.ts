import { describe, expect, it } from 'vitest'
import { openFonts } from '../../host/fonts'
import { openMemory } from '../../host/kernels'
import { blankDesign, presetSpecs } from '../design/blank'
import type { Design } from '../design/schema'
import type { Layer } from '../kinds/list'
import { boxAt, graphicLayer, groupLayer, pictureLayer, shapeLayer, typeLayer } from '../kinds/new'
import { resolve } from '../resolve/resolve'
import { allFontFiles } from '../type/catalogue'
import { layerBounds } from './layer-bounds'
import { levelFor } from './levels'
import { type Plan, plan } from './plan'
import { SourceBook, type SourceLoader } from './sources'

const fonts = openFonts()
await fonts.open(allFontFiles().filter((f) => f.slug === 'instrument-sans'))
const sources = () =>
  new SourceBook(openMemory(), {
    picture: async (_, level) => ({
      width: 400 >> level,
      height: 300 >> level,
      opaque: true,
      deep: false,
      data: new Uint8Array((400 >> level) * (300 >> level) * 4),
    }),
    tile: async () => null,
    graphic: async () =>
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><path fill="#123456" d="M0 0H10V10Z"/></svg>',
  })
const at = (id: string, order = 'a0', parent: string | null = null) => ({
  id,
  page: 'page1',
  plane: 'subject' as const,
  order,
  parent,
})
const picture = (box = boxAt(0, 0, 400, 300), id = 'p') =>
  pictureLayer(at(id), id, { sha: 'a'.repeat(64), width: 400, height: 300 }, box)
const square = (id: string, more: Partial<Layer> = {}, parent: string | null = null) =>
  ({ ...shapeLayer(at(id, 'a0', parent), id, 'rectangle', boxAt(10, 10, 100, 100)), ...more }) as Layer

function designOf(layers: Layer[], colour = 'transparent'): Design {
  const design = blankDesign('d', 'D', presetSpecs(['square-post']), { colour })
  for (const l of layers) design.layers[l.id] = l
  return design
}
const planOf = (design: Design, scale = 1, book = sources()): Plan =>
  plan(
    resolve(design, { page: 'page1', channel: 'square-post' }, { fonts, lightOf: () => null }),
    { scale },
    { fonts, sources: book },
  )

describe('the plan', () => {
  it('asks for the level of a picture that the view needs, and says what is missing', () => {
    expect(planOf(designOf([picture()])).missing).toEqual([{ sha: 'a'.repeat(64), level: 0 }])
    expect(planOf(designOf([picture()]), 0.25).missing).toEqual([{ sha: 'a'.repeat(64), level: 2 }])
    expect(
      planOf(designOf([graphicLayer(at('g'), 'G', 'b'.repeat(64), {}, boxAt(0, 0, 50, 50))])).missing,
    ).toEqual([{ sha: 'b'.repeat(64), level: null }])
  })
  it('takes a stand-in until the level has come, and another key then', async () => {
    const book = sources()
    await book.loadPicture('a'.repeat(64), 3)
    const design = designOf([picture()])
    const first = planOf(design, 1, book)
    expect(first.nodes[0]).toMatchObject({ kind: 'picture', level: 3 })
    await book.loadPicture('a'.repeat(64), 0)
    const then = planOf(design, 1, book)
    expect(then.nodes[0]).toMatchObject({ level: 0 })
    expect(then.missing).toEqual([])
    expect(then.nodes[0]?.key).not.toBe(first.nodes[0]?.key)
  })
  it('changes a node’s key with its pixels, not with its blending or name', () => {
    const key = (more: Partial<Layer>) => planOf(designOf([square('s', more)])).nodes[0]?.key
    expect(key({ opacity: 0.5 })).toBe(key({}))
    expect(key({ blend: 'multiply' })).toBe(key({}))
    expect(key({ name: 'Other' })).toBe(key({}))
    expect(key({ fill: { kind: 'solid', colour: '#010203' } } as Partial<Layer>)).not.toBe(key({}))
    expect(key({ placement: boxAt(11, 10, 100, 100) })).not.toBe(key({}))
  })
  it('gives a group the keys of what it holds and how they blend', () => {
    const group = (opacity: number) =>
      planOf(designOf([groupLayer(at('g'), 'G'), square('s', { opacity }, 'g')])).nodes[0]?.key
    expect(group(1)).not.toBe(group(0.5))
  })
  it('a group with a mode of its own is closed (W3C Compositing and Blending 1, §3.3)', () => {
    const closed = (more: object) =>
      planOf(designOf([{ ...groupLayer(at('g'), 'G'), ...more } as Layer, square('s', {}, 'g')])).nodes[0]
    expect(closed({})).toMatchObject({ kind: 'group', closed: false })
    expect(closed({ blend: 'multiply' })).toMatchObject({ closed: true })
    expect(closed({ open: false })).toMatchObject({ closed: true })
  })
  it('leaves out what is hidden, empty or flattened to nothing', () => {
    const hidden = square('s', { shown: false })
    const empty = typeLayer(at('t'), '', boxAt(0, 0, 100, 100))
    const bare = shapeLayer(at('n'), 'n', 'rectangle', boxAt(0, 0, 10, 10), { kind: 'none' })
    expect(planOf(designOf([hidden, empty, bare, groupLayer(at('g'), 'G')])).nodes).toEqual([])
  })
  it('lays the page’s colour under everything, over the bleed too', () => {
    const design = designOf([square('s')], '#ffeedd')
    const channel = design.channels['square-post']
    if (channel) channel.bleed = 20
    const made = planOf(design, 0.5)
    expect(made.page).toEqual({ left: -10, top: -10, right: 550, bottom: 550 })
    expect(made.nodes[0]).toMatchObject({ id: '', bounds: made.page })
  })
  it('takes over nodes of layers that did not change', () => {
    const design = designOf([square('a'), square('b', { order: 'a1' })])
    const book = sources()
    const first = planOf(design, 1, book)
    const moved: Design = {
      ...design,
      layers: { ...design.layers, b: { ...(design.layers.b as Layer), placement: boxAt(50, 10, 100, 100) } },
    }
    const then = planOf(moved, 1, book)
    expect(then.nodes[0]).toBe(first.nodes[0])
    expect(then.nodes[1]).not.toBe(first.nodes[1])
  })
  it('asks again for a picture that was let go for want of room', async () => {
    const loader: SourceLoader = {
      picture: async () => ({
        width: 40,
        height: 30,
        opaque: true,
        deep: false,
        data: new Uint8Array(40 * 30 * 4),
      }),
      graphic: async () => null,
      tile: async () => null,
    }
    const book = new SourceBook(openMemory(), loader, 40 * 30 * 4)
    const sha = 'c'.repeat(64)
    const design = designOf([pictureLayer(at('p'), 'P', { sha, width: 40, height: 30 }, boxAt(0, 0, 40, 30))])
    const asks = () => planOf(design, 1, book).missing
    expect(asks()).toEqual([{ sha, level: 0 }])
    await book.loadPicture(sha, 0)
    expect([asks(), asks()]).toEqual([[], []])
    await book.loadPicture('another', 0)
    expect(asks()).toEqual([{ sha, level: 0 }])
  })
  it('marks fine things, so that they can be clicked from near by', () => {
    const line = shapeLayer(at('l'), 'L', 'line', boxAt(0, 0, 200, 2))
    const outline = {
      ...square('o'),
      fill: { kind: 'none' },
      stroke: { colour: '#000000', weight: 2, dash: [], cap: 'butt', join: 'miter' },
    } as Layer
    expect(planOf(designOf([line])).nodes[0]?.fine).toBe(true)
    expect(planOf(designOf([outline])).nodes[0]?.fine).toBe(true)
    expect(planOf(designOf([square('s')])).nodes[0]?.fine).toBe(false)
  })
  it('bounds hold the stroke, which reaches half its weight beyond the shape', () => {
    const outlined = {
      ...square('o'),
      stroke: { colour: '#000000', weight: 20, dash: [], cap: 'butt', join: 'miter' },
    } as Layer
    expect(planOf(designOf([outlined])).nodes[0]?.bounds).toEqual({
      left: 0,
      top: 0,
      right: 120,
      bottom: 120,
    })
  })
})

describe('the level of a picture', () => {
  it('is the one reached by a factor between 0.84 and 1.68', () => {
    for (let reduction = 0.3; reduction < 40; reduction *= 1.07) {
      const level = levelFor([reduction, 0, 0, reduction, 0, 0])
      const left = reduction / 2 ** level
      if (reduction > 1) expect(left).toBeLessThan(2 ** 0.75 + 1e-9)
      if (level > 0) expect(left).toBeGreaterThan(2 ** -0.25 - 1e-9)
    }
  })
  it('of a picture squeezed one way keeps what the other way shows: the sampler does the rest', () => {
    expect(levelFor([2, 0, 0, 1, 0, 0])).toBe(0)
    expect(levelFor([8, 0, 0, 1, 0, 0])).toBe(1)
  })
  it('is the same however the picture is turned', () => {
    const [c, s] = [Math.cos(0.7) * 8, Math.sin(0.7) * 8]
    expect(levelFor([c, s, -s, c, 0, 0])).toBe(3)
  })
})

describe('a layer’s box', () => {
  it('of a group is that of what it holds', () => {
    const design = designOf([
      groupLayer(at('g'), 'G'),
      square('s', {}, 'g'),
      square('t', { placement: boxAt(200, 300, 50, 60) }, 'g'),
    ])
    const [group] = resolve(
      design,
      { page: 'page1', channel: 'square-post' },
      { fonts, lightOf: () => null },
    ).layers
    expect(group && layerBounds(group)).toEqual({ left: 10, top: 10, right: 250, bottom: 360 })
  })
})
