import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { openFonts } from '../../host/fonts'
import { paintLight } from '../colour/light'
import type { Channel } from '../design/channel-schema'
import { freeBoxes, safeArea } from '../design/free-space'
import type { LayerNode } from '../design/tree'
import {
  areaOf,
  type Bounds,
  boundsOf,
  centreOf,
  contains,
  heightOf,
  overlapArea,
  overlaps,
  widthOf,
} from '../geometry/bounds'
import { placedBounds } from '../geometry/placement'
import type { Layer } from '../kinds/list'
import { boxAt, graphicLayer, groupLayer, pictureLayer, shapeLayer, typeLayer } from '../kinds/new'
import { allFontFiles } from '../type/catalogue'
import { measureType } from '../type/layout'
import { lightBeneath, panesOf } from './lightness'
import { anchor, cover, edge, type Frame, fractional, moveBounds, spanBox, stretchedLayer } from './place'
import { authorLines, fitStack, leastOf, stackTexts, type Text, widestPiece } from './type-stack'
import { behaviourOf, blocksOf, edgesCrossed, rides, type Unit, unitsOf } from './units'

const fonts = openFonts()
await fonts.open(allFontFiles().filter((f) => f.slug === 'instrument-sans'))
const where = (id: string, plane: Layer['plane'] = 'subject') => ({ id, page: 'p', plane, order: 'a0' })
const node = (layer: Layer, children: LayerNode[] = []): LayerNode => ({ layer, children, insides: [] })
const shape = (id: string, plane: Layer['plane'], box: ReturnType<typeof boxAt>, more: object = {}) => ({
  ...shapeLayer(where(id, plane), id, 'rectangle', box),
  ...more,
})
const picture = (
  id: string,
  plane: Layer['plane'],
  box: ReturnType<typeof boxAt>,
  focal = { x: 0.5, y: 0.5 },
) => pictureLayer(where(id, plane), id, { sha: 'a'.repeat(64), width: 800, height: 600, focal }, box)
const channel = (width: number, height: number, more: Partial<Channel> = {}): Channel => ({
  id: 'c',
  name: 'C',
  order: 'a0',
  width,
  height,
  bleed: 0,
  safe: { top: 50, right: 50, bottom: 50, left: 50 },
  clear: [],
  smallestType: 28,
  print: null,
  ...more,
})
const frame = (from: [number, number], to: Channel): Frame => ({
  master: { width: from[0], height: from[1] },
  channel: to,
  short: Math.min(to.width, to.height) / Math.min(...from),
  area: Math.sqrt((to.width * to.height) / (from[0] * from[1])),
})
const unitOf = (layer: Layer, children: LayerNode[] = [], size: [number, number] = [1000, 1000]): Unit =>
  unitsOf([node(layer, children)], { width: size[0], height: size[1] })[0] as Unit

describe('what a layer does when nobody said so', () => {
  const master = { width: 1000, height: 1000 }
  const kind = (layer: Layer, children: LayerNode[] = []) => {
    const u = unitOf(layer, children)
    return behaviourOf(u.node, u.bounds, master)
  }
  it('what fills the page covers', () =>
    expect(kind(picture('a', 'backdrop', boxAt(-5, 0, 1010, 1000)))).toBe('cover'))
  it('type reads, wherever it lies', () =>
    expect(kind(typeLayer(where('t', 'finish'), 'Hello', boxAt(-50, 0, 300, 80)))).toBe('reads'))
  it('a band from side to side spans', () =>
    expect(kind(shape('b', 'setting', boxAt(-2, 800, 1004, 210)))).toBe('span'))
  it('an outline around the page spans', () => {
    expect(kind(shape('f', 'front', boxAt(40, 40, 920, 920), { fill: { kind: 'none' } }))).toBe('span')
    expect(
      kind(graphicLayer(where('g', 'front'), 'G', 'c'.repeat(64), { a: '#000000' }, boxAt(40, 40, 920, 920))),
    ).toBe('span')
  })
  it('what hangs over an edge stays on it', () =>
    expect(kind(picture('l', 'front', boxAt(-80, 600, 300, 300)))).toBe('edge'))
  it('a badge with words keeps its place, even where it hangs over an edge', () => {
    const words = node({ ...typeLayer(where('w', 'message'), 'New', boxAt(900, 20, 80, 40)), parent: 'g' })
    expect(kind(groupLayer(where('g', 'message'), 'Badge'), [words])).toBe('anchor')
  })
  it('everything else keeps its place', () =>
    expect(kind(picture('s', 'subject', boxAt(300, 300, 300, 400)))).toBe('anchor'))
  it('what a person said goes before all of it', () => {
    const said = {
      kind: 'cover',
      keepsSize: false,
      keepsClear: false,
      keepsWeight: false,
      host: null,
      importance: 'must',
    } as const
    expect(kind({ ...shape('s', 'subject', boxAt(300, 300, 50, 50)), behaviour: said })).toBe('cover')
  })
})

