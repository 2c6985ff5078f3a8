import { describe, expect, it } from 'vitest'
import { openHost } from '@/host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import { boxAt, shapeLayer } from '../kinds/new'
import { openingsOf, simplified, viewsOf } from './openings'
import { prepare } from './render-page'

describe('see-through openings', () => {
  it('of a frame are found where they are; a thing without one has none', async () => {
    const host = openHost(async () => null)
    const [spec] = presetSpecs(['square-post'])
    if (!spec) throw new Error('no preset')
    const d = blankDesign('o', 'O', [{ ...spec, width: 400, height: 400 }], { colour: '#ffffff' })
    const where = (id: string) => ({ id, page: 'page1', plane: 'subject' as const, order: `a${id}` })
    const frame = shapeLayer(where('f'), 'F', 'rectangle', boxAt(60, 80, 240, 260), { kind: 'none' })
    frame.stroke = { ...frame.stroke, weight: 30 }
    d.layers.f = frame
    d.layers.s = shapeLayer(where('s'), 'S', 'ellipse', boxAt(310, 310, 60, 60))
    const plan = await prepare(await host.resolve(d, 'page1', spec.id), 1, host)
    const [outline, ...more] = openingsOf(plan.nodes, 'f', host.renderer)
    expect(more).toEqual([])
    const [xs, ys] = [(outline ?? []).map((p) => p.x), (outline ?? []).map((p) => p.y)]
    // The hole is 75…285 by 95…325; its slot goes a little under the frame.
    for (const [found, wanted] of [
      [Math.min(...xs), 75],
      [Math.max(...xs), 285],
      [Math.min(...ys), 95],
      [Math.max(...ys), 325],
    ] as const)
      expect(Math.abs(found - wanted)).toBeLessThan(3)
    expect(outline?.length).toBeLessThan(12)
    expect(openingsOf(plan.nodes, 's', host.renderer)).toEqual([])
    expect(openingsOf(plan.nodes, 'gone', host.renderer)).toEqual([])
    // Coverage of many points is that of each, also beyond the frame and from one tile to the next.
    const node = plan.nodes.find((n) => n.id === 'f')
    if (!node) throw new Error('no frame')
    const [across, down] = [
      [-3, 44, 45, 70, 200, 255, 256, 257, 310, 314, 315, 399],
      [-1, 64, 70, 255, 256, 300, 340, 356],
    ]
    const many = [...host.renderer.alphasAt(node, across, down)]
    expect(many).toEqual(
      down.flatMap((y) => across.map((x) => Math.fround(host.renderer.alphaAt(node, x, y)))),
    )
    expect([many.includes(0), many.includes(1)]).toEqual([true, true])
  })
  it('are found in a frame that is almost all opening', async () => {
    const host = openHost(async () => null)
    const [spec] = presetSpecs(['square-post'])
    if (!spec) throw new Error('no preset')
    const d = blankDesign('o', 'O', [spec], { colour: '#ffffff' })
    const frame = shapeLayer(
      { id: 'f', page: 'page1', plane: 'subject', order: 'a0' },
      'F',
      'rectangle',
      boxAt(20, 20, 1000, 1000),
      { kind: 'none' },
    )
    frame.stroke = { ...frame.stroke, weight: 12 }
    d.layers.f = frame
    const plan = await prepare(await host.resolve(d, 'page1', spec.id), 1, host)
    expect(openingsOf(plan.nodes, 'f', host.renderer)).toHaveLength(1)
  })
  it('that are the panes of one window are looked through at one thing; frames side by side are not', () => {
    const pane = (x: number, y: number, side = 100) => [
      { x, y },
      { x: x + side, y },
      { x: x + side, y: y + side },
      { x, y: y + side },
    ]
    const window = [pane(0, 0), pane(110, 0), pane(0, 110), pane(110, 110)]
    expect(viewsOf(window)).toEqual([window])
    const [small, large] = [pane(0, 0, 60), pane(200, 0, 90)]
    expect(viewsOf([small, large])).toEqual([[large], [small]])
    expect(viewsOf([])).toEqual([])
  })
  it('have outlines of few points, none of the others far off', () => {
    const circle = Array.from({ length: 200 }, (_, n) => ({
      x: 50 * Math.cos((n / 100) * Math.PI),
      y: 50 * Math.sin((n / 100) * Math.PI),
    }))
    const few = simplified(circle, 0.8)
    expect(few.length).toBeLessThan(40)
    for (const p of few) expect(Math.hypot(p.x, p.y)).toBeCloseTo(50, 6)
  })
})
