import type { Page } from '@playwright/test'
import './application'
import { median, share } from './report'

/** Where the layer called `Dragged` lies on the screen, px of the window. */
export const placeOfDragged = (page: Page): Promise<{ x: number; y: number }> =>
  page.evaluate(() => {
    const { view, resolved } = window.vividBench.store.getState()
    const all = (list: typeof resolved.layers): typeof resolved.layers =>
      list.flatMap((l) => [l, ...all(l.children), ...all(l.insides)])
    const layer = all(resolved.layers).find((l) => l.layer.name === 'Dragged')?.layer
    const box = document.querySelector('[data-stage]')?.getBoundingClientRect()
    return {
      x: (box?.left ?? 0) + view.x + (layer?.placement.x ?? 0) * view.zoom,
      y: (box?.top ?? 0) + view.y + (layer?.placement.y ?? 0) * view.zoom,
    }
  })

/** `handling`: what each pointer move took on the interface thread, ms. */
export type DragRun = { median: number; late: number; revisions: number; work: number; handling: number[] }

/**
 * Drags from a point with 120 pointer moves at 60 Hz, the button left down. Latency is from the event to the first
 * frame whose stage carries that document revision, ms.
 */
export async function drag(page: Page, at: { x: number; y: number }): Promise<DragRun> {
  await page.mouse.move(at.x, at.y)
  await page.mouse.down()
  await page.waitForTimeout(300)
  const run = await page.evaluate(async ({ x, y }) => {
    const bench = window.vividBench
    const stage = document.querySelector('[data-stage]') as HTMLElement
    const handling: number[] = []
    const sent: { revision: number; at: number }[] = []
    const from = bench.frames.shown.length
    const started = performance.now()
    for (let n = 0; n < 120; n++) {
      const due = started + n * (1000 / 60)
      while (performance.now() < due) await new Promise((r) => setTimeout(r, 0))
      const now = performance.now()
      stage.dispatchEvent(
        new PointerEvent('pointermove', {
          bubbles: true,
          pointerId: 1,
          buttons: 1,
          clientX: x + Math.sin(n / 9) * 90,
          clientY: y - n * 0.9,
        }),
      )
      handling.push(performance.now() - now)
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
      handling,
      latencies,
      revisions:
        new Set(shown.filter((f) => f.at <= ended + 50).map((f) => f.revision)).size /
        ((ended - started) / 1000),
      work: shown.map((f) => f.milliseconds),
    }
  }, at)
  return {
    median: median(run.latencies),
    late: share(run.latencies, 0.95),
    revisions: run.revisions,
    work: median(run.work),
    handling: run.handling,
  }
}

/** Five frames of a drag in progress, each read back from the screen and rendered anew by the core; how many are equal. */
export const equalFrames = (page: Page, at: { x: number; y: number }): Promise<number> =>
  page.evaluate(async ({ x, y }) => {
    const stage = document.querySelector('[data-stage]') as HTMLElement
    const canvas = document.querySelector('[data-testid="stage-canvas"]') as HTMLCanvasElement
    const { store, client } = window.vividBench
    const { view, resolved } = store.getState()
    const k = view.zoom
    const region = {
      left: 0,
      top: 0,
      right: Math.floor(resolved.width * k),
      bottom: Math.floor(resolved.height * k),
    }
    let same = 0
    for (let n = 0; n < 5; n++) {
      const to = { clientX: x - 60 + n * 31, clientY: y - 100 + n * 17 }
      stage.dispatchEvent(new PointerEvent('pointermove', { bubbles: true, pointerId: 1, buttons: 1, ...to }))
      const wanted = store.getState().revision
      while (Number(canvas.dataset.revision) < wanted) await new Promise((r) => requestAnimationFrame(r))
      const core = await client.ask<{ data: Uint8ClampedArray; revision: number }>({ ask: 'pixels', region })
      if (core.revision !== Number(canvas.dataset.revision)) continue
      const context = canvas.getContext('2d') as CanvasRenderingContext2D
      const shown = context.getImageData(
        Math.round(view.x),
        Math.round(view.y),
        region.right,
        region.bottom,
      ).data
      if (core.data.every((v, i) => v === shown[i])) same++
    }
    return same
  }, at)
