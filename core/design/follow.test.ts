import { describe, expect, it } from 'vitest'
import { openHost } from '@/host/project'
import { boxAt, shapeLayer } from '../kinds/new'
import { flatResolved } from '../resolve/resolved'
import { newTreatment } from '../treatments/list'
import { blankDesign, presetSpecs } from './blank'
import { treatedBy } from './follow'
import type { Design } from './schema'

const host = openHost(async () => null)
function design(): Design {
  const d = blankDesign('r', 'R', presetSpecs(['square-post', 'tall-story']), { colour: '#ffffff' })
  for (const id of ['a', 'b', 'c']) {
    const layer = shapeLayer(
      { id, page: 'page1', plane: 'subject', order: `a${id}`, parent: null },
      id,
      'rectangle',
      boxAt(100, 100, 200, 200),
      {
        kind: 'solid',
        colour: '#c04020',
      },
    )
    const own = newTreatment('invert', { id: 'own', order: 'a0' })
    d.layers[id] = { ...layer, treatments: { own }, recipe: id === 'c' ? null : 'sticker' }
  }
  const rim = newTreatment('rim', { id: 'rim', order: 'a0' })
  d.recipes.sticker = { id: 'sticker', name: 'Sticker', order: 'a0', treatments: { rim } }
  return d
}
const kinds = async (d: Design, channel = 'square-post') => {
  const page = await host.resolve(d, 'page1', channel)
  return Object.fromEntries(
    flatResolved(page.layers).map((l) => [
      l.layer.id,
      Object.values(l.layer.treatments).map((t) => [t.kind, t.width]),
    ]),
  )
}

describe('a followed recipe', () => {
  it('is shown instead of what a layer has itself; what follows none keeps its own', async () => {
    expect(await kinds(design())).toEqual({ a: [['rim', 12]], b: [['rim', 12]], c: [['invert', undefined]] })
  })
  it('changes all that follow it at once, and is held in one place', async () => {
    const d = design()
    const held = treatedBy(d, 'a')
    expect(held).toBe(treatedBy(d, 'b'))
    expect(treatedBy(d, 'c')).toBe(d.layers.c)
    if (held?.treatments.rim) held.treatments.rim.width = 30
    expect(await kinds(d)).toMatchObject({ a: [['rim', 30]], b: [['rim', 30]] })
  })
  it('is sized with what follows it on other channels', async () => {
    const d = design()
    const page = await host.resolve(d, 'page1', 'tall-story')
    const own = flatResolved(page.layers).find((l) => l.layer.id === 'a')?.layer
    const by = (own?.placement.width ?? 0) / 200
    expect(own?.treatments.rim?.width).toBeCloseTo(12 * by, 6)
  })
  it('that is gone leaves what a layer has itself', async () => {
    const d = design()
    delete d.recipes.sticker
    expect(await kinds(d)).toMatchObject({ a: [['invert', undefined]] })
  })
})
