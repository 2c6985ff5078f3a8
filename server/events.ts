import type { Edit } from '../core/design/edits'

export type DesignEvent = { session: string; edits: readonly { revision: number; edit: Edit }[] }
type Listener = (event: unknown) => void

// Shared by all route bundles of the process.
const held = globalThis as { vividListeners?: Map<string, Set<Listener>> }
held.vividListeners ??= new Map()
const listeners = held.vividListeners

export function publish(topic: string, event: unknown): void {
  for (const listener of listeners.get(topic) ?? []) listener(event)
}
export function subscribe(topic: string, listener: Listener): () => void {
  const set = listeners.get(topic) ?? new Set()
  set.add(listener)
  listeners.set(topic, set)
  return () => {
    set.delete(listener)
    if (set.size === 0) listeners.delete(topic)
  }
}

/** A stream of server-sent events for a topic, ended when the browser goes. */
export function eventStream(topic: string, signal: AbortSignal, first?: unknown): Response {
  const encoder = new TextEncoder()
  const stream = new ReadableStream({
    start(controller) {
      const send = (event: unknown) => {
        try {
          controller.enqueue(encoder.encode(`data: ${JSON.stringify(event)}\n\n`))
        } catch {
          end()
        }
      }
      const stop = subscribe(topic, send)
      const beat = setInterval(() => controller.enqueue(encoder.encode(': here\n\n')), 20_000)
      const end = () => {
        clearInterval(beat)
        stop()
      }
      signal.addEventListener('abort', () => {
        end()
        try {
          controller.close()
        } catch {
          // The browser closed it first.
        }
      })
      controller.enqueue(encoder.encode(': open\n\n'))
      if (first !== undefined) send(first)
    },
  })
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-cache, no-transform', connection: 'keep-alive' },
  })
}
