/** Measures speed against the numbers asked for, in one run. `--json` for data; exit 1 when one is missed by over 15 %. */
import { spawn } from 'node:child_process'
import { cpus, totalmem } from 'node:os'
import { createCanvas } from '@napi-rs/canvas'
import { chromium, type Page } from '@playwright/test'
import sharp from 'sharp'
import type { Bench } from '../bench/state/bench-store'
import { BLEND_MODES, type BlendMode, blendModeNumber } from '../core/design/blend-modes'
import { writePackage } from '../core/formats/vivid-package'
import { PLANE_BYTES, STRIDE, TILE } from '../core/pixels/memory'
import { openMemory } from '../host/kernels'
import { loadSupplies, lookupIn } from '../host/supplies'
import { adaptAll } from './adapt-speed'
import { drag20 } from './drag-20'

type Result = { name: string; value: number; unit: string; asked: number | null; least?: boolean }
const results: Result[] = []
const note = (name: string, value: number, unit: string, asked: number | null = null, least = false) => {
  results.push({ name, value, unit, asked, least })
  if (!process.argv.includes('--json'))
    console.log(
      `${name}: ${value.toFixed(value < 10 ? 2 : 0)} ${unit}${asked === null ? '' : ` (asked: ${least ? 'at least' : 'at most'} ${asked})`}`,
    )
}
const share = (list: readonly number[], q: number): number =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * q))] ?? Number.NaN
const median = (list: readonly number[]): number => share(list, 0.5)

const PORT = '3918'
const server = spawn(process.execPath, ['scripts/test-server.mjs'], {
  stdio: 'ignore',
  env: { ...process.env, PORT, VIVID_DATA: '.cache/measure-data' },
})
const base = `http://127.0.0.1:${PORT}`
const reachable = async (): Promise<boolean> =>
  fetch(`${base}/api/campaigns`).then(
    (r) => r.ok,
    () => false,
  )
for (let n = 0; n < 180 && !(await reachable()); n++) await new Promise((r) => setTimeout(r, 1000))

declare global {
  interface Window {
    vividBench: Bench
  }
}
const whole = async (page: Page) => {
  await page.waitForFunction(() => document.querySelector<HTMLElement>('[data-testid="stage-canvas"]')?.dataset.whole === 'yes', undefined, {
    timeout: 120_000,
  })
}

