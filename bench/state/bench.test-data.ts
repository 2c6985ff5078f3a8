import { existsSync, readFileSync } from 'node:fs'
import { afterEach, vi } from 'vitest'
import { blankDesign, presetSpecs } from '@/core/design/blank'
import type { Edit } from '@/core/design/edits'
import type { Design } from '@/core/design/schema'
import type { Layer } from '@/core/kinds/list'
import { boxAt, pictureLayer, shapeLayer, typeLayer } from '@/core/kinds/new'
import type { FromWorker, Question, SourceInfo, ToWorker } from '../worker/protocol'
import type { Bench } from './bench'
import { createBench } from './bench-store'
import { kept } from './idb.test-data'

/** What the server would do with edits; tests swap it. */
export type Server = {
  take: (edits: Edit[]) => { status: number; body: object } | 'offline'
  /** Called as edits that lost come to be kept. */
  aside: (edits: Edit[]) => void
  asides: { edits: Edit[]; into: string | undefined }[]
  sent: Edit[]
  log: Edit[]
}
export const newServer = (): Server => {
  const server: Server = {
    sent: [],
    log: [],
    asides: [],
    aside: () => undefined,
    take: (edits) => {
      const results = edits.map((e) => {
        if (!server.sent.some((s) => s.id === e.id)) server.sent.push(e)
        return { id: e.id, kind: 'accepted', revision: server.sent.findIndex((s) => s.id === e.id) + 1 }
      })
      return { status: 200, body: { revision: server.sent.length, results } }
    },
  }
  return server
}

class FakeWorker {
  static readonly all: FakeWorker[] = []
  readonly got: ToWorker[] = []
  onmessage: ((e: { data: FromWorker }) => void) | null = null
  constructor() {
    FakeWorker.all.push(this)
  }
  postMessage(message: ToWorker): void {
    this.got.push(message)
    if (message.kind !== 'ask') return
    const answer = (value: unknown) => this.onmessage?.({ data: { kind: 'answer', id: message.id, value } })
    const value = answers.to(message.question)
    if (value instanceof Promise) void value.then(answer)
    else answer(value)
  }
  terminate(): void {}
}
class FakeEvents {
  static readonly all: FakeEvents[] = []
  onmessage: ((e: { data: string }) => void) | null = null
  onerror: (() => void) | null = null
  readyState = 1
  closed = false
  constructor(readonly url: string) {
    FakeEvents.all.push(this)
  }
  close(): void {
    this.closed = true
  }
}
/** What the stage’s worker says is under a point, and which colour is there; a promise keeps it busy until then. */
export const answers = { to: (_: Question): unknown => null }

export function stubBrowser(server: Server): void {
  FakeWorker.all.length = 0
  FakeEvents.all.length = 0
  vi.stubGlobal('Worker', FakeWorker)
  vi.stubGlobal('EventSource', FakeEvents)
  vi.stubGlobal('fetch', async (url: string, how?: { method?: string; body?: string }) => {
    const font = /\/generated\/fonts\/(.+)$/.exec(url)?.[1]
    if (font) {
      const path = `public/generated/fonts/${font}`
      return existsSync(path)
        ? new Response(new Uint8Array(readFileSync(path)))
        : new Response(null, { status: 404 })
    }
    if (url.endsWith('/edits')) {
      const answer = server.take((JSON.parse(how?.body ?? '{}') as { edits: Edit[] }).edits)
      if (answer === 'offline') throw new TypeError('Failed to fetch')
      return Response.json(answer.body, { status: answer.status })
    }
    if (url.endsWith('/asides')) {
      const { edits, into } = JSON.parse(how?.body ?? '{}') as { edits: Edit[]; into?: string }
      server.asides.push({ edits, into })
      server.aside(edits)
      return Response.json({ version: 'version-1', left: [] })
    }
    const after = /\/edits\?after=(\d+)$/.exec(url)
    if (after) {
      const log = server.log.length > 0 ? server.log : server.sent
      const edits = log.map((edit, n) => ({ revision: n + 1, session: 'other', edit }))
      return Response.json({ revision: log.length, edits: edits.slice(Number(after[1])) })
    }
    if (url.endsWith('/log')) return Response.json({ log: server.log.map((edit) => ({ edit })) })
    return new Response(null, { status: 404 })
  })
}
/** What the stage's worker was told, in order. */
export const toStage = (): ToWorker[] => FakeWorker.all[0]?.got ?? []
/** A message as a worker would send it. */
export const fromWorker = (message: FromWorker): void => {
  if (!FakeWorker.all[1]) stageIsWhole()
  FakeWorker.all[1]?.onmessage?.({ data: message })
}
/** The stage's worker has shown all of the page: the quiet one begins. */
export const stageIsWhole = (): void =>
  FakeWorker.all[0]?.onmessage?.({ data: { kind: 'frame', whole: true } as FromWorker })
/** What the quiet worker was told; null while there is none. */
export const toQuiet = (): ToWorker[] | null => FakeWorker.all[1]?.got ?? null
/** Edits of another tab, as the server would tell them. */
export const fromOtherTab = (edits: { revision: number; edit: Edit }[], session = 'other'): void =>
  FakeEvents.all
    .at(-1)
    ?.onmessage?.({ data: JSON.stringify({ edits: edits.map((e) => ({ ...e, session })) }) })

const where = (id: string, plane: Layer['plane'], order: string) => ({ id, page: 'page1', plane, order })
/** A square post and a link card with a picture, two shapes and a text. */
export function sampleDesign(): Design {
  const design = blankDesign('sample', 'Sample', presetSpecs(['square-post', 'link-card']))
  const layers: Layer[] = [
    pictureLayer(
      where('photo', 'backdrop', 'a0'),
      'Photo',
      { sha: 'a'.repeat(64), width: 1080, height: 1080 },
      boxAt(0, 0, 1080, 1080),
    ),
    shapeLayer(where('disc', 'subject', 'a0'), 'Disc', 'ellipse', boxAt(300, 500, 200, 200)),
    shapeLayer(where('card', 'subject', 'a1'), 'Card', 'rectangle', boxAt(600, 500, 200, 300)),
    typeLayer(where('title', 'message', 'a0'), 'Autumn kiln opening', boxAt(80, 80, 900, 110), { size: 96 }),
  ]
  for (const l of layers) design.layers[l.id] = l
  return design
}
export const source = (more: Partial<SourceInfo> = {}): SourceInfo => ({
  sha: 'b'.repeat(64),
  kind: 'picture',
  mime: 'image/png',
  width: 800,
  height: 400,
  opaque: true,
  light: null,
  parts: null,
  ...more,
})

/** How long a test waits for what comes by itself, ms: shared machines stall. */
export const PATIENCE = 20_000

const open: (() => void)[] = []
afterEach(async () => {
  for (const close of open.splice(0)) close()
  // What is on its way arrives before the next test begins.
  await new Promise((resolve) => setTimeout(resolve, 5))
  kept.clear()
  vi.unstubAllGlobals()
})
/** An open bench on the sample, its fonts loaded, its workers and server stood in for. */
export async function openBench(server = newServer(), design = sampleDesign()): Promise<Bench> {
  stubBrowser(server)
  const bench = createBench({ id: design.id, campaign: 'Tests', revision: 0, design, sources: [] })
  open.push(bench.open())
  await vi.waitFor(() => {
    if (bench.store.getState().fontsReady === 0) throw new Error('fonts are coming')
  }, PATIENCE)
  return bench
}
export const layer = (bench: Bench, id: string): Layer => {
  const found = bench.store.getState().design.layers[id]
  if (!found) throw new Error(`no layer ${id}`)
  return found
}
