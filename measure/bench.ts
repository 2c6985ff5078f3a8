import type { Design } from '../core/design/schema'
import type { LoadedSupply } from '../host/supplies'
import { type Application, whole } from './application'
import { drag, equalFrames, placeOfDragged } from './drag'
import { median, note, share } from './report'

/** Opening the measured design, dragging in it, its lineup after a drop, and the export of the demo's eight channels. */
export async function measureBench(
  application: Application,
  design: Design,
  loaded: ReadonlyMap<string, LoadedSupply>,
): Promise<void> {
  const id = await application.open(design, loaded)
  const page = await application.browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`${application.base}/designs/${id}`)
  await whole(page)
  await page.waitForTimeout(4000)

  // Usable: from navigation to a whole first frame, working copies there.
  const opens: number[] = []
  for (let n = 0; n < 3; n++) {
    const started = Date.now()
    await page.goto(`${application.base}/designs/${id}`)
    await whole(page)
    opens.push((Date.now() - started) / 1000)
  }
  note('Bench usable after navigation', median(opens), 's', 2.5)
  await page.waitForTimeout(5000)

  const at = await placeOfDragged(page)
  const run = await drag(page, at)
  note('Drag latency, median', run.median, 'ms', 33)
  note('Drag latency, 95th percentile', run.late, 'ms', 66)
  note('Distinct revisions shown', run.revisions, 'a second', 25, true)
  note('Work of the stage’s worker a frame, median', run.work, 'ms')
  note('A pointer move on the interface thread, median', median(run.handling), 'ms')
  note('The same, 95th percentile', share(run.handling, 0.95), 'ms', 8)
  note('Frames read back that equal the core’s', await equalFrames(page, at), 'of 5', 5, true)

  const dropped = Date.now()
  await page.mouse.up()
  await page.waitForFunction(
    () => {
      const wanted = window.vividBench.store.getState().revision
      const all = [...document.querySelectorAll<HTMLCanvasElement>('nav canvas')]
      const first = all[0]?.dataset.revision
      return (
        Number(first) > 100 &&
        all.every((c) => Number(c.dataset.revision) >= wanted - 8 && c.dataset.revision === first)
      )
    },
    undefined,
    { timeout: 20_000, polling: 16 },
  )
  note('Lineup of eight refreshed after a drop', Date.now() - dropped, 'ms', 500)
  await page.close()
  note(
    'Export of all eight channels at full size',
    await application.deliver({ design: 'opening-day', channels: Object.keys(design.channels) }),
    's',
    25,
  )
}