try {
  const loaded = await loadSupplies()
  const design = drag20(lookupIn(loaded))
  const blobs = new Map([...loaded.values()].filter((s) => JSON.stringify(design.layers).includes(s.sha)).map((s) => [s.sha, s.bytes]))
  const made = (await (await fetch(`${base}/api/packages`, { method: 'POST', body: new Uint8Array(writePackage({ design, blobs })) })).json()) as {
    id: string
  }
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--disable-dev-shm-usage',
    ],
  })
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`${base}/designs/${made.id}`)
  await whole(page)
  await page.waitForTimeout(4000)

  // Usable: from navigation to a whole first frame, working copies there.
  const opens: number[] = []
  for (let n = 0; n < 3; n++) {
    const started = Date.now()
    await page.goto(`${base}/designs/${made.id}`)
    await whole(page)
    opens.push((Date.now() - started) / 1000)
  }
  note('Bench usable after navigation', median(opens), 's', 2.5)
  await page.waitForTimeout(5000)

  const at = await page.evaluate(() => {
    const { view, design: d } = window.vividBench.store.getState()
    const layer = Object.values(d.layers).find((l) => l.name === 'Dragged')
    const box = document.querySelector('[data-stage]')?.getBoundingClientRect()
    return {
      x: (box?.left ?? 0) + view.x + (layer?.placement.x ?? 0) * view.zoom,
      y: (box?.top ?? 0) + view.y + (layer?.placement.y ?? 0) * view.zoom,
    }
  })
  await page.mouse.move(at.x, at.y)
  await page.mouse.down()
  await page.waitForTimeout(300)
  const run = await page.evaluate(async ({ x, y }) => {
    const bench = window.vividBench
    const stage = document.querySelector('[data-stage]') as HTMLElement
    const sent: { revision: number; at: number }[] = []
    const from = bench.frames.shown.length
    const started = performance.now()
    for (let n = 0; n < 120; n++) {
      const due = started + n * (1000 / 60)
      while (performance.now() < due) await new Promise((r) => setTimeout(r, 0))
      const now = performance.now()
      stage.dispatchEvent(
        new PointerEvent('pointermove', { bubbles: true, pointerId: 1, buttons: 1, clientX: x + Math.sin(n / 9) * 90, clientY: y - n * 0.9 }),
      )
      sent.push({ revision: bench.store.getState().revision, at: now })
    }
    const ended = performance.now()
    await new Promise((r) => setTimeout(r, 400))
    const shown = bench.frames.shown.slice(from)
    const latencies = sent.flatMap((s) => {
      const frame = shown.find((f) => f.revision >= s.revision)
      return frame ? [frame.at - s.at] : []
    })
    return {
      latencies,
      revisions: new Set(shown.filter((f) => f.at <= ended + 50).map((f) => f.revision)).size,
      seconds: (ended - started) / 1000,
      work: shown.map((f) => f.milliseconds),
    }
  }, at)
  note('Drag latency, median', median(run.latencies), 'ms', 33)
  note('Drag latency, 95th percentile', share(run.latencies, 0.95), 'ms', 66)
  note('Distinct revisions shown', run.revisions / run.seconds, 'a second', 25, true)
  note('Work of the stage’s worker a frame, median', median(run.work), 'ms')

  const equal = await page.evaluate(async () => {
    const canvas = document.querySelector('[data-testid="stage-canvas"]') as HTMLCanvasElement
    const { view, resolved } = window.vividBench.store.getState()
    const k = view.zoom
    const region = { left: 0, top: 0, right: Math.floor(resolved.width * k), bottom: Math.floor(resolved.height * k) }
    let same = 0
    for (let n = 0; n < 5; n++) {
      const core = await window.vividBench.client.ask<{ data: Uint8ClampedArray }>({ ask: 'pixels', region })
      const shown = (canvas.getContext('2d') as CanvasRenderingContext2D).getImageData(
        Math.round(view.x),
        Math.round(view.y),
        region.right,
        region.bottom,
      ).data
      if (core.data.every((v, i) => v === shown[i])) same++
    }
    return same
  })
  note('Frames read back that equal the core’s', equal, 'of 5', 5, true)

  const dropped = Date.now()
  await page.mouse.up()
  await page.waitForFunction(
    () => {
      const wanted = window.vividBench.store.getState().revision
      return (
        [...document.querySelectorAll<HTMLCanvasElement>('nav canvas')].every(
          (c) =>
            Number(c.dataset.revision) >= wanted - 8 &&
            c.dataset.revision === (document.querySelector('nav canvas') as HTMLCanvasElement).dataset.revision,
        ) && Number((document.querySelector('nav canvas') as HTMLCanvasElement).dataset.revision) > 100
      )
    },
    undefined,
    { timeout: 20_000, polling: 16 },
  )
  note('Lineup of eight refreshed after a drop', Date.now() - dropped, 'ms', 500)
  await browser.close()

  const started = Date.now()
  const delivery = (await (
    await fetch(`${base}/api/deliveries`, {
      method: 'POST',
      body: JSON.stringify({
        design: 'opening-day',
        channels: Object.keys(drag20(lookupIn(loaded)).channels),
        pages: ['page1'],
        format: 'png',
        quality: 90,
        scale: 1,
        bleed: true,
        ground: 'page',
        pattern: '{channel}',
      }),
    })
  ).json()) as { id: string }
  for (;;) {
    const d = (await (await fetch(`${base}/api/deliveries/${delivery.id}`)).json()) as { state: string }
    if (d.state === 'done') break
    if (d.state !== 'waiting' && d.state !== 'working') throw new Error(`The delivery ended as ${d.state}.`)
    await new Promise((r) => setTimeout(r, 100))
  }
  note('Export of all eight channels at full size', (Date.now() - started) / 1000, 's', 25)
} finally {
  server.kill()
}