describe('what belongs together', () => {
  const master = { width: 1000, height: 1000 }
  it('a plate behind one text rides on it; behind two it does not', () => {
    const text = node(typeLayer(where('t', 'message'), 'Kiln opening', boxAt(100, 100, 400, 80)))
    const plate = node(shape('p', 'message', boxAt(80, 90, 440, 100)))
    expect(unitsOf([plate, text], master)[0]).toMatchObject({ kind: 'ride', host: 't' })
    const other = node(typeLayer(where('u', 'message'), 'And more', boxAt(100, 140, 400, 40)))
    expect(unitsOf([plate, text, other], master)[0]?.kind).toBe('anchor')
  })
  it('a shadow set to ride takes the nearest thing beneath, or keeps its own place', () => {
    const ride = {
      kind: 'ride',
      keepsSize: false,
      keepsClear: false,
      keepsWeight: false,
      host: null,
      importance: 'may',
    } as const
    const cup = node(picture('cup', 'subject', boxAt(100, 500, 200, 300)))
    const bowl = node(picture('bowl', 'subject', boxAt(600, 500, 200, 200)))
    const shadow = node({ ...picture('shadow', 'subject', boxAt(590, 680, 220, 40)), behaviour: ride })
    expect(unitsOf([cup, bowl, shadow], master)[2]).toMatchObject({ kind: 'ride', host: 'bowl' })
    expect(unitsOf([shadow], master)[0]).toMatchObject({ kind: 'anchor', host: null })
  })
  it('things that stand before each other move as one; the heaviest of them is the subject', () => {
    const units = unitsOf(
      [
        node(picture('vase', 'subject', boxAt(300, 300, 300, 500))),
        node(picture('cup', 'subject', boxAt(540, 600, 150, 200))),
        node(picture('far', 'subject', boxAt(20, 20, 80, 80))),
      ],
      master,
    )
    const blocks = blocksOf(units, new Set())
    expect(blocks.map((b) => b.units.map((u) => u.id).sort()).sort()).toEqual([['cup', 'vase'], ['far']])
    expect(blocks.find((b) => b.main)?.units.length).toBe(2)
  })
  it('riding is followed over several hosts, and never for ever', () => {
    const unit = (id: string, host: string | null): Unit => ({
      ...unitOf(shape(id, 'front', boxAt(0, 0, 9, 9))),
      id,
      host,
      kind: 'ride',
    })
    const chain = [unit('a', 'b'), unit('b', 't')]
    expect(rides(chain[0] as Unit, chain, new Set(['t']))).toBe(true)
    const ring = [unit('a', 'b'), unit('b', 'a')]
    expect(rides(ring[0] as Unit, ring, new Set(['t']))).toBe(false)
  })
})

describe('free space', () => {
  it('is what a safe area leaves inside the page', () => {
    expect(safeArea(channel(1080, 1920, { safe: { top: 250, right: 64, bottom: 320, left: 64 } }))).toEqual({
      left: 64,
      top: 250,
      right: 1016,
      bottom: 1600,
    })
  })
  it('boxes touch no obstacle, lie in the area, and none lies in another', () => {
    const obstacles = fc.array(
      fc
        .tuple(fc.nat(900), fc.nat(900), fc.integer({ min: 5, max: 300 }), fc.integer({ min: 5, max: 300 }))
        .map(([x, y, w, h]) => boundsOf(x, y, w, h)),
      { maxLength: 4 },
    )
    fc.assert(
      fc.property(obstacles, (list) => {
        const area = boundsOf(50, 50, 900, 900)
        const free = freeBoxes(area, list)
        for (const [n, b] of free.entries()) {
          expect(contains(area, b)).toBe(true)
          expect(list.some((o) => overlaps(o, b))).toBe(false)
          expect(free.some((other, m) => m !== n && contains(other, b) && !contains(b, other))).toBe(false)
          if (n > 0) expect(areaOf(b)).toBeLessThanOrEqual(areaOf(free[n - 1] as Bounds))
        }
      }),
      { seed: 9, endOnFailure: true },
    )
  })
  it('beside a clear box in a corner are the two largest rests', () => {
    const free = freeBoxes(boundsOf(0, 0, 1000, 500), [boundsOf(800, 300, 200, 200)])
    expect(free).toEqual([boundsOf(0, 0, 800, 500), boundsOf(0, 0, 1000, 300)])
  })
})

