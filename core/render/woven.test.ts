import { describe, expect, it } from 'vitest'
import { openHost } from '@/host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import { duplicateLayers, group, moveInStack, removeLayers } from '../design/commands'
import { record } from '../design/edits'
import { partFromRegister, partInRegister, placedBy } from '../design/register'
import type { Design } from '../design/schema'
import { canWeave, setWeave } from '../design/weave'
import type { Layer } from '../kinds/list'
import { boxAt, groupLayer, shapeLayer } from '../kinds/new'
import type { WeaveMark } from '../kinds/weave-schema'
import { newTreatment } from '../treatments/list'
import { crossingsOf } from './crossings'
import { prepare, renderPage } from './render-page'
import { cellOf, type Site, siteAt } from './woven'

const SIDE = 300
const host = openHost(async () => null)
const at = (id: string, order: string) => ({
  id,
  page: 'page1',
  plane: 'subject' as const,
  order,
  parent: null,
})
const solid = (colour: string) => ({ kind: 'solid' as const, colour })

/** A ring of 40 px around the middle, and over it a bar that crosses it twice. */
function design(): Design {
  const [square, story] = presetSpecs(['square-post', 'tall-story'])
  if (!square || !story) throw new Error('no preset')
  const d = blankDesign('w', 'W', [{ ...square, width: SIDE, height: SIDE }, story], { colour: '#ffffff' })
  const ring = shapeLayer(at('ring', 'a0'), 'Ring', 'ellipse', boxAt(70, 70, 160, 160), { kind: 'none' })
  ring.stroke = { ...ring.stroke, colour: '#c02020', weight: 40 }
  const bar = shapeLayer(at('bar', 'a1'), 'Bar', 'rectangle', boxAt(20, 130, 260, 40), solid('#2020c0'))
  for (const l of [ring, bar] as Layer[]) d.layers[l.id] = l
  return d
}
const RED = [0xc0, 0x20, 0x20]
const BLUE = [0x20, 0x20, 0xc0]
/** A mark at a point of the page, told at a point of the bar and of the ring. */
const mark = (id: string, x: number, y: number, over: boolean): WeaveMark => ({
  id,
  crossing: id,
  own: { x: (x - 20) / 260, y: (y - 130) / 40 },
  other: { x: (x - 70) / 160, y: (y - 70) / 160 },
  radius: 0.5,
  over,
  painted: false,
})
const LEFT = [70, 150] as const
const RIGHT = [230, 150] as const
async function seen(d: Design, channel = 'square-post', scale = 1) {
  const page = await host.resolve(d, 'page1', channel)
  const [w, h] = [Math.round(page.width * scale), Math.round(page.height * scale)]
  const { data } = await renderPage(page, scale, { left: 0, top: 0, right: w, bottom: h }, host)
  return {
    page,
    data,
    at: ([x, y]: readonly [number, number]) => [
      ...data.slice((Math.round(y) * w + Math.round(x)) * 4, (Math.round(y) * w + Math.round(x)) * 4 + 3),
    ],
  }
}
const woven = (): Design => {
  const d = design()
  setWeave(d, 'bar', 'ring', 'w', [mark('l', ...LEFT, true), mark('r', ...RIGHT, false)])
  return d
}

