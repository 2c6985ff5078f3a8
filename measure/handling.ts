import type { Page } from '@playwright/test'
import type { Design } from '../core/design/schema'
import { boundsOf } from '../core/geometry/bounds'
import { snapBox, snapField } from '../core/geometry/snap'
import type { LoadedSupply } from '../host/supplies'
import { storeUpload } from '../server/blobs'
import { store } from '../server/database'
import { addSupply, searchSupplies } from '../server/supplies'
import { DesignBuilder, type Lookup, solid } from '../supplies/demo/builder'
import { random } from '../supplies/draw/random'
import { type Application, whole } from './application'
import { drag, placeOfDragged } from './drag'
import { median, note, share } from './report'

/** A page of so many layers: cutouts, graphics, shapes and words over all planes, one of them called `Dragged`. */
export function crowded(supply: Lookup, count: number): Design {
  const b = new DesignBuilder(
    `crowd-${count}`,
    `Measured: ${count} layers`,
    ['square-post', 'link-card'],
    'square-post',
    '#f1e6d4',
    supply,
  )
  const next = random(count)
  const cutouts = ['copper-bottle', 'cream-bowl', 'dipped-cup-blue', 'rose-mug', 'olive-sprig'] as const
  const graphics = ['aster', 'spark-star', 'pebble', 'scalloped-badge'] as const
  const planes = ['setting', 'subject', 'message', 'front'] as const
  for (let n = 0; n < count; n++) {
    const plane = planes[Math.floor((n / count) * 4)] ?? 'front'
    const [x, y, size] = [next() * 980, next() * 980, 40 + next() * 110]
    const more = {
      name: n === Math.floor(count / 2) ? 'Dragged' : `Layer ${n}`,
      opacity: next() < 0.2 ? 0.7 : 1,
    }
    const box = n === Math.floor(count / 2) ? { x: 460, y: 460, width: 160 } : { x, y, width: size }
    if (n % 4 === 0) b.picture(plane, cutouts[n % cutouts.length] ?? 'cream-bowl', box, more)
    else if (n % 4 === 1) b.graphic(plane, graphics[n % graphics.length] ?? 'aster', box, {}, more)
    else if (n % 4 === 2)
      b.shape(
        plane,
        n % 8 === 2 ? 'ellipse' : 'rectangle',
        { ...box, height: box.width * 0.7 },
        solid(['#c65a36', '#47743a', '#3a55c9', '#e5c07b'][n % 4 === 2 ? (n >> 2) % 4 : 0] ?? '#888888'),
        more,
      )
    else b.type(plane, `Cup ${n}`, { ...box, height: 34 }, { size: 28 }, '#3d1710', more)
  }
  return b.design
}