describe('placing', () => {
  const wide = channel(1500, 500)
  it('cover fills the page and its bleed without stretching, the focal point in view', () => {
    const sizes = fc.tuple(
      fc.integer({ min: 300, max: 3000 }),
      fc.integer({ min: 300, max: 3000 }),
      fc.integer({ min: 0, max: 12 }),
    )
    fc.assert(
      fc.property(
        sizes,
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        ([w, h, bleed], fx, fy) => {
          const to = channel(w, h, { bleed })
          const unit = unitOf(picture('p', 'backdrop', boxAt(0, 0, 1000, 1000), { x: fx, y: fy }))
          const m = cover(unit, frame([1000, 1000], to))
          const box = moveBounds(unit.bounds, m)
          expect(contains(box, boundsOf(-bleed, -bleed, w + 2 * bleed, h + 2 * bleed), 1e-6)).toBe(true)
          const focal = { x: box.left + widthOf(box) * fx, y: box.top + heightOf(box) * fy }
          expect(focal.x >= 0 && focal.x <= w && focal.y >= 0 && focal.y <= h).toBe(true)
        },
      ),
      { seed: 4, endOnFailure: true },
    )
  })
  it('edge keeps every crossed edge crossed, at the share of the short side', () => {
    const unit = unitOf(picture('leaf', 'front', boxAt(-120, 640, 300, 420)))
    const f = frame([1000, 1000], wide)
    const box = moveBounds(unit.bounds, edge(unit, f))
    expect(edgesCrossed(box, wide.width, wide.height)).toMatchObject({
      left: true,
      bottom: true,
      right: false,
      top: false,
    })
    expect(widthOf(box) / 300).toBeCloseTo(0.5, 6)
  })
  it('over a bleed what hangs over reaches past it', () => {
    const to = channel(1000, 1400, { bleed: 35 })
    const unit = unitOf(picture('leaf', 'front', boxAt(-4, 640, 300, 420)))
    expect(moveBounds(unit.bounds, edge(unit, frame([1000, 1000], to))).left).toBeLessThanOrEqual(-35)
  })
  it('anchor keeps the margins’ ratio and the weight by area', () => {
    const unit = unitOf(picture('s', 'subject', boxAt(100, 200, 200, 300)))
    const f = frame([1000, 1000], wide)
    const box = moveBounds(unit.bounds, anchor(unit.node, unit.bounds, f))
    expect(widthOf(box) / 200).toBeCloseTo(Math.sqrt(0.75), 6)
    expect(box.left / (wide.width - box.right)).toBeCloseTo(100 / 700, 6)
    expect(box.top / (wide.height - box.bottom)).toBeCloseTo(200 / 500, 6)
    expect(fractional(boundsOf(0, 0, 1000, 1000), 0.5, f)).toEqual([750, 250])
  })
  it('keeps its size where it is told to', () => {
    const layer = {
      ...picture('s', 'subject', boxAt(100, 200, 200, 300)),
      behaviour: {
        kind: 'anchor',
        keepsSize: true,
        keepsClear: false,
        keepsWeight: false,
        host: null,
        importance: 'must',
      },
    } as Layer
    const unit = unitOf(layer)
    expect(anchor(unit.node, unit.bounds, frame([1000, 1000], wide)).scale).toBe(1)
  })
  it('a band goes from side to side without thickening beyond the short side’s ratio', () => {
    const unit = unitOf(shape('b', 'setting', boxAt(0, 850, 1000, 150)))
    const box = spanBox(unit, frame([1000, 1000], wide))
    expect(box.left).toBeCloseTo(0, 9)
    expect([box.right, box.bottom]).toEqual([1500, 500])
    expect(heightOf(box)).toBeCloseTo(75, 6)
  })
  it('a stretched outline keeps one thickness: its stroke follows the short side, not the stretch', () => {
    const ring = shape('f', 'front', boxAt(40, 40, 920, 920), {
      stroke: { colour: '#000000', weight: 10, dash: [], cap: 'butt', join: 'miter' },
      radii: [20, 20, 20, 20],
    })
    const made = stretchedLayer(ring as Layer, boundsOf(20, 20, 1460, 460), 0.5)
    expect(made).toMatchObject({ stroke: { weight: 5 }, radii: [10, 10, 10, 10] })
    expect(placedBounds(made.placement)).toEqual(boundsOf(20, 20, 1460, 460))
  })
})

