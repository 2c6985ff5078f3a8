import { readFileSync } from 'node:fs'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Brush } from '@/core/brush/stroke'
import { blankDesign, presetSpecs } from '@/core/design/blank'
import { record } from '@/core/design/edits'
import type { Design } from '@/core/design/schema'
import type { Layer } from '@/core/kinds/list'
import { boxAt, shapeLayer } from '@/core/kinds/new'
import { MASK_TILE, type MaskOf, newMask } from '@/core/masks/mask'
import { TILE } from '@/core/pixels/memory'
import { prepare, renderRegion } from '@/core/render/render-page'
import { openHost } from '@/host/project'
import { Engine } from './engine'
import type { FromWorker } from './protocol'
import { plainSeeing } from './seeing'

const SIDE = 512
const brush: Brush = { rx: 90, ry: 90, hardness: 0.5, flow: 1, strength: 1, step: 0.1, hides: true }
const stored = new Map<string, Uint8Array>()
const host = openHost(async (sha) => stored.get(sha) ?? null)

/** A card with a painted mask of twice its px under a half see-through veil. */
function design(mask: Partial<MaskOf<'painted'>> = {}): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const d = blankDesign('p', 'P', [{ ...spec, width: SIDE, height: SIDE }], { colour: '#ead9c0' })
  const at = (id: string, order: string) => ({
    id,
    page: 'page1',
    plane: 'subject' as const,
    order,
    parent: null,
  })
  const card = shapeLayer(at('card', 'a0'), 'Card', 'rectangle', boxAt(16, 16, 480, 480), {
    kind: 'solid',
    colour: '#c2412a',
  })
  card.masks = { m: { ...newMask.painted({ id: 'm', order: 'a0' }, 960, 960), ...mask } }
  const veil = {
    ...shapeLayer(at('veil', 'a1'), 'Veil', 'ellipse', boxAt(100, 100, 300, 300), {
      kind: 'solid',
      colour: '#3a55c9',
    }),
    opacity: 0.5,
  }
  for (const l of [card, veil] as Layer[]) d.layers[l.id] = l
  return d
}

type Frame = Extract<FromWorker, { kind: 'frame' }>
type PaintedMessage = Extract<FromWorker, { kind: 'painted' }>
let engine: Engine
let posted: FromWorker[] = []
beforeEach(() => {
  vi.stubGlobal('fetch', async (url: string) => {
    const found = stored.get(/\/blobs\/([0-9a-f]{64})$/.exec(url)?.[1] ?? '')
    return found ? new Response(new Uint8Array(found)) : new Response(null, { status: 404 })
  })
  const own: FromWorker[] = []
  posted = own
  engine = new Engine(new WebAssembly.Module(readFileSync('core/pixels/kernels.wasm')), (message) =>
    own.push(message),
  )
})
afterEach(() => vi.unstubAllGlobals())
const frames = () => posted.filter((m): m is Frame => m.kind === 'frame')
const until = <T>(find: () => T | undefined | false): Promise<T> =>
  vi.waitFor(() => {
    const found = find()
    if (!found) throw new Error('not yet')
    return found
  }, 20_000)
const view = {
  page: 'page1',
  channel: 'square-post',
  scale: 1,
  visible: { left: 0, top: 0, right: SIDE, bottom: SIDE },
}
async function open(d = design()) {
  engine.take({ kind: 'design', design: d, revision: 1, sources: [] })
  engine.take({ kind: 'view', view })
  await until(() => frames().some((f) => f.whole))
}
let sent = 0
function paint(points: readonly (readonly [number, number])[], how: Partial<Brush> = {}): number {
  engine.take({
    kind: 'paint',
    paint: { act: 'start', layer: 'card', mask: 'm', brush: { ...brush, ...how } },
  })
  for (const [x, y] of points)
    engine.take({ kind: 'paint', paint: { act: 'to', points: [{ x, y, pressure: 1 }], n: ++sent } })
  return sent
}
async function finish(): Promise<PaintedMessage> {
  const before = posted.filter((m) => m.kind === 'painted').length
  engine.take({ kind: 'paint', paint: { act: 'end', name: 'Stroke' } })
  const made = await until(() => posted.filter((m): m is PaintedMessage => m.kind === 'painted')[before])
  for (const { sha, png } of made.blobs) stored.set(sha, png)
  return made
}
function shown(): Uint8ClampedArray {
  const out = new Uint8ClampedArray(SIDE * SIDE * 4)
  for (const f of frames())
    for (const t of f.tiles)
      for (let y = 0; y < t.height; y++)
        out.set(
          t.data.subarray(y * t.width * 4, (y + 1) * t.width * 4),
          ((t.row * TILE + t.y + y) * SIDE + t.column * TILE + t.x) * 4,
        )
  return out
}
const exact = async (d: Design) =>
  (
    await renderRegion(
      await prepare(await host.resolve(d, 'page1', 'square-post'), 1, host),
      view.visible,
      host.renderer,
    )
  ).data
const withTiles = (d: Design, tiles: Record<string, string>) =>
  record(d, (draft) => {
    const mask = draft.layers.card?.masks.m
    if (mask?.kind === 'painted') Object.assign(mask.tiles, tiles)
  })
const different = (a: Uint8ClampedArray, b: Uint8ClampedArray) => a.findIndex((v, n) => v !== b[n])

