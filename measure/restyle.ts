import type { Page } from '@playwright/test'
import type { Design } from '../core/design/schema'
import { newMask } from '../core/masks/mask'
import { newTreatment } from '../core/treatments/list'
import type { LoadedSupply } from '../host/supplies'
import { type Application, whole } from './application'
import { drag, placeOfDragged } from './drag'
import { median, note, share } from './report'

/** Settings that are dragged, each on a picture that covers 1080 × 1080 px beneath nineteen other layers. */
const DRAGGED = [
  ['curves', 'all'],
  ['blur', 'radius'],
  ['painterly', 'size'],
] as const
const LAYER = 'restyled'

/** Sliders of treatments in the measured design, and the pictures of recipes on what is selected. */
export async function measureRestyle(
  application: Application,
  design: Design,
  loaded: ReadonlyMap<string, LoadedSupply>,
): Promise<void> {
  const first = Object.values(design.layers).find((l) => l.plane === 'backdrop' && l.kind === 'picture')
  if (!first) throw new Error('The measured design has no backdrop.')
  const treated: Design = structuredClone(design)
  delete treated.layers[first.id]
  treated.layers[LAYER] = { ...first, id: LAYER, locked: false }
  const id = await application.open(treated, loaded)
  const page = await application.browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`${application.base}/designs/${id}`)
  await whole(page)
  await page.waitForTimeout(3000)
  for (const [kind, setting] of DRAGGED) {
    const run = await slide(page, newTreatment(kind, { id: 't', order: 'a0' }), setting)
    note(`A slider of ${kind} dragged, median`, median(run.latencies), 'ms', 33)
    note('The same, 95th percentile', share(run.latencies, 0.95), 'ms', 66)
    note('Work of the stage’s worker a frame, median', median(run.work), 'ms')
    note('The full picture after it rests', run.rest, 'ms', 300)
  }
  const firsts: number[] = []
  const all: number[] = []
  for (let n = 0; n < 3; n++) {
    const run = await thumbnails(page)
    firsts.push(run.first)
    all.push(run.all)
  }
  note('Recipes on the selection: from the press to the first picture', median(firsts), 'ms', 300)
  note('The same to the last', median(all), 'ms')
  await page.close()
}

/** What a thing that is dragged has, each by itself. */
const WORN = ['shadow', 'rim', 'blur', 'painterly'] as const
/** Drags of a treated and masked thing beneath ten others. */
export async function measureTreatedDrags(
  application: Application,
  design: Design,
  loaded: ReadonlyMap<string, LoadedSupply>,
): Promise<void> {
  for (const kind of [...WORN, 'mask'] as const) {
    const own: Design = structuredClone(design)
    const dragged = Object.values(own.layers).find((l) => l.name === 'Dragged')
    if (!dragged) throw new Error('The measured design has nothing to drag.')
    if (kind === 'mask')
      dragged.masks = { m: { ...newMask.shape({ id: 'm', order: 'a0' }, 'ellipse'), softness: 0.05 } }
    else dragged.treatments = { t: newTreatment(kind, { id: 't', order: 'a0' }) }
    const page = await application.browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${application.base}/designs/${await application.open(own, loaded)}`)
    await whole(page)
    await page.waitForTimeout(5000)
    await page.evaluate((id) => window.vividBench.select([id]), dragged.id)
    await page.waitForTimeout(2000)
    const run = await drag(page, await placeOfDragged(page))
    note(`A thing with a ${kind} dragged, median`, run.median, 'ms', 33)
    note('The same, 95th percentile', run.late, 'ms', 66)
    await page.close()
  }
}

type Slid = { latencies: number[]; work: number[]; rest: number }
/** 60 moves of a setting at 60 Hz; from each to the frame that shows it, and from the last to the whole picture. */
const slide = (page: Page, treatment: Record<string, unknown>, setting: string): Promise<Slid> =>
  page.evaluate(
    async ({ treatment, setting, layer }): Promise<Slid> => {
      const bench = window.vividBench
      const canvas = document.querySelector('[data-testid="stage-canvas"]') as HTMLCanvasElement
      const value = (n: number) =>
        setting === 'all'
          ? [
              { x: 0, y: 0 },
              { x: 0.5, y: 0.35 + n / 200 },
              { x: 1, y: 1 },
            ]
          : 3 + n / 6
      const write =
        (n: number) => (d: { layers: Record<string, { treatments: Record<string, unknown> }> }) => {
          const own = d.layers[layer]
          if (own) own.treatments = { t: { ...treatment, [setting]: value(n) } }
        }
      bench.select([layer])
      bench.edit('Begin', write(0) as never)
      const shown = async () => {
        const wanted = bench.store.getState().revision
        while (Number(canvas.dataset.revision) < wanted || canvas.dataset.whole !== 'yes')
          await new Promise((r) => setTimeout(r, 4))
      }
      await shown()
      // Thumbnails and checks of all channels come first.
      await new Promise((r) => setTimeout(r, 8000))
      const from = bench.frames.shown.length
      const sent: { revision: number; at: number }[] = []
      const started = performance.now()
      for (let n = 1; n <= 60; n++) {
        const due = started + n * (1000 / 60)
        while (performance.now() < due) await new Promise((r) => setTimeout(r, 0))
        const at = performance.now()
        bench.preview(write(n) as never)
        sent.push({ revision: bench.store.getState().revision, at })
      }
      const rested = performance.now()
      bench.commit('Slide', write(60) as never)
      await shown()
      const rest = performance.now() - rested
      const frames = bench.frames.shown.slice(from)
      const latencies = sent.flatMap((s) => {
        const frame = frames.find((f) => f.revision >= s.revision)
        return frame ? [frame.at - s.at] : []
      })
      return { latencies, work: frames.map((f) => f.milliseconds), rest }
    },
    { treatment, setting, layer: LAYER },
  )

/** Opens the recipes for the cutout and closes them again. */
async function thumbnails(page: Page): Promise<{ first: number; all: number }> {
  await page.evaluate(() => {
    const bench = window.vividBench
    const own = Object.values(bench.store.getState().design.layers).find((l) => l.name === 'Dragged')
    bench.select(own ? [own.id] : [])
  })
  await page.getByRole('button', { name: 'Recipes' }).waitFor()
  await page.waitForTimeout(3000)
  const run = await page.evaluate(async () => {
    const button = [...document.querySelectorAll<HTMLButtonElement>('button')].find(
      (b) => b.getAttribute('aria-label') === 'Recipes',
    )
    const from = performance.now()
    button?.click()
    const until = async (selector: string, count: number): Promise<number> => {
      while (document.querySelectorAll(selector).length < count) await new Promise((r) => setTimeout(r, 2))
      return performance.now() - from
    }
    const first = await until('canvas[data-made="yes"]', 1)
    return { first, all: await until('canvas[data-made="yes"]', 28) }
  })
  await page.keyboard.press('Escape')
  await page.waitForTimeout(500)
  return run
}