/** Selecting, dragging and marquees over 300 layers; the stack of 500 scrolled; searching 5 000 supplies; snapping. */
export async function measureHandling(
  application: Application,
  lookup: Lookup,
  loaded: ReadonlyMap<string, LoadedSupply>,
): Promise<void> {
  const open = async (count: number): Promise<Page> => {
    const id = await application.open(crowded(lookup, count), loaded)
    const page = await application.browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${application.base}/designs/${id}`)
    await whole(page)
    // Small pictures and checks are made in the first seconds; what is measured is the work after that.
    await page.waitForFunction(
      () => {
        const s = window.vividBench.store.getState()
        return Object.keys(s.design.channels).every((c) => s.findings[`${s.page}/${c}`] !== undefined)
      },
      undefined,
      { timeout: 180_000 },
    )
    await page.waitForTimeout(4000)
    return page
  }
  const page = await open(300)
  const clicks = await clickTimes(page)
  note('300 layers: from a click to the frame that shows the selection, median', median(clicks), 'ms', 33)
  note('The same, 95th percentile', share(clicks, 0.95), 'ms', 66)
  await page.keyboard.press('Escape')
  const run = await drag(page, await placeOfDragged(page))
  await page.keyboard.press('Escape')
  await page.mouse.up()
  note('300 layers: drag latency, median', run.median, 'ms', 33)
  note('The same, 95th percentile', run.late, 'ms', 66)
  note(
    '300 layers: a pointer move on the interface thread, 95th percentile',
    share(run.handling, 0.95),
    'ms',
    8,
  )
  await page.keyboard.press('Escape')
  const marquee = await marqueeTimes(page)
  note('300 layers: marquee, from a pointer move to its frame, median', median(marquee), 'ms', 33)
  note('The same, 95th percentile', share(marquee, 0.95), 'ms', 66)
  await page.close()

  const tall = await open(500)
  const gaps = await scrollGaps(tall)
  note(
    'Stack of 500 layers: frame gaps over a wheel scroll of 3 s, 95th percentile',
    share(gaps, 0.95),
    'ms',
    20,
  )
  await tall.close()

  await measureSearch(loaded)
  measureSnapping()
}

/** From pressing the pointer on things here and there to the frame after the selection changed, ms. */
async function clickTimes(page: Page): Promise<number[]> {
  const box = await page.locator('[data-stage]').boundingBox()
  const times: number[] = []
  for (let n = 0; n < 40; n++) {
    const at = { x: (box?.x ?? 0) + 180 + ((n * 97) % 380), y: (box?.y ?? 0) + 90 + ((n * 61) % 420) }
    await page.mouse.move(at.x, at.y)
    await page.waitForTimeout(60)
    const time = page.evaluate(
      () =>
        new Promise<number>((resolve) => {
          const { store } = window.vividBench
          let pressed = 0
          window.addEventListener('pointerdown', () => (pressed = performance.now()), {
            once: true,
            capture: true,
          })
          const stop = store.subscribe((s, before) => {
            if (pressed === 0 || s.selection === before.selection) return
            stop()
            requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - pressed), 0))
          })
          setTimeout(() => {
            stop()
            resolve(Number.NaN)
          }, 1500)
        }),
    )
    await page.mouse.down()
    await page.mouse.up()
    times.push(await time)
    await page.keyboard.press('Escape')
  }
  return times.filter((t) => !Number.isNaN(t))
}

/** A marquee over the whole page in 120 moves at 60 Hz: from each move to the frame that shows it, ms. */
async function marqueeTimes(page: Page): Promise<number[]> {
  const box = await page.locator('[data-stage]').boundingBox()
  const from = { x: (box?.x ?? 0) + 24, y: (box?.y ?? 0) + 24 }
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.waitForTimeout(200)
  const times = await page.evaluate(async ({ x, y }) => {
    const stage = document.querySelector('[data-stage]') as HTMLElement
    const out: number[] = []
    const started = performance.now()
    for (let n = 0; n < 120; n++) {
      const due = started + n * (1000 / 60)
      while (performance.now() < due) await new Promise((r) => setTimeout(r, 0))
      const at = performance.now()
      stage.dispatchEvent(
        new PointerEvent('pointermove', {
          bubbles: true,
          pointerId: 1,
          buttons: 1,
          clientX: x + n * 5,
          clientY: y + n * 4,
        }),
      )
      requestAnimationFrame(() => out.push(performance.now() - at))
    }
    await new Promise((r) => setTimeout(r, 200))
    return out
  }, from)
  await page.mouse.move(from.x + 600, from.y + 480)
  const released = Date.now()
  await page.mouse.up()
  await page.waitForFunction(() => window.vividBench.store.getState().selection.length > 100)
  note('300 layers: from letting go of a marquee to everything selected', Date.now() - released, 'ms')
  return times
}

/** Gaps between frames while the stack is scrolled by the wheel for three seconds, ms. */
async function scrollGaps(page: Page): Promise<number[]> {
  const tree = await page.getByRole('tree').boundingBox()
  await page.mouse.move((tree?.x ?? 0) + 100, (tree?.y ?? 0) + 200)
  const gaps = page.evaluate(
    () =>
      new Promise<number[]>((resolve) => {
        const out: number[] = []
        const started = performance.now()
        let last = started
        const tick = (): void => {
          const now = performance.now()
          out.push(now - last)
          last = now
          if (now - started < 3000) requestAnimationFrame(tick)
          else resolve(out.slice(1))
        }
        requestAnimationFrame(tick)
      }),
  )
  const until = Date.now() + 2900
  while (Date.now() < until) {
    await page.mouse.wheel(0, 120)
    await page.waitForTimeout(30)
  }
  return gaps
}

const SYLLABLES = ['ka', 'lin', 'mo', 'ter', 'bra', 'sul', 'ven', 'dor', 'pi', 'glaz', 'wu', 'nel']
/** Searching 5 000 synthetic supplies, a mistake in one word. */
async function measureSearch(loaded: ReadonlyMap<string, LoadedSupply>): Promise<void> {
  process.env.VIVID_DATA = '.cache/measure-search'
  const db = await store()
  const [first] = loaded.values()
  if (!first) return
  const { count } = await db
    .selectFrom('supplies')
    .select(db.fn.countAll<number>().as('count'))
    .executeTakeFirstOrThrow()
  if (count < 5000) {
    const { info, colours } = await storeUpload(first.bytes, 'one.jpg')
    await addSupply({
      id: 'model',
      sha: info.sha,
      kind: 'photo',
      label: 'Model',
      words: 'model',
      own: false,
      colours,
    })
    const model = await db
      .selectFrom('supplies')
      .selectAll()
      .where('id', '=', 'model')
      .executeTakeFirstOrThrow()
    const next = random(5)
    const word = () =>
      Array.from(
        { length: 2 + Math.floor(next() * 2) },
        () => SYLLABLES[Math.floor(next() * SYLLABLES.length)],
      ).join('')
    for (let n = 0; n < 5000; n += 100)
      await db
        .insertInto('supplies')
        .values(
          Array.from({ length: 100 }, (_, k) => ({
            ...model,
            id: `row-${n + k}`,
            label: `${word()} ${word()}`,
            words: Array.from({ length: 8 }, word).join(' '),
          })),
        )
        .onConflict((c) => c.doNothing())
        .execute()
  }
  // Opening the drawer asks for everything once; that reads all texts.
  const opened = performance.now()
  await searchSupplies({})
  note('Opening 5 000 supplies, the first time', performance.now() - opened, 'ms')
  const times: number[] = []
  for (const q of ['kalin', 'moter glaz', 'wunle', 'sulven dor', 'brapi', 'k', 'nelvendor pi', 'terbra']) {
    const from = performance.now()
    await searchSupplies({ q })
    times.push(performance.now() - from)
  }
  note('Search over 5 000 supplies, slowest of eight', Math.max(...times), 'ms', 100)
  await db.destroy()
}

/** One move among 300 neighbours, all of whose edges, middles, gaps and sizes count. */
function measureSnapping(): void {
  const next = random(9)
  const neighbours = Array.from({ length: 300 }, () =>
    boundsOf(next() * 1000, next() * 1000, 20 + next() * 120, 20 + next() * 120),
  )
  const page = boundsOf(0, 0, 1080, 1080)
  const field = snapField(page, page, neighbours)
  const times = Array.from({ length: 400 }, () => {
    const box = boundsOf(next() * 900, next() * 900, 150, 110)
    const from = performance.now()
    snapBox(box, field, 6)
    return performance.now() - from
  })
  note('Snapping among 300 layers, a move, 95th percentile', share(times, 0.95), 'ms', 2)
}
