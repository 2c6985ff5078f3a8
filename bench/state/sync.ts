import { get, set } from 'idb-keyval'
import type { Edit } from '@/core/design/edits'
import type { Design } from '@/core/design/schema'

export type SaveState = 'saved' | 'saving' | 'offline' | 'refused'
type Hooks = {
  state: (state: SaveState, message?: string) => void
  /** The other tab's edits, in order. */
  theirs: (edits: { revision: number; edit: Edit }[]) => void
  conflict: (design: Design, revision: number, message: string) => void
}

/**
 * Sends edits in order as they come, keeps what is unsent in IndexedDB until the server has it, and listens to what
 * other tabs send. A reload in mid-edit finds the unsent edits again.
 */
export class Sync {
  private queue: Edit[] = []
  private sending = false
  private confirmed: number
  private retry = 0
  private events: EventSource | null = null
  readonly session: string

  constructor(
    private readonly id: string,
    revision: number,
    private readonly hooks: Hooks,
  ) {
    this.confirmed = revision
    this.session = Math.random().toString(36).slice(2, 12)
  }
  private get key(): string {
    return `unsent/${this.id}`
  }

  /** Edits that an earlier page could not send. */
  async recover(): Promise<Edit[]> {
    try {
      return (await get<Edit[]>(this.key)) ?? []
    } catch {
      return []
    }
  }
  open(): void {
    this.events = new EventSource(`/api/designs/${this.id}/events`)
    this.events.onmessage = ({ data }) => {
      const event = JSON.parse(data as string) as { session: string; edits: { revision: number; edit: Edit }[] }
      if (event.session === this.session) return
      const last = event.edits.at(-1)
      if (last) this.confirmed = Math.max(this.confirmed, last.revision)
      this.hooks.theirs(event.edits)
    }
  }
  close(): void {
    this.events?.close()
  }
  get revision(): number {
    return this.confirmed
  }
  get unsent(): number {
    return this.queue.length
  }

  /** Waits until everything is with the server, at most ten seconds. */
  async settled(): Promise<boolean> {
    for (let n = 0; n < 100 && this.queue.length > 0; n++) await new Promise((r) => setTimeout(r, 100))
    return this.queue.length === 0
  }

  push(edit: Edit): void {
    this.queue.push({ ...edit, base: this.confirmed })
    void set(this.key, this.queue).catch(() => undefined)
    this.hooks.state('saving')
    void this.flush()
  }

  private async flush(): Promise<void> {
    if (this.sending || this.queue.length === 0) return
    this.sending = true
    const batch = this.queue.slice(0, 100)
    try {
      const response = await fetch(`/api/designs/${this.id}/edits`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ session: this.session, edits: batch }),
        keepalive: JSON.stringify(batch).length < 60_000,
      })
      const answer = (await response.json()) as { kind: string; revision: number; design?: Design; message?: string }
      if (response.status === 200) this.confirmed = Math.max(this.confirmed, answer.revision)
      else if (response.status === 409 && answer.design) {
        this.confirmed = answer.revision
        this.queue = []
        await set(this.key, []).catch(() => undefined)
        this.hooks.conflict(answer.design, answer.revision, answer.message ?? '')
        return
      } else if (response.status < 500) {
        this.hooks.state('refused', answer.message ?? 'The server refused an edit.')
      } else throw new Error(answer.message)
      this.queue = this.queue.slice(batch.length)
      await set(this.key, this.queue).catch(() => undefined)
      this.retry = 0
      if (this.queue.length === 0 && response.status === 200) this.hooks.state('saved')
    } catch {
      this.retry = Math.min(this.retry + 1, 6)
      this.hooks.state('offline')
      setTimeout(() => void this.flush(), 500 * 2 ** this.retry)
    } finally {
      this.sending = false
      if (this.queue.length > 0 && this.retry === 0) void this.flush()
    }
  }
}
