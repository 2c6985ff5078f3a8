import fc from 'fast-check'
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest'
import { applyEdit, type Edit } from '@/core/design/edits'
import type { Design } from '@/core/design/schema'
import { setAside } from '@/server/asides'
import { sqliteOf, store } from '@/server/database'
import { loadDesign } from '@/server/designs'
import { logOf, takeEdits } from '@/server/edits'
import { subscribe } from '@/server/events'
import { answer } from '@/server/http'
import { editOf, openTemporaryStore, storedDesign } from '@/server/temporary-store.test-data'
import { listVersions, versionOf } from '@/server/versions'
import { kept } from './idb.test-data'
import { Sync, type Told } from './sync'
import type { Aside } from './unsent'

/** Which of the browser's storage works: by the tab that writes. */
const storage = { broken: new Set<string>(), dead: new Set<string>() }
const sessionIn = (key: string) => key.split('/')[2] ?? ''
vi.mock('idb-keyval', async () => {
  const real = await import('./idb.test-data')
  const guarded =
    <A extends [string, ...never[]]>(write: (...args: A) => Promise<unknown>) =>
    (...args: A): Promise<unknown> => {
      const session = sessionIn(args[0])
      if (storage.dead.has(session)) return new Promise(() => undefined)
      if (storage.broken.has(session)) throw new Error('the storage is gone')
      return write(...args)
    }
  return {
    ...real,
    set: guarded(real.set as never),
    del: guarded(real.del as never),
    update: guarded(real.update as never),
  }
})

const SCHEDULES = 420
openTemporaryStore()
beforeAll(async () => {
  // What is looked at here is the order of things, not the disk.
  sqliteOf(await store()).pragma('synchronous = OFF')
})

