import { describe, expect, it, vi } from 'vitest'
import { store } from '@/server/database'
import { takeEdits } from '@/server/edits'
import { editOf, openTemporaryStore, setOpacity, storedDesign } from '@/server/temporary-store.test-data'
import { listVersions, versionOf } from '@/server/versions'
import * as picture from './designs/[id]/versions/[version]/picture/route'
import * as version from './designs/[id]/versions/[version]/route'
import * as versions from './designs/[id]/versions/route'
import * as guideSets from './guide-sets/route'
import * as layouts from './layouts/route'

openTemporaryStore()
const at = <P extends object>(params: P) => ({ params: Promise.resolve(params) })
const post = (body: unknown) =>
  new Request('http://localhost/', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })

describe('versions', () => {
  it('by name hold the stored state; looking at one gives the design as it was', async () => {
    const d = await storedDesign()
    await takeEdits(d.id, [editOf(d, 0, setOpacity('a', 0.5))], 'one')
    const made = (await (
      await versions.POST(post({ name: ' Before the talk ' }), at({ id: d.id }))
    ).json()) as { id: string }
    await takeEdits(d.id, [editOf(d, 1, setOpacity('b', 0.1))], 'one')
    expect(await listVersions(d.id)).toMatchObject([
      { name: 'Before the talk', reason: 'named', revision: 1 },
    ])
    const seen = (await (
      await version.GET(new Request('http://localhost/'), at({ id: d.id, version: made.id }))
    ).json()) as {
      design: typeof d
      sources: unknown[]
    }
    expect([seen.design.layers.a?.opacity, seen.design.layers.b?.opacity]).toEqual([0.5, 1])
    expect(seen.sources).toEqual([])
  })
  it('need a name', async () => {
    const d = await storedDesign()
    expect((await versions.POST(post({ name: '  ' }), at({ id: d.id }))).status).toBe(400)
    expect(await listVersions(d.id)).toEqual([])
  })
  it('are kept ahead of a step that asks for it, holding the state before it', async () => {
    const d = await storedDesign()
    await takeEdits(
      d.id,
      [{ ...editOf(d, 0, setOpacity('a', 0.2)), keep: 'Before freeing everything' }],
      'one',
    )
    const [kept] = await listVersions(d.id)
    expect(kept).toMatchObject({ name: 'Before freeing everything', reason: 'before', revision: 0 })
    expect((await versionOf(d.id, kept?.id ?? '')).layers.a?.opacity).toBe(1)
  })
  it('are taken by the clock: none before ten minutes of work, one after, then again ten minutes later', async () => {
    const d = await storedDesign()
    vi.useFakeTimers({ toFake: ['Date'], now: new Date('2026-03-01T09:00:00Z') })
    try {
      await takeEdits(d.id, [editOf(d, 0, setOpacity('a', 0.9))], 'one')
      vi.setSystemTime(new Date('2026-03-01T09:09:00Z'))
      await takeEdits(d.id, [editOf(d, 1, setOpacity('a', 0.8))], 'one')
      expect(await listVersions(d.id)).toEqual([])
      vi.setSystemTime(new Date('2026-03-01T09:10:30Z'))
      await takeEdits(d.id, [editOf(d, 2, setOpacity('a', 0.7))], 'one')
      vi.setSystemTime(new Date('2026-03-01T09:15:00Z'))
      await takeEdits(d.id, [editOf(d, 3, setOpacity('a', 0.6))], 'one')
      vi.setSystemTime(new Date('2026-03-01T09:20:31Z'))
      await takeEdits(d.id, [editOf(d, 4, setOpacity('a', 0.5))], 'one')
    } finally {
      vi.useRealTimers()
    }
    const list = await listVersions(d.id)
    expect(list.map((v) => [v.reason, v.revision])).toEqual([
      ['time', 4],
      ['time', 2],
    ])
    expect((await versionOf(d.id, list[1]?.id ?? '')).layers.a?.opacity).toBe(0.8)
  })
  it('that are gone say so; removing one leaves the others', async () => {
    const d = await storedDesign()
    for (const name of ['One', 'Two']) await versions.POST(post({ name }), at({ id: d.id }))
    const [first] = await listVersions(d.id)
    await version.DELETE(new Request('http://localhost/'), at({ id: d.id, version: first?.id ?? '' }))
    expect(await listVersions(d.id)).toHaveLength(1)
    const gone = await version.GET(
      new Request('http://localhost/'),
      at({ id: d.id, version: first?.id ?? '' }),
    )
    expect(gone.status).toBe(404)
    expect(((await gone.json()) as { message: string }).message).toContain('The design itself is as it was')
    const small = await picture.GET(new Request('http://localhost/?side=4'), at({ id: d.id, version: 'x' }))
    expect(small.status).toBe(400)
    expect(
      await (await store())
        .selectFrom('designs')
        .select('revision')
        .where('id', '=', d.id)
        .executeTakeFirst(),
    ).toEqual({ revision: 0 })
  })
})

describe('guide sets', () => {
  const guide = { id: 'g1', axis: 'x', at: 33.33, unit: '%', channel: null }
  it('are kept by name, replaced by a set of the same name, and removed', async () => {
    await guideSets.POST(post({ name: 'Thirds', guides: [guide] }))
    await guideSets.POST(post({ name: 'Thirds', guides: [guide, { ...guide, id: 'g2', at: 66.67 }] }))
    const read = async () =>
      (
        (await (await guideSets.GET(new Request('http://localhost/'))).json()) as {
          sets: { id: string; name: string; guides: unknown[] }[]
        }
      ).sets
    expect((await read()).map((s) => [s.name, s.guides.length])).toEqual([['Thirds', 2]])
    await guideSets.DELETE(new Request(`http://localhost/?id=${(await read())[0]?.id}`))
    expect(await read()).toEqual([])
  })
  it.each([
    ['no name', { name: '', guides: [guide] }],
    ['no guides', { name: 'Empty', guides: [] }],
    ['a guide in px of no channel', { name: 'Lost', guides: [{ ...guide, unit: 'px' }] }],
  ])('with %s are refused with a text', async (_, body) => {
    const answer = await guideSets.POST(post(body))
    expect(answer.status).toBe(400)
    expect(((await answer.json()) as { message: string }).message).toMatch(/Nothing was stored/)
  })
})

it('starting layouts are listed', async () => {
  expect(
    ((await (await layouts.GET(new Request('http://localhost/'))).json()) as { layouts: unknown[] }).layouts
      .length,
  ).toBeGreaterThanOrEqual(8)
})
