import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Edit } from '@/core/design/edits'
import { fromOtherTab, newServer, type Server, stubBrowser } from './bench.test-data'
import { kept, trouble } from './idb.test-data'
import { type SaveState, Sync } from './sync'

vi.mock('idb-keyval', () => import('./idb.test-data'))

let server: Server
const states: [SaveState, string | undefined][] = []
const seen: unknown[] = []
const edit = (id: string): Edit => ({
  id,
  name: id,
  base: 0,
  way: 'do',
  target: null,
  patches: [{ op: 'replace', path: ['name'], value: id }],
  inverse: [],
})
const made = (revision = 0) =>
  new Sync('d1', revision, {
    state: (state, message) => states.push([state, message]),
    theirs: (edits) => seen.push(...edits),
    conflict: (design, revision2, message) => seen.push({ design, revision: revision2, message }),
  })

beforeEach(() => {
  vi.useFakeTimers()
  server = newServer()
  stubBrowser(server)
  kept.clear()
  trouble.on = false
  states.length = 0
  seen.length = 0
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})
const settle = () => vi.advanceTimersByTimeAsync(1)

describe('sending edits', () => {
  it('goes in order, and what was confirmed is no longer kept', async () => {
    const sync = made()
    sync.push(edit('first-one'))
    sync.push(edit('second-one'))
    expect(sync.unsent).toBe(2)
    await settle()
    expect(server.sent.map((e) => e.id)).toEqual(['first-one', 'second-one'])
    expect([sync.unsent, sync.revision, kept.get('unsent/d1')]).toEqual([0, 2, []])
    expect(states.at(-1)?.[0]).toBe('saved')
  })
  it('says saved only when nothing is left to send', async () => {
    const sync = made()
    sync.push(edit('first-one'))
    await settle()
    expect(states.map(([s]) => s)).toEqual(['saving', 'saved'])
  })
  it('while offline keeps everything, tries again later and later, and loses nothing', async () => {
    const take = server.take
    let tries = 0
    server.take = (edits) => (++tries < 4 ? 'offline' : take(edits))
    const sync = made()
    sync.push(edit('first-one'))
    await settle()
    expect(states.at(-1)?.[0]).toBe('offline')
    expect((kept.get('unsent/d1') as Edit[]).map((e) => e.id)).toEqual(['first-one'])
    await vi.advanceTimersByTimeAsync(990)
    expect(tries).toBe(1)
    await vi.advanceTimersByTimeAsync(20)
    expect(tries).toBe(2)
    await vi.advanceTimersByTimeAsync(2000)
    expect(tries).toBe(3)
    sync.push(edit('second-one'))
    await vi.advanceTimersByTimeAsync(4000)
    expect(server.sent.map((e) => e.id)).toEqual(['first-one', 'second-one'])
    expect(states.at(-1)?.[0]).toBe('saved')
  })
  it('treats an error of the server as offline: it is tried again', async () => {
    const take = server.take
    let tries = 0
    server.take = (edits) => (++tries === 1 ? { status: 500, body: { message: 'busy' } } : take(edits))
    const sync = made()
    sync.push(edit('first-one'))
    await settle()
    expect(sync.unsent).toBe(1)
    await vi.advanceTimersByTimeAsync(1100)
    expect(server.sent).toHaveLength(1)
  })
  it('tells a refusal with its reason, and goes on with what follows', async () => {
    const take = server.take
    server.take = (edits) => (edits[0]?.id === 'refused-one' ? { status: 422, body: { message: 'A picture is missing.' } } : take(edits))
    const sync = made()
    sync.push(edit('refused-one'))
    await settle()
    expect(states).toContainEqual(['refused', 'A picture is missing.'])
    sync.push(edit('second-one'))
    await settle()
    expect(server.sent.map((e) => e.id)).toEqual(['second-one'])
  })
  it('on a conflict takes the stored design, drops what lost and says so', async () => {
    server.take = () => ({ status: 409, body: { kind: 'conflict', revision: 9, design: { name: 'theirs' }, message: 'kept as a version' } })
    const sync = made(3)
    sync.push(edit('mine-lost'))
    await settle()
    expect(seen).toEqual([{ design: { name: 'theirs' }, revision: 9, message: 'kept as a version' }])
    expect([sync.unsent, sync.revision, kept.get('unsent/d1')]).toEqual([0, 9, []])
  })
  it('sends at most a hundred at a time', async () => {
    const sizes: number[] = []
    const take = server.take
    server.take = (edits) => {
      sizes.push(edits.length)
      return take(edits)
    }
    const sync = made()
    for (let n = 0; n < 230; n++) sync.push(edit(`edit-${n}-of-many`))
    await settle()
    expect(Math.max(...sizes)).toBeLessThanOrEqual(100)
    expect(server.sent).toHaveLength(230)
    expect(server.sent.map((e) => e.id)).toEqual(Array.from({ length: 230 }, (_, n) => `edit-${n}-of-many`))
  })
  it('works without a storage in the browser', async () => {
    trouble.on = true
    const sync = made()
    expect(await sync.recover()).toEqual([])
    sync.push(edit('first-one'))
    await settle()
    expect(server.sent).toHaveLength(1)
  })
})

describe('hearing from other tabs', () => {
  it('takes their edits and their revision, not its own', () => {
    const sync = made()
    sync.open()
    fromOtherTab([{ revision: 4, edit: edit('theirs-one') }])
    fromOtherTab([{ revision: 5, edit: edit('mine-again') }], sync.session)
    expect(seen).toMatchObject([{ revision: 4, edit: { id: 'theirs-one' } }])
    expect(sync.revision).toBe(4)
  })
  it('an own edit made later names the revision that was heard of', async () => {
    const sync = made()
    sync.open()
    fromOtherTab([{ revision: 7, edit: edit('theirs-one') }])
    sync.push(edit('mine-after'))
    await settle()
    expect(server.sent[0]?.base).toBe(7)
  })
  it('two tabs have different names', () => expect(made().session).not.toBe(made().session))
})
