import { existsSync, readFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { blankDesign, presetSpecs } from '@/core/design/blank'
import { record } from '@/core/design/edits'
import type { Design } from '@/core/design/schema'
import type { Layer } from '@/core/kinds/list'
import { boxAt, groupLayer, pictureLayer, shapeLayer, typeLayer } from '@/core/kinds/new'
import { TILE } from '@/core/pixels/memory'
import { halvePicture } from '@/core/pixels/mips'
import { prepare, renderRegion } from '@/core/render/render-page'
import { openMemory } from '@/host/kernels'
import { decodePicture } from '@/host/pictures'
import { type NodeHost, openHost } from '@/host/project'
import { Engine } from './engine'
import type { FromWorker, Question } from './protocol'

type Frame = Extract<FromWorker, { kind: 'frame' }>
const SHA = 'a'.repeat(64)
const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><path fill="#226622" d="M0 0H10V10Z"/></svg>'
const picture = await (async () => {
  const sharp = (await import('sharp')).default
  const noise = Buffer.from(
    Uint8Array.from({ length: 300 * 200 * 3 }, (_, n) => (n * 7919 + (n >> 5) * 31) % 256),
  )
  return new Uint8Array(
    await sharp(noise, { raw: { width: 300, height: 200, channels: 3 } })
      .png()
      .toBuffer(),
  )
})()

const asked: string[] = []
let answering: () => Promise<void> = async () => undefined
async function serve(url: string): Promise<Response> {
  const font = /\/generated\/fonts\/(.+)$/.exec(url)?.[1]
  if (font) {
    const path = `public/generated/fonts/${font}`
    return existsSync(path)
      ? new Response(new Uint8Array(readFileSync(path)))
      : new Response(null, { status: 404 })
  }
  asked.push(url)
  await answering()
  const level = /\/levels\/(\d+)$/.exec(url)?.[1]
  if (level === undefined) return new Response(SVG)
  const memory = openMemory()
  let p = await decodePicture(picture, 'p')
  for (let n = 0; n < Number(level); n++) p = halvePicture(memory, p)
  return new Response(new Uint8Array(gzipSync(p.data)), {
    headers: { 'x-width': String(p.width), 'x-height': String(p.height), 'x-opaque': '1' },
  })
}

/** Whether the worker has said that it is at nothing any more. */
const rests = () => posted.findLast((m) => m.kind === 'doing')?.doing === null
/** What is asked of the server waits until the given function is called. */
function held(): () => void {
  let arrive: () => void = () => undefined
  const gate = new Promise<void>((resolve) => {
    arrive = resolve
  })
  answering = () => gate
  return arrive
}

const at = (id: string, plane: Layer['plane'], order = 'a0', parent: string | null = null) => ({
  id,
  page: 'page1',
  plane,
  order,
  parent,
})
function sample(): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const design = blankDesign(
    'e',
    'E',
    [{ ...spec, width: 400, height: 300 }, ...presetSpecs(['link-card'])],
    { colour: '#f3e6d2' },
  )
  const layers: Layer[] = [
    pictureLayer(
      at('photo', 'backdrop'),
      'Photo',
      { sha: SHA, width: 300, height: 200 },
      boxAt(0, 0, 400, 267),
    ),
    { ...shapeLayer(at('disc', 'subject'), 'Disc', 'ellipse', boxAt(60, 60, 120, 120)), blend: 'multiply' },
    shapeLayer(at('line', 'subject', 'a1'), 'Line', 'line', boxAt(200, 100, 150, 4)),
    typeLayer(at('title', 'message'), 'Kiln', boxAt(80, 200, 240, 80), { size: 64 }),
  ]
  for (const l of layers) design.layers[l.id] = l
  return design
}

let engine: Engine
let posted: FromWorker[] = []
let host: NodeHost
beforeEach(() => {
  vi.stubGlobal('fetch', serve)
  asked.length = 0
  // Its own list: an engine of an earlier test may still rest.
  const own: FromWorker[] = []
  posted = own
  answering = async () => undefined
  engine = new Engine(new WebAssembly.Module(readFileSync('core/pixels/kernels.wasm')), (message) =>
    own.push(message),
  )
  host = openHost(async (sha) => (sha === SHA ? picture : new TextEncoder().encode(SVG)))
})
afterEach(() => vi.unstubAllGlobals())

