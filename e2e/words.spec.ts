import { drawBox, newDesign, onStage, row, run, settled, stored, typeAt } from './bench'
import { expect, test } from './test'

/** The one text of a design. */
const words = async (page: Parameters<typeof stored>[0], id: string) => {
  const found = Object.values((await stored(page, id)).layers).find((l) => l.kind === 'type')
  if (found?.kind !== 'type') throw new Error('There are no words.')
  return found
}

test('words are typed where they are pressed, hugged by their box, lettered wider, put on a plate and set in a font of one’s own', async ({
  page,
}) => {
  const id = await newDesign(page, 'Words', ['Square post', 'Wide header'])
  await typeAt(page, 'Kiln', 160, 400)
  const at = await onStage(page, 160, 400)
  const short = await words(page, id)
  expect(short.hugs).toBeGreaterThan(short.placement.width)
  await page.mouse.dblclick(at.x + 12, at.y)
  await expect(page.getByLabel('Text of the selected layer')).toBeFocused()
  await page.keyboard.type('Kiln opening')
  await page.keyboard.press('Escape')
  await settled(page)
  const long = await words(page, id)
  expect(long.placement.width).toBeGreaterThan(short.placement.width * 1.6)

  // A width that is typed is kept: the words wrap in it, their box is as high as they are.
  await page.getByLabel('Width', { exact: true }).fill(String(Math.round(short.placement.width * 1.3)))
  await page.keyboard.press('Enter')
  await settled(page)
  const wrapped = await words(page, id)
  expect(wrapped.hugs).toBeUndefined()
  expect(wrapped.placement.height).toBeGreaterThan(long.placement.height * 1.5)
  await page.getByLabel('Width of the letters').fill('140')
  await page.keyboard.press('Enter')
  await settled(page)
  expect((await words(page, id)).style.stretch).toBeCloseTo(1.4, 6)

  await page.getByLabel('Plate behind the words').click()
  await page.getByRole('option', { name: 'Plate: a band per line' }).click()
  await settled(page)
  expect((await words(page, id)).plate).toMatchObject({ kind: 'band' })

  // A font of one's own: read, kept for all designs, tried and taken; the design brings it along.
  await page.getByRole('button', { name: 'Typeface' }).click()
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Own fonts …' }).click()
  await (await chooser).setFiles(
    'node_modules/@fontsource/unifrakturcook/files/unifrakturcook-latin-700-normal.woff2',
  )
  await expect(page.getByText('UnifrakturCook (own): one face').first()).toBeVisible()
  // However long its file is under way, what was taken is set in it.
  await page.route('**/api/blobs/**', async (route) => {
    await new Promise((done) => setTimeout(done, 700))
    await route.continue()
  })
  await page.getByRole('option', { name: 'UnifrakturCook (own)' }).click()
  await settled(page)
  const set = await words(page, id)
  expect(set.style.family).toBe('UnifrakturCook (own)')
  expect(Object.values((await stored(page, id)).faces)).toMatchObject([{ family: 'UnifrakturCook (own)' }])
  await page.reload()
  await settled(page)
  expect((await words(page, id)).style.family).toBe('UnifrakturCook (own)')
})

test('a group slants as one thing; what is gathered waits beside the page', async ({ page }) => {
  const id = await newDesign(page, 'Groups', ['Square post'])
  for (const by of [0, 1]) {
    await page.keyboard.press('3')
    await drawBox(page, [300 + 220 * by, 300], [480 + 220 * by, 480])
  }
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Control+g')
  await settled(page)
  const handle = await page.locator('[data-handle="size"][data-x="0"][data-y="-1"]').boundingBox()
  const at = {
    x: (handle?.x ?? 0) + (handle?.width ?? 0) / 2,
    y: (handle?.y ?? 0) + (handle?.height ?? 0) / 2,
  }
  await page.keyboard.down('Control')
  await page.mouse.move(at.x, at.y)
  await page.mouse.down()
  await page.mouse.move(at.x + 40, at.y, { steps: 4 })
  await page.mouse.up()
  await page.keyboard.up('Control')
  await settled(page)
  const shapes = async () => Object.values((await stored(page, id)).layers).filter((l) => l.kind === 'shape')
  const [one, two] = await shapes()
  expect(Math.abs(one?.placement.skew ?? 0)).toBeGreaterThan(4)
  expect(two?.placement.skew).toBeCloseTo(one?.placement.skew ?? 0, 6)
  await run(page, 'Gather')
  await settled(page)
  for (const l of await shapes()) expect(l.placement.x - l.placement.width / 2).toBeGreaterThan(1080)
  await expect(row(page, 'Group')).toBeVisible()
})