describe('a weave', () => {
  it('leaves no hairline of what it passes over along soft edges, with rim lines too', async () => {
    const d = woven()
    const tilt = d.layers.bar as Layer
    // A bar that lies aslant has soft edges; ring and bar have rims.
    d.layers.bar = {
      ...tilt,
      placement: { ...tilt.placement, rotation: 7 },
      treatments: { r: { ...newTreatment('rim', { id: 'r', order: 'a0' }), width: 6, colour: '#ffffff' } },
    } as Layer
    d.layers.ring = {
      ...(d.layers.ring as Layer),
      treatments: { r: { ...newTreatment('rim', { id: 'r', order: 'a0' }), width: 5, colour: '#10a040' } },
    } as Layer
    const s = await seen(d)
    // Down the middle of the ring's stroke at the left crossing there is the ring alone, from rim to rim.
    for (let y = 110; y < 190; y++) expect(s.at([70, y])).toEqual(RED)
  })
  it('leaves an even gap beside what passes over, where one is wanted', async () => {
    const d = woven()
    const own = (d.layers.bar as Layer).weaves.w
    if (own) own.gap = 8
    const s = await seen(d)
    // The ring passes over from x = 50 to 90; the bar ends 8 px before and begins 8 px after it.
    const row = (x: number) => s.at([x, 150])
    expect([row(40), row(44), row(47), row(60), row(80), row(93), row(96), row(101)]).toEqual([
      BLUE,
      [255, 255, 255],
      [255, 255, 255],
      RED,
      RED,
      [255, 255, 255],
      [255, 255, 255],
      BLUE,
    ])
    // At the other crossing, where the bar passes over, it is whole.
    expect(s.at([205, 150])).toEqual(BLUE)
  })
  it('passes over at one crossing and under at the other, as a picture made by hand of three pieces', async () => {
    const s = await seen(woven())
    expect([s.at(LEFT), s.at(RIGHT)]).toEqual([RED, BLUE])
    // By hand: the right half of the bar over the ring, the left half under it.
    const hand = design()
    const bar = hand.layers.bar as Layer
    hand.layers.low = { ...bar, id: 'low', order: 'Zz', placement: boxAt(20, 130, 130, 40) }
    hand.layers.bar = { ...bar, placement: boxAt(150, 130, 130, 40) }
    const made = await seen(hand)
    let worst = 0
    made.data.forEach((v, n) => {
      worst = Math.max(worst, Math.abs(v - (s.data[n] as number)))
    })
    // Only where both edges meet in one px their areas are taken as independent.
    expect(worst).toBeLessThanOrEqual(40)
    expect(
      made.data.filter((v, n) => Math.abs(v - (s.data[n] as number)) > 2).length / made.data.length,
    ).toBeLessThan(0.0005)
  })
  it('is the same whichever of both carries it, and when their order in the stack turns round', async () => {
    const other = design()
    const back = (m: WeaveMark): WeaveMark => ({
      ...m,
      own: m.other,
      other: m.own,
      radius: 0.2,
      over: !m.over,
    })
    setWeave(other, 'ring', 'bar', 'w', [mark('l', ...LEFT, true), mark('r', ...RIGHT, false)].map(back))
    const turned = woven()
    moveInStack(turned, ['bar'], { plane: 'subject', parent: null, above: 'ring' })
    for (const d of [other, turned]) {
      const s = await seen(d)
      expect([s.at(LEFT), s.at(RIGHT)]).toEqual([RED, BLUE])
    }
  })
  it('goes along when either is moved, scaled and turned, on another channel, and in a group', async () => {
    const moved = woven()
    const bar = moved.layers.bar as Layer
    bar.placement = { ...bar.placement, x: bar.placement.x + 14, y: bar.placement.y - 30, width: 300 }
    const m = await seen(moved)
    expect([m.at([77, 120]), m.at([222, 120])]).toEqual([RED, BLUE])
    const turned = woven()
    const t = turned.layers.bar as Layer
    t.placement = { ...t.placement, rotation: 30 }
    const r = await seen(turned)
    const [c, s] = [80 * Math.cos(Math.PI / 6), 80 * Math.sin(Math.PI / 6)]
    expect([r.at([150 - c, 150 - s]), r.at([150 + c, 150 + s])]).toEqual([RED, BLUE])
    const grouped = woven()
    group(grouped, ['bar'], groupLayer(at('g', 'a1'), 'G'))
    const g = await seen(grouped)
    expect([g.at(LEFT), g.at(RIGHT)]).toEqual([RED, BLUE])
    const story = await seen(woven(), 'tall-story', 0.25)
    const places = story.page.layers.map((l) => l.layer.placement)
    const ring = places[0] as Layer['placement']
    expect(story.at([(ring.x - ring.width / 2) * 0.25, ring.y * 0.25])).toEqual(RED)
    expect(story.at([(ring.x + ring.width / 2) * 0.25, ring.y * 0.25])).toEqual(BLUE)
  })
  it('painted by hand lies over what the crossings say; its undoing leaves nothing', async () => {
    const d = woven()
    const painted = Array.from({ length: 9 }, (_, n) => ({
      ...mark(`p${n}`, 215 + n * 4, 150, true),
      radius: 0.4,
      painted: true,
    }))
    setWeave(d, 'bar', 'ring', 'w', [...Object.values(d.layers.bar?.weaves.w?.marks ?? {}), ...painted])
    expect((await seen(d)).at(RIGHT)).toEqual(RED)
    const plain = record(d, (draft) => setWeave(draft, 'bar', 'ring', 'w', [])).design
    expect((await seen(plain)).data).toEqual((await seen(design())).data)
  })
  it('finds each place where two things cross once, and none where they do not', async () => {
    const page = await host.resolve(design(), 'page1', 'square-post')
    const planned = await prepare(page, 1, host)
    const found = crossingsOf(planned.nodes, 'bar', 'ring', host.renderer)
      .flatMap((c) => c.slice(0, 1))
      .sort((a, b) => a.x - b.x)
    expect(found).toHaveLength(2)
    expect(Math.abs((found[0]?.x ?? 0) - 70)).toBeLessThan(12)
    expect(Math.abs((found[1]?.x ?? 0) - 230)).toBeLessThan(12)
    expect(crossingsOf(planned.nodes, 'bar', 'nothing', host.renderer)).toEqual([])
  })
  it('is gone with either layer, and refused where one is made of the other', () => {
    const d = woven()
    removeLayers(d, ['ring'])
    expect(d.layers.bar?.weaves).toEqual({})
    const g = woven()
    group(g, ['bar'], groupLayer(at('g', 'a1'), 'G'))
    expect([canWeave(g, 'g', 'bar'), canWeave(g, 'g', 'ring')]).toEqual([false, true])
  })
})

