type Sent = { event: unknown; id: number | null }
type Listener = (sent: Sent) => void

// Shared by all route bundles of the process.
const held = globalThis as { vividListeners?: Map<string, Set<Listener>> }
held.vividListeners ??= new Map()
const listeners = held.vividListeners

/** Tells an event to all who listen; `id` is where they stand once they have it. */
export function publish(topic: string, event: unknown, id: number | null = null): void {
  for (const listener of [...(listeners.get(topic) ?? [])]) listener({ event, id })
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

/** Bytes that wait for a reader at most; one that does not read is let go, and asks again for what it missed. */
const MOST_WAITING = 4_000_000

/**
 * A stream of server-sent events for a topic, ended when the browser goes. What `first` gives comes before anything that is told
 * meanwhile; a reader must pass over what it has already.
 */
export function eventStream(
  topic: string,
  signal: AbortSignal,
  first?: () => Promise<Sent | null>,
): Response {
  const encoder = new TextEncoder()
  let end: () => void = () => undefined
  const stream = new ReadableStream<Uint8Array>(
    {
      start(controller) {
        let ended = false
        let early: Sent[] | null = first ? [] : null
        const write = (text: string) => {
          if (ended) return
          const bytes = encoder.encode(text)
          if ((controller.desiredSize ?? 0) < 0) end()
          else controller.enqueue(bytes)
        }
        const send = ({ event, id }: Sent) =>
          write(`${id === null ? '' : `id: ${id}\n`}data: ${JSON.stringify(event)}\n\n`)
        const stop = subscribe(topic, (sent) => (early ? early.push(sent) : send(sent)))
        const beat = setInterval(() => write(': here\n\n'), 20_000)
        end = () => {
          if (ended) return
          ended = true
          clearInterval(beat)
          stop()
          try {
            controller.close()
          } catch {
            // The browser closed it first.
          }
        }
        signal.addEventListener('abort', end)
        if (signal.aborted) end()
        write(': open\n\n')
        if (first)
          first()
            .then((sent) => {
              if (sent) send(sent)
              for (const waiting of early ?? []) send(waiting)
              early = null
            })
            // The browser opens it again.
            .catch(end)
      },
      cancel: () => end(),
    },
    new ByteLengthQueuingStrategy({ highWaterMark: MOST_WAITING }),
  )
  return new Response(stream, {
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-cache, no-transform',
      connection: 'keep-alive',
    },
  })
}
