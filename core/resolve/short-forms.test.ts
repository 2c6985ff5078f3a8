import { beforeAll, describe, expect, it } from 'vitest'
import { type NodeHost, openHost } from '../../host/project'
import { blankDesign, presetSpecs } from '../design/blank'
import { setOnLayer } from '../design/properties/set'
import { arrangementKey, type Design, designSchema } from '../design/schema'
import { boxAt, typeLayer } from '../kinds/new'

let host: NodeHost
beforeAll(() => {
  host = openHost(async () => null)
})
const LONG =
  'Everything that our two kilns gave us in the long wet autumn of this year, and what we learnt by it'
function made(short?: string): Design {
  const d = blankDesign('short', 'Short', presetSpecs(['square-post', 'video-thumbnail', 'portrait-post']))
  const page = Object.keys(d.pages)[0] as string
  const at = (id: string, order: string) => ({ id, page, plane: 'message', order }) as const
  const title = typeLayer(at('title', 'a1'), 'Kiln opening', boxAt(80, 80, 900, 160), { size: 150 })
  const more = typeLayer(at('more', 'a2'), LONG, boxAt(80, 500, 900, 260), { size: 56 })
  d.layers.title = { ...title, behaviour: { ...title.behaviour, importance: 'must' } }
  d.layers.more = { ...more, ...(short ? { short } : {}) }
  return designSchema.parse(d)
}
const textOn = async (d: Design, channel: string) => {
  const page = await host.resolve(d, Object.keys(d.pages)[0] as string, channel)
  const found = page.layers.find((l) => l.layer.id === 'more')?.layer
  return { text: found?.kind === 'type' ? found.text : null, page }
}

describe('short forms of words', () => {
  it('stand where the whole words have no room, and only there', async () => {
    const d = made('What two kilns gave')
    expect((await textOn(d, 'portrait-post')).text).toBe(LONG)
    const { text, page } = await textOn(d, 'video-thumbnail')
    expect(text).toBe('What two kilns gave')
    expect(page.leftOut).toEqual([])
    // Without them the words stand as small as they may.
    const whole = (await textOn(made(), 'video-thumbnail')).page.layers.find((l) => l.layer.id === 'more')
    expect(whole?.layer.kind === 'type' ? whole.layer.style.size : 0).toBeLessThan(70)
  })
  it('stay once they were chosen, and never stand in for words of a channel’s own', async () => {
    const d = made('What two kilns gave')
    const { page } = await textOn(d, 'video-thumbnail')
    const key = arrangementKey(page.page, 'video-thumbnail')
    const kept = { ...d, arrangements: { [key]: page.arrangement } } as Design
    const again = await textOn(kept, 'video-thumbnail')
    expect(again.text).toBe('What two kilns gave')
    expect(again.page.chosenAnew).toBe(false)
    const own = structuredClone(d)
    setOnLayer(own, 'video-thumbnail', 'more', 'text', 'Open now')
    expect((await textOn(own, 'video-thumbnail')).text).toBe('Open now')
  })
})