describe('places of a weave', () => {
  it('part the page without gap or overlap: each point lies in the cell of the mark that counts there', () => {
    const sites: Site[] = [0, 1, 2, 3, 4].map((n) => ({
      at: { x: 40 + ((n * 67) % 200), y: 30 + ((n * 131) % 210) },
      radius: 5 + n * 9,
      over: n % 2 === 0,
      painted: false,
    }))
    const box = { left: 0, top: 0, right: SIDE, bottom: SIDE }
    const areas = sites.map((s) => {
      const cell = cellOf(s, sites, box)
      return (
        Math.abs(
          cell.reduce(
            (sum, p, n) =>
              sum + p.x * (cell[(n + 1) % cell.length]?.y ?? 0) - p.y * (cell[(n + 1) % cell.length]?.x ?? 0),
            0,
          ),
        ) / 2
      )
    })
    expect(areas.reduce((a, b) => a + b, 0)).toBeCloseTo(SIDE * SIDE, 4)
    for (const s of sites) {
      const cell = cellOf(s, sites, box)
      const middle = {
        x: cell.reduce((a, p) => a + p.x, 0) / cell.length,
        y: cell.reduce((a, p) => a + p.y, 0) / cell.length,
      }
      if (cell.length > 0) expect(siteAt(sites, middle)).toBe(s)
    }
  })
})

