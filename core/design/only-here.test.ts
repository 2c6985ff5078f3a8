import { beforeAll, describe, expect, it } from 'vitest'
import { type NodeHost, openHost } from '../../host/project'
import { boxAt, shapeLayer, typeLayer } from '../kinds/new'
import { blankDesign, presetSpecs } from './blank'
import { isShownOn, onAllChannels, onlyChannelOf, onlyOn } from './only-here'
import { type Design, designSchema } from './schema'

let host: NodeHost
beforeAll(() => {
  host = openHost(async () => null)
})
const CHANNELS = ['square-post', 'link-card', 'tall-story']
function made(): Design {
  const d = blankDesign('own', 'Own', presetSpecs(CHANNELS))
  const page = Object.keys(d.pages)[0] as string
  const at = (id: string, order: string) => ({ id, page, plane: 'message', order }) as const
  d.layers.title = typeLayer(at('title', 'a0'), 'Kiln', boxAt(100, 100, 800, 160), { size: 140 })
  d.layers.dot = shapeLayer(at('dot', 'a1'), 'Dot', 'ellipse', boxAt(400, 700, 120, 120))
  return designSchema.parse(d)
}
const on = async (d: Design, channel: string) => host.resolve(d, Object.keys(d.pages)[0] as string, channel)
const shown = async (d: Design) =>
  Promise.all(
    CHANNELS.map(async (c) => (await on(d, c)).layers.some((l) => l.layer.id === 'dot' && l.layer.shown)),
  )

describe('things of one channel', () => {
  it('are shown there alone, where they lay', async () => {
    const d = made()
    const was = (await on(d, 'link-card')).layers.find((l) => l.layer.id === 'dot')
    if (!was) throw new Error('it is not there')
    onlyOn(d, 'link-card', 'dot', { placement: was.layer.placement, adapted: was.base })
    expect(await shown(designSchema.parse(d))).toEqual([false, true, false])
    expect(onlyChannelOf(d, 'dot')).toBe('link-card')
    const is = (await on(d, 'link-card')).layers.find((l) => l.layer.id === 'dot')?.layer.placement
    expect(is?.x).toBeCloseTo(was.layer.placement.x, 3)
    expect(is?.y).toBeCloseTo(was.layer.placement.y, 3)
    expect(is?.width).toBeCloseTo(was.layer.placement.width, 3)
  })
  it('are the master’s alone too, and go back to all', async () => {
    const d = made()
    onlyOn(d, 'square-post', 'dot', null)
    expect(await shown(d)).toEqual([true, false, false])
    onlyOn(d, 'tall-story', 'dot', null)
    expect(await shown(d)).toEqual([false, false, true])
    expect(isShownOn(d, 'dot', 'square-post')).toBe(false)
    onAllChannels(d, 'dot')
    expect(await shown(d)).toEqual([true, true, true])
    expect(onlyChannelOf(d, 'dot')).toBeNull()
  })
})
