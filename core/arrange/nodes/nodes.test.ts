import { beforeAll, describe, expect, it } from 'vitest'
import { openFonts } from '../../../host/fonts'
import { stretchedLayer } from '../../adapt/place'
import { type Item, itemsOf } from '../../compose/item'
import type { Relation } from '../../compose/relation'
import { ownChannel } from '../../design/channels'
import type { LayerNode } from '../../design/tree'
import { type Bounds, boundsOf, contains, heightOf, overlaps, unionOf, widthOf } from '../../geometry/bounds'
import { placedBounds } from '../../geometry/placement'
import type { Layer } from '../../kinds/list'
import { boxAt, pictureLayer, shapeLayer, typeLayer } from '../../kinds/new'
import { allFontFiles } from '../../type/catalogue'
import { canHug, commonOf, leafOf, type Region } from '../leaves'
import type { Fit, LinesNode, Node, PanelNode, Placing, SetNode, Shape } from '../node'
import { pushOver } from '../over-edges'
import { treeOf } from '../tree'
import { placeShape, shapesAt } from './list'

const fonts = openFonts()
beforeAll(() => fonts.open(allFontFiles().filter((f) => /instrument/.test(f.slug))))
const PAGE = { width: 1000, height: 1000 }
const region: Region = { box: boundsOf(0, 0, 1000, 1000), fonts: openFonts(), largest: 60, sizes: [] }
const fit: Fit = {
  scale: 1,
  words: 1,
  smallest: 10,
  room: { width: 1e5, height: 1e5 },
  dearest: 9,
  area: 1,
  kept: null,
}
const channel = { ...ownChannel('own', 'Own', 1600, 900), order: 'a0' }
const nodeOf = (layer: Layer): LayerNode => ({ layer, children: [], insides: [] })
const itemOf = (layer: Layer): Item => {
  const [item] = itemsOf([nodeOf(layer)], fonts, () => null)
  if (!item) throw new Error('Nothing is seen of it.')
  return item
}
const where = (id: string) => ({ id, page: 'p', plane: 'subject', order: 'a0' }) as const
const thing = (id: string, x: number, y: number, w: number, h: number): Item =>
  itemOf(pictureLayer(where(id), id, { sha: 'a'.repeat(64), width: w, height: h }, boxAt(x, y, w, h)))
const area = (id: string, x: number, y: number, w: number, h: number): Item =>
  itemOf(shapeLayer({ ...where(id), plane: 'message' }, id, 'rectangle', boxAt(x, y, w, h)))
const leaf = (i: Item): Node => leafOf(i, { ...region, fonts })
const put = (shape: Shape, box: Bounds): Map<string, Bounds> => {
  const to: Placing = { channel, fonts, out: new Map(), blocks: [] }
  placeShape(shape, box, to)
  return new Map([...to.out].map(([id, n]) => [id, placedBounds(n.layer.placement)]))
}
const column = (children: readonly Node[], gap: number, bound = false): LinesNode => ({
  kind: 'lines',
  ...commonOf(
    'lines',
    children.flatMap((c) => c.items),
    region,
    'spreads',
  ),
  axis: 'y',
  children,
  gaps: children.slice(1).map(() => gap),
  align: 0,
  bound,
  rtl: false,
})
const inBox = (s: Shape): Bounds => boundsOf(0, 0, s.width, s.height)