describe('stacking texts', () => {
  const text = (id: string, words: string, size: number, more: Partial<Text> = {}): Text => {
    const layer = typeLayer(where(id, 'message'), words, boxAt(0, 0, 800, size * 1.2), {
      family: 'Instrument Sans',
      weight: 600,
      size,
      leading: 1.2,
    })
    const measure = measureType(fonts, layer.text, layer.style)
    return {
      id,
      layer,
      measure,
      size,
      gap: size * 0.4,
      importance: 'must',
      turn: 0,
      padX: 0,
      padY: 0,
      widest: widestPiece(measure),
      ...more,
    }
  }
  const pair = () => [
    text('head', 'Autumn kiln opening', 90),
    text('line', 'Three days of bowls, cups and vases from the first firing', 36),
  ]
  it('keeps them in the box, in order, without meeting', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 400, max: 1600 }),
        fc.integer({ min: 200, max: 1600 }),
        fc.constantFrom('start', 'centre', 'end' as const),
        (w, h, align) => {
          const box = boundsOf(40, 60, w, h)
          const made = stackTexts(pair(), box, 1, 24, align as 'start', 0.5)
          if (!made) return
          expect(contains(box, made.bounds, 0.01)).toBe(true)
          const [a, b] = made.texts
          expect((b?.box.top ?? 0) >= (a?.box.bottom ?? 0)).toBe(true)
          if (align === 'centre') expect(centreOf(a?.box as Bounds).x).toBeCloseTo(centreOf(box).x, 6)
          if (align === 'end') expect(a?.box.right).toBeCloseTo(box.right, 6)
        },
      ),
      { seed: 2, endOnFailure: true },
    )
  })
  it('sets none below the smallest type, and says where that does not fit', () => {
    const made = stackTexts(pair(), boundsOf(0, 0, 900, 900), 0.1, 40, 'start', 0)
    expect(made?.texts.map((t) => t.size)).toEqual([40, 40])
    expect(stackTexts(pair(), boundsOf(0, 0, 900, 60), 0.1, 40, 'start', 0)).toBeNull()
    expect(
      stackTexts([text('long', 'Incomprehensibilities', 90)], boundsOf(0, 0, 300, 900), 1, 28, 'start', 0),
    ).toBeNull()
  })
  it('takes the largest factor that fits', () => {
    const roomy = fitStack(pair(), boundsOf(0, 0, 2000, 2000), {
      base: 1,
      most: 1.4,
      smallest: 24,
      align: 'start',
      hang: 0,
      whole: false,
    })
    expect(roomy?.scale).toBe(1.4)
    const tight = fitStack(pair(), boundsOf(0, 0, 700, 220), {
      base: 1,
      most: 1.4,
      smallest: 24,
      align: 'start',
      hang: 0,
      whole: false,
    })
    expect(tight && tight.scale < 1).toBe(true)
  })
  it('whole keeps a headline on the lines its author gave it', () => {
    const head = [text('head', 'Autumn kiln opening', 90)]
    const narrow = boundsOf(0, 0, 520, 900)
    const how = { base: 1, most: 1.4, smallest: 24, align: 'start', hang: 0 } as const
    expect(authorLines(head[0] as Text)).toBe(1)
    expect(fitStack(head, narrow, { ...how, whole: true })?.stack.texts[0]?.lines).toBe(1)
    expect(fitStack(head, narrow, { ...how, whole: false })?.stack.texts[0]?.lines).toBeGreaterThan(1)
  })
  it('leaves room for a plate on all sides', () => {
    const [head] = pair()
    const made = stackTexts(
      [{ ...(head as Text), padX: 30, padY: 20 }],
      boundsOf(0, 0, 1200, 400),
      1,
      24,
      'start',
      0,
    )
    const [set] = made?.texts ?? []
    expect((set?.box.left ?? 0) - (made?.bounds.left ?? 0)).toBeCloseTo(30, 6)
    expect((made?.bounds.bottom ?? 0) - (set?.box.bottom ?? 0)).toBeCloseTo(20, 6)
  })
  it('a turned text fits with the upright box around it', () => {
    for (const turn of [-20, -6, 8, 25]) {
      const box = boundsOf(0, 0, 900, 900)
      const made = stackTexts([{ ...(pair()[0] as Text), turn }], box, 1, 24, 'centre', 0.5)
      const [set] = made?.texts ?? []
      if (!set) throw new Error('it did not fit')
      const turned = placedBounds({
        ...centreOf(set.box),
        width: widthOf(set.box),
        height: heightOf(set.box),
        rotation: turn,
        flipX: false,
        flipY: false,
      })
      expect(contains(box, turned, 0.01)).toBe(true)
      expect(contains(made?.bounds as Bounds, turned, 0.1)).toBe(true)
    }
  })
  it('the least important of the later ones is left out first, never the only one', () => {
    const list = [
      text('a', 'A', 40, { importance: 'must' }),
      text('b', 'B', 40, { importance: 'may' }),
      text('c', 'C', 40, { importance: 'may' }),
    ]
    expect(leastOf(list)?.id).toBe('c')
    expect(leastOf(list.slice(0, 2))?.id).toBe('b')
    expect(leastOf(list.slice(0, 1))).toBeNull()
  })
})