describe('a stroke', () => {
  it('is seen while it is painted, bit for bit what the core makes of it once it is stored', async () => {
    await open()
    const n = paint([
      [200, 300],
      [420, 380],
      [600, 300],
    ])
    await until(() => frames().some((f) => f.stroke >= n))
    const live = shown()
    const made = await finish()
    const { design: kept, patches } = withTiles(design(), made.tiles)
    expect(different(live, await exact(kept))).toBe(-1)
    expect(different(live, await exact(design()))).toBeGreaterThan(-1)
    // Taking it into the design changes nothing that is seen.
    engine.take({ kind: 'edit', patches, revision: 2, preview: false })
    engine.take({ kind: 'paint', paint: { act: 'kept' } })
    await until(() => frames().some((f) => f.revision >= 2 && f.whole))
    expect(different(shown(), live)).toBe(-1)
  })
  it('gives only the tiles it touched; what is all shown or hidden needs no blob', async () => {
    await open()
    paint([[128, 128]], { rx: 300, ry: 300, hardness: 1 })
    const made = await finish()
    expect(made.tiles['0,0']).toBe('none')
    expect(made.blobs.length).toBe(Object.values(made.tiles).filter((t) => t.length === 64).length)
    expect(
      Object.keys(made.tiles).every((place) => place.split(',').every((v) => Number(v) * MASK_TILE < 430)),
    ).toBe(true)
  })
  it('paints only where it went', async () => {
    await open()
    await until(() => frames().some((f) => f.whole))
    const first = paint([[100, 100]], { rx: 20, ry: 20 })
    await until(() => frames().some((f) => f.stroke >= first))
    const before = frames().length
    engine.take({ kind: 'paint', paint: { act: 'to', points: [{ x: 130, y: 100, pressure: 1 }], n: ++sent } })
    await until(() => frames().some((f) => f.stroke >= sent))
    const late = frames().slice(before)
    const pixels = late.reduce((sum, f) => sum + f.tiles.reduce((s, t) => s + t.width * t.height, 0), 0)
    expect(pixels).toBeGreaterThan(0)
    expect(pixels).toBeLessThan(60 * 60)
  })
  it('goes on over one that is not in the design yet', async () => {
    await open()
    paint([[200, 200]])
    const one = await finish()
    const n = paint([[300, 200]])
    await until(() => frames().some((f) => f.stroke >= n))
    const live = shown()
    const two = await finish()
    expect(
      different(live, await exact(withTiles(withTiles(design(), one.tiles).design, two.tiles).design)),
    ).toBe(-1)
  })
  it('given up leaves the mask as it was', async () => {
    await open()
    const n = paint([[200, 200]])
    await until(() => frames().some((f) => f.stroke >= n))
    engine.take({ kind: 'paint', paint: { act: 'drop' } })
    const plain = await exact(design())
    await until(() => different(shown(), plain) === -1)
  })
  it('of a soft, swapped, turned mask is right too', async () => {
    const d = design({ softness: 0.03, swap: true, tiles: { '1,1': 'none' } })
    const card = d.layers.card
    if (card) card.placement = { ...card.placement, rotation: 20 }
    await open(d)
    const n = paint([
      [500, 500],
      [300, 700],
    ])
    await until(() => frames().some((f) => f.stroke >= n))
    const live = shown()
    const made = await finish()
    expect(different(live, await exact(withTiles(d, made.tiles).design))).toBe(-1)
  })
  it('on a mask whose tiles are gone says so and paints nothing', async () => {
    stored.set('e'.repeat(64), new Uint8Array([9, 9, 9]))
    engine.take({
      kind: 'design',
      design: design({ tiles: { '0,0': 'e'.repeat(64) } }),
      revision: 1,
      sources: [],
    })
    engine.take({ kind: 'view', view })
    paint([[200, 200]])
    const said = await until(() => posted.find((m) => m.kind === 'trouble'))
    expect(said).toMatchObject({ message: expect.stringMatching(/part of a mask is damaged/) })
  })
})

describe('a mask looked at', () => {
  const half = {
    tiles: { '0,0': 'none' as const, '0,1': 'none' as const, '0,2': 'none' as const, '0,3': 'none' as const },
  }
  const at = (x: number, y: number) => [...shown().subarray((y * SIDE + x) * 4, (y * SIDE + x) * 4 + 3)]
  it('alone is white where it shows and black where it hides', async () => {
    await open(design(half))
    engine.take({ kind: 'seeing', seeing: { ...plainSeeing, mask: { layer: 'card', id: 'm', as: 'alone' } } })
    await until(() => at(60, 250)[0] === 0 && at(300, 250)[0] === 255)
    expect([at(60, 250), at(300, 250)]).toEqual([
      [0, 0, 0],
      [255, 255, 255],
    ])
  })
  it('over the design is red where it hides', async () => {
    await open(design(half))
    const plain = at(300, 450)
    engine.take({
      kind: 'seeing',
      seeing: { ...plainSeeing, mask: { layer: 'card', id: 'm', as: 'overlay' } },
    })
    await until(() => (at(60, 450)[1] as number) < 130)
    expect(at(300, 450)).toEqual(plain)
    expect(at(60, 450)[0]).toBeGreaterThan(200)
  })
})
