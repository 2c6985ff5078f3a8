import { existsSync, readFileSync } from 'node:fs'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { blankDesign, presetSpecs } from '@/core/design/blank'
import { record } from '@/core/design/edits'
import type { Design } from '@/core/design/schema'
import type { Layer } from '@/core/kinds/list'
import { boxAt, shapeLayer } from '@/core/kinds/new'
import { TILE } from '@/core/pixels/memory'
import { Drafts } from '@/core/render/draft'
import { prepare, renderRegion } from '@/core/render/render-page'
import { openHost } from '@/host/project'
import { tilesIn } from './drafting'
import { Engine } from './engine'
import type { FromWorker } from './protocol'
import { plainSeeing } from './seeing'

const SIDE = 768
const host = openHost(async () => null)
const at = (id: string, order: string) => ({
  id,
  page: 'page1',
  plane: 'subject' as const,
  order,
  parent: null,
})
/** A disc under seven layers that cover the page: so much above the hand that moving it is drafted. */
function design(): Design {
  const [spec] = presetSpecs(['square-post'])
  if (!spec) throw new Error('no preset')
  const d = blankDesign('d', 'D', [{ ...spec, width: SIDE, height: SIDE }], { colour: '#ead9c0' })
  const over = (
    ['screen', 'multiply', 'normal', 'plus-lighter', 'soft-light', 'screen', 'multiply'] as const
  ).map(
    (blend, n): Layer => ({
      ...shapeLayer(at(`over${n}`, `a${n + 2}`), 'Over', 'rectangle', boxAt(0, 0, SIDE, SIDE), {
        kind: 'solid',
        colour: ['#402010', '#f3ead8', '#3a55c9', '#201008', '#808890', '#301008', '#fff0e0'][n] as string,
      }),
      blend,
      opacity: 0.5,
    }),
  )
  const disc = shapeLayer(at('disc', 'a1'), 'Disc', 'ellipse', boxAt(100, 120, 520, 500), {
    kind: 'solid',
    colour: '#c2412a',
  })
  for (const l of [disc, ...over]) d.layers[l.id] = l
  return d
}
const moved = (by: number) =>
  record(design(), (d) => {
    const l = d.layers.disc
    if (l) l.placement = { ...l.placement, x: l.placement.x + by, y: l.placement.y + by / 2 }
  })

type Frame = Extract<FromWorker, { kind: 'frame' }>
let engine: Engine
let posted: FromWorker[] = []
beforeEach(() => {
  vi.stubGlobal('fetch', async (url: string) => {
    const path = `public${url}`
    return existsSync(path)
      ? new Response(new Uint8Array(readFileSync(path)))
      : new Response(null, { status: 404 })
  })
  // An engine that is still at work writes into its own list, not into the next test's.
  const own: FromWorker[] = []
  posted = own
  engine = new Engine(new WebAssembly.Module(readFileSync('core/pixels/kernels.wasm')), (message) =>
    own.push(message),
  )
})
afterEach(() => vi.unstubAllGlobals())
const frames = () => posted.filter((m): m is Frame => m.kind === 'frame')
const until = (test: () => boolean) => vi.waitFor(() => expect(test()).toBe(true), 20_000)
const shown = (revision: number) => until(() => frames().some((f) => f.revision >= revision && f.whole))

function painted(): Uint8ClampedArray {
  const out = new Uint8ClampedArray(SIDE * SIDE * 4)
  for (const frame of frames())
    for (const t of frame.tiles)
      for (let y = 0; y < t.height; y++) {
        const from = ((t.row * TILE + t.y + y) * SIDE + t.column * TILE + t.x) * 4
        out.set(t.data.subarray(y * t.width * 4, (y + 1) * t.width * 4), from)
      }
  return out
}
const exact = async (d: Design) =>
  (
    await renderRegion(
      await prepare(await host.resolve(d, 'page1', 'square-post'), 1, host),
      { left: 0, top: 0, right: SIDE, bottom: SIDE },
      host.renderer,
    )
  ).data
const worst = (a: Uint8ClampedArray, b: Uint8ClampedArray) =>
  a.reduce((most, v, n) => Math.max(most, Math.abs(v - (b[n] as number))), 0)
