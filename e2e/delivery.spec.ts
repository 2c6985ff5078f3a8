import { readFileSync } from 'node:fs'
import { unzipSync } from 'fflate'
import { openDesign, run } from './bench'
import { expect, test } from './test'

test('files are measured while settings move, compared with what was designed, and fitted under a weight', async ({
  page,
}) => {
  await page.goto('/designs/gift-card/export')
  const row = page.getByRole('row', { name: /Square post/ })
  for (const name of ['Link card', 'Wide header', 'Postcard'])
    await page.getByRole('checkbox', { name, exact: true }).uncheck()
  await page.getByRole('button', { name: 'JPEG', exact: true }).click()
  const weight = async () =>
    Number(/(\d+) KB/.exec((await row.getByRole('cell').nth(3).textContent()) ?? '')?.[1] ?? 0)
  await expect(async () => expect(await weight()).toBeGreaterThan(20)).toPass({ timeout: 60_000 })
  const free = await weight()
  await page.getByLabel('Most weight of a file, 0 for any').fill(String(Math.round(free / 2)))
  await page.keyboard.press('Enter')
  await expect(row).toContainText(/Fitted: quality \d+ instead of 88, [\d.]+ % like/, { timeout: 60_000 })
  expect(await weight()).toBeLessThanOrEqual(Math.round(free / 2))

  await page.getByRole('button', { name: 'Compare Square post' }).click()
  const dialog = page.getByRole('dialog', { name: /Square post: the file against/ })
  await expect(dialog.getByText('as designed')).toBeVisible({ timeout: 60_000 })
  await dialog.getByRole('button', { name: 'Difference' }).click()
  // What was lost is seen: most is black, some is not.
  await expect(async () => {
    const light = await dialog.locator('canvas').evaluate((el) => {
      const c = el as HTMLCanvasElement
      const d = c.getContext('2d')?.getImageData(0, 0, c.width, c.height).data ?? []
      let lit = 0
      for (let n = 0; n < d.length; n += 4) if ((d[n + 3] ?? 0) > 0 && (d[n] ?? 0) > 24) lit++
      return lit / (d.length / 4)
    })
    expect(light).toBeGreaterThan(0.0005)
    expect(light).toBeLessThan(0.5)
  }).toPass()
  await page.keyboard.press('Escape')

  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export 1 file' }).click()
  const files = unzipSync(new Uint8Array(readFileSync(await (await download).path())))
  const [name] = Object.keys(files).filter((f) => f.endsWith('.jpg'))
  expect(files[name as string]?.length).toBeLessThanOrEqual(Math.round(free / 2) * 1024)
})

test('WebP and AVIF are read by a browser as they were designed', async ({ page }) => {
  await page.goto('/designs/gift-card/export')
  for (const format of ['webp', 'avif']) {
    const off = await page.evaluate(async (id) => {
      const file = (name: string, settings: object) =>
        `/api/designs/gift-card/trial?${new URLSearchParams({ page: 'page1', channel: 'square-post', format: name, settings: JSON.stringify(settings), scale: '0.5' })}`
      const pixels = async (url: string) => {
        const p = await createImageBitmap(await (await fetch(url)).blob())
        const c = new OffscreenCanvas(p.width, p.height).getContext('2d')
        c?.drawImage(p, 0, 0)
        return c?.getImageData(0, 0, p.width, p.height).data ?? new Uint8ClampedArray()
      }
      const [a, b] = await Promise.all([pixels(file('png', {})), pixels(file(id, { lossless: true }))])
      return a.length === b.length && a.length > 0
        ? a.reduce((most, v, n) => Math.max(most, Math.abs(v - (b[n] ?? 0))), 0)
        : -1
    }, format)
    expect(off).toBeGreaterThanOrEqual(0)
    expect(off).toBeLessThanOrEqual(format === 'avif' ? 2 : 0)
  }
})

test('a file in the printing inks is compared as it looks, and a layered one is weighed when it is made', async ({
  page,
}) => {
  await page.goto('/designs/gift-card/export')
  await page.getByRole('button', { name: 'TIFF' }).click()
  await page.getByLabel('Colour', { exact: true }).click()
  await page.getByRole('option', { name: /^CMYK/ }).click()
  const row = page.getByRole('row', { name: /Square post/ })
  await expect(row).toContainText(/[\d.]+ % like/, { timeout: 60_000 })
  await page.getByRole('button', { name: 'Compare Square post' }).click()
  await expect(page.getByRole('dialog').getByText('as designed')).toBeVisible({ timeout: 60_000 })
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'OpenRaster' }).click()
  await expect(row).toContainText('measured on export')
  await expect(page.getByRole('button', { name: 'Compare Square post' })).toHaveCount(0)
})

test('what a design needs is listed, and leads to what uses it', async ({ page }) => {
  await openDesign(page, 'gift-card')
  await run(page, 'what this design needs')
  const dialog = page.getByRole('dialog', { name: 'What this design needs' })
  const faces = dialog.getByRole('region', { name: 'Typefaces' }).getByRole('button')
  await expect(faces.first()).toContainText(/Comes with the application/)
  const files = dialog.getByRole('region', { name: /^Pictures/ }).getByRole('button')
  await files
    .filter({ hasText: /1 layer/ })
    .first()
    .click()
  await expect(dialog).toBeHidden()
  expect(await page.evaluate(() => window.vividBench.store.getState().selection)).toHaveLength(1)
})
