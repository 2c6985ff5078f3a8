import { describe, expect, it } from 'vitest'
import { sampleDesign } from '@/bench/state/bench.test-data'
import { openHost } from '@/host/project'
import { inOrder } from '../basics/order'
import { addPage, movePage } from '../design/commands'
import { checkDesign } from '../design/edits'
import { keepToChannel } from '../design/only-here'
import { setOn } from '../design/properties/set'
import { onPage, onSwatch, onTreatment } from '../design/properties/targets'
import type { Design } from '../design/schema'
import { placedBounds } from '../geometry/placement'
import { boxAt, shapeLayer } from '../kinds/new'
import { newTreatment } from '../treatments/list'
import { composedIn, withMaster } from './compose-in'
import { flatResolved } from './resolved'

const host = openHost(async () => null)

describe('composing in another channel', () => {
  it('makes what was adapted there the composition', async () => {
    const design = sampleDesign()
    await host.ready(design)
    const before = await host.resolve(design, 'page1', 'link-card')
    const made = checkDesign(composedIn(design, 'link-card', host))
    expect(made.master).toBe('link-card')
    const after = await host.resolve(made, 'page1', 'link-card')
    const boxes = (layers: typeof before.layers) =>
      Object.fromEntries(flatResolved(layers).map((l) => [l.layer.id, placedBounds(l.layer.placement)]))
    expect(boxes(after.layers)).toEqual(boxes(before.layers))
    // The old master follows now, and everything is still on its page.
    const square = await host.resolve(made, 'page1', 'square-post')
    expect(
      flatResolved(square.layers)
        .map((l) => l.layer.id)
        .sort(),
    ).toEqual(['card', 'disc', 'photo', 'title'])
  })
  it('keeps what had no room, hidden', async () => {
    const design = sampleDesign()
    for (const l of Object.values(design.layers))
      if (l.id === 'disc') l.behaviour = { ...l.behaviour, importance: 'may' }
    const made = composedIn(design, 'link-card', host)
    expect(Object.keys(made.layers).sort()).toEqual(Object.keys(design.layers).sort())
  })
  it('makes what differed there of page, swatches and recipes the master’s', async () => {
    const design = sampleDesign()
    design.swatches.s1 = { id: 's1', name: 'Clay', order: 'a0', colour: '#aa5533' }
    const grain = newTreatment('grain', { id: 'g', order: 'a0' })
    design.recipes.r1 = { id: 'r1', name: 'Grain', order: 'a0', treatments: { g: grain } }
    if (design.layers.disc) design.layers.disc.recipe = 'r1'
    setOn(design, 'link-card', onPage('page1'), 'colour', '#223344')
    setOn(design, 'link-card', onSwatch('s1'), 'colour', '#445566')
    setOn(design, 'link-card', onTreatment({ recipe: 'r1' }, 'g'), 'strength', 0.25)
    await host.ready(design)
    const before = await host.resolve(design, 'page1', 'link-card')
    const made = checkDesign(composedIn(design, 'link-card', host))
    const after = await host.resolve(made, 'page1', 'link-card')
    const told = (page: typeof before) => [
      page.colour,
      page.swatches.s1?.colour,
      flatResolved(page.layers).find((l) => l.layer.id === 'disc')?.layer.treatments.g?.strength,
    ]
    expect([told(before), told(after)]).toEqual(Array(2).fill(['#223344', '#445566', 0.25]))
    expect(made.changes).toEqual({})
    // The design that it was made of is as it was.
    expect([design.swatches.s1.colour, design.pages.page1?.colour]).toEqual(['#aa5533', '#ffffff'])
  })
  it('is the same design where the channel is the master already', () => {
    const design = sampleDesign()
    expect(composedIn(design, design.master, host)).toBe(design)
  })
})

describe('another master', () => {
  it('leaves the composition that was the master as it was on its channel, words and all', async () => {
    const design = sampleDesign()
    await host.ready(design)
    const seen = async (d: Design, channel: string) =>
      Object.fromEntries(
        flatResolved((await host.resolve(d, 'page1', channel)).layers)
          .filter((l) => l.layer.shown)
          .map(({ layer: l }) => {
            const b = placedBounds(l.placement)
            const size = l.kind === 'type' ? l.style.size : 0
            return [l.id, [b.left, b.top, b.right, b.bottom, size].map((v) => Math.round(v))]
          }),
      )
    const before = [await seen(design, design.master), await seen(design, 'link-card')]
    const made = checkDesign(withMaster(design, 'link-card', host))
    expect(made.master).toBe('link-card')
    expect([await seen(made, design.master), await seen(made, 'link-card')]).toEqual(before)
  })
})

describe('a channel that was composed elsewhere', () => {
  it('shows nothing of the master, only what was placed on it, which is seen nowhere else', async () => {
    const design = sampleDesign()
    const before = structuredClone(design)
    const channel = design.channels['link-card']
    if (!channel) throw new Error('no channel')
    channel.elsewhere = true
    const where = { id: 'own', page: 'page1', plane: 'backdrop', order: 'a0' } as const
    design.layers.own = shapeLayer(where, 'Finished', 'rectangle', boxAt(0, 0, 1200, 630))
    keepToChannel(before, design, 'link-card')
    await host.ready(design)
    const shown = async (id: string) =>
      flatResolved((await host.resolve(checkDesign(design), 'page1', id)).layers)
        .filter((l) => l.layer.shown)
        .map((l) => l.layer.id)
    expect(await shown('link-card')).toEqual(['own'])
    expect(await shown(design.master)).not.toContain('own')
    const page = await host.resolve(design, 'page1', 'link-card')
    const box = page.layers.find((l) => l.layer.id === 'own')?.layer.placement
    expect(box).toMatchObject({ x: 600, y: 315, width: 1200, height: 630 })
  })
})

describe('pages in order', () => {
  it('a page is moved earlier or later, and not beyond the ends', () => {
    const d = sampleDesign()
    addPage(d, 'p2', 'Two', 'page1', () => 'x', false)
    addPage(d, 'p3', 'Three', 'p2', () => 'y', false)
    const order = () => inOrder(d.pages).map((p) => p.id)
    expect(order()).toEqual(['page1', 'p2', 'p3'])
    movePage(d, 'p3', -2)
    expect(order()).toEqual(['p3', 'page1', 'p2'])
    movePage(d, 'p3', 1)
    expect(order()).toEqual(['page1', 'p3', 'p2'])
    movePage(d, 'p2', 1)
    expect(order()).toEqual(['page1', 'p3', 'p2'])
  })
})
