import { Worker } from 'node:worker_threads'
import { Problem, type ProblemKind } from '../core/basics/errors'
import type { Finding } from '../core/checks/define'
import type { Bounds } from '../core/geometry/bounds'
import type { Dab } from '../core/masks/mask'
import type { PictureOutputId } from '../core/outputs/list'
import type { PictureLevel } from '../core/render/sources'
import type { FileAsked, Flattened } from '../host/asked'
import type { ExcerptAsked } from '../host/excerpt'
import type { ExportAsked, Exported } from '../host/exporting'
import type { Fitted } from '../host/fit'
import type { IntakeCalls } from '../host/intake'
import type { PickAsked, SpecksAsked } from '../host/mask-work'
import type { Drawn } from '../host/project'
import { dataFolder } from './paths'

/** Calls into the render thread: pixels are made off the server's own thread. */
export type RenderCalls = {
  thumbnail: {
    in: Drawn & { page: string; channel: string; row?: string; longSide: number }
    out: Uint8Array
  }
  flatten: { in: Drawn & Flattened; out: Uint8Array }
  levels: { in: { sha: string; from: number }; out: PictureLevel[] | null }
  preview: { in: { sha: string; side: number }; out: Uint8Array | null }
  cutOut: {
    in: { sha: string; dabs: Dab[] }
    /** Tiles by `column,row`: a grey PNG, or what covers all of it. */
    out: {
      width: number
      height: number
      tiles: Record<string, Uint8Array | 'full'>
      colours: Uint8Array
    } | null
  }
  /** What a cut is likely to keep: a PNG that veils the rest. */
  believe: { in: { sha: string; dabs: Dab[] }; out: Uint8Array | null }
  /** Looks at a picture that may be cut out next; false where it is not stored. */
  study: { in: { sha: string }; out: boolean }
  pickTouching: {
    in: { sha: string; asked: PickAsked }
    out: { width: number; height: number; tiles: Record<string, Uint8Array | 'full'> } | null
  }
  cleanSpecks: {
    in: SpecksAsked
    out: {
      width: number
      height: number
      dots: number
      holes: number
      tiles: Record<string, Uint8Array | 'full'>
    }
  }
  /** Reads what somebody brought. */
  intake: { in: { call: keyof IntakeCalls; input: unknown }; out: unknown }
  findings: {
    /** Of which rows of the table; `''` is as designed. */
    in: Drawn & { rows: readonly string[] }
    out: Finding[]
  }
  /** A file as it would be delivered, kept nowhere. */
  tryOut: { in: FileAsked<PictureOutputId>; out: Fitted }
  proof: {
    in: Drawn & { form: 'html' | 'pdf'; campaign: string; revision: number; now: number }
    out: Uint8Array<ArrayBuffer>
  }
  reach: {
    in: Drawn & { page: string; channel: string; layers: readonly string[] }
    out: Bounds
  }
  excerpt: {
    in: ExcerptAsked
    out: { bytes: Uint8Array<ArrayBuffer>; width: number; height: number; message?: string }
  }
  export: {
    in: ExportAsked
    out: Exported
  }
}
export type RenderMessage = { id: number; call: keyof RenderCalls; input: unknown }
export type RenderReply = {
  id: number
  progress?: number
  value?: unknown
  /** `kind` null: no problem that people are told of, but a fault. */
  error?: { kind: ProblemKind | null; message: string }
}

/** A thread is gone, with what it was at: by its memory's end, a fault in it, or as it was stopped. */
export class ThreadEnded extends Error {
  constructor() {
    super('The render thread ended.')
  }
}
/** One more thread, of whoever asks for it. */
export const newRenderThread = (): RenderThread => new RenderThread()

/** How long a thread waits for the next question, ms. */
const IDLE_MS = 60_000