const view = {
  page: 'page1',
  channel: 'square-post',
  scale: 1,
  visible: { left: 0, top: 0, right: 400, bottom: 300 },
}
const frames = () => posted.filter((m): m is Frame => m.kind === 'frame')
const until = <T>(find: () => T | undefined | false): Promise<T> =>
  vi.waitFor(() => {
    const found = find()
    if (!found) throw new Error('not yet')
    return found
  }, 20_000)
const whole = (revision: number) => until(() => frames().find((f) => f.revision >= revision && f.whole))
const start = async (design = sample()) => {
  engine.take({ kind: 'design', design, revision: 1, sources: [] })
  engine.take({ kind: 'view', view })
  await whole(1)
}
let questions = 0
async function ask<T>(question: Question): Promise<T> {
  const id = ++questions
  engine.take({ kind: 'ask', id, question })
  const found = await until(() => posted.find((m) => m.kind === 'answer' && m.id === id))
  return (found as { value: T }).value
}
/** What the frames so far have painted, as the stage does. */
function painted(width: number, height: number): Uint8ClampedArray {
  const out = new Uint8ClampedArray(width * height * 4)
  for (const frame of frames())
    for (const t of frame.tiles)
      for (let y = 0; y < t.height; y++)
        for (let x = 0; x < t.width; x++) {
          const [px, py] = [t.column * TILE + t.x + x, t.row * TILE + t.y + y]
          if (px < width && py < height)
            out.set(t.data.subarray((y * t.width + x) * 4, (y * t.width + x) * 4 + 4), (py * width + px) * 4)
        }
  return out
}
const rendered = async (design: Design) =>
  (
    await renderRegion(
      await prepare(await host.resolve(design, 'page1', 'square-post'), 1, host),
      { left: 0, top: 0, right: 400, bottom: 300 },
      host.renderer,
    )
  ).data
/** Where what was painted differs from what the core gives, or −1. */
async function firstDifference(design: Design): Promise<number> {
  const [a, b] = [painted(400, 300), await rendered(design)]
  return a.findIndex((v, n) => v !== b[n])
}
const change = (design: Design, edit: (d: Design) => void) => record(design, edit)

