import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { decode as decodePng } from 'fast-png'
import { unzipSync } from 'fflate'
import { PDFDocument } from 'pdf-lib'
import sharp from 'sharp'
import { cmykProfile, srgbProfile } from '../host/profiles'
import { newDesign, openDesign, run, settled, stage } from './bench'
import { expect, test } from './test'

/** Opens the export screen of the gift card, for the design itself without the rows of its table. */
async function exportGiftCard(page: Page): Promise<void> {
  await page.goto('/designs/gift-card/export')
  await page.getByRole('button', { name: 'Only as designed' }).click()
}

test('files are measured while settings move, compared with what was designed, and fitted under a weight', async ({
  page,
}) => {
  await exportGiftCard(page)
  const row = page.getByRole('row', { name: /Square post/ })
  for (const name of ['Link card', 'Wide header', 'Postcard'])
    await page.getByRole('checkbox', { name, exact: true }).uncheck()
  await page.getByRole('group', { name: 'Format', exact: true }).getByRole('button', { name: 'JPEG' }).click()
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
  await exportGiftCard(page)
  await page.getByRole('group', { name: 'Format', exact: true }).getByRole('button', { name: 'TIFF' }).click()
  await page.getByLabel('Colour', { exact: true }).click()
  await page.getByRole('option', { name: /^CMYK/ }).click()
  const row = page.getByRole('row', { name: /Square post/ })
  await expect(row).toContainText(/[\d.]+ % like/, { timeout: 60_000 })
  await page.getByRole('button', { name: 'Compare Square post' }).click()
  await expect(page.getByRole('dialog').getByText('as designed')).toBeVisible({ timeout: 60_000 })
  await page.keyboard.press('Escape')
  await page
    .getByRole('group', { name: 'Format', exact: true })
    .getByRole('button', { name: 'OpenRaster' })
    .click()
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

test('a package takes the kept versions along on request, and opens with them', async ({ page }) => {
  await openDesign(page, 'gift-card')
  await page.request.post('/api/designs/gift-card/versions', { data: { name: 'For the printer' } })
  await run(page, 'what this design needs')
  const dialog = page.getByRole('dialog', { name: 'What this design needs' })
  // Seen without scrolling, however much the design needs.
  const save = dialog.getByRole('button', { name: 'Save the package' })
  await expect(save).toBeInViewport()
  await dialog.getByRole('checkbox', { name: /version/ }).check()
  const coming = page.waitForEvent('download')
  await save.click()
  const file = await (await coming).path()
  const opened = await page.request.post('/api/packages', { data: readFileSync(file) })
  const { id } = (await opened.json()) as { id: string }
  const kept = await (await page.request.get(`/api/designs/${id}/versions`)).json()
  expect(kept.versions).toMatchObject([{ name: 'For the printer', reason: 'named' }])
  await page.request.delete(`/api/designs/${id}`)
})

test('sizes to deliver have their room before their pictures come', async ({ page }) => {
  await page.route('**/thumb?**', () => new Promise(() => undefined))
  await page.goto('/designs/gift-card/export')
  const channels = await (await page.request.get('/api/designs/gift-card')).json()
  const wide = Object.values(
    channels.design.channels as Record<string, { name: string; width: number; height: number }>,
  ).find((c) => c.width > 1.5 * c.height)
  if (!wide) throw new Error('no size is wide')
  const box = await page.locator('label', { hasText: wide.name }).locator('img').first().boundingBox()
  expect((box?.width ?? 0) / (box?.height ?? 1)).toBeCloseTo(wide.width / wide.height, 1)
})

test('a print PDF with bleed and marks, its type sharp; made again after one word changed, only what changed is rendered', async ({
  page,
}) => {
  await exportGiftCard(page)
  await page.getByRole('button', { name: 'PDF', exact: true }).first().click()
  await page.getByText('Crop and register marks').click()
  await page.getByText('With bleed, where a size has one').click()
  const [zip] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export 4 files' }).click(),
  ])
  const files = unzipSync(readFileSync(await zip.path()))
  const name = Object.keys(files).find((n) => n.includes('postcard')) as string
  const pdf = await PDFDocument.load(files[name] as Uint8Array)
  const trim = pdf.getPage(0).getTrimBox()
  // A6 on its side is 148 × 105 mm; points are 1/72 inch.
  expect(trim.width).toBeCloseTo((148 / 25.4) * 72, 0)
  expect(pdf.getPage(0).getBleedBox().width - trim.width).toBeCloseTo((2 * 3 * 72) / 25.4, 0)
  expect(new TextDecoder().decode(files['manifest.csv'])).toMatch(/^file,design,page,row,channel,format/)

  await openDesign(page, 'gift-card')
  await page.evaluate(() => {
    const bench = window.vividBench
    bench.edit('Word', (d) => {
      d.changes = { ...d.changes }
      const channel = d.channels['link-card']
      if (channel) channel.name = 'Link card'
      const offer = Object.values(d.layers).find((l) => l.kind === 'type' && /evening/.test(l.text))
      if (offer?.kind === 'type') offer.text = 'Two evenings at the wheel'
    })
  })
  await settled(page)
  await page.goto('/designs/gift-card/export')
  await page.getByRole('button', { name: /^Deliveries/ }).click()
  const dialog = page.getByRole('dialog', { name: 'Deliveries' })
  const [again] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: 'Deliver again' }).first().click(),
  ])
  const anew = unzipSync(readFileSync(await again.path()))
  expect(Object.keys(anew).sort()).toEqual(Object.keys(files).sort())
  expect(anew[name]).not.toEqual(files[name])
  // Nothing changed since: all is taken over as it is.
  await page.getByRole('button', { name: /^Deliveries/ }).click()
  const [same] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: 'Deliver again' }).first().click(),
  ])
  expect(unzipSync(readFileSync(await same.path()))[name]).toEqual(anew[name])
  await page.getByRole('button', { name: /^Deliveries/ }).click()
  const latest = dialog.getByRole('listitem').filter({ hasText: 'Deliver again' }).first()
  await latest.getByText('Files', { exact: true }).click()
  await expect(latest.getByText(/· unchanged/)).toHaveCount(4)
})

