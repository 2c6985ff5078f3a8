import { describe, expect, it } from 'vitest'
import { eventStream, publish } from './events'

describe('a stream of events', () => {
  it('lets go of who does not read: it ends after what waits has grown too large, and opens anew', async () => {
    const stop = new AbortController()
    const reader = (eventStream('slow', stop.signal).body as ReadableStream<Uint8Array>).getReader()
    for (let n = 0; n < 12; n++) publish('slow', { text: 'x'.repeat(1_000_000) }, n)
    let bytes = 0
    let ids = 0
    for (let part = await reader.read(); !part.done; part = await reader.read()) {
      bytes += part.value.byteLength
      if (new TextDecoder().decode(part.value.subarray(0, 4)) === 'id: ') ids++
    }
    expect(bytes).toBeLessThan(7_000_000)
    expect(ids).toBeGreaterThan(2)
    expect(ids).toBeLessThan(12)
  })
  it('tells what was stored before it in front of what came while that was looked up', async () => {
    const stop = new AbortController()
    let found: (sent: { event: unknown; id: number } | null) => void = () => undefined
    const response = eventStream(
      'replay',
      stop.signal,
      () =>
        new Promise((resolve) => {
          found = resolve
        }),
    )
    publish('replay', 'second', 2)
    found({ event: 'first', id: 1 })
    await new Promise((resolve) => setTimeout(resolve, 5))
    publish('replay', 'third', 3)
    stop.abort()
    const text = await new Response(response.body).text()
    expect([...text.matchAll(/data: "(\w+)"/g)].map((m) => m[1])).toEqual(['first', 'second', 'third'])
  })
})