describe('the stage', () => {
  it('shows what the core gives elsewhere, bit for bit', async () => {
    await start()
    expect(await firstDifference(sample())).toBe(-1)
  })
  it('after edits too, though only what changed is painted anew', async () => {
    await start()
    const move = (by: number) =>
      change(sample(), (d) => {
        const l = d.layers.disc
        if (l) l.placement.x += by
      })
    // The first move keeps what lies beneath the hand; from then on only the difference is made.
    engine.take({ kind: 'edit', patches: move(20).patches, revision: 2, preview: true })
    await whole(2)
    const before = frames().length
    const { patches, design } = move(37.5)
    engine.take({ kind: 'edit', patches, revision: 3, preview: true })
    await whole(3)
    const area = frames()
      .slice(before)
      .flatMap((f) => f.tiles)
      .reduce((sum, t) => sum + t.width * t.height, 0)
    expect(area).toBeLessThan(400 * 300 * 0.25)
    expect(await firstDifference(design)).toBe(-1)
  })
  it('a preview stands on the kept state, not on the preview before it', async () => {
    await start()
    const move = (by: number) =>
      change(sample(), (d) => {
        const l = d.layers.disc
        if (l) l.placement.y += by
      })
    engine.take({ kind: 'edit', patches: move(10).patches, revision: 2, preview: true })
    engine.take({ kind: 'edit', patches: move(25).patches, revision: 3, preview: true })
    await whole(3)
    expect(await firstDifference(move(25).design)).toBe(-1)
    engine.take({ kind: 'edit', patches: [], revision: 4, preview: true })
    await whole(4)
    expect(await firstDifference(sample())).toBe(-1)
  })
  it('shows what is here while a source is on its way, and is whole only afterwards', async () => {
    const arrive = held()
    engine.take({ kind: 'design', design: sample(), revision: 1, sources: [] })
    engine.take({ kind: 'view', view })
    const first = await until(() => frames()[0])
    expect(first.whole).toBe(false)
    expect(first.tiles.length).toBeGreaterThan(0)
    arrive()
    await whole(1)
    expect(await firstDifference(sample())).toBe(-1)
  })
  it('tells what it is at and how much is left, and when it rests', async () => {
    const gate = held()
    engine.take({ kind: 'design', design: sample(), revision: 1, sources: [] })
    engine.take({ kind: 'view', view })
    const told = () => posted.filter((m) => m.kind === 'doing')
    await until(() => told().at(-1)?.doing?.work === 'fetching')
    expect(told()[0]?.doing).toEqual({ work: 'drawing', left: 1 })
    gate()
    await whole(1)
    await until(() => told().at(-1)?.doing === null)
    engine.take({ kind: 'check', page: 'page1' })
    const channels = Object.keys(sample().channels).length
    await until(() => told().some((m) => m.doing?.work === 'checking' && m.doing.left === channels))
    await until(() => told().at(-1)?.doing === null)
  })
  it('asks only for the size that is seen', async () => {
    engine.take({ kind: 'design', design: sample(), revision: 1, sources: [] })
    engine.take({
      kind: 'view',
      view: { ...view, scale: 0.25, visible: { left: 0, top: 0, right: 100, bottom: 75 } },
    })
    await whole(1)
    expect(asked.filter((u) => u.includes('/levels/')).map((u) => u.slice(-1))).toEqual(['1'])
  })
  it('goes on where a source is gone', async () => {
    vi.stubGlobal('fetch', async (url: string) =>
      url.includes('/levels/') ? new Response(null, { status: 404 }) : serve(url),
    )
    await start()
    expect(frames().at(-1)?.whole).toBe(true)
  })
  it('tells trouble instead of falling silent', async () => {
    vi.stubGlobal('fetch', async (url: string) => {
      if (url.includes('/levels/')) throw new TypeError('Failed to fetch')
      return serve(url)
    })
    engine.take({ kind: 'design', design: sample(), revision: 1, sources: [] })
    engine.take({ kind: 'view', view })
    expect(await until(() => posted.find((m) => m.kind === 'trouble'))).toMatchObject({
      message: expect.stringMatching(/./),
    })
  })
})

describe('what is under a point', () => {
  it('is what has pixels there, front first, not what has a box there', async () => {
    await start()
    expect(await ask<string[]>({ ask: 'hit', x: 120, y: 120 })).toEqual(['disc', 'photo'])
    // The corner of the disc’s box is empty.
    expect(await ask<string[]>({ ask: 'hit', x: 63, y: 63 })).toEqual(['photo'])
  })
  it('takes fine lines from four pixels away, not from five', async () => {
    await start()
    expect(await ask<string[]>({ ask: 'hit', x: 270, y: 107 })).toContain('line')
    expect(await ask<string[]>({ ask: 'hit', x: 270, y: 109 })).not.toContain('line')
  })
  it('passes over what is nearly see-through, also by its group', async () => {
    const design = sample()
    design.layers.g = { ...groupLayer(at('g', 'subject', 'a2'), 'G'), opacity: 0.04 } as Layer
    design.layers.inner = shapeLayer(
      at('inner', 'subject', 'a0', 'g'),
      'Inner',
      'rectangle',
      boxAt(300, 200, 80, 80),
    )
    await start(design)
    expect(await ask<string[]>({ ask: 'hit', x: 340, y: 240 })).not.toContain('inner')
  })
  it('the colour there is the picture’s own', async () => {
    await start()
    const data = await rendered(sample())
    const n = (120 * 400 + 90) * 4
    expect(await ask<number[]>({ ask: 'sample', x: 90, y: 120, radius: 0 })).toEqual([
      ...data.slice(n, n + 4),
    ])
    const around = await ask<number[]>({ ask: 'sample', x: 395, y: 290, radius: 2 })
    expect(around).toEqual([0xf3, 0xe6, 0xd2, 255])
  })
})

