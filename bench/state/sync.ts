import { applyEdit, collide, type Edit, type Logged } from '@/core/design/edits'
import type { Design } from '@/core/design/schema'
import { Refused, Unanswered } from '@/wire/client'
import { recoverUnsent } from './recovery'
import { type Aside, dropAside, hold, keepAside, keepUnsent, readAside, unsentKey } from './unsent'
import { fetchDesign, fetchSince, sendAside, sendEdits } from './wire'

export type SaveState = 'saved' | 'saving' | 'offline' | 'refused'
export type Told = {
  state: SaveState
  message: string | null
  /** Whether what is unsent would outlast this tab. */
  kept: boolean
  /** How many edits were put aside, here or before. */
  aside: number
}
type Hooks = {
  told: (told: Told) => void
  /** Edits of other tabs, in order, that fit what is seen. */
  theirs: (edits: Edit[]) => void
  /** What is seen is another design now; `note` says why where the person must know. */
  replaced: (design: Design, note?: { text: string; versions?: boolean }) => void
}

/** Edits that go out at once. */
const BATCH = 100

/**
 * Sends edits in order and keeps what is unsent in the browser until the server has it. What is stored is told by revisions, each
 * taken once and in order, whether it comes by the stream or as an answer; what was missed is fetched. What is seen is always the
 * stored design with the unsent edits on it. Edits that lose go into a version with all that stands behind them; one that is
 * refused stops the sending until the person says what becomes of it.
 */
export class Sync {
  readonly session = Math.random().toString(36).slice(2, 12).padEnd(10, '0')
  private readonly key: string
  private stored: Design
  private confirmed: number
  private queue: Edit[] = []
  private lock: { held: Promise<void>; release: () => void } | null = null
  private events: EventSource | null = null
  private busy = false
  private again: ReturnType<typeof setTimeout> | undefined
  private tries = 0
  private closed = false
  private refused: { id: string; message: string } | null = null
  /** Where edits go that lost, while there are any. */
  private losing: { version: string | null; note: string } | null = null
  private asides: Aside[] = []
  private status: Told = { state: 'saved', message: null, kept: true, aside: 0 }
  /** Writings of the queue, one after the other. */
  private writing: Promise<unknown> = Promise.resolve()

  constructor(
    private readonly id: string,
    revision: number,
    design: Design,
    private readonly hooks: Hooks,
  ) {
    this.confirmed = revision
    this.stored = design
    this.key = unsentKey(id, this.session)
  }

  open(): void {
    this.closed = false
    this.lock = hold(this.key)
    this.listen()
    globalThis.window?.addEventListener('online', this.awake)
    globalThis.document?.addEventListener('visibilitychange', this.awake)
    void this.recover()
  }
  /** Stops listening; what is unsent is still sent, or found by whoever opens the design next. */
  close(): void {
    this.closed = true
    this.events?.close()
    clearTimeout(this.again)
    this.again = undefined
    globalThis.window?.removeEventListener('online', this.awake)
    globalThis.document?.removeEventListener('visibilitychange', this.awake)
    if (this.queue.length === 0 || this.status.state !== 'saving') this.letGo()
  }
  get revision(): number {
    return this.confirmed
  }
  get unsent(): number {
    return this.queue.length
  }
  /** Edits that no server has: those unsent and those put aside, with why. */
  get unstored(): Aside[] {
    const message = this.refused?.message ?? 'It was not sent yet.'
    return [...this.asides, ...this.queue.map((edit) => ({ edit, message, at: new Date().toISOString() }))]
  }
  get pending(): readonly Edit[] {
    return this.queue
  }
  /** Waits until everything is with the server, at most ten seconds; not at all where the person must say first. */
  async settled(): Promise<boolean> {
    for (let n = 0; n < 100 && this.queue.length > 0 && !this.refused; n++)
      await new Promise((r) => setTimeout(r, 100))
    return this.queue.length === 0
  }

  push(edit: Edit): void {
    this.queue.push({ ...edit, base: this.confirmed })
    this.keep()
    const going = this.status.state === 'offline' ? 'offline' : 'saving'
    this.tell(this.refused ? 'refused' : going)
    if (this.again === undefined) void this.flush()
  }