describe('lightness beneath', () => {
  const page = boundsOf(0, 0, 100, 100)
  const box = boundsOf(20, 20, 60, 60)
  const under = (layers: Layer[], ground = 1) =>
    lightBeneath(
      box,
      page,
      panesOf(layers, {}, () => null),
      ground,
    )
  const flat = (colour: string, more: object = {}) =>
    shape('s', 'setting', boxAt(0, 0, 100, 100), { fill: { kind: 'solid', colour }, ...more }) as Layer
  it('is the ground’s where nothing lies, and a layer’s own where one covers', () => {
    expect(under([])).toEqual({ mean: 1, spread: 0 })
    expect(under([flat('#000000')]).mean).toBe(0)
  })
  it('mixes by opacity, darkens by multiply, lightens by screen (W3C Compositing and Blending 1)', () => {
    expect(under([flat('#000000', { opacity: 0.25 })]).mean).toBeCloseTo(0.75, 9)
    expect(under([flat('#808080', { blend: 'multiply' })], 0.5).mean).toBeCloseTo(0.5 * (128 / 255), 3)
    expect(under([flat('#808080', { blend: 'screen' })], 0.5).mean).toBeCloseTo(1 - 0.5 * (1 - 128 / 255), 3)
  })
  it('tells the spread where half is light and half dark', () => {
    const half = shape('h', 'setting', boxAt(0, 0, 50, 100), {
      fill: { kind: 'solid', colour: '#000000' },
    }) as Layer
    const { mean, spread } = under([half])
    expect(mean).toBeCloseTo(0.5, 9)
    expect(spread).toBeCloseTo(0.5, 9)
  })
  it('off the page there is only the ground', () => {
    expect(
      lightBeneath(
        boundsOf(200, 200, 50, 50),
        page,
        panesOf([flat('#000000')], {}, () => null),
        0.8,
      ),
    ).toEqual({
      mean: 0.8,
      spread: 0,
    })
  })
  it('of a gradient is the mean of its stops', () => {
    const stops = {
      a: { id: 'a', offset: 0, colour: '#000000' },
      b: { id: 'b', offset: 1, colour: '#ffffff' },
    }
    expect(paintLight({ kind: 'linear', angleDegrees: 0, stops } as never, {}).light).toBeCloseTo(0.5, 9)
  })
  it('overlaps count by area', () => expect(overlapArea(page, boundsOf(90, 90, 100, 100))).toBe(100))
})