describe('things in a row or a column', () => {
  const three = [thing('a', 0, 0, 200, 100), thing('b', 0, 150, 300, 200), thing('c', 0, 400, 100, 80)]
  it('lie within every shape that is offered, in their order, and apart', () => {
    for (const shape of shapesAt(column(three.map(leaf), 30), fit)) {
      const boxes = put(shape, inBox(shape))
      expect(boxes.size).toBe(3)
      const all = [...boxes.values()]
      for (const [n, b] of all.entries()) {
        expect(contains(inBox(shape), b, 0.5), shape.choice).toBe(true)
        for (const o of all.slice(n + 1)) expect(overlaps(b, o), shape.choice).toBe(false)
      }
    }
  })
  it('overlap by no more than a third, however far they did, and still lie within', () => {
    for (const shape of shapesAt(column(three.map(leaf), -500, true), fit)) {
      if (shape.choice !== 'as') continue
      const boxes = put(shape, inBox(shape))
      expect(contains(inBox(shape), unionOf([...boxes.values()]), 0.5)).toBe(true)
      const [a, b] = [boxes.get('a') as Bounds, boxes.get('b') as Bounds]
      expect(a.bottom - b.top).toBeLessThanOrEqual(0.35 * 100 + 0.5)
      expect(b.top).toBeGreaterThanOrEqual(a.top)
    }
  })
  it('share the room that is left between their gaps, up to a cap', () => {
    const [shape] = shapesAt(column(three.map(leaf), 30), fit).filter((s) => s.choice === 'as')
    if (!shape) throw new Error('no shape')
    const boxes = put(shape, boundsOf(0, 0, shape.width, shape.height + 400))
    const gap = (boxes.get('b') as Bounds).top - (boxes.get('a') as Bounds).bottom
    expect(gap).toBeGreaterThan(30)
    expect(gap).toBeLessThan(30 * 2.2)
  })
})

describe('like things', () => {
  const six = Array.from({ length: 6 }, (_, n) =>
    leaf(thing(`t${n}`, (n % 3) * 120, n < 3 ? 0 : 140, 100, 120)),
  )
  const set: SetNode = {
    kind: 'set',
    ...commonOf(
      'set',
      six.flatMap((c) => c.items),
      region,
      'spreads',
    ),
    children: six,
    perRow: 3,
    gapX: 20,
    gapY: 20,
  }
  it('stand in any number of full rows, the master’s at no cost', () => {
    const shapes = shapesAt(set, fit)
    expect(shapes.map((s) => s.choice).sort()).toEqual(['in1', 'in2', 'in3', 'in6'])
    expect(shapes.filter((s) => s.cost === 0).map((s) => s.choice)).toEqual(['in3'])
  })
  it('are of one size, in their order, none over another', () => {
    for (const shape of shapesAt(set, fit)) {
      const boxes = put(shape, inBox(shape))
      const all = Array.from({ length: 6 }, (_, n) => boxes.get(`t${n}`) as Bounds)
      expect(new Set(all.map((b) => `${widthOf(b).toFixed(2)} ${heightOf(b).toFixed(2)}`)).size).toBe(1)
      const reading = [...all].sort((a, b) => (Math.abs(a.top - b.top) < 1 ? a.left - b.left : a.top - b.top))
      expect(reading).toEqual(all)
      for (const [n, b] of all.entries())
        for (const o of all.slice(n + 1)) expect(overlaps(b, o), shape.choice).toBe(false)
    }
  })
  it('keep the number in a row that was chosen, and are free where it cannot be had any more', () => {
    const kept = (choice: string) =>
      shapesAt(set, { ...fit, kept: { [set.key]: choice } }).map((s) => s.choice)
    expect(kept('in2')).toEqual(['in2'])
    expect(kept('in5').length).toBeGreaterThan(1)
  })
})