  /** Sends again what was refused, as what it lacked may be there now. */
  tryAgain(): void {
    this.refused = null
    this.tell('saving')
    void this.flush()
  }
  /** Puts the refused edit aside, and after it what does not fit without it; the rest is sent. */
  async goOn(): Promise<void> {
    const { refused } = this
    if (!refused) return
    await this.putAside(
      this.queue.filter((e) => e.id === refused.id),
      refused.message,
    )
    this.refused = null
    const [design, unfit] = this.seen()
    await this.putAside(unfit, 'It stood on an edit that was refused.')
    this.hooks.replaced(design)
    this.tell('saving')
    void this.flush()
  }
  /** Puts everything that is unsent aside and shows what is stored. */
  async backToStored(): Promise<void> {
    await this.putAside(this.queue, this.refused?.message ?? 'The stored design was gone back to.')
    this.refused = null
    await this.catchUp().catch(() => undefined)
    this.hooks.replaced(this.seen()[0])
    this.tell('saved')
    void this.flush()
  }
  /** Forgets what was put aside. */
  async putAway(): Promise<void> {
    await dropAside(this.id)
    this.asides = []
    this.tell(this.status.state)
  }
  /** The laptop woke, or the network came back: what was missed is fetched, what is unsent goes out. */
  private readonly awake = (): void => {
    if (this.closed || globalThis.document?.visibilityState === 'hidden') return
    this.fetchMissing()
    void this.flush()
  }

  private tell(
    state: SaveState,
    message: string | null = state === this.status.state ? this.status.message : null,
  ): void {
    this.status = { ...this.status, state, message, aside: this.asides.length }
    this.hooks.told(this.status)
  }
  /** Writes what is unsent; whether that worked is told, as the person may have to keep the tab. */
  private keep(): void {
    const queue = [...this.queue]
    this.writing = this.writing
      .then(() => this.lock?.held)
      .then(() => keepUnsent(this.key, queue))
      .then((kept) => {
        if (kept === this.status.kept) return
        this.status = { ...this.status, kept }
        this.tell(this.status.state)
      })
  }
  private letGo(): void {
    const { lock } = this
    this.lock = null
    // Not before the queue lies there as it is: who finds it must find all of it.
    void this.writing.then(() => lock?.release())
  }
  private drop(ids: ReadonlySet<string>): void {
    if (!this.queue.some((e) => ids.has(e.id))) return
    this.queue = this.queue.filter((e) => !ids.has(e.id))
    this.keep()
  }
  private async putAside(edits: readonly Edit[], message: string): Promise<void> {
    if (edits.length === 0) return
    const more = edits.map((edit): Aside => ({ edit, message, at: new Date().toISOString() }))
    this.asides = [...this.asides, ...more]
    const kept = await keepAside(this.id, more)
    if (!kept) this.status = { ...this.status, kept: false }
    this.drop(new Set(edits.map((e) => e.id)))
  }
  /** What is seen: the stored design with what is unsent, and which of that does not fit. */
  private seen(): [Design, Edit[]] {
    const unfit: Edit[] = []
    const design = this.queue.reduce((d, edit) => {
      try {
        return applyEdit(d, edit.patches)
      } catch {
        unfit.push(edit)
        return d
      }
    }, this.stored)
    return [design, unfit]
  }

  private listen(): void {
    const events = new EventSource(`/api/designs/${this.id}/events?after=${this.confirmed}`)
    this.events = events
    events.onmessage = ({ data }) => {
      const told = JSON.parse(data as string) as { edits: Logged[]; revision?: number }
      const behind = told.revision !== undefined && told.revision < this.confirmed
      if (behind || !this.arrive(told.edits)) this.fetchMissing()
    }
    events.onerror = () => {
      // What the browser gives up, as the server was not there, is opened anew.
      if (events.readyState !== 2 || this.closed || this.events !== events) return
      setTimeout(() => !this.closed && this.events === events && this.listen(), 2000)
    }
  }
  private fetchMissing(): void {
    void this.catchUp().catch(() => {
      if (!this.closed) setTimeout(() => this.fetchMissing(), 2000)
    })
  }
  /**
   * Takes what was stored, in order, each revision once. False where one is missing before them: nothing after the gap is taken.
   */
  private arrive(edits: readonly Logged[]): boolean {
    const theirs: Edit[] = []
    let apart = false
    for (const { revision, session, edit } of [...edits].sort((a, b) => a.revision - b.revision)) {
      if (revision <= this.confirmed) continue
      if (revision > this.confirmed + 1) {
        this.show(theirs, apart)
        return false
      }
      try {
        this.stored = applyEdit(this.stored, edit.patches)
      } catch {
        // It fits what is stored there, so this is not it: all of it is fetched.
        return false
      }
      this.confirmed = revision
      const own = this.queue.some((e) => e.id === edit.id)
      if (own) this.drop(new Set([edit.id]))
      else if (session !== this.session) {
        theirs.push(edit)
        apart ||= this.queue.some((e) => collide(e.patches, edit.patches))
      }
    }
    this.show(theirs, apart)
    if (!this.busy) this.sayIfSaved()
    return true
  }
  private show(theirs: Edit[], apart: boolean): void {
    if (theirs.length === 0) return
    try {
      if (!apart) return this.hooks.theirs(theirs)
    } catch {
      // It is put together anew.
    }
    this.hooks.replaced(this.seen()[0])
  }
  /** Fetches what is stored since; where the design stands before what was known, all of it. */
  private async catchUp(): Promise<void> {
    const before = this.confirmed
    const { revision, edits } = await fetchSince(this.id, before)
    if (revision >= this.confirmed && this.arrive(edits)) return
    const fresh = await fetchDesign(this.id)
    this.stored = fresh.design
    this.confirmed = fresh.revision
    const text = 'The design on the server was brought back to an earlier state; it is shown as it is there.'
    this.hooks.replaced(this.seen()[0], revision < before ? { text } : undefined)
  }