describe('parts in register', () => {
  const parted = (before: (d: Design) => void = () => undefined): Design => {
    const d = design()
    d.layers.photo = {
      ...(d.layers.bar as Layer),
      id: 'photo',
      kind: 'picture',
      source: '0'.repeat(64),
      sourceWidth: 40,
      sourceHeight: 30,
      focal: { x: 0.5, y: 0.5 },
    } as Layer
    before(d)
    partInRegister(d, 'photo', 'cut')
    return d
  }
  it('lie in one place on every channel, whichever is moved, with room between', async () => {
    const d = parted()
    ;(d.layers.photo as Layer).placement = boxAt(30, 40, 200, 150)
    expect(placedBy(d, 'cut')).toBe('photo')
    for (const channel of ['square-post', 'tall-story']) {
      const { layers } = await host.resolve(d, 'page1', channel)
      const of = (id: string) => layers.find((l) => l.layer.id === id)?.layer.placement
      expect(of('cut')).toBeDefined()
      expect(of('cut')).toEqual(of('photo'))
    }
    expect((d.layers.photo?.order ?? '') < (d.layers.cut?.order ?? '')).toBe(true)
  })
  it('from a backdrop the cutout is the rearmost subject, unless it would cover what is set there', () => {
    const planes = (more: (d: Design) => void) => {
      const d = parted((made) => {
        const photo = made.layers.photo as Layer
        Object.assign(photo, { plane: 'backdrop' })
        more(made)
      })
      return d.layers.cut
    }
    expect(planes(() => undefined)).toMatchObject({ plane: 'subject', register: 'photo' })
    const front = planes((d) => Object.assign(d.layers.ring as Layer, { plane: 'subject', order: 'a0' }))
    expect((front?.order ?? '') < 'a0').toBe(true)
    expect(planes((d) => Object.assign(d.layers.ring as Layer, { plane: 'setting' }))?.plane).toBe('backdrop')
  })
  it('let go keep their place and are free; with the photo gone the cutout stays', () => {
    const d = parted()
    ;(d.layers.photo as Layer).placement = boxAt(1, 2, 50, 60)
    partFromRegister(d, ['cut'])
    expect([d.layers.cut?.register, d.layers.cut?.placement]).toEqual([null, d.layers.photo?.placement])
    const e = parted()
    const at = {
      anchor: 'c',
      dx: 0.1,
      dy: 0.2,
      factorX: 1,
      factorY: 1,
      rotation: 0,
      flipX: false,
      flipY: false,
    } as const
    e.changes['tall-story.layers/photo.place'] = {
      channel: 'tall-story',
      target: 'layers/photo',
      property: 'place',
      value: at,
    }
    ;(e.layers.photo as Layer).placement = boxAt(3, 4, 50, 60)
    removeLayers(e, ['photo'])
    expect([e.layers.cut?.register, e.layers.cut?.placement]).toEqual([null, boxAt(3, 4, 50, 60)])
    expect(e.changes).toEqual({
      'tall-story.layers/cut.place': {
        channel: 'tall-story',
        target: 'layers/cut',
        property: 'place',
        value: at,
      },
    })
  })
  it('the cutout takes what belongs to the thing, and copied alone it is free', () => {
    const d = design()
    const rim = newTreatment('rim', { id: 'r', order: 'a0' })
    d.layers.photo = {
      ...(d.layers.bar as Layer),
      id: 'photo',
      kind: 'picture',
      source: '0'.repeat(64),
      sourceWidth: 40,
      sourceHeight: 30,
      focal: { x: 0.5, y: 0.5 },
      treatments: { r: rim },
      opacity: 0.8,
    } as Layer
    setWeave(d, 'ring', 'photo', 'w', [mark('l', ...LEFT, true)])
    partInRegister(d, 'photo', 'cut')
    expect([
      d.layers.cut?.treatments,
      d.layers.cut?.opacity,
      d.layers.photo?.treatments,
      d.layers.photo?.opacity,
    ]).toEqual([{ r: rim }, 0.8, {}, 1])
    expect(d.layers.ring?.weaves.w?.other).toBe('cut')
    ;(d.layers.photo as Layer).placement = boxAt(10, 20, 50, 60)
    const copies = duplicateLayers(d, ['cut'], () => 'copy', { x: 5, y: 0 })
    expect(copies.get('cut')).toBe('copy')
    expect([d.layers.copy?.register, d.layers.copy?.placement]).toEqual([null, boxAt(15, 20, 50, 60)])
    // A cutout is not parted once more.
    partInRegister(d, 'cut', 'again')
    expect(d.layers.again).toBeUndefined()
  })
})
