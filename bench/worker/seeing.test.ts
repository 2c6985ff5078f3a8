import { describe, expect, it } from 'vitest'
import { blankDesign, presetSpecs } from '@/core/design/blank'
import { addLayers, group, keepInside } from '@/core/design/commands'
import type { Design } from '@/core/design/schema'
import { boxAt, groupLayer, shapeLayer } from '@/core/kinds/new'
import { plan } from '@/core/render/plan'
import { renderRegion } from '@/core/render/render-page'
import { newTreatment } from '@/core/treatments/list'
import { openHost } from '@/host/project'
import { hitAt } from './questions'
import { plainSeeing, type Seeing, seenAs } from './seeing'

const SIDE = 100
const host = openHost(async () => null)
let count = 0
function design(): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const d = blankDesign('d', 'D', [{ ...spec, width: SIDE, height: SIDE }], { colour: '#ffffff' })
  const add = (id: string, order: string, x: number, colour: string) =>
    addLayers(d, [
      shapeLayer({ id, page: 'page1', plane: 'subject', order }, id, 'rectangle', boxAt(x, 20, 40, 40), {
        kind: 'solid',
        colour,
      }),
    ])
  add('red', 'a0', 10, '#ff0000')
  add('green', 'a1', 30, '#00ff00')
  add('blue', 'a2', 50, '#0000ff')
  return d
}
async function seen(d: Design, seeing: Partial<Seeing>) {
  const page = await host.resolve(structuredClone(d), 'page1', d.master)
  const made = seenAs(plan(page, { scale: 1 }, host), { ...plainSeeing, ...seeing })
  const { data } = await renderRegion(made, { left: 0, top: 0, right: SIDE, bottom: SIDE }, host.renderer, {
    memoryKey: `seeing-${count++}`,
  })
  return (x: number, y: number) => [...data.slice((y * SIDE + x) * 4, (y * SIDE + x) * 4 + 4)]
}

describe('ways of looking', () => {
  it('one layer alone has nothing around it, not even the page', async () => {
    const at = await seen(design(), { solo: 'green' })
    expect(at(50, 40)).toEqual([0, 255, 0, 255])
    expect(at(15, 40)).toEqual([0, 0, 0, 0])
    expect(at(95, 95)).toEqual([0, 0, 0, 0])
  })
  it('also from within a group, or out of its holder', async () => {
    const d = design()
    group(d, ['red', 'green'], groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a0' }, 'G'))
    expect((await seen(d, { solo: 'green' }))(60, 40)).toEqual([0, 255, 0, 255])
    const e = design()
    keepInside(e, ['green'], 'red')
    // Without its holder it is whole.
    expect((await seen(e, { solo: 'green' }))(65, 40)).toEqual([0, 255, 0, 255])
  })
  it('a strong ground shows through gaps, the artwork stays', async () => {
    const at = await seen(design(), { ground: '#ff2bd6' })
    expect(at(95, 95)).toEqual([255, 43, 214, 255])
    expect(at(15, 40)).toEqual([255, 0, 0, 255])
    const clear = { ...design() }
    const page = clear.pages.page1
    if (page) page.colour = 'transparent'
    expect((await seen(clear, { ground: '#16e05a' }))(2, 2)).toEqual([22, 224, 90, 255])
  })
  it('bare lines of everything are dark outlines on white', async () => {
    const at = await seen(design(), { bare: 'all' })
    expect(at(60, 50)).toEqual([255, 255, 255, 255])
    // The edge between px 9 and 10 of the red one.
    expect((at(10, 45)[0] ?? 255) < 120).toBe(true)
  })
  it('bare lines of one layer leave the others', async () => {
    const at = await seen(design(), { bare: ['green'] })
    // Seen through the green one: the red one beneath.
    expect(at(40, 40)).toEqual([255, 0, 0, 255])
    expect(at(80, 40)).toEqual([0, 0, 255, 255])
  })
  describe.each([
    ['blurred', 'blur', { radius: 2 }],
    ['toned', 'invert', {}],
    ['outlined', 'rim', { width: 2 }],
  ])('in a group that is %s', (_, kind, change) => {
    const treated = (mode = 'normal') => {
      const d = design()
      group(d, ['red', 'green'], groupLayer({ id: 'g', page: 'page1', plane: 'subject', order: 'a0' }, 'G'))
      const g = d.layers.g
      if (g)
        Object.assign(g, {
          blend: mode,
          treatments: { t: { ...newTreatment(kind, { id: 't', order: 'a0' }), strength: 1, ...change } },
        })
      return d
    }
    const planned = async (d: Design) =>
      plan(await host.resolve(structuredClone(d), 'page1', d.master), { scale: 1 }, host)
    it('members are met by a click, the front one first', async () => {
      const { nodes } = await planned(treated())
      // What lies around all of them is theirs together, behind them.
      const hit = (x: number) => hitAt(nodes, x, 40, host.renderer).filter((id) => id !== 'g')
      expect(hit(20)).toEqual(['red'])
      expect(hit(40)).toEqual(['green', 'red'])
      expect(hitAt(nodes, 40, 40, host.renderer)[0]).toBe('green')
    })
    it('a member is shown alone, as it is treated there', async () => {
      const at = await seen(treated(), { solo: 'red' })
      expect(at(20, 40)).toEqual(kind === 'invert' ? [0, 255, 255, 255] : [255, 0, 0, 255])
      expect(at(40, 40)).toEqual(at(20, 40))
      expect(at(62, 40)[3]).toBe(0)
    })
    it('a member is seen as its lines, the others as they are', async () => {
      const at = await seen(treated(), { bare: ['green'] })
      // Seen through the green one: the red one beneath, as it is treated.
      expect(at(40, 40)).toEqual(at(20, 40))
      expect(at(20, 40)).toEqual(kind === 'invert' ? [0, 255, 255, 255] : [255, 0, 0, 255])
      expect((at(30, 45)[0] ?? 255) < 160).toBe(true)
    })
  })
  it('what is plain is the same plan', async () => {
    const page = await host.resolve(design(), 'page1', 'square-post')
    const made = plan(page, { scale: 1 }, host)
    expect(seenAs(made, plainSeeing)).toBe(made)
  })
})
