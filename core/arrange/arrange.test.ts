import { beforeAll, describe, expect, it } from 'vitest'
import { openFonts } from '../../host/fonts'
import { inOrder } from '../basics/order'
import { type Item, itemsOf } from '../compose/item'
import { read, sentenceOf } from '../compose/read'
import type { Channel } from '../design/channel-schema'
import { ownChannel } from '../design/channels'
import type { Design } from '../design/schema'
import { layerTree } from '../design/tree'
import { contains, heightOf, overlapArea, overlaps, widthOf } from '../geometry/bounds'
import { takesPicture } from '../kinds/facts'
import { allFontFiles } from '../type/catalogue'
import { alternatives, arrange, contained } from './arrange'
import { afterOf, beforeOf, faultsOf, weightOf } from './faults/list'
import { type Fit, type Node, type Shape, unbeaten } from './node'
import { shapesAt } from './nodes/list'
import { makeStructured } from './structures/made.test-data'
import { STRUCTURES, type StructureName } from './structures/structures.test-data'

const fonts = openFonts()
beforeAll(() => fonts.open(allFontFiles()))
const context = { fonts, lightOf: () => null }
const supply = () => ({ sha: 'a'.repeat(64), width: 900, height: 1000 })
const make = (names: readonly StructureName[], master = 'square-post', seed = 0): Design =>
  makeStructured(seed, names, master, fonts, supply).design
const sourceOf = (design: Design) => ({
  nodes: layerTree(design, 'page1'),
  master: design.channels[design.master] as Channel,
  swatches: design.swatches,
  colour: '#ffffff',
  said: [],
})
const channelOf = (width: number, height: number): Channel => {
  const { group: _, ...channel } = ownChannel('own', 'Own', width, height)
  return { ...channel, order: 'a0' }
}
const placed = (design: Design, channel: Channel, chosen: Parameters<typeof arrange>[2] = null) => {
  const made = arrange(sourceOf(design), channel, chosen, context)
  return { made, items: itemsOf(made.nodes, fonts, context.lightOf) }
}

