import { availableParallelism } from 'node:os'
import sharp from 'sharp'
import { Problem } from '../core/basics/errors'
import { type IntakeCalls, intakeCalls } from '../host/intake'
import { newRenderThread, type RenderThread, ThreadEnded } from './render'
import { settings } from './settings'

type Input<K extends keyof IntakeCalls> = Parameters<IntakeCalls[K]>[0]
type Output<K extends keyof IntakeCalls> = Awaited<ReturnType<IntakeCalls[K]>>

/** The longest that anything brought may be read, ms. */
const MOST_MS = 20_000
/** Files that are read at the same time. */
const AT_ONCE = Math.min(2, availableParallelism())
/** A reader that nobody needs is ended, and its memory with it, ms. */
const IDLE_MS = 30_000

type Waiting = { bytes: number; begin: () => void }
type State = {
  threaded: boolean
  idle: { thread: RenderThread; timer: ReturnType<typeof setTimeout> }[]
  running: number
  bytes: number
  waiting: Waiting[]
  /** The last header that is looked at, or was. */
  told: Promise<unknown>
}
// Shared by all route bundles of the process.
const shared = globalThis as { vividIntake?: State }
shared.vividIntake ??= {
  threaded: false,
  idle: [],
  running: 0,
  bytes: 0,
  waiting: [],
  told: Promise.resolve(),
}
const state = shared.vividIntake

/** From now on what is brought is read in threads; programs that read their own files do it in place. */
export function readInThreads(): void {
  state.threaded = true
}

/**
 * Reads what somebody brought. At most two at once, and no more than fits the memory for it; after 20 s or once nobody waits any
 * more the thread is ended. Throws what the reader finds wrong, `too-large` for what takes too long, `stopped`.
 */
export async function intake<K extends keyof IntakeCalls>(
  call: K,
  input: Input<K>,
  signal?: AbortSignal,
): Promise<Output<K>> {
  if (!state.threaded) return (intakeCalls[call] as (i: Input<K>) => Promise<Output<K>>)(input)
  // One after another: whoever came first is read first, however long a header takes.
  const told = state.told.then(() => memoryFor(input))
  state.told = told
  const bytes = await told
  await turn(bytes, signal)
  try {
    return await inThread(call, input, signal)
  } finally {
    state.running--
    state.bytes -= bytes
    beginNext()
  }
}

/** What decoding takes at most, as the file's own header says: its bytes, and its pixels in their depth three times over. */
async function memoryFor(input: object): Promise<number> {
  const bytes = 'bytes' in input && input.bytes instanceof Uint8Array ? input.bytes : new Uint8Array()
  try {
    const { width = 0, height = 0, depth } = await sharp(bytes, { limitInputPixels: false }).metadata()
    return bytes.byteLength + width * height * (depth === 'ushort' ? 8 : 4) * 3
  } catch {
    // No picture: packed things are as large as they unpack to.
    return bytes.byteLength * 4
  }
}
const fits = (bytes: number): boolean =>
  state.running === 0 || (state.running < AT_ONCE && state.bytes + bytes <= settings.decodeBytes())
function turn(bytes: number, signal?: AbortSignal): Promise<void> {
  return new Promise((resolve, reject) => {
    const waiting: Waiting = {
      bytes,
      begin: () => {
        signal?.removeEventListener('abort', leave)
        state.running++
        state.bytes += bytes
        resolve()
      },
    }
    const leave = () => {
      state.waiting = state.waiting.filter((w) => w !== waiting)
      reject(stopped())
    }
    if (signal?.aborted) return leave()
    signal?.addEventListener('abort', leave, { once: true })
    state.waiting.push(waiting)
    beginNext()
  })
}
function beginNext(): void {
  for (let next = state.waiting[0]; next && fits(next.bytes); next = state.waiting[0]) {
    state.waiting.shift()
    next.begin()
  }
}
const stopped = () => new Problem('stopped', 'This was given up. Nothing was stored.')

function inThread<K extends keyof IntakeCalls>(
  call: K,
  input: Input<K>,
  signal?: AbortSignal,
): Promise<Output<K>> {
  const held = state.idle.pop()
  if (held) clearTimeout(held.timer)
  const thread = held?.thread ?? newRenderThread()
  return new Promise((resolve, reject) => {
    let ended = false
    const end = (why: Problem | null) => {
      if (ended) return
      ended = true
      clearTimeout(timer)
      signal?.removeEventListener('abort', leave)
      if (why) {
        thread.stop()
        reject(why)
      } else rest(thread)
    }
    const leave = () => end(stopped())
    const timer = setTimeout(
      () =>
        end(
          new Problem(
            'too-large',
            'Reading this file takes too long here (over 20 s). Nothing was stored; reduce or simplify it and try again.',
          ),
        ),
      MOST_MS,
    )
    signal?.addEventListener('abort', leave, { once: true })
    if (signal?.aborted) return leave()
    thread.call('intake', { call, input }).then(
      (value) => {
        end(null)
        resolve(value as Output<K>)
      },
      (thrown: unknown) => {
        if (thrown instanceof Problem || ended) {
          end(null)
          return reject(thrown)
        }
        // A thread that ran out of its memory is gone; what a reader did not expect is damaged or very unusual.
        if (thrown instanceof ThreadEnded)
          return end(
            new Problem(
              'too-large',
              'This file needs more memory than there is for it here. Nothing was stored; reduce it and try again.',
            ),
          )
        console.error(thrown)
        end(null)
        reject(
          new Problem(
            'bad-input',
            'This file cannot be read here: it is damaged, or made in a way that was not foreseen. Nothing was stored; save it anew and try again.',
          ),
        )
      },
    )
  })
}
function rest(thread: RenderThread): void {
  const entry = {
    thread,
    timer: setTimeout(() => {
      state.idle = state.idle.filter((i) => i !== entry)
      thread.stop()
    }, IDLE_MS),
  }
  entry.timer.unref()
  state.idle.push(entry)
}
