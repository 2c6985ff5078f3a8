import { describe, expect, it } from 'vitest'
import { openHost } from '@/host/project'
import { toOklab } from '../colour/oklab'
import { blankDesign, presetSpecs } from '../design/blank'
import type { Design } from '../design/schema'
import type { Layer } from '../kinds/list'
import { boxAt, gradeLayer, groupLayer, shapeLayer } from '../kinds/new'
import { newMask } from '../masks/mask'
import { newTreatment } from '../treatments/list'
import type { Treatment } from '../treatments/order'
import { difference, reducedTo, rendered } from './compared.test-data'
import { renderPage } from './render-page'

const SIDE = 320
const host = openHost(async () => null)
const at = (id: string, order: string, parent: string | null = null) => ({
  id,
  page: 'page1',
  plane: 'subject' as const,
  order,
  parent,
})
const box = (id: string, order: string, colour: string, left: number, parent: string | null = null): Layer =>
  shapeLayer(at(id, order, parent), id, 'rectangle', boxAt(left, 60, 100, 200), { kind: 'solid', colour })
const treat = (kind: string, change: Record<string, unknown> = {}): Treatment => ({
  ...newTreatment(kind, { id: 'x', order: 'a0' }),
  ...change,
})
const grade = (
  order: string,
  t: Treatment,
  change: Partial<Layer> = {},
  parent: string | null = null,
): Layer =>
  ({
    ...gradeLayer(at('grade', order, parent), 'Grade', boxAt(0, 0, SIDE, SIDE)),
    treatments: { x: t },
    ...change,
  }) as Layer
function design(layers: readonly Layer[]): Design {
  const specs = presetSpecs(['square-post', 'tall-story'])
  const d = blankDesign(
    'r',
    'R',
    specs.map((s, n) => (n === 0 ? { ...s, width: SIDE, height: SIDE } : s)),
    { colour: '#ffffff' },
  )
  for (const layer of layers) d.layers[layer.id] = layer
  return d
}
async function seen(layers: readonly Layer[], channel = 'square-post') {
  const page = await host.resolve(design(layers), 'page1', channel)
  const { data } = await renderPage(
    page,
    1,
    { left: 0, top: 0, right: page.width, bottom: page.height },
    host,
  )
  return (x: number, y: number) => [...data.slice((y * page.width + x) * 4, (y * page.width + x) * 4 + 3)]
}
const RED = [200, 40, 30]
const red = (order: string, left = 20, parent: string | null = null) =>
  box('red', order, '#c8281e', left, parent)
const blue = (order: string, left = 200, parent: string | null = null) =>
  box('blue', order, '#1e50c8', left, parent)

