import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Edit } from '@/core/design/edits'
import { fromOtherTab, newServer, type Server, sampleDesign, stubBrowser } from './bench.test-data'
import { kept, trouble } from './idb.test-data'
import { Sync, type Told } from './sync'
import { type Aside, readAside } from './unsent'

vi.mock('idb-keyval', () => import('./idb.test-data'))

let server: Server
const states: Told[] = []
const seen: Edit[] = []
const replaced: { name: string; text?: string | undefined }[] = []
const edit = (id: string, name = id): Edit => ({
  id,
  name: id,
  base: 0,
  way: 'do',
  target: null,
  patches: [{ op: 'replace', path: ['name'], value: name }],
  inverse: [],
})
const made = (revision = 0) =>
  new Sync('d1', revision, sampleDesign(), {
    told: (told) => states.push(told),
    theirs: (edits) => seen.push(...edits),
    replaced: (design, note) => replaced.push({ name: design.name, text: note?.text }),
  })
const keyOf = (sync: Sync) => `unsent/d1/${sync.session}`

beforeEach(() => {
  vi.useFakeTimers()
  server = newServer()
  stubBrowser(server)
  kept.clear()
  Object.assign(trouble, { on: false, atOnce: false })
  states.length = 0
  seen.length = 0
  replaced.length = 0
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
    expect([sync.unsent, sync.revision, kept.has(keyOf(sync))]).toEqual([0, 2, false])
    expect(states.at(-1)?.state).toBe('saved')
  })
  it('says saved only when nothing is left to send', async () => {
    const sync = made()
    sync.push(edit('first-one'))
    await settle()
    expect([...new Set(states.map((t) => t.state))]).toEqual(['saving', 'saved'])
  })
  it('while offline keeps everything, tries again later and later, and loses nothing', async () => {
    const take = server.take
    let tries = 0
    server.take = (edits) => (++tries < 4 ? 'offline' : take(edits))
    const sync = made()
    sync.push(edit('first-one'))
    await settle()
    expect(states.at(-1)?.state).toBe('offline')
    expect((kept.get(keyOf(sync)) as Edit[]).map((e) => e.id)).toEqual(['first-one'])
    await vi.advanceTimersByTimeAsync(990)
    expect(tries).toBe(1)
    await vi.advanceTimersByTimeAsync(20)
    expect(tries).toBe(2)
    await vi.advanceTimersByTimeAsync(2000)
    expect(tries).toBe(3)
    sync.push(edit('second-one'))
    await vi.advanceTimersByTimeAsync(4000)
    expect(server.sent.map((e) => e.id)).toEqual(['first-one', 'second-one'])
    expect(states.at(-1)?.state).toBe('saved')
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
  describe('of which one is refused', () => {
    const refusing = (message: string) => {
      const take = server.take
      server.take = (edits) => {
        const at = edits.findIndex((e) => e.id === 'refused-one')
        if (at < 0) return take(edits)
        const { body } = take(edits.slice(0, at)) as { body: { results: object[] } }
        return {
          status: 422,
          body: {
            ...body,
            results: [...body.results, { id: 'refused-one', kind: 'refused', problem: 'missing', message }],
          },
        }
      }
      return () => {
        server.take = take
      }
    }
    const sent = () => server.sent.map((e) => e.id)
    it('stores those before it, keeps it and what follows, and stays refused until the person says', async () => {
      refusing('A picture is missing.')
      const sync = made()
      for (const id of ['first-one', 'refused-one', 'third-one']) sync.push(edit(id))
      await settle()
      sync.push(edit('fourth-one'))
      await vi.advanceTimersByTimeAsync(60_000)
      expect(sent()).toEqual(['first-one'])
      expect(states.at(-1)).toMatchObject({ state: 'refused', message: 'A picture is missing.' })
      expect((kept.get(keyOf(sync)) as Edit[]).map((e) => e.id)).toEqual([
        'refused-one',
        'third-one',
        'fourth-one',
      ])
      expect(sync.unstored.map((a) => a.edit.id)).toEqual(['refused-one', 'third-one', 'fourth-one'])
    })
    it('goes on without it: it is put aside with its reason, the rest is stored', async () => {
      refusing('A picture is missing.')
      const sync = made()
      for (const id of ['first-one', 'refused-one', 'third-one']) sync.push(edit(id))
      await settle()
      await sync.goOn()
      await settle()
      expect(sent()).toEqual(['first-one', 'third-one'])
      expect(states.at(-1)).toMatchObject({ state: 'saved', aside: 1 })
      expect((await readAside('d1')).map((a: Aside) => [a.edit.id, a.message])).toEqual([
        ['refused-one', 'A picture is missing.'],
      ])
      expect(replaced.at(-1)?.name).toBe('third-one')
      await sync.putAway()
      expect(await readAside('d1')).toEqual([])
    })
    it('goes back to what is stored: all that is unsent is put aside', async () => {
      refusing('A picture is missing.')
      const sync = made()
      for (const id of ['first-one', 'refused-one', 'third-one']) sync.push(edit(id))
      await settle()
      await sync.backToStored()
      expect(sent()).toEqual(['first-one'])
      expect((await readAside('d1')).map((a) => a.edit.id)).toEqual(['refused-one', 'third-one'])
      expect([replaced.at(-1)?.name, sync.unsent, states.at(-1)?.state]).toEqual(['first-one', 0, 'saved'])
    })
    it('is sent again once what it lacked is there', async () => {
      const mend = refusing('A picture is missing.')
      const sync = made()
      sync.push(edit('refused-one'))
      await settle()
      mend()
      sync.tryAgain()
      await settle()
      expect(sent()).toEqual(['refused-one'])
      expect(states.at(-1)?.state).toBe('saved')
    })
  })
  it('on a conflict has all that is unsent kept as a version, what came meanwhile too, and shows what is stored', async () => {
    const sync = made()
    const take = server.take
    server.take = (edits) => {
      const lost = edits.findIndex((e) => e.id === 'mine-lost')
      if (lost < 0) return take(edits)
      const { body } = take(edits.slice(0, lost)) as { body: { results: object[] } }
      return {
        status: 409,
        body: {
          ...body,
          results: [
            ...body.results,
            { id: 'mine-lost', kind: 'conflict', message: 'Another tab was first.' },
          ],
        },
      }
    }
    server.aside = () => {
      if (server.asides.length === 1) sync.push(edit('made-meanwhile'))
    }
    for (const id of ['first-one', 'mine-lost', 'mine-after']) sync.push(edit(id))
    await settle()
    await settle()
    expect(server.asides.map((a) => [a.edits.map((e) => e.id), a.into])).toEqual([
      [['mine-lost', 'mine-after'], undefined],
      [['made-meanwhile'], 'version-1'],
    ])
    expect(replaced.at(-1)).toMatchObject({
      name: 'first-one',
      text: expect.stringContaining('yours is kept as a version'),
    })
    expect([sync.unsent, states.at(-1)?.state]).toEqual([0, 'saved'])
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
  it.each(['rejects', 'throws at once'])(
    'goes on where the storage of the browser %s, and says that nothing is kept there',
    async (how) => {
      Object.assign(trouble, how === 'rejects' ? { on: true } : { atOnce: true })
      const take = server.take
      server.take = () => 'offline'
      const sync = made()
      sync.open()
      sync.push(edit('first-one'))
      await settle()
      expect(states.at(-1)).toMatchObject({ state: 'offline', kept: false })
      server.take = take
      await vi.advanceTimersByTimeAsync(1100)
      expect(server.sent).toHaveLength(1)
      expect(states.at(-1)?.state).toBe('saved')
    },
  )
})

describe('hearing from other tabs', () => {
  it('takes their edits and their revision, not its own', () => {
    const sync = made(3)
    sync.open()
    fromOtherTab([{ revision: 4, edit: edit('theirs-one') }])
    fromOtherTab([{ revision: 5, edit: edit('mine-again') }], sync.session)
    fromOtherTab([{ revision: 4, edit: edit('theirs-one') }])
    expect(seen.map((e) => e.id)).toEqual(['theirs-one'])
    expect(sync.revision).toBe(5)
  })
  it('fetches what it missed before it takes what came after, in order', async () => {
    const sync = made()
    sync.open()
    server.log = [edit('missed-one'), edit('missed-two'), edit('theirs-now')]
    fromOtherTab([{ revision: 3, edit: edit('theirs-now') }])
    expect(sync.revision).toBe(0)
    await settle()
    expect(seen.map((e) => e.id)).toEqual(['missed-one', 'missed-two', 'theirs-now'])
    expect(sync.revision).toBe(3)
  })
  it('an edit keeps the base it was made on, whatever is heard before it is sent', async () => {
    const take = server.take
    server.take = () => 'offline'
    const sync = made(6)
    sync.open()
    sync.push(edit('mine-before'))
    await settle()
    fromOtherTab([{ revision: 7, edit: edit('theirs-one') }])
    sync.push(edit('mine-after'))
    const got: Edit[] = []
    server.take = (edits) => {
      got.push(...edits)
      return take(edits)
    }
    await vi.advanceTimersByTimeAsync(3000)
    expect(got.slice(0, 2).map((e) => [e.id, e.base])).toEqual([
      ['mine-before', 6],
      ['mine-after', 7],
    ])
    // Both changed the same thing: mine stays in sight until the server says what becomes of it.
    expect(replaced[0]?.name).toBe('mine-before')
  })
  it('opens a stream anew that the browser gave up, from where it stands', async () => {
    const sync = made(2)
    sync.open()
    const stream = (sync as unknown as { events: { readyState: number; onerror: () => void; url: string } })
      .events
    fromOtherTab([{ revision: 3, edit: edit('theirs-one') }])
    stream.readyState = 2
    stream.onerror()
    await vi.advanceTimersByTimeAsync(2100)
    const anew = (sync as unknown as { events: { url: string } }).events
    expect(anew).not.toBe(stream)
    expect(anew.url).toMatch(/after=3$/)
  })
  it('two tabs have different names', () => expect(made().session).not.toBe(made().session))
})
