import { describe, expect, it } from 'vitest'
import { sampleDesign } from '@/bench/state/bench.test-data'
import { openHost } from '@/host/project'
import { inOrder } from '../basics/order'
import { addPage, movePage } from '../design/commands'
import { checkDesign } from '../design/edits'
import { placedBounds } from '../geometry/placement'
import { composedIn } from './compose-in'
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
    for (const l of Object.values(design.layers)) if (l.id === 'disc') l.behaviour.importance = 'may'
    const made = composedIn(design, 'link-card', host)
    expect(Object.keys(made.layers).sort()).toEqual(Object.keys(design.layers).sort())
  })
  it('is the same design where the channel is the master already', () => {
    const design = sampleDesign()
    expect(composedIn(design, design.master, host)).toBe(design)
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