const open = async () => {
  engine.take({ kind: 'design', design: design(), revision: 1, sources: [] })
  engine.take({
    kind: 'view',
    view: {
      page: 'page1',
      channel: 'square-post',
      scale: 1,
      visible: { left: 0, top: 0, right: SIDE, bottom: SIDE },
    },
  })
  await shown(1)
}

describe('a gesture beneath much', () => {
  it('is drafted near the full picture, which follows bit for bit when the hand rests', async () => {
    await open()
    engine.take({ kind: 'hand', ids: ['disc'] })
    for (const [revision, by] of [
      [2, 8],
      [3, 20],
      [4, 33],
    ] as const) {
      engine.take({ kind: 'edit', patches: moved(by).patches, revision, preview: true })
      await shown(revision)
    }
    const full = await exact(moved(33).design)
    const draft = painted()
    // Inside the disc and outside of it, away from its edge, flat colours are what they will be.
    for (const [x, y] of [
      [393, 376],
      [20, 700],
    ] as const)
      for (let k = 0; k < 3; k++)
        expect(
          Math.abs((draft[(y * SIDE + x) * 4 + k] as number) - (full[(y * SIDE + x) * 4 + k] as number)),
        ).toBeLessThanOrEqual(1)
    await until(() => worst(painted(), full) === 0)
  })
  it('is made ready as soon as something is selected, before it moves', async () => {
    await open()
    const prepare = vi.spyOn(Drafts.prototype, 'prepare')
    engine.take({ kind: 'hand', ids: ['disc'] })
    await until(() => prepare.mock.calls.length >= 4)
    prepare.mockRestore()
  })
  it('shows what is looked through faint in the draft as in the full picture', async () => {
    await open()
    engine.take({ kind: 'seeing', seeing: { ...plainSeeing, faint: ['disc'] } })
    engine.take({ kind: 'edit', patches: moved(24).patches, revision: 2, preview: true })
    await shown(2)
    engine.take({ kind: 'edit', patches: moved(30).patches, revision: 3, preview: true })
    await shown(3)
    const [draft, solid] = [painted(), await exact(moved(30).design)]
    const middle = (375 * SIDE + 390) * 4
    expect(Math.abs((draft[middle + 1] as number) - (solid[middle + 1] as number))).toBeGreaterThan(8)
    const before = frames().length
    await until(() => frames().length > before)
    const full = painted()
    for (let k = 0; k < 3; k++)
      expect(Math.abs((draft[middle + k] as number) - (full[middle + k] as number))).toBeLessThanOrEqual(1)
  })
  it('goes on being drafted when the view is scaled with the hand in mid-air', async () => {
    await open()
    engine.take({ kind: 'edit', patches: moved(12).patches, revision: 2, preview: true })
    await shown(2)
    const side = Math.round(SIDE * 1.25)
    engine.take({
      kind: 'view',
      view: {
        page: 'page1',
        channel: 'square-post',
        scale: 1.25,
        visible: { left: 0, top: 0, right: side, bottom: side },
      },
    })
    await until(() => frames().some((f) => f.scale === 1.25 && f.whole))
    const drafted = [vi.spyOn(Drafts.prototype, 'part'), vi.spyOn(Drafts.prototype, 'enlargedParts')]
    engine.take({ kind: 'edit', patches: moved(24).patches, revision: 3, preview: true })
    await shown(3)
    expect(drafted.reduce((sum, spy) => sum + spy.mock.calls.length, 0)).toBeGreaterThan(0)
    for (const spy of drafted) spy.mockRestore()
  })
  it('dropped, is shown in full at once', async () => {
    await open()
    const { patches, design: dropped } = moved(50)
    engine.take({ kind: 'edit', patches, revision: 2, preview: true })
    await shown(2)
    engine.take({ kind: 'edit', patches, revision: 3, preview: false })
    await shown(3)
    expect(worst(painted(), await exact(dropped))).toBe(0)
  })
  it('given up, puts back what was there, bit for bit', async () => {
    await open()
    engine.take({ kind: 'edit', patches: moved(60).patches, revision: 2, preview: true })
    await shown(2)
    engine.take({ kind: 'edit', patches: [], revision: 3, preview: false })
    await shown(3)
    expect(worst(painted(), await exact(design()))).toBe(0)
  })
})

it('tiles of a box are all that it touches, and no others', () => {
  expect([...tilesIn({ left: -1, top: 0, right: 257, bottom: 256 })]).toEqual([
    [-1, 0],
    [0, 0],
    [1, 0],
  ])
})