type Waiting = {
  resolve: (value: never) => void
  reject: (error: Error) => void
  progress?: (share: number) => void
}
export class RenderThread {
  private readonly waiting = new Map<number, Waiting>()
  private readonly worker: Worker
  private last = 0
  private idle: ReturnType<typeof setTimeout> | undefined

  constructor() {
    this.worker = new Worker(new URL('../workers/render-thread.ts', import.meta.url), {
      workerData: { folder: dataFolder() },
      resourceLimits: { maxOldGenerationSizeMb: 3072 },
    })
    this.worker.unref()
    this.worker.on('message', (reply: RenderReply) => {
      const w = this.waiting.get(reply.id)
      if (!w) return
      if (reply.progress !== undefined) {
        w.progress?.(reply.progress)
        return
      }
      this.waiting.delete(reply.id)
      this.rest()
      if (reply.error)
        w.reject(
          reply.error.kind
            ? new Problem(reply.error.kind, reply.error.message)
            : new Error(reply.error.message),
        )
      else w.resolve(reply.value as never)
    })
    this.worker.on('error', (error) => {
      console.error(error)
      this.fail(new ThreadEnded())
    })
    this.worker.on('exit', () => this.fail(new ThreadEnded()))
  }
  private fail(error: Error): void {
    for (const w of this.waiting.values()) w.reject(error)
    this.waiting.clear()
    this.leave()
  }
  private leave(): void {
    for (const name of THREADS) if (threads[name] === this) threads[name] = undefined
  }
  /** A thread that nobody asks anything of gives its memory back; the next question starts another. */
  private rest(): void {
    clearTimeout(this.idle)
    if (this.waiting.size === 0) this.idle = setTimeout(() => this.stop(), IDLE_MS).unref()
  }
  call<K extends keyof RenderCalls>(
    call: K,
    input: RenderCalls[K]['in'],
    progress?: (share: number) => void,
  ): Promise<RenderCalls[K]['out']> {
    const id = ++this.last
    clearTimeout(this.idle)
    return new Promise((resolve, reject) => {
      this.waiting.set(id, {
        resolve: resolve as (v: never) => void,
        reject,
        ...(progress ? { progress } : {}),
      })
      this.worker.postMessage({ id, call, input } satisfies RenderMessage)
    })
  }
  /** How many answers are waited for. */
  get waits(): number {
    return this.waiting.size
  }
  stop(): void {
    // Whoever asks from now on gets another, even before this one is gone.
    this.leave()
    void this.worker.terminate()
  }
}

const THREADS = ['interactive', 'pictures', 'deliveries', 'masks'] as const
type Threads = Partial<Record<(typeof THREADS)[number], RenderThread | undefined>>
const shared = globalThis as { vividThreads?: Threads }
shared.vividThreads ??= {}
const threads: Threads = shared.vividThreads
/** The thread for small pictures of designs and their findings: nothing that is being worked on waits for them. */
export const pictureThread = (): RenderThread => (threads.pictures ??= new RenderThread())
/** Ends it where one picture does not come to its end by itself; what else was asked of it is asked again. */
export function stopPictureThread(): void {
  threads.pictures?.stop()
  threads.pictures = undefined
}
/** The thread for what people wait for on screen; deliveries have one of their own. */
export const renderThread = (): RenderThread => (threads.interactive ??= new RenderThread())
/** The thread that makes files to deliver; a second one beside it was no quicker on two cores and held half as much again. */
export const deliveryThread = (): RenderThread => (threads.deliveries ??= new RenderThread())
/** The thread for work on masks that takes seconds, so that nothing on screen waits for it. */
export const maskThread = (): RenderThread => (threads.masks ??= new RenderThread())
/** Ends it at once where nobody else waits for it: how a cut out is given up. */
export function stopMaskThread(): void {
  if (!threads.masks || threads.masks.waits > 1) return
  threads.masks.stop()
  threads.masks = undefined
}
/** Ends it at once: how a running export is cancelled. */
export function stopDeliveryThread(): void {
  threads.deliveries?.stop()
  threads.deliveries = undefined
}
