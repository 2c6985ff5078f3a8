import type { Proofing } from '@/core/colour/soft-proof'
import type { Patch } from '@/core/design/edits'
import type { Design } from '@/core/design/schema'
import type {
  FromWorker,
  PaintMessage,
  Question,
  Show,
  SourceInfo,
  StageView,
  ToWorker,
  Trial,
} from './protocol'
import { plainSeeing, type Seeing } from './seeing'

type Listener = (message: FromWorker) => void

const begin = (): Worker =>
  new Worker(new URL('../../workers/stage.worker.ts', import.meta.url), { type: 'module' })
/** Begun as this is read, so that it has its code by the time that a bench opens; the first one takes it. */
let ready: Worker | null = typeof window === 'undefined' ? null : begin()

/** How long what can wait waits for the stage to be whole at first, ms. */
const STAGE_FIRST_MS = 2500

/**
 * Talks to two workers of the same core: one only for the stage, so that the hand is never waited for, one for the
 * lineup, the stack's pictures and the checks. That one starts when the stage is whole for the first time: until then
 * the two would only keep each other waiting.
 */
export class RenderClient {
  private readonly stage: Worker
  private quiet: Worker | null = null
  /** What the quiet worker is told once it runs. */
  private waiting: ToWorker[] = []
  /** What is done once the stage was whole; null when it was. */
  private later: (() => void)[] | null = [() => this.beginQuiet()]
  private readonly patience: ReturnType<typeof setTimeout>
  private readonly listeners = new Set<Listener>()
  private readonly asked = new Map<number, (value: unknown) => void>()
  private last = 0
  private hand = ''
  private seeing = JSON.stringify(plainSeeing)

  constructor() {
    this.stage = this.worker()
    this.patience = setTimeout(() => this.stageIsWhole(), STAGE_FIRST_MS)
  }
  private worker(): Worker {
    const worker = ready ?? begin()
    ready = null
    worker.onmessage = ({ data }: MessageEvent<FromWorker>) => {
      if (data.kind === 'answer') {
        this.asked.get(data.id)?.(data.value)
        this.asked.delete(data.id)
      } else for (const l of this.listeners) l(data)
      if ((data.kind === 'frame' && data.whole) || data.kind === 'trouble') this.stageIsWhole()
    }
    return worker
  }
  /** Does what can wait once the stage is whole for the first time, or could have been; at once where it was. */
  afterStage(act: () => void): void {
    if (this.later) this.later.push(act)
    else act()
  }
  private stageIsWhole(): void {
    clearTimeout(this.patience)
    const due = this.later ?? []
    this.later = null
    for (const act of due) act()
  }
  private beginQuiet(): void {
    this.quiet = this.worker()
    for (const message of this.waiting) this.quiet.postMessage(message)
    this.waiting = []
  }

  listen(listener: Listener): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }
  setDesign(design: Design, revision: number, sources: SourceInfo[]): void {
    this.both({ kind: 'design', design, revision, sources })
  }
  addSources(sources: SourceInfo[]): void {
    this.both({ kind: 'sources', sources })
  }
  setRow(row: string | null): void {
    this.both({ kind: 'row', row })
  }
  preview(patches: Patch[], revision: number): void {
    this.send(this.stage, { kind: 'edit', patches, revision, preview: true })
  }
  commit(patches: Patch[], revision: number): void {
    this.both({ kind: 'edit', patches, revision, preview: false })
  }
  paint(paint: PaintMessage): void {
    this.send(this.stage, { kind: 'paint', paint })
  }
  handBack(buffers: ArrayBuffer[]): void {
    if (buffers.length > 0) this.stage.postMessage({ kind: 'spent', buffers } satisfies ToWorker, buffers)
  }
  setView(view: StageView): void {
    this.send(this.stage, { kind: 'view', view })
  }
  setHand(ids: readonly string[]): void {
    const key = ids.join()
    if (key === this.hand) return
    this.hand = key
    this.send(this.stage, { kind: 'hand', ids: [...ids] })
  }
  /** How the stage is looked at. */
  setSeeing(seeing: Seeing): void {
    const key = JSON.stringify(seeing)
    if (key === this.seeing) return
    this.seeing = key
    this.send(this.stage, { kind: 'seeing', seeing })
  }
  /** Shows the stage as it will be printed. */
  setProof(proof: Proofing | null): void {
    this.send(this.stage, { kind: 'proof', proof })
  }
  setLineup(shows: Show[]): void {
    this.toQuiet({ kind: 'lineup', shows })
  }
  setLayers(page: string, channel: string, ids: string[], side: number): void {
    this.toQuiet({ kind: 'layers', page, channel, ids, side })
  }
  /** Asks for pictures of layers with other treatments; gives the turn they are told with. None gives up those that are not made yet. */
  setTrials(page: string, channel: string, ids: string[], trials: Trial[], side: number): number {
    const turn = ++this.last
    this.toQuiet({ kind: 'trials', turn, page, channel, ids, trials, side })
    return turn
  }
  setChecks(page: string): void {
    this.toQuiet({ kind: 'check', page })
  }
  ask<T>(question: Question): Promise<T> {
    const id = ++this.last
    return new Promise((resolve) => {
      this.asked.set(id, resolve as (value: unknown) => void)
      this.send(this.stage, { kind: 'ask', id, question })
    })
  }
  close(): void {
    clearTimeout(this.patience)
    this.later = []
    this.stage.terminate()
    this.quiet?.terminate()
    this.listeners.clear()
  }
  private both(message: ToWorker): void {
    this.send(this.stage, message)
    this.toQuiet(message)
  }
  private toQuiet(message: ToWorker): void {
    if (this.quiet) this.quiet.postMessage(message)
    else this.waiting.push(message)
  }
  private send(worker: Worker, message: ToWorker): void {
    worker.postMessage(message)
  }
}