test('a cutout with its shadow goes out by itself, see-through, with all that reaches out of it', async ({
  page,
}) => {
  await openDesign(page, 'opening-day')
  await page.evaluate(() => {
    const bench = window.vividBench
    const { layers } = bench.store.getState().design
    bench.select(Object.values(layers).flatMap((l) => (/cup$/i.test(l.name) ? [l.id] : [])))
  })
  await run(page, 'Export the selection')
  const dialog = page.getByRole('dialog', { name: 'Export a part' })
  await expect(dialog.getByAltText('The part as it will be')).toBeVisible({ timeout: 60_000 })
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: 'Save the file' }).click(),
  ])
  const { width, height, data, channels } = decodePng(readFileSync(await file.path()))
  expect([channels, width > 100, height > 100]).toEqual([4, true, true])
  expect([data[3], data[(height >> 1) * width * 4 + (width >> 1) * 4 + 3]]).toEqual([0, 255])
  await page.keyboard.press('Escape')
  await expect(dialog).toBeHidden()
})

test('a proof goes out as one page, its remarks come back as pins and are ticked off', async ({
  page,
  context,
}) => {
  await page.goto('/designs/three-dips/export')
  await page.getByRole('button', { name: 'Proof' }).click()
  const [proof] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'A page with room for remarks' }).click(),
  ])
  const seen = await context.newPage()
  await seen.setContent(readFileSync(await proof.path(), 'utf8'))
  await seen.getByLabel('Your name').fill('Ada')
  await seen
    .locator('.art')
    .first()
    .click({ position: { x: 60, y: 80 } })
  await seen.keyboard.type('A warmer blue')
  const [remarks] = await Promise.all([
    seen.waitForEvent('download'),
    seen.getByRole('button', { name: 'Save the remarks' }).click(),
  ])
  const file = await remarks.path()
  await seen.close()
  await openDesign(page, 'three-dips')
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), run(page, 'Take in remarks')])
  await chooser.setFiles({ name: 'remarks.json', mimeType: 'application/json', buffer: readFileSync(file) })
  await page.getByRole('button', { name: 'Remark 1: A warmer blue' }).click()
  await page.getByRole('button', { name: 'Seen to' }).click()
  await expect(page.getByRole('button', { name: '0 open remarks' })).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('button', { name: '1 open remark' })).toBeVisible()
})

test('words beside the picture are kept by page and size, and go out in the file', async ({ page }) => {
  await openDesign(page, 'three-dips')
  await run(page, 'Alt text and caption')
  const dialog = page.getByRole('dialog', { name: 'Alt text and caption' })
  await dialog.getByRole('button', { name: 'Begin with what is there' }).click()
  await dialog.getByLabel('Caption').fill('Dipped three times')
  await page.keyboard.press('Escape')
  await settled(page)
  await page.goto('/designs/three-dips/export')
  await expect(page.getByText('Every page has an alternative text.')).toBeVisible()
  const [zip] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: /^Export \d files?$/ }).click(),
  ])
  const files = unzipSync(readFileSync(await zip.path()))
  const [png] = Object.entries(files).find(([n]) => n.endsWith('.png')) ?? []
  const { xmp } = await sharp(files[png ?? '']).metadata()
  expect(xmp?.toString('utf8')).toContain('AltTextAccessibility')
  expect(xmp?.toString('utf8')).toContain('Dipped three times')
})