note('Adapting a design to a channel, median over 300 made designs', await adaptAll(), 'ms', 5)
await kernels()

/** Each mode on one megapixel: our kernel beside Skia’s 8-bit canvas, in the same run. */
async function kernels(): Promise<void> {
  const memory = openMemory()
  const [b, s] = [memory.tile(), memory.tile()]
  for (const [at, seed] of [
    [b, 3],
    [s, 5],
  ] as const) {
    const alpha = memory.floats(at + 3 * PLANE_BYTES, TILE * TILE)
    alpha.forEach((_, n) => (alpha[n] = 0.3 + ((n * seed * 37) % 64) / 100))
    for (let k = 0; k < 3; k++) {
      const plane = memory.floats(at + k * PLANE_BYTES, TILE * TILE)
      plane.forEach((_, n) => (plane[n] = (((n * seed * (k + 3)) % 255) / 255) * (alpha[n] as number)))
    }
  }
  const size = 1024
  const picture = createCanvas(size, size)
  const g = picture.getContext('2d')
  const image = createCanvas(size, size)
  const ig = image.getContext('2d')
  ig.fillStyle = 'rgba(200,90,40,0.6)'
  ig.fillRect(0, 0, size, size)
  for (const mode of ['normal', 'multiply', 'screen', 'overlay', 'soft-light', 'color-dodge', 'luminosity'] as BlendMode[]) {
    const ours = median(
      Array.from({ length: 9 }, () =>
        time(() => {
          for (let n = 0; n < 16; n++) memory.kernels.blendRect(b, s, PLANE_BYTES, STRIDE, TILE, TILE, blendModeNumber(mode), 0.8)
        }),
      ),
    )
    g.globalCompositeOperation = (mode === 'normal' ? 'source-over' : mode) as never
    const theirs = median(
      Array.from({ length: 9 }, () =>
        time(() => {
          g.drawImage(image, 0, 0)
          g.getImageData(0, 0, 1, 1)
        }),
      ),
    )
    note(`Kernel ${mode}, float, one megapixel`, ours, `ms, ${(ours / theirs).toFixed(2)} × the 8-bit canvas`)
  }
  const raw = Buffer.alloc(size * size * 4, 150)
  const vips = await (async () => {
    sharp.concurrency(1)
    sharp.cache(false)
    const times: number[] = []
    for (let n = 0; n < 5; n++) {
      const from = performance.now()
      await sharp(raw, { raw: { width: size, height: size, channels: 4 } })
        .composite([{ input: raw, raw: { width: size, height: size, channels: 4 }, blend: 'multiply' }])
        .raw()
        .toBuffer()
      times.push(performance.now() - from)
    }
    return median(times)
  })()
  note('libvips multiply, one megapixel, for comparison', vips, 'ms')
  if (BLEND_MODES.length !== 17) throw new Error('Modes are missing.')
}
function time(job: () => void): number {
  const from = performance.now()
  job()
  return performance.now() - from
}

if (process.argv.includes('--json'))
  console.log(
    JSON.stringify(
      { date: new Date().toISOString(), machine: `${cpus().length} × ${cpus()[0]?.model}, ${Math.round(totalmem() / 2 ** 30)} GiB`, results },
      null,
      2,
    ),
  )
const missed = results.filter((r) => r.asked !== null && (r.least ? r.value < r.asked * 0.85 : r.value > r.asked * 1.15))
for (const m of missed) console.error(`Missed: ${m.name}`)
process.exit(missed.length > 0 ? 1 : 0)
