import type { Page } from '@playwright/test'
import { newMask } from '../core/masks/mask'
import { PLANE_BYTES, STRIDE, TILE } from '../core/pixels/memory'
import { prepare, renderRegion } from '../core/render/render-page'
import { openMemory } from '../host/kernels'
import { touchingIn } from '../host/mask-work'
import { openHost } from '../host/project'
import { type LoadedSupply, lookupIn } from '../host/supplies'
import { type Application, whole } from './application'
import { largePhotos, poster40 } from './poster-40'
import { median, medianOf, note, share } from './report'

const MASKED = 'kiln-shelf-large'

/** The brush on a mask of 4000 × 5000 px under the large poster's other layers: from the pointer to the frame that shows it. */
export async function measurePainting(
  application: Application,
  loaded: ReadonlyMap<string, LoadedSupply>,
): Promise<void> {
  const supplies = new Map([...loaded, ...(await largePhotos(loaded))])
  const design = poster40(lookupIn(supplies))
  const layer = Object.values(design.layers).find(
    (l) => l.kind === 'picture' && l.source === supplies.get(MASKED)?.sha,
  )
  if (!layer) throw new Error('The large poster has no photo to mask.')
  layer.masks = { m: newMask.painted({ id: 'm', order: 'a0' }, 4000, 5000) }
  layer.locked = false
  const id = await application.open(design, supplies)
  const page = await application.browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`${application.base}/designs/${id}`)
  await whole(page)
  for (const [name, zoom] of [
    ['fit', 0],
    ['100 %', 1],
  ] as const)
    for (const size of [20, 200, 1000]) {
      await show(page, layer.id, zoom, size)
      await whole(page)
      await page.waitForTimeout(1500)
      const run = await stroke(page)
      note(
        `Brush of ${size} px on a mask of 20 MP, ${name}: from the pointer to the stage, median`,
        median(run),
        'ms',
        33,
      )
      note('The same, 95th percentile', share(run, 0.95), 'ms')
      await page.waitForTimeout(1500)
    }
  await page.close()
}

const show = (page: Page, layer: string, zoom: number, size: number): Promise<void> =>
  page.evaluate(
    ({ layer, zoom, size }) => {
      const bench = window.vividBench
      const stage = document.querySelector('[data-stage]')?.getBoundingClientRect()
      const canvas = document.querySelector<HTMLElement>('[data-testid="stage-canvas"]')
      if (!stage || !canvas) return
      bench.select([layer])
      const { resolved, brush } = bench.store.getState()
      bench.set({ tool: 'brush', mask: 'm', brush: { ...brush, size, steady: 0 } })
      const k = zoom || Math.min((stage.width - 68) / resolved.width, (stage.height - 68) / resolved.height)
      canvas.dataset.whole = 'no'
      bench.set({
        view: {
          zoom: k,
          x: Math.round(stage.width / 2 - (resolved.width / 2) * k),
          y: Math.round(stage.height / 2 - (resolved.height / 2) * k),
          fitted: false,
        },
      })
    },
    { layer, zoom, size },
  )

