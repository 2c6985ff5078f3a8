import { describe, expect, it } from 'vitest'
import { openHost } from '../../host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import { setOnLayer } from '../design/properties/set'
import type { Design } from '../design/schema'
import type { Layer } from '../kinds/list'
import { boxAt, graphicLayer, strewLayer, typeLayer } from '../kinds/new'
import type { Plate } from '../kinds/type/plate'
import { pageBounds } from './plan'
import { renderPage } from './render-page'

const LINES = 'b'.repeat(64)
const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100"><path id="stem" d="M0 50H100" fill="none" stroke="#102030" stroke-width="4"/></svg>'
const host = openHost(async (sha) => (sha === LINES ? new TextEncoder().encode(SVG) : null))
const where = (id: string, order = 'a0') => ({ id, page: 'page1', plane: 'message', order }) as const

function designOf(...layers: Layer[]): Design {
  const d = blankDesign('p', 'P', presetSpecs(['square-post', 'wide-header']), { colour: '#ffffff' })
  for (const l of layers) d.layers[l.id] = l
  return d
}
async function drawn(d: Design, channel = 'square-post') {
  const page = await host.resolve(d, 'page1', channel)
  const { data, width } = await renderPage(page, 1, pageBounds(page, 1), host)
  const at = (x: number, y: number) => [
    ...data.slice(
      (Math.round(y) * width + Math.round(x)) * 4,
      (Math.round(y) * width + Math.round(x)) * 4 + 3,
    ),
  ]
  /** How many px are darker than mid grey. */
  const dark = () => {
    let n = 0
    for (let k = 0; k < data.length; k += 4) if ((data[k] as number) < 128) n++
    return n
  }
  return { page, at, dark }
}
const text = (plate: Plate | null, placement = boxAt(200, 300, 600, 100)): Layer => ({
  ...typeLayer(where('t'), 'Kiln', placement, { size: 100, leading: 1 }, '#ffffff'),
  plate,
})
const plate = (more: Partial<Plate> = {}): Plate => ({
  kind: 'band',
  fill: { kind: 'solid', colour: '#203040' },
  across: 0.5,
  down: 0.2,
  radius: 0,
  ...more,
})

describe('a plate behind words', () => {
  it('is drawn beyond their box, under the letters, and turns with them', async () => {
    expect((await drawn(designOf(text(null)))).dark()).toBe(0)
    const { at } = await drawn(designOf(text(plate())))
    // Half a letter to the left of the line, and beyond that nothing.
    expect(at(160, 350)).toEqual([32, 48, 64])
    expect(at(140, 350)).toEqual([255, 255, 255])
    const turned = await drawn(designOf(text(plate(), { ...boxAt(200, 300, 600, 100), rotation: 90 })))
    expect(turned.at(500, 30)).toEqual([32, 48, 64])
    expect(turned.at(160, 350)).toEqual([255, 255, 255])
  })
  it('has round ends: its corner is left free, the middle of its end is not', async () => {
    const { at } = await drawn(designOf(text(plate({ kind: 'pill' }))))
    expect(at(152, 262 + 4)).toEqual([255, 255, 255])
    expect(at(156, 345)).toEqual([32, 48, 64])
  })
  it('may differ on one channel, and takes a gradient', async () => {
    const d = designOf(text(plate()))
    setOnLayer(d, 'wide-header', 't', 'plate', null)
    expect((await drawn(d)).dark()).toBeGreaterThan(1000)
    expect((await drawn(d, 'wide-header')).dark()).toBe(0)
    const stops = { a: { offset: 0, colour: '#000000' }, b: { offset: 1, colour: '#ff0000' } }
    const { at } = await drawn(designOf(text(plate({ fill: { kind: 'linear', angleDegrees: 0, stops } }))))
    // It runs over the box of the words, 200 to 800.
    expect(at(400, 350)[0]).toBeGreaterThan(70)
    expect(at(160, 350)[0]).toBe(0)
  })
  it('keeps its room on a channel that sets the words smaller', async () => {
    const { page } = await drawn(designOf(text(plate())), 'wide-header')
    const own = page.layers[0]?.layer
    if (own?.kind !== 'type') throw new Error('no words')
    const { at } = await drawn(designOf(text(plate())), 'wide-header')
    const { x, y, width } = own.placement
    const left = x - width / 2
    expect(at(left - 0.4 * own.style.size, y)).toEqual([32, 48, 64])
  })
})

describe('lines of a graphic', () => {
  const stem = (weights: Record<string, number>): Layer => ({
    ...graphicLayer(where('g'), 'G', LINES, {}, boxAt(100, 100, 400, 400)),
    weights,
  })
  it('are as heavy as they are set, by part, and gone at nothing', async () => {
    const dark = async (weights: Record<string, number>) => (await drawn(designOf(stem(weights)))).dark()
    // 4 units of 100 on 400 px: 16 px high, 400 px long.
    const plain = await dark({})
    expect(Math.abs(plain - 16 * 400)).toBeLessThan(420)
    expect((await dark({ 'colour 1': 2.5 })) / plain).toBeCloseTo(2.5, 1)
    expect(await dark({ 'colour 1': 0 })).toBeLessThan(plain * 0.1)
    expect(await dark({ other: 9 })).toBe(plain)
  })
  it('stay as heavy where copies of it are strewn', async () => {
    const thing = { kind: 'graphic', ratio: 1, source: LINES, parts: {} } as const
    const strewn = (weights: Record<string, number>) =>
      designOf(strewLayer(where('s'), 'S', [{ ...thing, weights }], boxAt(100, 100, 800, 800), 5))
    const [plain, heavy] = [await drawn(strewn({})), await drawn(strewn({ 'colour 1': 3 }))]
    expect(heavy.dark()).toBeGreaterThan(plain.dark() * 2)
  })
})