describe('the quiet work', () => {
  it('makes a thumbnail of every channel of the lineup, and again after an edit', async () => {
    engine.take({ kind: 'design', design: sample(), revision: 1, sources: [] })
    engine.take({
      kind: 'lineup',
      shows: ['square-post', 'link-card'].map((channel) => ({
        page: 'page1',
        channel,
        width: 95,
        height: 50,
      })),
    })
    const thumbs = (revision: number) =>
      posted.flatMap((m) => (m.kind === 'thumb' && m.revision >= revision ? [m] : []))
    await until(() => new Set(thumbs(1).map((t) => t.channel)).size === 2)
    expect(thumbs(1).find((t) => t.channel === 'link-card')).toMatchObject({
      width: 95,
      height: 50,
      arrangement: { solver: 2 },
    })
    engine.take({
      kind: 'edit',
      patches: change(sample(), (d) => void delete d.layers.disc).patches,
      revision: 2,
      preview: false,
    })
    await until(() => new Set(thumbs(2).map((t) => t.channel)).size === 2)
  })
  it('makes those anew that are asked for larger, and a page as another arrangement lays it out', async () => {
    engine.take({ kind: 'design', design: sample(), revision: 1, sources: [] })
    const small = { page: 'page1', channel: 'square-post', width: 50, height: 50 }
    const card = { page: 'page1', channel: 'link-card', width: 95, height: 50 }
    const thumbs = () => posted.flatMap((m) => (m.kind === 'thumb' ? [m] : []))
    engine.take({ kind: 'lineup', shows: [small, card] })
    // Where a source came late they were made once more.
    await until(() => thumbs().length >= 2 && rests())
    const before = thumbs().length
    const laid = thumbs().find((t) => t.channel === 'link-card')?.arrangement
    if (!laid) throw new Error('The card was not arranged.')
    engine.take({
      kind: 'lineup',
      shows: [
        small,
        { ...card, width: 190, height: 100 },
        { ...card, as: { key: 'other', arrangement: laid } },
      ],
    })
    await until(() => thumbs().length > before && rests())
    // Some once more, where a finer source came late; what was there is not made again.
    const told = (list: ReturnType<typeof thumbs>) => [
      ...new Set(list.map((t) => `${t.channel} ${t.as} ${t.height}`)),
    ]
    expect(told(thumbs().slice(0, before))).toEqual(['square-post null 38', 'link-card null 50'])
    expect(told(thumbs().slice(before))).toEqual(['link-card null 100', 'link-card other 50'])
  })
  it('makes pictures of single layers, once for each look', async () => {
    engine.take({ kind: 'design', design: sample(), revision: 1, sources: [] })
    const pictures = () => posted.flatMap((m) => (m.kind === 'layer' ? [m.id] : []))
    const order = {
      kind: 'layers',
      page: 'page1',
      channel: 'square-post',
      ids: ['disc', 'title'],
      side: 32,
    } as const
    engine.take({ ...order, ids: [...order.ids] })
    await until(() => pictures().length === 2)
    engine.take({ ...order, ids: [...order.ids] })
    engine.take({
      kind: 'edit',
      patches: change(sample(), (d) => {
        const l = d.layers.disc
        if (l?.kind === 'shape') l.fill = { kind: 'solid', colour: '#aa0000' }
      }).patches,
      revision: 2,
      preview: false,
    })
    engine.take({ ...order, ids: [...order.ids] })
    await until(() => pictures().length === 3)
    expect(pictures().sort()).toEqual(['disc', 'disc', 'title'])
  })
  it('checks all pages and channels, the page in sight first, but not while the hand moves', async () => {
    const design = sample()
    design.pages.page0 = { id: 'page0', name: 'Before', order: 'Zz', colour: '#ffffff' }
    engine.take({ kind: 'design', design, revision: 1, sources: [] })
    engine.take({ kind: 'check', page: 'page1' })
    const checked = () => posted.flatMap((m) => (m.kind === 'findings' ? [`${m.page}/${m.channel}`] : []))
    await until(() => checked().length === 4)
    expect(checked()).toEqual([
      'page1/square-post',
      'page1/link-card',
      'page0/square-post',
      'page0/link-card',
    ])
    engine.take({ kind: 'view', view })
    engine.take({
      kind: 'edit',
      patches: change(design, (d) => void delete d.layers.disc).patches,
      revision: 2,
      preview: true,
    })
    await whole(2)
    expect(checked()).toHaveLength(4)
  })
})
