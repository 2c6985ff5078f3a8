import { expect, type Page, test } from '@playwright/test'
import { drag, newDesign, onStage, openDesign, settled, stored } from '../bench'

/** A step of work by one tab: the first layer gets another name. */
const rename = (page: Page, name: string) =>
  page.evaluate((words) => {
    window.vividBench.edit('Rename', (d) => {
      const [first] = Object.values(d.layers)
      if (first) first.name = words
    })
  }, name)
const move = (page: Page, by: number) =>
  page.evaluate((px) => {
    window.vividBench.edit('Move', (d) => {
      const [first] = Object.values(d.layers)
      if (first) first.placement.x += px
    })
  }, by)
async function withSquare(page: Page, name: string): Promise<string> {
  const id = await newDesign(page, name, ['Square post'])
  await page.keyboard.press('3')
  await drag(page, await onStage(page, 120, 120), await onStage(page, 420, 420))
  await settled(page)
  return id
}
const first = async (page: Page, id: string) => Object.values((await stored(page, id)).layers)[0]

test('ten unsent steps of a tab outlast another tab that saves, and are stored once their tab is gone', async ({
  page,
  context,
}) => {
  const id = await withSquare(page, 'Two queues')
  const x = (await first(page, id))?.placement.x as number
  await page.route('**/edits', (route) => route.abort())
  for (let n = 0; n < 10; n++) await move(page, 5)
  await expect(page.getByText('Not sent yet')).toBeVisible()
  const other = await context.newPage()
  await openDesign(other, id)
  await rename(other, 'Named by the other tab')
  await settled(other)
  expect((await first(other, id))?.placement.x).toBe(x)
  // The first tab is closed over its unsent work; the next one that is opened finds it.
  await page.close()
  const next = await context.newPage()
  await openDesign(next, id)
  await expect(next.locator('[data-sonner-toast]').filter({ hasText: 'stored now' })).toBeVisible()
  await expect(async () =>
    expect(await first(next, id)).toMatchObject({ name: 'Named by the other tab', placement: { x: x + 50 } }),
  ).toPass()
  for (const tab of [other, next])
    await expect(async () =>
      expect(
        await tab.evaluate(() => Object.values(window.vividBench.store.getState().design.layers)[0]),
      ).toMatchObject({
        name: 'Named by the other tab',
        placement: { x: x + 50 },
      }),
    ).toPass()
})

test('unsent work is found from the shelf too', async ({ page, context }) => {
  const id = await withSquare(page, 'Found on the shelf')
  await page.route('**/edits', (route) => route.abort())
  await rename(page, 'Made on the train')
  await expect(page.getByText('Not sent yet')).toBeVisible()
  await page.close()
  const shelf = await context.newPage()
  await shelf.goto('/')
  await expect(shelf.locator('[data-sonner-toast]').filter({ hasText: 'stored now' })).toBeVisible()
  expect((await first(shelf, id))?.name).toBe('Made on the train')
})

test('one refused step keeps nothing from being stored: the person says what becomes of it', async ({
  page,
}) => {
  const id = await withSquare(page, 'Refused')
  const x = (await first(page, id))?.placement.x as number
  await move(page, 7)
  await page.evaluate(() =>
    window.vividBench.edit('Make it too strong', (d) => {
      for (const l of Object.values(d.layers)) l.opacity = 7
    }),
  )
  await move(page, 7)
  const mark = page.getByRole('button', { name: /not valid/ })
  await expect(mark).toContainText('Refused')
  expect((await first(page, id))?.placement.x).toBe(x + 7)
  await mark.click()
  await expect(page.getByText('One step was not stored')).toBeVisible()
  await page.getByRole('button', { name: 'Go on without it' }).click()
  await expect(async () =>
    expect(await first(page, id)).toMatchObject({ opacity: 1, placement: { x: x + 14 } }),
  ).toPass()
  await page.keyboard.press('Escape')
  // It lies aside over a reload too, until it is put away; its file says all of it.
  await page.reload()
  await settled(page)
  await page.getByRole('button', { name: /1 aside/ }).click()
  await expect(page.getByText('Make it too strong')).toBeVisible()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save it to a file' }).click()
  expect((await download).suggestedFilename()).toBe('Refused-unsaved.json')
  await page.getByRole('button', { name: 'Put away' }).click()
  await expect(page.getByText('1 aside')).toBeHidden()
})

test('a browser that keeps nothing says so while the server is away, and sends as soon as it is back', async ({
  page,
}) => {
  await page.addInitScript(() => {
    Object.defineProperty(window, 'indexedDB', {
      value: {
        open() {
          throw new DOMException('The storage is switched off.', 'SecurityError')
        },
      },
    })
  })
  const id = await withSquare(page, 'Keeps nothing')
  await page.route('**/edits', (route) => route.abort())
  await rename(page, 'Only here')
  await expect(page.getByText('Only in this tab')).toBeVisible()
  await page.unroute('**/edits')
  await settled(page)
  expect((await first(page, id))?.name).toBe('Only here')
})

test('pages run only their own scripts, and are shown in no other page', async ({ page }) => {
  const blocked: string[] = []
  page.on('console', (m) => m.text().includes('Content Security Policy') && blocked.push(m.text()))
  for (const path of ['/', '/designs/opening-day', '/designs/opening-day/export', '/nowhere']) {
    const response = await page.goto(path)
    const headers = response?.headers() ?? {}
    expect(headers['content-security-policy'], path).toMatch(
      /script-src 'self' 'nonce-[^']+'.*frame-ancestors 'none'/,
    )
    expect(headers['content-security-policy']).not.toMatch(/script-src[^;]*'unsafe-(inline|eval)'/)
    expect(headers['x-content-type-options'], path).toBe('nosniff')
    expect(headers['referrer-policy'], path).toBe('no-referrer')
    expect(headers['cross-origin-resource-policy'], path).toBe('same-origin')
  }
  await openDesign(page, 'opening-day')
  expect(blocked).toEqual([])
  await page.evaluate(() => {
    const script = document.createElement('script')
    script.textContent = 'window.ranInline = true'
    document.head.append(script)
  })
  expect(await page.evaluate(() => 'ranInline' in window)).toBe(false)
})
