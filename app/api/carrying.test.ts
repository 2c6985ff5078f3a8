import { describe, expect, it } from 'vitest'
import type { Change } from '@/core/design/change-schema'
import { setOnLayer } from '@/core/design/properties/set'
import { loadDesign } from '@/server/designs'
import { takeEdits } from '@/server/edits'
import { editOf, openTemporaryStore, storedDesign } from '@/server/temporary-store.test-data'
import * as carried from './designs/[id]/carried/route'
import * as take from './designs/[id]/carried/take/route'

openTemporaryStore()
const at = (id: string) => ({ params: Promise.resolve({ id }) })
const post = (body: unknown) =>
  new Request('http://localhost/', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
const channels = ['square-post', 'portrait-post', 'tall-story', 'link-card']
const CHANGES: Change[] = [
  { channel: 'link-card', target: 'layers/a', property: 'opacity', value: 0.4 },
  { channel: 'link-card', target: 'layers/b', property: 'shown', value: false },
]
const changed = (channel = 'link-card') => ({
  page: 'page1',
  channel,
  changes: CHANGES.map((c) => ({ ...c, channel })),
})

describe('what was changed by hand on one channel', () => {
  it('is offered to channels of like shape here and in the campaign, by kind and name, and taken there as an edit', async () => {
    const own = await storedDesign([...channels, 'video-thumbnail'], 'One')
    const other = await storedDesign(channels, 'Two')
    await takeEdits(other.id, [editOf(other, 0, (d) => void delete d.layers.b)], 'tab')
    const listed = (await (await carried.POST(post(changed()), at(own.id))).json()) as {
      places: { design: string; page: string; channel: string; changes: number }[]
    }
    expect(listed.places.map((p) => [p.design, p.channel, p.changes])).toEqual([
      [own.id, 'video-thumbnail', 2],
      [other.id, 'link-card', 1],
    ])
    const to = listed.places.filter((p) => p.design === other.id)
    const done = (await (
      await take.POST(
        post({ ...changed(), to: to.map(({ design, page, channel }) => ({ design, page, channel })) }),
        at(own.id),
      )
    ).json()) as { designs: unknown[] }
    expect(done.designs).toEqual([{ id: other.id, name: 'Two', message: null }])
    const stored = await loadDesign(other.id)
    expect(Object.values(stored.design.changes)).toEqual([CHANGES[0]])
    expect([stored.revision, (await loadDesign(own.id)).revision]).toEqual([2, 0])
  })
  it('is refused where it cannot be read, with nothing changed', async () => {
    const own = await storedDesign(channels, 'Three')
    const broken = { ...changed(), changes: [{ ...CHANGES[0], value: 'much' }] }
    const answer = await carried.POST(post(broken), at(own.id))
    expect(answer.status).toBe(400)
    expect(JSON.stringify(await answer.json())).toContain('Nothing was changed')
  })
  it('leaves alone what has a value of its own elsewhere until it is taken', async () => {
    const own = await storedDesign([...channels, 'video-thumbnail'], 'Four')
    await takeEdits(
      own.id,
      [editOf(own, 0, (d) => setOnLayer(d, 'video-thumbnail', 'a', 'opacity', 0.9))],
      'tab',
    )
    await carried.POST(post(changed()), at(own.id))
    const { design } = await loadDesign(own.id)
    expect(Object.values(design.changes).map((c) => c.value)).toEqual([0.9])
  })
})
