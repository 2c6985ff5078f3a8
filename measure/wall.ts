import { channelPresets } from '../core/design/channels'
import { addChannel } from '../core/design/commands'
import type { Design } from '../core/design/schema'
import type { LoadedSupply } from '../host/supplies'
import { type Application, whole } from './application'
import { drag, placeOfDragged } from './drag'
import { note } from './report'

const CHANNELS = 12

/** A wall of twelve channels at 1920 × 1080: how soon its pictures are there, and how a drag in it goes. */
export async function measureWall(
  application: Application,
  design: Design,
  loaded: ReadonlyMap<string, LoadedSupply>,
): Promise<void> {
  for (const { group: _, ...channel } of channelPresets)
    if (Object.keys(design.channels).length < CHANNELS && !design.channels[channel.id])
      addChannel(design, channel)
  const id = await application.open(design, loaded)
  const page = await application.browser.newPage({ viewport: { width: 1920, height: 1080 } })
  await page.goto(`${application.base}/designs/${id}`)
  await whole(page)
  await page.waitForTimeout(6000)
  const opened = await page.evaluate(async () => {
    const from = performance.now()
    document.querySelector<HTMLElement>('button[title^="Wall"]')?.click()
    for (;;) {
      await new Promise((r) => requestAnimationFrame(r))
      const all = [...document.querySelectorAll<HTMLElement>('[data-wall] canvas')]
      if (all.length > 0 && all.every((c) => c.dataset.revision)) return performance.now() - from
    }
  })
  note('Wall of twelve: first pictures', opened, 'ms', 300)
  await whole(page)
  await page.waitForTimeout(4000)
  const run = await drag(page, await placeOfDragged(page))
  note('Drag on the wall, latency, median', run.median, 'ms', 33)
  note('Drag on the wall, 95th percentile', run.late, 'ms', 66)
  const dropped = Date.now()
  await page.mouse.up()
  await page.waitForFunction(
    () => {
      const all = [...document.querySelectorAll<HTMLElement>('[data-wall] canvas')].map(
        (c) => c.dataset.revision,
      )
      const wanted = window.vividBench.store.getState().revision
      return all.every((r) => r === all[0] && Number(r) >= wanted - 12)
    },
    undefined,
    { timeout: 20_000, polling: 16 },
  )
  note('A drag shown on all twelve after the drop', Date.now() - dropped, 'ms', 500)
  await page.close()
}