describe('arranging', () => {
  it('keeps a label on its button on every size', () => {
    const design = make(['title', 'button'])
    for (const channel of inOrder(design.channels)) {
      if (channel.id === design.master) continue
      const { items } = placed(design, channel)
      const button = items.find((i) => i.node.layer.name === 'Button')
      const label = items.find((i) => i.role === 'words' && i.depth > (button?.depth ?? 99))
      if (!button || !label) throw new Error(`nothing on ${channel.id}`)
      expect(contains(button.ink, label.ink, 1), channel.name).toBe(true)
    }
  })
  describe('what people said', () => {
    const wordsOf = (items: readonly Item[]) =>
      items.filter((i) => i.role === 'words').sort((a, b) => a.ink.top - b.ink.top)
    it('is read in the order that they gave', () => {
      const design = make(['title', 'button'])
      const story = channelOf(1080, 1920)
      const [first, second] = wordsOf(placed(design, story).items) as [Item, Item]
      const members = [second.id, first.id]
      const said = [{ kind: 'order' as const, members }]
      const made = arrange({ ...sourceOf(design), said }, story, null, context)
      const now = wordsOf(itemsOf(made.nodes, fonts, context.lightOf)).map((i) => i.id)
      expect(now.indexOf(second.id)).toBeLessThan(now.indexOf(first.id))
      const relation = made.reading.relations.find((r) => r.kind === 'order')
      if (!relation) throw new Error('It was not understood.')
      expect(sentenceOf(relation, made.reading.items, second.id)).toContain('is read first')
      expect(sentenceOf(relation, made.reading.items, first.id)).toContain('is read after')
    })
    it('takes at least its share of the page', () => {
      const design = make(['title', 'hero'])
      const strip = channelOf(970, 250)
      const before = placed(design, strip).items
      const hero = before.find((i) => i.role === 'cutout')
      const layer = design.layers[hero?.id ?? '']
      if (!hero || !layer) throw new Error('no cutout')
      const k = Math.sqrt((970 * 250) / (1080 * 1080))
      const shareOf = (items: readonly Item[]) => {
        const now = items.find((i) => i.id === hero.id)
        return (now?.node.layer.placement.width ?? 0) / layer.placement.width / k
      }
      const asked = shareOf(before) * 1.25
      layer.behaviour.leastShare = asked
      expect(shareOf(placed(design, strip).items)).toBeGreaterThanOrEqual(asked * 0.98)
    })
    it('is seen whole, or may be cropped', () => {
      const design = make(['title', 'sticker'])
      const sizes = [channelOf(160, 600), channelOf(970, 250), channelOf(300, 1050)]
      const slots = Object.values(design.layers).filter(takesPicture)
      const ratios = () =>
        slots
          .flatMap((l) => sizes.map((size) => [l, size] as const))
          .map(([l, size]) => {
            const p = placed(design, size).items.find((i) => i.id === l.id)?.node.layer.placement
            return (p?.width ?? 1) / (p?.height ?? 1) / (l.placement.width / l.placement.height)
          })
      for (const l of slots) l.behaviour.seen = 'whole'
      for (const r of ratios()) expect(r).toBeCloseTo(1, 2)
      for (const l of slots) l.behaviour.seen = 'cropped'
      expect(ratios().some((r) => Math.abs(r - 1) > 0.1)).toBe(true)
    })
    it('of one of a set is had by those like it: they stay alike', () => {
      const design = make(['title', 'offer'])
      const pictures = Object.values(design.layers).filter(takesPicture)
      const [one] = pictures
      if (!one || pictures.length < 2) throw new Error('no set of pictures')
      one.behaviour.seen = 'whole'
      one.behaviour.leastShare = 0.75
      for (const size of [channelOf(1080, 1920), channelOf(1500, 500), channelOf(600, 900)]) {
        const { items } = placed(design, size)
        const seen = pictures.flatMap((l) => items.find((i) => i.id === l.id)?.node.layer.placement ?? [])
        for (const p of seen) {
          expect(p.width).toBeCloseTo(seen[0]?.width ?? 0, 1)
          expect(p.height).toBeCloseTo(seen[0]?.height ?? 0, 1)
        }
      }
    })
    it('covers the page, or is seen whole on it', () => {
      const design = make(['title'], 'square-post', 1)
      const wide = channelOf(1500, 500)
      const cover = () =>
        placed(design, wide).items.find((i) => widthOf(i.ink) >= 1500 || heightOf(i.ink) >= 499.5)
      const was = cover()
      const layer = design.layers[was?.id ?? '']
      if (!was || !layer) throw new Error('nothing covers')
      expect(widthOf(was.ink)).toBeGreaterThanOrEqual(1500)
      layer.behaviour.seen = 'whole'
      const { items } = placed(design, wide)
      const ink = items.find((i) => i.id === was.id)?.ink
      if (!ink) throw new Error('It is gone.')
      expect(contains({ left: 0, top: 0, right: 1500, bottom: 500 }, ink, 1)).toBe(true)
    })
  })
  it('keeps three cards alike and in their order, in a row or a column', () => {
    const design = make(['title', 'cards'])
    for (const [w, h] of [
      [1080, 1920],
      [1500, 500],
      [600, 600],
    ] as const) {
      const { items } = placed(design, channelOf(w, h))
      const cards = items.filter((i) => i.node.layer.name.startsWith('Card'))
      expect(cards).toHaveLength(3)
      const sizes = cards.map((c) => [Math.round(widthOf(c.ink)), Math.round(heightOf(c.ink))].join())
      expect(new Set(sizes).size).toBe(1)
      const order = [...cards]
        .sort((a, b) => a.ink.top - b.ink.top || a.ink.left - b.ink.left)
        .map((c) => c.node.layer.name)
      expect(order).toEqual(['Card 1', 'Card 2', 'Card 3'])
    }
  })
  it('keeps a badge on the card that it rides on, and the cards alike', () => {
    const design = make(['title', 'offer'])
    const before = sourceOf(design)
    const was = itemsOf(before.nodes, fonts, context.lightOf)
    const named = (items: typeof was, name: string) => items.filter((i) => i.node.layer.name.startsWith(name))
    expect(named(was, 'Badge')).toHaveLength(2)
    for (const [w, h] of [
      [1080, 1920],
      [1500, 500],
      [1200, 630],
    ] as const) {
      const { items, made } = placed(design, channelOf(w, h))
      const cards = named(items, 'Offer').filter((i) => i.role === 'shape')
      expect(
        new Set(cards.map((c) => `${Math.round(widthOf(c.ink))} ${Math.round(heightOf(c.ink))}`)).size,
      ).toBe(1)
      const [badge, price] = named(items, 'Badge')
      // Both or neither; where they are they overlap the corner of the third.
      expect(Boolean(badge)).toBe(Boolean(price))
      if (!badge || !price) continue
      expect(contains(badge.ink, price.ink, 1)).toBe(true)
      expect(cards.map((c) => overlapArea(c.ink, badge.ink) > 0)).toEqual([false, false, true])
      expect(made.faults.filter((f) => f.kind === 'torn' || f.kind === 'uneven')).toEqual([])
    }
  })
  it('leaves a column of a table out as a whole, with what its lines ran over', () => {
    const design = make(['title', 'programme'], 'a3-poster')
    const channel = { ...channelOf(700, 630), smallestType: 40 }
    const { made, items } = placed(design, channel)
    const may = (i: { node: { layer: { behaviour: { importance: string } } } }) =>
      i.node.layer.behaviour.importance === 'may'
    expect(made.leftOut.length).toBeGreaterThan(0)
    expect(items.filter(may)).toEqual([])
    const words = items.filter((i) => i.role === 'words')
    const rules = items.filter((i) => i.role === 'rule')
    expect(rules.length).toBeGreaterThan(2)
    for (const r of rules) for (const t of words) expect(overlaps(r.ink, t.ink)).toBe(false)
  })
  it('keeps prices on the lines of what they are of', () => {
    const design = make(['title', 'table'], 'a3-poster')
    const master = sourceOf(design)
    const table = read(master.nodes, master.master, context).relations.find((r) => r.kind === 'table')
    if (!table) throw new Error('no table')
    for (const [w, h] of [
      [1080, 1080],
      [1600, 900],
      [500, 900],
    ] as const) {
      const { items } = placed(design, channelOf(w, h))
      for (let n = 0; n < table.of.length; n += 2) {
        const [name, price] = [table.of[n], table.of[n + 1]].map((id) => items.find((i) => i.id === id))
        if (!name || !price) continue
        expect(Math.abs(name.ink.bottom - price.ink.bottom)).toBeLessThan(0.5 * heightOf(name.ink))
        expect(price.ink.left).toBeGreaterThan(name.ink.right - 1)
      }
    }
  })
  it.each(Object.keys(STRUCTURES) as StructureName[])(
    'is never worse than containing all of it evenly: %s',
    (name) => {
      const design = make(['title', name])
      const source = sourceOf(design)
      const before = beforeOf(read(source.nodes, source.master, context), source.master)
      for (const [w, h] of [
        [1080, 1920],
        [1500, 500],
        [300, 250],
        [728, 90],
      ] as const) {
        const channel = channelOf(w, h)
        const { made, items } = placed(design, channel)
        const even = itemsOf(contained(source, channel, context).nodes, fonts, context.lightOf)
        const weigh = (list: typeof items, out: readonly string[]) =>
          weightOf(faultsOf(before, afterOf(list, channel, out)))
        expect(weigh(items, made.leftOut)).toBeLessThanOrEqual(weigh(even, []) + 12)
      }
    },
  )
  it('holds it twice as much against an arrangement where something comes over what keeps clear of others', () => {
    const weighed = (keepsClear: boolean) => {
      const design = make(['title', 'badge'])
      const source = sourceOf(design)
      for (const n of source.nodes) n.layer.behaviour.keepsClear = keepsClear
      const before = beforeOf(read(source.nodes, source.master, context), source.master)
      const piled = source.nodes.map((n) => ({
        ...n,
        layer: { ...n.layer, placement: { ...n.layer.placement, x: 400, y: 400 } },
      }))
      const faults = faultsOf(before, afterOf(itemsOf(piled, fonts, context.lightOf), source.master, []))
      return faults
        .filter((f) => ['covered', 'straddling', 'on a subject'].includes(f.kind) && !f.relation)
        .reduce((sum, f) => sum + f.weight, 0)
    }
    expect(weighed(false)).toBeGreaterThan(0)
    expect(weighed(true)).toBeCloseTo(2 * weighed(false), 9)
  })
  it('gives the same again for the same', () => {
    const design = make(['title', 'cards', 'button'])
    const channel = channelOf(1500, 500)
    expect(placed(design, channel).made.chosen).toEqual(placed(structuredClone(design), channel).made.chosen)
  })
  it('keeps its choices while words are typed', () => {
    const design = make(['title', 'cards', 'button'])
    const channel = channelOf(1080, 1920)
    const { made } = placed(design, channel)
    const typed = structuredClone(design)
    const words = Object.values(typed.layers).find((l) => l.kind === 'type' && l.name === 'Title')
    if (words?.kind !== 'type') throw new Error('no title')
    for (const more of [' a', ' and', ' and one', ' and one more']) {
      words.text += more
      const next = placed(typed, channel, made.chosen).made
      expect(next.anew).toBe(false)
      expect([next.chosen.family, next.chosen.turned, next.chosen.words]).toEqual([
        made.chosen.family,
        made.chosen.turned,
        made.chosen.words,
      ])
      // What stands where it stood is arranged as it was.
      for (const [key, choice] of Object.entries(made.chosen.choices))
        expect(next.chosen.choices[key] ?? choice, key).toBe(choice)
    }
  })
  it('offers other arrangements that differ in their structure', () => {
    const design = make(['title', 'cards', 'button'])
    const all = alternatives(sourceOf(design), channelOf(1500, 500), context)
    expect(all.length).toBeGreaterThan(1)
    expect(
      new Set(all.map((a) => JSON.stringify([a.chosen.family, a.chosen.choices, a.chosen.turned, a.leftOut])))
        .size,
    ).toBe(all.length)
  })

  describe('what cannot be had', () => {
    const whole = (design: Design, channel: Channel) => {
      const { made } = placed(design, channel)
      for (const n of made.nodes)
        expect(Number.isFinite(n.layer.placement.x + n.layer.placement.width)).toBe(true)
      return made
    }
    it('a channel of 8 × 30 000', () => {
      whole(make(['title', 'cards']), channelOf(8, 30_000))
    })
    it('clear boxes that leave nothing free', () => {
      const channel = {
        ...channelOf(800, 800),
        clear: [{ x: 0, y: 0, width: 800, height: 800, label: 'all' }],
      }
      whole(make(['title', 'button']), channel)
    })
    it('a text of 20 000 characters', () => {
      const design = make(['title'])
      const words = Object.values(design.layers).find((l) => l.kind === 'type')
      if (words?.kind !== 'type') throw new Error('no words')
      words.text = 'kiln and glaze '.repeat(1334)
      whole(design, channelOf(1500, 500))
    })
    it('400 layers at one place', () => {
      const design = make(['hero'])
      const [first] = Object.values(design.layers)
      if (!first) throw new Error('no layer')
      for (let n = 0; n < 400; n++)
        design.layers[`c${n}`] = { ...structuredClone(first), id: `c${n}`, order: `${first.order}${n}` }
      whole(design, channelOf(1500, 500))
    })
  })
})