test('the stage is shown as it will be printed, and as it is again', async ({ page }) => {
  await openDesign(page, 'gift-card')
  const pixel = () =>
    page.evaluate(() => {
      const canvas = document.querySelector<HTMLCanvasElement>('[data-testid="stage-canvas"]')
      const { width = 0, height = 0 } = canvas ?? {}
      return [...(canvas?.getContext('2d')?.getImageData(width >> 1, height >> 1, 1, 1).data ?? [])].join()
    })
  const before = await pixel()
  await page.keyboard.press('Control+Alt+p')
  await expect.poll(pixel).not.toBe(before)
  await page.getByRole('button', { name: 'Show as it is' }).click()
  await expect.poll(pixel).toBe(before)
})

test('pages of a PDF are chosen and placed', async ({ page }) => {
  const doc = await PDFDocument.create()
  for (const x of [20, 40]) doc.addPage([200, 120]).drawRectangle({ x, y: 20, width: 60, height: 50 })
  await openDesign(page, 'three-dips')
  const before = await page.evaluate(
    () => Object.keys(window.vividBench.store.getState().design.layers).length,
  )
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Upload pictures' }).click(),
  ])
  const buffer = Buffer.from(await doc.save())
  await chooser.setFiles({ name: 'plan.pdf', mimeType: 'application/pdf', buffer })
  const dialog = page.getByRole('dialog', { name: /Which pages/ })
  await dialog.getByText('Page 2').click()
  await dialog.getByRole('button', { name: 'Bring in 2 pages' }).click()
  await expect
    .poll(() => page.evaluate(() => Object.keys(window.vividBench.store.getState().design.layers).length))
    .toBe(before + 2)
})

test('a printer’s own profile is brought, shown on the stage and taken for export; what is none is refused', async ({
  page,
}) => {
  const id = await newDesign(page, 'Inks', ['Postcard'])
  await stage(page).focus()
  await page.keyboard.press('Control+Alt+p')
  const bar = page.getByRole('toolbar', { name: 'As printed' })
  const bring = async (name: string, bytes: Uint8Array) => {
    const chooser = page.waitForEvent('filechooser')
    await bar.getByRole('button', { name: 'Bring a print profile, an .icc file …' }).click()
    await (await chooser).setFiles({
      name,
      mimeType: 'application/vnd.iccprofile',
      buffer: Buffer.from(bytes),
    })
  }
  await bring('screen.icc', await srgbProfile())
  await expect(bar.getByRole('alert')).toContainText('for RGB and not for the four printing inks')
  await bring('press.icc', await cmykProfile())
  await expect(bar.getByRole('alert')).toHaveCount(0)
  await expect
    .poll(() => page.evaluate(() => window.vividBench.store.getState().softProof?.profile.length))
    .toBe(64)
  await page.goto(`/designs/${id}/export`)
  await page.getByRole('group', { name: 'Format', exact: true }).getByRole('button', { name: 'PDF' }).click()
  await page.getByLabel('Colour', { exact: true }).click()
  await page.getByRole('option', { name: 'CMYK' }).click()
  const options = page.getByLabel('Options')
  await options.getByRole('combobox', { name: 'Print profile' }).click()
  await expect(page.getByRole('option')).toHaveCount(2)
  await page.getByRole('option').last().click()
  await page.getByText('With bleed, where a size has one').click()
  await page.getByText('And cut to the page, beside it').click()
  const fetched = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export 2 files' }).click()
  const files = unzipSync(new Uint8Array(readFileSync((await (await fetched).path()) as string)))
  const pdfs = Object.keys(files).filter((name) => name.endsWith('.pdf'))
  expect(pdfs).toHaveLength(2)
  const boxes = await Promise.all(
    pdfs.map(async (name) => (await PDFDocument.load(files[name] as Uint8Array)).getPage(0).getMediaBox()),
  )
  // With bleed and cut to the page: 3 mm on each side lie between them.
  const [small = 0, large = 0] = boxes.map((b) => b.width).sort((a, b) => a - b)
  expect(((large - small) / 72) * 25.4).toBeCloseTo(6, 0)
  await options.getByRole('button', { name: 'Remove this print profile' }).click()
  await expect(options.getByRole('combobox', { name: 'Print profile' })).toContainText('General inks')
})