  private async flush(): Promise<void> {
    if (this.busy || this.refused) return
    this.busy = true
    clearTimeout(this.again)
    this.again = undefined
    try {
      while (!this.refused && (this.queue.length > 0 || this.losing)) {
        if (this.losing) await this.loseInto(this.losing)
        else await this.sendBatch()
        this.tries = 0
      }
      this.tries = 0
      this.tell(
        this.refused ? 'refused' : 'saved',
        (this.refused as { message: string } | null)?.message ?? null,
      )
    } catch (thrown) {
      if (thrown instanceof Refused) this.refuse(this.queue[0]?.id ?? '', thrown.message)
      else {
        this.tries = Math.min(this.tries + 1, 6)
        this.tell(
          'offline',
          thrown instanceof Unanswered ? thrown.message : 'The server’s answer could not be read.',
        )
        if (!this.closed) this.again = setTimeout(() => void this.flush(), 500 * 2 ** this.tries)
        // The answer was lost, but the stream told of them.
        this.sayIfSaved()
      }
    } finally {
      this.busy = false
      if (this.closed) this.letGo()
    }
  }
  private sayIfSaved(): void {
    if (this.queue.length === 0 && !this.refused && !this.losing && this.status.state !== 'saved')
      this.tell('saved')
  }
  private refuse(id: string, message: string): void {
    this.refused = { id, message }
    this.tell('refused', message)
  }

  private async sendBatch(): Promise<void> {
    const batch = this.queue.slice(0, BATCH)
    const { results } = await sendEdits(this.id, this.session, batch)
    const byId = new Map(batch.map((e) => [e.id, e]))
    let missed = false
    const passed = new Set<string>()
    for (const result of results) {
      const edit = byId.get(result.id)
      if (!edit) continue
      if (result.kind === 'passed') passed.add(result.id)
      else if (result.kind === 'accepted') {
        // What is stored already, by an answer that was lost, is found among what was missed.
        if (!this.arrive([{ revision: result.revision, session: this.session, edit }])) missed = true
        else this.drop(new Set([result.id]))
      } else if (result.kind === 'refused') this.refuse(result.id, result.message)
      else this.losing = { version: null, note: result.message }
    }
    this.drop(passed)
    if (missed) await this.catchUp()
    if (passed.size > 0) this.hooks.replaced(this.seen()[0])
    const last = results.at(-1)
    const [sent] = batch
    // An answer that tells of none of them would be asked for without end.
    if (sent && this.queue[0]?.id === sent.id && last?.kind === 'accepted') await this.catchUp()
    if (sent && this.queue[0]?.id === sent.id && !this.refused && !this.losing)
      throw new Unanswered('The server’s answer tells of no edit.')
  }

  /** All that is unsent goes into a version, what is made meanwhile too; then what is stored is shown. */
  private async loseInto(losing: { version: string | null; note: string }): Promise<void> {
    while (this.queue.length > 0) {
      const chunk = this.queue.slice(0, BATCH)
      const { version, left } = await sendAside(this.id, this.session, chunk, losing.version)
      losing.version = version
      const why = new Map(left.map((l) => [l.id, l.message]))
      for (const edit of chunk) {
        const message = why.get(edit.id)
        if (message !== undefined) await this.putAside([edit], message)
      }
      this.drop(new Set(chunk.map((e) => e.id)))
    }
    await this.catchUp()
    // What came while the stored state was fetched goes the same way.
    if (this.queue.length > 0) return
    this.losing = null
    this.hooks.replaced(this.stored, {
      text: `${losing.note} Its state is shown here; yours is kept as a version.`,
      versions: true,
    })
  }

  private async recover(): Promise<void> {
    this.asides = [...(await readAside(this.id)), ...this.asides]
    if (this.asides.length > 0) this.tell(this.status.state)
    const found = await recoverUnsent({ design: this.id, besides: this.session })
    this.asides = [...this.asides, ...found.aside]
    if (found.aside.length > 0) this.tell(this.status.state)
    if (found.text) {
      await this.catchUp().catch(() => undefined)
      this.hooks.replaced(this.seen()[0], {
        text: found.text,
        ...(found.versions > 0 ? { versions: true } : {}),
      })
    }
  }
}