describe('a carrier', () => {
  it('hugs what lies on it by the master’s padding, and fills a larger box', () => {
    const carrier = area('card', 0, 0, 400, 300)
    const inner = leaf(thing('cup', 40, 30, 200, 200))
    const panel: PanelNode = {
      kind: 'panel',
      ...commonOf('panel', [carrier, ...inner.items], region, 'grows'),
      box: carrier.ink,
      carrier,
      inner,
      pads: { left: 40, top: 30, right: 160, bottom: 70 },
      alignX: 0,
      alignY: 0,
    }
    const plain = shapesAt(panel, fit).find((s) => s.cost === 0)
    if (!plain) throw new Error('no shape')
    expect([plain.width, plain.height]).toEqual([400, 300])
    const boxes = put(plain, boundsOf(0, 0, 700, 500))
    expect(boxes.get('card')).toMatchObject({ left: 0, top: 0, right: 700, bottom: 500 })
    const cup = boxes.get('cup') as Bounds
    expect([cup.left, cup.top]).toEqual([40, 30])
    expect(widthOf(cup)).toBeCloseTo(200, 6)
  })
  it('keeps the sides that people said it keeps, where what lies on it fits in; else they give way', () => {
    const saying = (pad: number) => {
      const card = area('card', 0, 0, 400, 300)
      card.node.layer.behaviour = { ...card.node.layer.behaviour, keepsHeight: true }
      const inner = leaf(thing('cup', 40, 30, 200, 200))
      const panel: PanelNode = {
        kind: 'panel',
        ...commonOf('panel', [card, ...inner.items], region, 'grows'),
        box: card.ink,
        carrier: card,
        inner,
        pads: { left: pad, top: pad, right: pad, bottom: pad },
        alignX: 0,
        alignY: 0,
      }
      const [shape] = shapesAt(panel, fit)
      if (!shape) throw new Error('no shape')
      return put(shape, boundsOf(0, 0, 700, 500)).get('card') as Bounds
    }
    expect([widthOf(saying(20)), heightOf(saying(20))]).toEqual([700, 300])
    expect(heightOf(saying(90))).toBe(200 + 2 * 90)
  })
})

describe('a rule', () => {
  it('is as thick as ever, and as long as there is room', () => {
    const rule = leaf(area('rule', 100, 200, 600, 4))
    expect(rule.kind).toBe('rule')
    const [shape] = shapesAt(rule, fit)
    if (!shape) throw new Error('no shape')
    expect(shape.width).toBeLessThan(600)
    for (const room of [shape.width, 900]) {
      const box = put(shape, boundsOf(0, 0, room, 40)).get('rule') as Bounds
      expect(heightOf(box)).toBeCloseTo(4, 3)
      expect(widthOf(box)).toBeCloseTo(room, 3)
    }
  })
})

describe('words', () => {
  const words = (rotation: number) =>
    itemOf(
      typeLayer(
        where('w'),
        'one two three four five six',
        { ...boxAt(100, 100, 800, 90), rotation },
        { size: 60, family: 'Instrument Sans', weight: 500 },
      ),
    )
  it('are set in more lines where it is narrow, larger ones at a price', () => {
    const shapes = shapesAt(leaf(words(0)), fit)
    expect(shapes.length).toBeGreaterThan(2)
    const byWidth = [...shapes].sort((a, b) => a.width - b.width)
    for (const [n, s] of byWidth.slice(1).entries()) expect(s.height).toBeLessThan(byWidth[n]?.height ?? 0)
  })
  it('stay turned as they were, within the box that is kept for them', () => {
    const node = leaf(words(12))
    expect(node.kind).toBe('words')
    for (const shape of shapesAt(node, fit)) {
      const to: Placing = { channel, fonts, out: new Map(), blocks: [] }
      placeShape(shape, inBox(shape), to)
      const layer = to.out.get('w')?.layer
      expect(layer?.placement.rotation).toBe(12)
      expect(contains(inBox(shape), itemOf(layer as Layer).ink, 2)).toBe(true)
    }
  })
  it('that run up an edge stay one with it, but upright where every word needs its room', () => {
    expect(leaf(words(90)).kind).toBe('block')
    expect(leafOf(words(90), { ...region, fonts, upright: 30 })).toMatchObject({ kind: 'words', turn: 0 })
  })
})

describe('what goes over an edge', () => {
  it('goes over it again from where it lies, however much room it had', () => {
    // Fifteen px of it lie beyond the right edge.
    const vase = thing('vase', 700, 300, 315, 400)
    const block = leaf(vase)
    if (block.kind !== 'block') throw new Error('no block')
    const placing: Placing = {
      channel,
      fonts,
      out: new Map(),
      blocks: [{ node: block, box: boundsOf(900, 200, 600, 500), scale: 1 }],
    }
    pushOver(placing, PAGE, boundsOf(0, 0, 1000, 1000), boundsOf(0, 0, channel.width, channel.height))
    const box = placedBounds((placing.out.get('vase') as LayerNode).layer.placement)
    expect(box.right).toBeGreaterThan(channel.width + 1)
    expect(box.right).toBeLessThan(channel.width + 30)
    expect(box.top).toBeCloseTo(250, 6)
  })
})