describe('shapes', () => {
  const fit: Fit = {
    scale: 1,
    words: 1,
    smallest: 1,
    room: { width: 1e6, height: 1e6 },
    dearest: 9,
    area: 1,
    kept: null,
  }
  /** Slots of given sizes, whose shapes are known. */
  const slotNode = (id: string, w: number, h: number): Node => ({
    kind: 'block',
    key: id,
    box: { left: 0, top: 0, right: w, bottom: h },
    ink: { left: 0, top: 0, right: w, bottom: h },
    items: [],
    over: new Set(),
    room: 'keeps',
    fixed: false,
    share: 0,
    widens: 1,
    reads: null,
    along: null,
    least: Infinity,
    subject: false,
  })
  const column = (children: readonly Node[]): Node => ({
    kind: 'lines',
    key: 'column',
    axis: 'y',
    box: { left: 0, top: 0, right: 100, bottom: 300 },
    ink: { left: 0, top: 0, right: 100, bottom: 300 },
    items: [],
    over: new Set(),
    room: 'spreads',
    fixed: false,
    share: 0,
    widens: 1,
    reads: null,
    along: null,
    children,
    gaps: children.slice(1).map(() => 10),
    align: 0,
    bound: false,
    rtl: false,
  })
  it('that others beat in width, height and cost at once are not kept, all others are', () => {
    const make = (width: number, height: number, cost: number): Shape => ({
      width,
      height,
      cost,
      node: slotNode('a', 1, 1),
      choice: '',
      kids: [],
      scale: 1,
    })
    let seed = 7
    const next = () => {
      seed = (seed * 16807) % 2147483647
      return seed % 10
    }
    const all = Array.from({ length: 60 }, () => make(next(), next(), next()))
    const best = all.filter(
      (s) =>
        !all.some(
          (o) =>
            o !== s &&
            o.width <= s.width &&
            o.height <= s.height &&
            o.cost <= s.cost &&
            (o.width < s.width || o.height < s.height || o.cost < s.cost),
        ),
    )
    const key = (s: Shape) => `${s.width},${s.height},${s.cost}`
    expect(new Set(unbeaten([...all], 1000).map(key))).toEqual(new Set(best.map(key)))
  })
  it('of a column are those of an exhaustive search: as it is, turned, and broken at each place', () => {
    const sizes = [
      [80, 40],
      [60, 90],
      [100, 30],
    ] as const
    const children = sizes.map(([w, h], n) => slotNode(`s${n}`, w, h))
    const found = shapesAt(column(children), fit).map((s) => [Math.round(s.width), Math.round(s.height)])
    const [a, b, c] = sizes
    const tall = [Math.max(a[0], b[0], c[0]), a[1] + b[1] + c[1] + 20]
    expect(found).toContainEqual(tall)
    const wide = found.find(([, h]) => h === Math.max(a[1], b[1], c[1]))
    expect(wide?.[0]).toBe(a[0] + b[0] + c[0] + 2 * 10)
  })
})