/** A stroke of 90 pointer moves at 60 Hz across the middle of the stage; the latency of each, ms. */
async function stroke(page: Page): Promise<number[]> {
  const box = await page.locator('[data-stage]').boundingBox()
  if (!box) throw new Error('There is no stage.')
  const at = { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  await page.mouse.move(at.x - 120, at.y)
  await page.mouse.down()
  await page.waitForTimeout(500)
  const latencies = await page.evaluate(async ({ x, y }) => {
    const bench = window.vividBench
    const stage = document.querySelector('[data-stage]') as HTMLElement
    const sent: { n: number; at: number }[] = []
    const paint = bench.client.paint.bind(bench.client)
    bench.client.paint = (m) => {
      if (m.act === 'to') sent.push({ n: m.n, at: performance.now() })
      paint(m)
    }
    const from = bench.frames.shown.length
    const started = performance.now()
    for (let n = 0; n < 90; n++) {
      const due = started + n * (1000 / 60)
      while (performance.now() < due) await new Promise((r) => setTimeout(r, 0))
      stage.dispatchEvent(
        new PointerEvent('pointermove', {
          bubbles: true,
          pointerId: 1,
          buttons: 1,
          clientX: x - 120 + n * 2.6,
          clientY: y + Math.sin(n / 8) * 60,
        }),
      )
    }
    await new Promise((r) => setTimeout(r, 600))
    bench.client.paint = paint
    const shown = bench.frames.shown.slice(from)
    return sent.flatMap((s) => {
      const frame = shown.find((f) => f.stroke >= s.n)
      return frame ? [frame.at - s.at] : []
    })
  }, at)
  await page.mouse.up()
  if (latencies.length < 60) throw new Error('The stroke was not shown.')
  return latencies
}

/** How the time of a softened mask grows with its softness: a px must not cost more because it is softer. */
export async function measureSoftness(loaded: ReadonlyMap<string, LoadedSupply>): Promise<void> {
  const design = poster40(lookupIn(new Map([...loaded, ...(await largePhotos(loaded))])))
  const [id] = Object.keys(design.pages)
  const own = Object.values(design.layers).find((l) => l.kind === 'shape' && l.parent === null)
  if (!own || !id) throw new Error('The large poster has no shape to mask.')
  const timeAt = async (px: number): Promise<number> => {
    const mask = {
      ...newMask.shape({ id: 'm', order: 'a0' }, 'ellipse'),
      frame: 'page-kept' as const,
      softness: px / 4000,
    }
    const card = {
      ...own,
      shown: true,
      placement: { ...own.placement, x: 2000, y: 2500, width: 4000, height: 5000, rotation: 0 },
      masks: { m: mask },
    }
    const host = openHost(async () => null)
    const made = { ...design, layers: { [card.id]: card } }
    const page = await host.resolve(made, id, design.master)
    const times: number[] = []
    for (let n = 0; n < 7; n++) {
      const fresh = openHost(async () => null)
      const planned = await prepare(page, 1, fresh)
      const from = performance.now()
      await renderRegion(planned, { left: 512, top: 512, right: 2560, bottom: 2560 }, fresh.renderer)
      times.push(performance.now() - from)
    }
    return median(times)
  }
  const [narrow, wide] = [await timeAt(8), await timeAt(400)]
  note('Softness of 8 px, 4 MP', narrow, 'ms')
  note('Softness of 400 px in multiples of that', wide / narrow, '×', 1.25)
}

/** Picking by colour: a view of 1 MP as its tolerance moves, and 20 MP once. */
export function measurePicking(): void {
  const memory = openMemory()
  const [raster, cover] = [memory.tile(), memory.tile()]
  memory
    .floats(raster, TILE * TILE * 4)
    .forEach((_, n, all) => (all[n] = n < TILE * TILE * 3 ? (n % 251) / 251 : 1))
  const pick = (megapixels: number, tolerance: number) => {
    for (let n = 0; n < (megapixels * 1e6) / (TILE * TILE); n++)
      memory.kernels.pickFrom(
        cover,
        STRIDE,
        raster,
        PLANE_BYTES,
        STRIDE,
        TILE,
        TILE,
        0,
        0.4,
        0.1,
        0.05,
        tolerance,
        0.1,
      )
  }
  pick(20, 0.5)
  note(
    'Picking by colour, 1 MP of the view',
    medianOf(9, () => pick(1, 0.2)),
    'ms',
    16,
  )
  note(
    'Picking by colour everywhere in 20 MP',
    medianOf(5, () => pick(20, 0.3)),
    'ms',
    150,
  )
}

/** How the time of a rim line grows with its width, its silhouette a picture: measured once, a ring of any width costs the same. */
export function measureRims(): void {
  const memory = openMemory()
  const [width, height] = [2800, 2800]
  const cover = memory.block(width * height)
  const line = memory.block((width + 1) * 16)
  const out = memory.block(width * height * 2)
  const plane = memory.tile()
  const shape = Uint8Array.from({ length: width * height }, (_, n) => {
    const d =
      600 + 40 * Math.sin((n % width) / 37) - Math.hypot((n % width) - 1400, Math.floor(n / width) - 1400)
    return Math.max(0, Math.min(255, Math.round((d + 0.5) * 255)))
  })
  memory.bytes.set(shape, cover)
  const ring = (px: number) => {
    memory.kernels.distanceField(out, cover, line, width, height, 0, 2000)
    for (let y = 0; y + TILE <= height; y += TILE)
      for (let x = 0; x + TILE <= width; x += TILE)
        memory.kernels.ringCover(plane, STRIDE, out, 0, width, x, y, TILE, TILE, -1, px)
  }
  ring(8)
  const [narrow, wide] = [medianOf(5, () => ring(8)), medianOf(5, () => ring(400))]
  note('Rim line of 8 px, 7.8 MP', narrow, 'ms')
  note('Rim line of 400 px in multiples of that', wide / narrow, '×', 1.25)
}

/** Picking only what touches, 20 MP once. */
export function measureTouching(): void {
  const [width, height] = [5000, 4000]
  const rgba = new Uint8Array(width * height * 4)
  for (let n = 0; n < width * height; n++)
    rgba.set([((n % width) >> 3) % 40, 90 + ((n >> 11) % 30), 120, 255], n * 4)
  const asked = {
    by: 'colour' as const,
    colour: '#14645a',
    tolerance: 0.5,
    fade: 0.1,
    from: 0,
    to: 1,
    x: 0.5,
    y: 0.5,
  }
  let count = 0
  const times = Array.from({ length: 3 }, () => {
    const made = touchingIn(rgba, width, height, asked)
    count = made.count
    return made.milliseconds
  })
  if (count < 1e6) throw new Error('Nothing was picked.')
  note('Picking only what touches in 20 MP', median(times), 'ms', 500)
}
