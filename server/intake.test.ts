import sharp from 'sharp'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Problem } from '../core/basics/errors'
import { intake, readInThreads } from './intake'

/** Stands in for the threads: what each is asked for ends when a test says. */
const threads = vi.hoisted(() => ({
  asked: [] as {
    name: string
    done: (value: unknown) => void
    fail: (thrown: unknown) => void
    stopped: boolean
  }[],
}))
vi.mock('./render', () => {
  class ThreadEnded extends Error {}
  return {
    ThreadEnded,
    newRenderThread: () => {
      const own: (typeof threads.asked)[number][] = []
      return {
        call: (_: string, { input }: { input: { name: string } }) =>
          new Promise((done, fail) => {
            const entry = { name: input.name, done, fail, stopped: false }
            own.push(entry)
            threads.asked.push(entry)
          }),
        stop: () => {
          for (const e of own) e.stopped = true
        },
      }
    },
  }
})
readInThreads()
/** Shared machines stall. */
const PATIENCE = 20_000
/** Waits until so many were asked, in all. */
const asked = (count: number) => vi.waitFor(() => expect(threads.asked).toHaveLength(count), PATIENCE)
const settle = () => new Promise((resolve) => setTimeout(resolve, 20))
const file = (name: string, bytes: Uint8Array = new Uint8Array(10)) => ({ bytes, name })
const end = () => {
  for (const e of threads.asked) e.done({})
}
afterEach(async () => {
  vi.useRealTimers()
  end()
  await settle()
  threads.asked.length = 0
})

describe('reading what people bring', () => {
  it('is done by two threads at most; the next begins when one has ended', async () => {
    const all = ['a', 'b', 'c'].map((name) => intake('upload', file(name)))
    await asked(2)
    await settle()
    expect(threads.asked.map((t) => t.name)).toEqual(['a', 'b'])
    threads.asked[0]?.done('read')
    expect(await all[0]).toBe('read')
    await asked(3)
    expect(threads.asked.map((t) => t.name)).toEqual(['a', 'b', 'c'])
    end()
    await Promise.all(all)
  })
  it('waits for memory: large pictures are read one by one, as their own headers say', async () => {
    const large = new Uint8Array(
      await sharp({ create: { width: 12_000, height: 6000, channels: 3, background: '#c65a36' } })
        .png({ compressionLevel: 9 })
        .toBuffer(),
    )
    const all = ['a', 'b'].map((name) => intake('upload', file(name, large)))
    await vi.waitFor(() => expect(threads.asked.length).toBeGreaterThan(0), PATIENCE)
    await settle()
    expect(threads.asked.map((t) => t.name)).toEqual(['a'])
    threads.asked[0]?.done({})
    await vi.waitFor(() => expect(threads.asked.map((t) => t.name)).toEqual(['a', 'b']), PATIENCE)
    end()
    await Promise.all(all)
  })
  it('ends after twenty seconds, with its thread, and says so', async () => {
    const one = intake('upload', file('endless'))
    const told = one.catch((thrown: unknown) => thrown)
    await asked(1)
    vi.useFakeTimers()
    const other = intake('upload', file('late')).catch((thrown: unknown) => thrown)
    await vi.advanceTimersByTimeAsync(10)
    await vi.waitFor(() => expect(threads.asked).toHaveLength(2), PATIENCE)
    await vi.advanceTimersByTimeAsync(21_000)
    expect(await other).toMatchObject({
      kind: 'too-large',
      message: expect.stringMatching(/over 20 s.*Nothing was stored/),
    })
    expect(threads.asked[1]?.stopped).toBe(true)
    vi.useRealTimers()
    threads.asked[0]?.done({})
    await told
  })
  it('is given up when nobody waits any more, whether it has begun or not', async () => {
    const stops = [new AbortController(), new AbortController(), new AbortController()]
    const all = stops.map((s, n) =>
      intake('upload', file(`f${n}`), s.signal).catch((thrown: unknown) => (thrown as Problem).kind),
    )
    await asked(2)
    stops[2]?.abort()
    stops[0]?.abort()
    expect([await all[0], await all[2]]).toEqual(['stopped', 'stopped'])
    expect(threads.asked.map((t) => [t.name, t.stopped])).toEqual([
      ['f0', true],
      ['f1', false],
    ])
    threads.asked[1]?.done({})
    await all[1]
  })
  it('keeps what a reader says, tells what ran out of memory, and no library’s words of anything else', async () => {
    const { ThreadEnded } = (await import('./render')) as unknown as { ThreadEnded: new () => Error }
    const log = vi.spyOn(console, 'error').mockImplementation(() => undefined)
    const kinds = []
    for (const thrown of [
      new Problem('unsupported', 'No.'),
      new ThreadEnded(),
      new TypeError('x.y is undefined'),
    ]) {
      const one = intake('upload', file('f')).catch((t: unknown) => t)
      await vi.waitFor(() => expect(threads.asked.length).toBe(kinds.length + 1), PATIENCE)
      threads.asked.at(-1)?.fail(thrown)
      kinds.push(await one)
    }
    expect(kinds).toMatchObject([
      { kind: 'unsupported', message: 'No.' },
      { kind: 'too-large' },
      { kind: 'bad-input' },
    ])
    expect((kinds[2] as Problem).message).not.toMatch(/undefined/)
    expect(log).toHaveBeenCalledTimes(1)
    log.mockRestore()
  })
})