describe('a grade', () => {
  it('changes all that lies beneath it, the page too, and leaves what lies above as it is', async () => {
    const s = await seen([red('a0'), grade('a1', treat('invert')), blue('a2')])
    expect(s(60, 160)).toEqual(RED.map((v) => 255 - v))
    expect(s(10, 10)).toEqual([0, 0, 0])
    expect(s(250, 160)).toEqual([0x1e, 0x50, 0xc8])
  })
  it('within a group changes only what the group has beneath it', async () => {
    const s = await seen([
      red('a0'),
      groupLayer(at('g', 'a1'), 'G'),
      blue('a0', 200, 'g'),
      grade('a1', treat('invert'), {}, 'g'),
    ])
    expect(s(60, 160)).toEqual(RED)
    expect(s(250, 160)).toEqual([0xe1, 0xaf, 0x37])
    expect(s(10, 10)).toEqual([255, 255, 255])
  })
  it('kept inside one thing changes only that', async () => {
    const s = await seen([
      red('a0'),
      blue('a1'),
      grade('a2', treat('invert'), { inside: 'blue' } as Partial<Layer>),
    ])
    expect(s(60, 160)).toEqual(RED)
    expect(s(250, 160)).toEqual([0xe1, 0xaf, 0x37])
  })
  it('shows as much as its opacity says and where its masks do', async () => {
    const half = await seen([red('a0'), grade('a1', treat('invert'), { opacity: 0.5 } as Partial<Layer>)])
    expect(half(60, 160)).toEqual([128, 128, 128])
    const mask = {
      ...newMask.shape({ id: 'm', order: 'a0' }, 'rectangle'),
      x: 0.5,
      y: 0.25,
      width: 1,
      height: 0.5,
    }
    const masked = await seen([
      red('a0'),
      grade('a1', treat('invert'), { masks: { m: mask } } as unknown as Partial<Layer>),
    ])
    expect(masked(60, 100)).toEqual(RED.map((v) => 255 - v))
    expect(masked(60, 200)).toEqual(RED)
  })
  it('a black to white gradient map in luminosity at 50 % leaves hues alone (common practice)', async () => {
    const map = treat('gradient-map', {
      stops: [
        { offset: 0, colour: '#000000' },
        { offset: 1, colour: '#ffffff' },
      ],
    })
    const s = await seen([
      box('red', 'a0', '#a05848', 20),
      grade('a1', map, { opacity: 0.5, blend: 'luminosity' } as Partial<Layer>),
    ])
    const hue = (c: readonly number[]) => {
      const { a, b } = toOklab({
        r: (c[0] as number) / 255,
        g: (c[1] as number) / 255,
        b: (c[2] as number) / 255,
      })
      return (Math.atan2(b, a) * 180) / Math.PI
    }
    expect(Math.abs(hue(s(60, 160)) - hue([0xa0, 0x58, 0x48]))).toBeLessThan(1.5)
  })
  it('a gradient map in overlay at 10 % is a light tint (common practice)', async () => {
    const map = treat('gradient-map', {
      stops: [
        { offset: 0, colour: '#402010' },
        { offset: 1, colour: '#ffd9a0' },
      ],
    })
    const s = await seen([
      box('red', 'a0', '#808080', 20),
      grade('a1', map, { opacity: 0.1, blend: 'overlay' } as Partial<Layer>),
    ])
    const c = s(60, 160)
    for (const v of c) expect(Math.abs(v - 128)).toBeLessThan(14)
    expect(c).not.toEqual([128, 128, 128])
  })
  it('covers the whole page on every channel', async () => {
    const s = await seen([red('a0'), grade('a1', treat('invert'))], 'tall-story')
    for (const [x, y] of [
      [2, 2],
      [1077, 2],
      [2, 1917],
      [1077, 1917],
    ] as const)
      expect(s(x, y)).toEqual([0, 0, 0])
  })
  it('over what is rough does nothing where it has nothing to do, and mixes itself at the scale of the master', async () => {
    const dots = {
      ...red('a0'),
      treatments: { h: { ...newTreatment('halftone', { id: 'h', order: 'a0' }), pitch: 5, strength: 1 } },
    } as Layer
    const drawn = (layers: readonly Layer[], scale: number) => rendered(design(layers), scale, host)
    const idle = grade('a1', treat('lut'), { blend: 'exclusion' } as Partial<Layer>)
    for (const scale of [1, 0.5])
      expect(difference(await drawn([dots], scale), await drawn([dots, idle], scale)).over).toBe(0)
    for (const blend of ['hard-light', 'exclusion', 'multiply']) {
      const layers = [dots, grade('a1', treat('lift', { by: 0.2 }), { blend } as Partial<Layer>)]
      const apart = difference(reducedTo(await drawn(layers, 1), 0.5), await drawn(layers, 0.5))
      expect(apart.mean).toBeLessThan(1.5)
      expect(apart.over).toBeLessThan(0.02)
    }
  })
  it('with nothing to do leaves everything as it is', async () => {
    const plain = await seen([red('a0')])
    const s = await seen([red('a0'), grade('a1', { ...treat('invert'), on: false })])
    expect(s(60, 160)).toEqual(plain(60, 160))
  })
})
