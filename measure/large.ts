import type { Page } from '@playwright/test'
import type { LoadedSupply } from '../host/supplies'
import { lookupIn } from '../host/supplies'
import { type Application, whole } from './application'
import { drag, placeOfDragged } from './drag'
import { largePhotos, poster40 } from './poster-40'
import { median, note } from './report'

/** The large poster on the stage: the first full picture, drags at three scales in two windows, memory over many edits. */
export async function measureLarge(
  application: Application,
  loaded: ReadonlyMap<string, LoadedSupply>,
): Promise<void> {
  const supplies = new Map([...loaded, ...(await largePhotos(loaded))])
  const id = await application.open(poster40(lookupIn(supplies)), supplies)
  await measureExport(application, id)
  for (const [width, height] of [
    [1280, 800],
    [1920, 1080],
  ] as const) {
    const large = width === 1920
    const page = await application.browser.newPage({ viewport: { width, height } })
    await page.goto(`${application.base}/designs/${id}`)
    await whole(page)
    if (!large) await measureFirst(application, page, id)
    for (const [name, zoom] of [
      ['fit', 0],
      ['50 %', 0.5],
      ['100 %', 1],
    ] as const) {
      await showDragged(page, zoom)
      await whole(page)
      await page.waitForTimeout(3000)
      const run = await drag(page, await placeOfDragged(page))
      await page.keyboard.press('Escape')
      await page.mouse.up()
      note(
        `Poster of 40 layers, ${width} × ${height}, ${name}: drag latency, median`,
        run.median,
        'ms',
        large ? 50 : 33,
      )
      note(
        `The same, 95th percentile (${run.revisions.toFixed(0)} revisions a second, work ${run.work.toFixed(0)} ms)`,
        run.late,
        'ms',
        large ? 100 : 66,
      )
    }
    if (!large) await measureMemory(application, page)
    await page.close()
  }
}

/** Full-size export, and what the server's process held at most meanwhile. */
async function measureExport(application: Application, id: string): Promise<void> {
  const before = application.peakBytes()
  note(
    'Poster of 40 layers, 4000 × 5000 px: export at full size',
    await application.deliver({ design: id, channels: ['poster'] }),
    's',
    15,
  )
  note(
    `Most memory of the server's process meanwhile (${(before / 2 ** 20).toFixed(0)} MB before)`,
    application.peakBytes() / 2 ** 20,
    'MB',
    1200,
  )
}

/** The frame that first shows everything, its data there: three times from a fresh page. */
async function measureFirst(application: Application, page: Page, id: string): Promise<void> {
  const times: number[] = []
  for (let n = 0; n < 3; n++) {
    await page.waitForTimeout(2000)
    await page.goto(`${application.base}/designs/${id}`)
    await whole(page)
    times.push(
      await page.evaluate(() => (window.vividBench.frames.shown.at(-1)?.milliseconds ?? Number.NaN) / 1000),
    )
  }
  note('Poster of 40 layers: first full picture after its data arrived', median(times), 's', 1.5)
}

/** Memory of the page's process after 100 and after 500 edits. */
async function measureMemory(application: Application, page: Page): Promise<void> {
  const edit = (count: number) =>
    page.evaluate(async (count) => {
      const bench = window.vividBench
      const layer = Object.values(bench.store.getState().design.layers).find((l) => l.name === 'Dragged')
      for (let n = 0; n < count; n++) {
        bench.edit('Move', (d) => {
          const own = d.layers[layer?.id ?? '']
          if (own)
            own.placement = {
              ...own.placement,
              x: own.placement.x + (n % 2 === 0 ? 7 : -7),
              y: own.placement.y + (n % 3) - 1,
            }
        })
        await new Promise((r) => setTimeout(r, 60))
      }
    }, count)
  await showDragged(page, 0)
  await edit(100)
  await page.requestGC()
  await page.waitForTimeout(4000)
  const before = application.pageBytes()
  await edit(400)
  await page.requestGC()
  await page.waitForTimeout(4000)
  note('Memory grows between edit 100 and edit 500', (application.pageBytes() - before) / 2 ** 20, 'MB', 50)
}

/** Shows the dragged layer in the middle of the stage at a zoom; 0 fits the page. */
const showDragged = (page: Page, zoom: number): Promise<void> =>
  page.evaluate((zoom) => {
    const bench = window.vividBench
    const stage = document.querySelector('[data-stage]')?.getBoundingClientRect()
    const canvas = document.querySelector<HTMLElement>('[data-testid="stage-canvas"]')
    if (!stage || !canvas) return
    const { resolved, design } = bench.store.getState()
    const layer = Object.values(design.layers).find((l) => l.name === 'Dragged')
    const k = zoom || Math.min((stage.width - 68) / resolved.width, (stage.height - 68) / resolved.height)
    const [x, y] = zoom
      ? [layer?.placement.x ?? 0, layer?.placement.y ?? 0]
      : [resolved.width / 2, resolved.height / 2]
    canvas.dataset.whole = 'no'
    bench.set({
      view: {
        zoom: k,
        x: Math.round(stage.width / 2 - x * k),
        y: Math.round(stage.height / 2 - y * k),
        fitted: false,
      },
    })
  }, zoom)