/** Names that tabs hold, as the Web Locks API would. */
function fakeLocks() {
  const held = new Map<string, string>()
  return {
    held,
    request: (name: string, ...rest: unknown[]) => {
      const job = rest.at(-1) as (lock: object | null) => unknown
      const ifAvailable = rest.length > 1
      if (held.has(name)) return ifAvailable ? Promise.resolve(job(null)) : new Promise(() => undefined)
      held.set(name, sessionIn(name))
      return Promise.resolve(job({ name })).finally(() => held.delete(name))
    },
  }
}
type Fault = 'none' | 'lost before' | 'lost after'
class Stream {
  static all: Stream[] = []
  onmessage: ((e: { data: string }) => void) | null = null
  onerror: (() => void) | null = null
  readyState = 1
  down = false
  private last: number
  private stop: () => void
  constructor(url: string) {
    this.last = Number(/after=(\d+)/.exec(url)?.[1] ?? 0)
    this.stop = subscribe(/designs\/([^/]+)\//.exec(url)?.[1] ?? '', ({ event, id }) => this.hear(event, id))
    Stream.all.push(this)
    void this.replay(url)
  }
  private hear(event: unknown, id: number | null): void {
    if (this.down || this.readyState === 2) return
    if (id !== null) this.last = id
    this.onmessage?.({ data: JSON.stringify(event) })
  }
  private async replay(url: string): Promise<void> {
    const edits = await logOf(/designs\/([^/]+)\//.exec(url)?.[1] ?? '', this.last)
    const last = edits.at(-1)
    if (last) this.hear({ edits }, last.revision)
  }
  /** The connection came back: the browser asks for what came after the last id it had. */
  up(design: string): void {
    this.down = false
    void this.replay(`/designs/${design}/`)
  }
  close(): void {
    this.readyState = 2
    this.stop()
  }
}

type Made = {
  edit: Edit
  token: string
  session: string
  base: number
  refusable: boolean
  keptSaid: boolean
}
/** A tab as a person sees it: the design shown, what it says of saving, and what was done in it. */
class Tab {
  shown: Design
  told: Told = { state: 'saved', message: null, kept: true, aside: 0 }
  readonly made: Made[] = []
  /** What the person was told is saved, and that it is not kept. */
  readonly saidSaved = new Set<string>()
  readonly notes: string[] = []
  dead = false
  fault: Fault = 'none'
  readonly sync: Sync
  constructor(design: Design, revision: number) {
    this.shown = design
    this.sync = new Sync(design.id, revision, design, {
      told: (told) => {
        if (this.dead) return
        this.told = told
        if (told.state === 'saved') for (const m of this.made) this.saidSaved.add(m.edit.id)
        for (const m of this.made) m.keptSaid = told.kept
      },
      theirs: (edits) => {
        if (this.dead) return
        for (const e of edits) this.shown = applied(this.shown, e)
      },
      replaced: (next, note) => {
        if (this.dead) return
        this.shown = next
        if (note) this.notes.push(note.text)
      },
    })
    this.sync.open()
  }
  do(token: string, change: (d: Design) => void, refusable = false): void {
    const edit = editOf(this.shown, this.sync.revision, change)
    if (edit.patches.length === 0) return
    this.made.push({
      edit,
      token,
      session: this.sync.session,
      base: this.sync.revision,
      refusable: refusable && edit.patches.some((p) => p.path.at(-1) === 'opacity'),
      keptSaid: this.told.kept,
    })
    this.shown = applied(this.shown, edit)
    this.sync.push(edit)
  }
}
const applied = (design: Design, edit: Edit): Design => applyEdit(design, edit.patches)

const steps = fc.array(
  fc.record({
    tab: fc.nat(2),
    what: fc.constantFrom(
      'a',
      'b',
      'a',
      'name',
      'page',
      'bad',
      'remove',
      'wait',
      'wait',
      'offline',
      'lost',
      'online',
      'deaf',
      'hear',
      'broken',
      'whole',
      'kill',
      'choose',
    ),
    value: fc.integer({ min: 1, max: 998 }),
  }),
  { minLength: 8, maxLength: 40 },
)
const schedules = fc.record({ tabs: fc.constantFrom(2, 3), steps, seed: fc.integer() })

const pause = async (ms: number) => {
  for (let n = 0; n < 4; n++) {
    await vi.advanceTimersByTimeAsync(ms / 4)
    await new Promise((resolve) => setImmediate(resolve))
  }
}

let count = 0
async function run({
  tabs: many,
  steps: list,
}: {
  tabs: number
  steps: { tab: number; what: string; value: number }[]
}): Promise<void> {
  kept.clear()
  storage.broken.clear()
  storage.dead.clear()
  Stream.all = []
  const first = await storedDesign()
  const { id } = first
  const locks = fakeLocks()
  const tabs: Tab[] = []
  const all: Tab[] = []
  const bySession = (session: string) => all.find((t) => t.sync.session === session)
  vi.stubGlobal('navigator', { locks })
  vi.stubGlobal('EventSource', Stream)
  vi.stubGlobal('fetch', async (url: string, how?: { method?: string; body?: string }) => {
    const body = how?.body
      ? (JSON.parse(how.body) as { session: string; edits: unknown[]; into?: string })
      : null
    const tab = body ? bySession(body.session) : undefined
    // Recovered edits go out under the name of a tab that is gone.
    const fault = tab && !tab.dead ? tab.fault : 'none'
    if (fault === 'lost before') throw new TypeError('Failed to fetch')
    const response = await answer(async () => {
      if (url.endsWith('/asides')) return setAside(id, body?.edits, body?.session, body?.into)
      if (body) return takeEdits(id, body.edits, body.session)
      if (url.includes('/edits?after='))
        return {
          revision: (await loadDesign(id)).revision,
          edits: await logOf(id, Number(url.split('=')[1])),
        }
      return loadDesign(id)
    })
    if (fault === 'lost after') throw new TypeError('Failed to fetch')
    if (tab?.dead && storage.dead.has(tab.sync.session) && !recovering.has(tab.sync.session))
      return new Promise(() => undefined)
    return response
  })
  const recovering = new Set<string>()
  const openTab = async () => {
    const { design, revision } = await loadDesign(id)
    const tab = new Tab(design, revision)
    all.push(tab)
    return tab
  }
  const kill = (tab: Tab) => {
    tab.dead = true
    storage.dead.add(tab.sync.session)
    ;(tab.sync as unknown as { events: Stream | null }).events?.close()
    ;(tab.sync as unknown as { closed: boolean }).closed = true
    clearTimeout((tab.sync as unknown as { again: ReturnType<typeof setTimeout> }).again)
    for (const [name, session] of locks.held) if (session === tab.sync.session) locks.held.delete(name)
    // Whoever finds its queue writes under its name.
    setTimeout(() => {
      storage.dead.delete(tab.sync.session)
      recovering.add(tab.sync.session)
    }, 5)
  }
  for (let n = 0; n < many; n++) tabs.push(await openTab())
  const streamOf = (tab: Tab) => (tab.sync as unknown as { events: Stream | null }).events
  for (const { tab: which, what, value } of list) {
    const n = which % many
    const tab = tabs[n] as Tab
    const token = `t${++count}`
    if (what === 'a' || what === 'b')
      tab.do(token, (d) => {
        const l = d.layers[what]
        if (l) l.name = token
      })
    else if (what === 'name') tab.do(token, (d) => void (d.name = token))
    else if (what === 'page')
      tab.do(token, (d) => {
        const page = d.pages.page1
        if (page) page.name = token
      })
    else if (what === 'bad')
      tab.do(
        token,
        (d) => {
          const l = d.layers.a
          if (l) [l.name, l.opacity] = [token, 7]
        },
        true,
      )
    else if (what === 'remove') tab.do(token, (d) => void delete d.layers.b)
    else if (what === 'wait') await pause(value)
    else if (what === 'offline') tab.fault = 'lost before'
    else if (what === 'lost') tab.fault = 'lost after'
    else if (what === 'online') tab.fault = 'none'
    else if (what === 'deaf') {
      const s = streamOf(tab)
      if (s) s.down = true
    } else if (what === 'hear') streamOf(tab)?.up(id)
    else if (what === 'broken') storage.broken.add(tab.sync.session)
    else if (what === 'whole') storage.broken.delete(tab.sync.session)
    else if (what === 'kill') {
      // Storage that is at work writes to its end or not at all.
      await pause(2)
      kill(tab)
      await pause(20)
      tabs[n] = await openTab()
    } else if (what === 'choose' && tab.told.state === 'refused') {
      if (value % 3 === 0) tab.sync.tryAgain()
      else if (value % 3 === 1) await tab.sync.goOn()
      else await tab.sync.backToStored()
    }
  }
  // Everything works again, everybody says what is to become of what was refused, and one more tab is opened.
  storage.broken.clear()
  for (const tab of tabs) {
    tab.fault = 'none'
    streamOf(tab)?.up(id)
  }
  for (let n = 0; n < 30; n++) {
    await pause(4000)
    for (const tab of tabs) if (tab.told.state === 'refused') await tab.sync.goOn()
    if (tabs.every((t) => t.sync.unsent === 0 && t.told.state === 'saved')) break
  }
  tabs.push(await openTab())
  await pause(6000)

  const [{ design }, log, versions] = [await loadDesign(id), await logOf(id), await listVersions(id)]
  const inLog = new Map(log.map((l) => [l.edit.id, l]))
  const documents = (await Promise.all(versions.map((v) => versionOf(id, v.id)))).map((d) =>
    JSON.stringify(d),
  )
  const removedIn = async () =>
    (await Promise.all(versions.map((v) => versionOf(id, v.id)))).some((d) => !d.layers.b)
  const aside = new Set(
    [...((kept.get(`aside/${id}`) ?? []) as Aside[]), ...tabs.flatMap((t) => t.sync.unstored)].map(
      (a) => a.edit.id,
    ),
  )
  const anyRemoved = await removedIn()
  for (const tab of all)
    for (const m of tab.made) {
      const isRemoval = m.edit.patches.some((p) => p.op === 'remove')
      const held =
        inLog.has(m.edit.id) ||
        aside.has(m.edit.id) ||
        documents.some((d) => d.includes(`"${m.token}"`)) ||
        (isRemoval && anyRemoved)
      const overwritten = tab.made
        .slice(tab.made.indexOf(m) + 1)
        .some((later) => samePath(later.edit, m.edit))
      // A version holds the last of several names that one tab gave the same thing.
      const inLater = overwritten && versions.length > 0
      const unkept = tab.dead && !m.keptSaid && !tab.saidSaved.has(m.edit.id)
      expect(
        held || inLater || unkept,
        `${m.token} ${JSON.stringify(m.edit.patches)} of ${tab.dead ? 'a dead' : 'a live'} tab is nowhere`,
      ).toBe(true)
      if (m.refusable) expect(inLog.has(m.edit.id)).toBe(false)
    }
  // Nobody overwrote what they had not seen.
  for (const { revision, session, edit } of log) {
    const made = all.flatMap((t) => t.made).find((m) => m.edit.id === edit.id)
    const before = log
      .filter((l) => l.revision < revision && l.session !== session && samePath(l.edit, edit))
      .at(-1)
    if (made && before)
      expect(before.revision, `${made.token} overwrote ${before.edit.id}`).toBeLessThanOrEqual(made.base)
  }
  // Every tab that lives shows what is stored, and says so.
  for (const tab of tabs) {
    expect([tab.told.state, tab.sync.unsent]).toEqual(['saved', 0])
    expect(tab.shown).toEqual(design)
  }
  for (const tab of all) if (!tab.dead) tab.sync.close()
}
const samePath = (a: Edit, b: Edit): boolean =>
  a.patches.some((p) =>
    b.patches.some((q) => p.path.every((k, n) => q.path[n] === k) || q.path.every((k, n) => p.path[n] === k)),
  )

describe('tabs that lose their network, their answers, their stream, their storage and their lives', () => {
  afterEach(() => {
    vi.useRealTimers()
    vi.unstubAllGlobals()
  })
  it(`lose nothing that was said to be saved, and set aside what cannot be: ${SCHEDULES} schedules`, async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval'] })
    await fc.assert(
      fc.asyncProperty(schedules, (s) => run(s)),
      { numRuns: SCHEDULES, seed: Number(process.env.FAULT_SEED ?? 2026), endOnFailure: true },
    )
  }, 400_000)
})
