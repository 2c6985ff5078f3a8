import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { type Application, whole } from './application'
import { note } from './report'

/** A side of the picture whose opening takes a slot, px: 4 MP. */
const SIDE = 2000

const layers = (page: Page): Promise<number> =>
  page.evaluate(() => Object.keys(window.vividBench.store.getState().design.layers).length)
/** Time until there are so many layers, ms, from what is done. */
async function until(page: Page, count: number, act: () => Promise<void>): Promise<number> {
  const from = Date.now()
  await act()
  await page.waitForFunction(
    (n) => Object.keys(window.vividBench.store.getState().design.layers).length >= n,
    count,
    { polling: 8, timeout: 30_000 },
  )
  return Date.now() - from
}
/** A frame: opaque, with a round opening in its middle. */
const framePicture = (): Promise<Buffer> => {
  const data = Buffer.alloc(SIDE * SIDE * 4, 255)
  for (let y = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++)
      if (Math.hypot(x - SIDE / 2, y - SIDE / 2) < SIDE * 0.36) data[(y * SIDE + x) * 4 + 3] = 0
      else data[(y * SIDE + x) * 4 + 1] = 120 + ((x ^ y) & 31)
  return sharp(data, { raw: { width: SIDE, height: SIDE, channels: 4 } })
    .png()
    .toBuffer()
}

/** How long a hundred previews take from the question to their decoded pixels, ms. */
const hundredPreviews = (page: Page): Promise<number> =>
  page.evaluate(async () => {
    const from = performance.now()
    const { items } = (await (await fetch('/api/supplies?limit=100')).json()) as { items: { sha: string }[] }
    await Promise.all(
      items.map(({ sha }) => {
        const image = new Image()
        image.src = `/api/blobs/${sha}/preview`
        return image.decode()
      }),
    )
    return Math.round(performance.now() - from)
  })

/** How soon one is at work on a server that has rendered nothing yet, and what two presses of the day take. */
export async function measureOpening({ base, browser }: Application): Promise<void> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  // A browser that has just been started is at its own pages first.
  await page.waitForTimeout(2500)
  let from = Date.now()
  await page.goto(`${base}/designs/opening-day`)
  await page.waitForFunction(
    () => document.querySelector<HTMLElement>('[data-testid="stage-canvas"]')?.dataset.revision,
  )
  note('First opening of a design: something on the stage', Date.now() - from, 'ms')
  await whole(page)
  note('First opening of a design: usable, the stage whole', Date.now() - from, 'ms', 3000)

  await page.goto(base)
  await page.getByRole('button', { name: 'New design' }).first().click()
  await page.getByRole('button', { name: /^Square post,/ }).click()
  from = Date.now()
  await page.getByRole('button', { name: 'Begin' }).click()
  await page.waitForURL(/\/designs\/[a-z0-9]+$/)
  await whole(page)
  note('Begin, from the press to the stage', Date.now() - from, 'ms', 3000)

  note('The first hundred previews of the drawer, search and all', await hundredPreviews(page), 'ms', 1000)

  const frame = { name: 'frame.png', mimeType: 'image/png', buffer: await framePicture() }
  await page.locator('section[aria-label="Supplies"] input[type="file"]').setInputFiles(frame)
  await page.waitForFunction(() => window.vividBench.store.getState().selection.length === 1, undefined, {
    timeout: 60_000,
  })
  await whole(page)
  await page.waitForTimeout(1500)
  let count = await layers(page)
  await page.getByRole('region', { name: 'Stage' }).focus()
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('What do you want to do?').fill('slot in the opening')
  await page.waitForTimeout(300)
  const slot = await until(page, count + 1, () => page.keyboard.press('Enter'))
  note('A slot in the opening of a picture of 4 MP', slot, 'ms', 500)

  await page.getByLabel('Search supplies').fill('copper bottle')
  await page.getByRole('button', { name: 'Place Copper bottle vase' }).click()
  await page.waitForTimeout(600)
  await page.getByRole('button', { name: 'Close supplies' }).click()
  await page.getByRole('button', { name: 'Add a treatment' }).click()
  await page.getByRole('menuitem', { name: 'Cast shadow', exact: true }).click()
  await whole(page)
  await page.waitForTimeout(1500)
  count = await layers(page)
  const free = page.getByRole('button', { name: 'Set free as a layer' })
  note('A shadow set free', await until(page, count + 1, () => free.click()), 'ms', 500)
  await page.close()
}
