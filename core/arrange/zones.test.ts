import { beforeAll, describe, expect, it } from 'vitest'
import { openFonts } from '../../host/fonts'
import { itemsOf, sharedBy } from '../compose/item'
import { read } from '../compose/read'
import { ownChannel } from '../design/channels'
import type { LayerNode } from '../design/tree'
import { boundsOf, heightOf, overlaps, widthOf } from '../geometry/bounds'
import type { Layer } from '../kinds/list'
import { boxAt, shapeLayer, typeLayer } from '../kinds/new'
import { allFontFiles } from '../type/catalogue'
import { arrange } from './arrange'
import { partsOf } from './parts'
import { layZones, zonesOf } from './zones'

const fonts = openFonts()
beforeAll(() => fonts.open(allFontFiles().filter((f) => /instrument/.test(f.slug))))
const context = { fonts, lightOf: () => null }
const channelOf = (width: number, height: number, smallestType = 12) => ({
  ...ownChannel('own', 'Own', width, height),
  order: 'a0',
  smallestType,
})
const at = (id: string, plane: 'backdrop' | 'message', order: string) => ({ id, page: 'p', plane, order })
const style = { family: 'Instrument Sans', weight: 500 }
const nodes = (layers: readonly Layer[]): LayerNode[] =>
  layers.map((layer) => ({ layer, children: [], insides: [] }))
/** Two halves side by side with words on each. */
const halves = nodes([
  shapeLayer(at('left', 'backdrop', 'a0'), 'Left', 'rectangle', boxAt(-4, -4, 504, 1008)),
  shapeLayer(at('right', 'backdrop', 'a1'), 'Right', 'rectangle', boxAt(500, -4, 504, 1008), {
    kind: 'solid',
    colour: '#222222',
  }),
  typeLayer(at('one', 'message', 'a2'), 'Cups', boxAt(60, 400, 380, 100), { ...style, size: 80 }),
  typeLayer(at('two', 'message', 'a3'), 'Bowls', boxAt(560, 400, 380, 100), { ...style, size: 80 }),
])
const MASTER = channelOf(1000, 1000)
const given = () => {
  const { items, relations } = read(halves, MASTER, context)
  const parts = partsOf({ items, relations }, MASTER)
  const region = { fonts, largest: 80, sizes: [80] }
  return { fields: parts.fields, loose: parts.loose, relations, page: MASTER, region }
}

describe('a page in halves', () => {
  it('is cut where they meet, each with what lies on it, and can turn', () => {
    const z = zonesOf(given(), given().loose, 'tree')
    expect(z).toMatchObject({ axis: 'x', turns: true })
    expect(z.zones.map((o) => [o.field?.id, o.items.map((i) => i.id)])).toEqual([
      ['left', ['one']],
      ['right', ['two']],
    ])
    expect(z.zones.reduce((sum, o) => sum + o.share, 0)).toBeCloseTo(1, 9)
  })
  it('fills the page without gap or overlap, side by side or one above the other', () => {
    const z = zonesOf(given(), given().loose, 'tree')
    for (const [w, h] of [
      [1600, 700],
      [700, 1600],
    ] as const)
      for (const turned of [false, true]) {
        const page = boundsOf(0, 0, w, h)
        const laid = layZones(
          z,
          turned,
          page,
          page,
          (b) => [b],
          () => [],
          1,
          false,
        )
        // Nothing that lies there has a shape: nothing fits.
        expect(laid).toBeNull()
        const bare = { ...z, zones: z.zones.map((o) => ({ ...o, tree: null })) }
        const boxes = (
          layZones(
            bare,
            turned,
            page,
            page,
            (b) => [b],
            () => [],
            1,
            false,
          ) ?? []
        ).map((l) => l.box)
        const [a, b] = boxes
        if (!a || !b) throw new Error('no zones')
        expect(overlaps(a, b)).toBe(false)
        const area = boxes.reduce((sum, o) => sum + widthOf(o) * heightOf(o), 0)
        expect(area).toBeCloseTo(w * h, 3)
        expect(turned ? a.bottom : a.right).toBeCloseTo(turned ? b.top : b.left, 6)
      }
  })
  it('keeps each half’s words on it on a tall page', () => {
    const source = { nodes: halves, master: MASTER, swatches: {}, colour: '#ffffff', said: [] }
    const made = arrange(source, channelOf(700, 1500), null, context)
    const items = new Map(itemsOf(made.nodes, fonts, () => null).map((i) => [i.id, i.ink]))
    for (const [words, field] of [
      ['one', 'left'],
      ['two', 'right'],
    ] as const) {
      const [w, f] = [items.get(words), items.get(field)]
      if (!w || !f) throw new Error('something is gone')
      expect(w.left >= f.left && w.right <= f.right && w.top >= f.top && w.bottom <= f.bottom).toBe(true)
    }
  })
})

describe('words that lie across each other', () => {
  const across = (more: readonly Layer[] = []) =>
    nodes([
      typeLayer(
        at('one', 'message', 'a0'),
        'Kiln opening this Sunday',
        { ...boxAt(100, 300, 800, 120), rotation: 24 },
        {
          ...style,
          size: 70,
        },
      ),
      typeLayer(
        at('two', 'message', 'a1'),
        'Cups and bowls from ten in the morning',
        boxAt(100, 330, 800, 60),
        {
          ...style,
          size: 14,
        },
      ),
      ...more,
    ])
  const lay = (all: LayerNode[], smallest: number) =>
    arrange(
      { nodes: all, master: MASTER, swatches: {}, colour: '#ffffff', said: [] },
      channelOf(1280, 720, smallest),
      null,
      context,
    )
  it('lie across each other no more than they did where they must become much larger', () => {
    const made = lay(across(), 64)
    const types = made.nodes.flatMap((n) => (n.layer.kind === 'type' ? [n.layer] : []))
    expect(types).toHaveLength(2)
    for (const t of types) expect(t.style.size).toBeGreaterThanOrEqual(64 - 0.05)
    const share = (all: LayerNode[]) => {
      const [p, q] = itemsOf(all, fonts, () => null)
      return p && q ? sharedBy(p.letters, q.letters) / Math.min(p.area, q.area) : 1
    }
    expect(share(made.nodes)).toBeLessThanOrEqual(share(across()))
  })
  it('go where there is no room to read all of them, the least important first', () => {
    const long = (id: string, importance: 'may' | 'must'): Layer => {
      const layer = typeLayer(
        at(id, 'message', `b${id}`),
        'glaze and kiln and clay '.repeat(12),
        boxAt(100, 500, 800, 300),
        {
          ...style,
          size: 24,
        },
      )
      return { ...layer, behaviour: { ...layer.behaviour, importance } }
    }
    const made = lay(across([long('x', 'may'), long('y', 'must')]), 64)
    expect(made.leftOut).toContain('x')
    for (const n of made.nodes)
      if (n.layer.kind === 'type') expect(n.layer.style.size).toBeGreaterThanOrEqual(64 - 0.05)
  })
})