describe('stretching', () => {
  it('keeps ends half round, and other corners as round as they were', () => {
    const button = shapeLayer(where('button'), 'Button', 'rectangle', boxAt(0, 0, 300, 80))
    const round = stretchedLayer({ ...button, radii: [40, 40, 40, 40] }, boundsOf(0, 0, 500, 120), 1)
    expect('radii' in round && round.radii).toEqual([60, 60, 60, 60])
    const card = stretchedLayer({ ...button, radii: [20, 20, 20, 20] }, boundsOf(0, 0, 500, 120), 1)
    expect('radii' in card && card.radii).toEqual([20, 20, 20, 20])
  })
})

describe('what people said of its size', () => {
  const half = { ...fit, scale: 0.5 }
  const saying = (item: Item, part: Partial<Item['node']['layer']['behaviour']>): Item =>
    itemOf({ ...item.node.layer, behaviour: { ...item.node.layer.behaviour, ...part } } as Layer)
  it('holds on every channel: a mark stays as large, words no smaller', () => {
    const mark = saying(thing('mark', 100, 100, 120, 60), { keepsSize: true })
    expect(shapesAt(leaf(mark), half).map((s) => [s.width, s.height])).toEqual([[120, 60]])
    const loose = thing('loose', 100, 100, 120, 60)
    expect(shapesAt(leaf(loose), half)[0]?.width).toBe(60)
    const words = saying(itemOf(typeLayer(where('words'), 'Kiln', boxAt(0, 0, 300, 60), { size: 40 })), {
      keepsSize: true,
    })
    expect(shapesAt(leaf(words), half)[0]?.scale).toBe(1)
  })
  it('leaves a card in proportion that would be stretched round its words', () => {
    expect(canHug(area('card', 0, 0, 200, 300))).toBe(true)
    expect(canHug(saying(area('card', 0, 0, 200, 300), { keepsRatio: true }))).toBe(false)
  })
})

describe('what rides on one of a set', () => {
  const cards = [0, 1, 2].map((n) => area(`card${n}`, 100 + n * 220, 200, 200, 300))
  const badge = area('badge', 690, 170, 80, 80)
  const price = itemOf(typeLayer(where('price'), '24', boxAt(710, 195, 40, 30), { size: 20 }))
  const [one, two, three] = cards.map((c) => c.id) as [string, string, string]
  const relations: Relation[] = [
    { kind: 'set', of: [one, two, three], to: ['3'] },
    { kind: 'rides', of: ['badge'], to: [three] },
    { kind: 'on', of: ['price'], to: ['badge'] },
  ]
  const node = treeOf([...cards, badge, price], relations, { ...region, fonts }) as Node
  it('is at the same place of that one’s outline, with what lies on it, in every shape', () => {
    const shapes = shapesAt(node, { ...fit, scale: 0.8 })
    expect(new Set(shapes.map((s) => s.kids[0]?.choice)).size).toBeGreaterThan(1)
    for (const shape of shapes) {
      const boxes = put(shape, inBox(shape))
      const [host, own, words] = ['card2', 'badge', 'price'].map((id) => boxes.get(id) as Bounds) as [
        Bounds,
        Bounds,
        Bounds,
      ]
      // 30 px beyond the right edge and above the head, at the scale.
      expect(own.right - host.right).toBeCloseTo(30 * 0.8, 3)
      expect(host.top - own.top).toBeCloseTo(30 * 0.8, 3)
      expect(contains(own, words, 0.5)).toBe(true)
      expect(contains(inBox(shape), own, 0.5)).toBe(true)
      for (const other of ['card0', 'card1']) expect(overlaps(own, boxes.get(other) as Bounds)).toBe(false)
      const sizes = [0, 1, 2].map((n) => widthOf(boxes.get(`card${n}`) as Bounds))
      expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThan(0.01)
    }
  })
})
