import sharp from 'sharp'
import {
  beginPost,
  closeSupplies,
  colourAt,
  drag,
  drawBox,
  newDesign,
  onStage,
  place,
  row,
  run,
  settled,
  stage,
  stored,
} from './bench'
import { expect, type Page, test } from './test'

const apart = (a: readonly number[], b: readonly number[]) =>
  Math.max(...[0, 1, 2].map((k) => Math.abs((a[k] ?? 0) - (b[k] ?? 0))))
const lay = (page: Page, name: string, x: number, y: number, width: number) =>
  page.evaluate(
    ([wanted, px, py, w]) => {
      const bench = window.vividBench
      const own = Object.values(bench.store.getState().design.layers).find((l) => l.name === wanted)
      bench.edit('Lay', (d) => {
        const l = d.layers[own?.id ?? '']
        if (!l) return
        const k = (w as number) / l.placement.width
        l.placement = {
          ...l.placement,
          x: px as number,
          y: py as number,
          width: w as number,
          height: l.placement.height * k,
        }
      })
    },
    [name, x, y, width] as const,
  )

/** Pictures of five different things. */
const FIVE = ['Copper bottle vase', 'Cream bowl', 'Blue dipped cup', 'Rose mug', 'White pitcher'] as const

test('five parts from different sources become one picture by one recipe, and follow one swatch', async ({
  page,
}) => {
  const id = await newDesign(page, 'One picture', ['Square post'])
  const chosen = FIVE
  for (const label of chosen) await place(page, label)
  await closeSupplies(page)
  for (const [n, label] of chosen.entries()) await lay(page, label, 160 + n * 190, 540, 170)
  await settled(page)
  const before = await Promise.all(chosen.map((_, n) => colourAt(page, 160 + n * 190, 540)))
  await stage(page).focus()
  await page.keyboard.press('Control+a')
  await page.getByRole('button', { name: 'Recipes' }).click()
  // Every recipe is shown on what is selected.
  await expect(page.locator('canvas[data-made="yes"]').first()).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'Warm film', exact: true }).click()
  await settled(page)
  const layers = () => stored(page, id).then((d) => Object.values(d.layers))
  const kinds = (await layers()).map((l) =>
    Object.values(l.treatments)
      .map((t) => t.kind)
      .sort()
      .join(),
  )
  expect(new Set(kinds).size).toBe(1)
  const after = await Promise.all(chosen.map((_, n) => colourAt(page, 160 + n * 190, 540)))
  expect(after.filter((c, n) => apart(c, before[n] ?? c) > 6).length).toBeGreaterThanOrEqual(2)
  // What they have is weaker or stronger as a whole, in one step.
  await page.getByLabel('Strength of all treatments', { exact: true }).fill('0')
  await page.keyboard.press('Enter')
  await settled(page)
  for (const [n, c] of (
    await Promise.all(chosen.map((_, k) => colourAt(page, 160 + k * 190, 540)))
  ).entries())
    expect(apart(c, before[n] ?? c)).toBeLessThanOrEqual(1)
  await stage(page).focus()
  await page.keyboard.press('Control+z')

  // Swatches from the pictures; two shapes in one of them follow it.
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Swatches from a picture' }).click()
  await expect.poll(async () => Object.keys((await stored(page, id)).swatches).length).toBeGreaterThan(2)
  const [first] = Object.values((await stored(page, id)).swatches).sort((a, b) =>
    a.order < b.order ? -1 : 1,
  )
  expect(first?.colour).toMatch(/^#[0-9a-f]{6}$/)
  for (const x of [100, 700]) {
    await stage(page).focus()
    await page.keyboard.press('3')
    await drawBox(page, [x, 100], [x + 200, 250])
    await page.getByRole('button', { name: 'Choose Fill colour' }).click()
    await page
      .getByRole('dialog')
      .getByRole('button', { name: first?.name ?? '', exact: true })
      .first()
      .click()
    await page.keyboard.press('Escape')
  }
  await settled(page)
  await stage(page).focus()
  await page.keyboard.press('Escape')
  await page.getByLabel(first?.name ?? '', { exact: true }).fill('#2a6fc2')
  await page.keyboard.press('Enter')
  await settled(page)
  for (const x of [200, 800]) expect((await colourAt(page, x, 180)).slice(0, 3)).toEqual([0x2a, 0x6f, 0xc2])
})

test('a mirrored banner with light, shade, a grade and a filtered copy that spares the subject', async ({
  page,
}) => {
  const id = await newDesign(page, 'Banner', ['Wide header'])
  await closeSupplies(page)
  const { width, height } = await page.evaluate(() => window.vividBench.store.getState().resolved)
  const middle = width / 2
  await stage(page).focus()
  await page.keyboard.press('3')
  await drawBox(page, [width * 0.1, height * 0.3], [width * 0.25, height * 0.7])
  await run(page, 'Mirror across an axis')
  await settled(page)
  await expect(row(page, 'Mirror')).toBeVisible()
  const left = await colourAt(page, width * 0.15, height / 2)
  expect(await colourAt(page, width * 0.85, height / 2)).toEqual(left)
  expect((await colourAt(page, middle, height / 2)).slice(0, 3)).toEqual([255, 255, 255])
  // The axis is moved by its number; the copy goes along, what is stored stays.
  await page.getByLabel('Axis across', { exact: true }).fill(String(middle + 50))
  await page.keyboard.press('Enter')
  await settled(page)
  expect((await colourAt(page, width * 0.755, height / 2)).slice(0, 3)).toEqual([255, 255, 255])
  expect(await colourAt(page, width * 0.85 + 100 - 5, height / 2)).toEqual(left)
  await stage(page).focus()
  await page.keyboard.press('Control+z')
  await settled(page)

  // Shade by a brush on a layer of its own, then sparks.
  await page.keyboard.press('Escape')
  await run(page, 'Paint shade')
  const paper = await colourAt(page, middle, height * 0.5)
  const [a, b] = [await onStage(page, middle - 80, height / 2), await onStage(page, middle + 80, height / 2)]
  await drag(page, a, b)
  await expect.poll(async () => (await colourAt(page, middle, height / 2))[1]).toBeLessThan(paper[1] - 8)
  await settled(page)
  await stage(page).focus()
  await page.keyboard.press('1')
  await page.keyboard.press('Escape')
  await run(page, 'Strew sparks')
  await expect(row(page, 'Sparks')).toBeVisible()
  await stage(page).focus()
  await page.keyboard.press('Escape')
  await run(page, 'Grade over what lies beneath')
  await page.getByRole('button', { name: 'Recipes' }).click()
  await page.getByRole('button', { name: 'Cobalt', exact: true }).click()
  await settled(page)
  const graded = await colourAt(page, width * 0.15, height / 2)
  expect(apart(graded, left)).toBeGreaterThan(6)

  // A live copy of it all, turned to black and white, but for the subject on the left.
  await stage(page).focus()
  await page.keyboard.press('Escape')
  await run(page, 'Merged copy of an area')
  await drawBox(page, [0, 0], [width, height])
  await page.getByRole('button', { name: 'Add a treatment' }).click()
  await page.getByRole('menuitem', { name: 'Invert', exact: true }).click()
  await settled(page)
  expect(apart(await colourAt(page, width * 0.15, height / 2), graded)).toBeGreaterThan(20)
  await run(page, 'Mask by an ellipse')
  await settled(page)
  await page.evaluate(() => {
    const bench = window.vividBench
    const [own = ''] = bench.store.getState().selection
    bench.edit('Spare the subject', (d) => {
      for (const m of Object.values(d.layers[own]?.masks ?? {}))
        if (m.kind === 'shape') Object.assign(m, { x: 0.17, y: 0.5, width: 0.24, height: 0.8, swap: true })
    })
  })
  await settled(page)
  expect(apart(await colourAt(page, width * 0.15, height / 2), graded)).toBeLessThanOrEqual(1)
  expect(apart(await colourAt(page, width * 0.85, height / 2), graded)).toBeGreaterThan(20)
  const kinds = Object.values((await stored(page, id)).layers).map((l) => l.kind)
  for (const kind of ['group', 'grade', 'merged', 'strew']) expect(kinds).toContain(kind)
  await page.reload()
  await settled(page)
  expect(apart(await colourAt(page, width * 0.15, height / 2), graded)).toBeLessThanOrEqual(1)
})

test('a motif in one ink, worn and with real transparency, is delivered as such', async ({ page }) => {
  const id = await beginPost(page, 'Stamp')
  await page.getByLabel('Transparent').check()
  await stage(page).focus()
  await page.keyboard.press('3')
  await drawBox(page, [200, 200], [880, 880])
  for (const name of ['Silhouette colour', 'Worn edges', 'Print edge']) {
    await page.getByRole('button', { name: 'Add a treatment' }).click()
    await page.getByRole('menuitem', { name, exact: true }).click()
  }
  await page.getByRole('button', { name: 'Treatment: Silhouette colour' }).click()
  await page.getByLabel('Colour of Silhouette colour', { exact: true }).fill('#7a1f12')
  await page.keyboard.press('Enter')
  // The dial is judged live: more is gone.
  await page.getByRole('button', { name: 'Treatment: Worn edges' }).click()
  await page.getByLabel('Amount of Worn edges', { exact: true }).fill('60')
  await page.keyboard.press('Enter')
  await settled(page)
  const answer = await page.request.get(`/api/designs/${id}/thumb?page=page1&channel=square-post&side=1080`)
  const { data, info } = await sharp(await answer.body())
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  let [none, some, all, far] = [0, 0, 0, 0]
  for (let n = 0; n < info.width * info.height; n++) {
    const alpha = data[n * 4 + 3] as number
    if (alpha === 0) none++
    else if (alpha === 255) all++
    else some++
    // One ink, wherever there is enough of it to tell.
    if (alpha > 200) far = Math.max(far, Math.abs((data[n * 4] as number) - 0x7a))
  }
  const px = info.width * info.height
  expect(far).toBeLessThan(14)
  expect(none / px).toBeGreaterThan(0.6)
  expect(all / px).toBeGreaterThan(0.02)
  expect(some).toBeGreaterThan(100)
})

test('a LUT file is put on a thing; one that cannot be used is said so and what was set stays', async ({
  page,
}) => {
  const id = await beginPost(page, 'LUT')
  await page.keyboard.press('3')
  await drawBox(page, [200, 300], [800, 700])
  await page.getByRole('button', { name: 'Add a treatment' }).click()
  await page.getByRole('menuitem', { name: 'LUT', exact: true }).click()
  const own = await colourAt(page, 500, 500)
  const file = (text: string) => ({ name: 'swap.cube', mimeType: 'text/plain', buffer: Buffer.from(text) })
  const chooser = page.getByLabel('LUT file of LUT')
  // Light and dark change places.
  await chooser.setInputFiles(file('TITLE "Other way round"\nLUT_1D_SIZE 2\n1 1 1\n0 0 0\n'))
  await expect(page.getByText('Other way round')).toBeVisible()
  await expect.poll(() => colourAt(page, 500, 500)).toEqual(own.map((v, n) => (n < 3 ? 255 - v : v)))
  await chooser.setInputFiles(file('LUT_3D_SIZE 2\n0 0 0\n'))
  await expect(page.getByText(/1 colours, but its size says 8/)).toBeVisible()
  await settled(page)
  expect(await colourAt(page, 500, 500)).toEqual(own.map((v, n) => (n < 3 ? 255 - v : v)))
  const [layer] = Object.values((await stored(page, id)).layers)
  expect(Object.values(layer?.treatments ?? {}).map((t) => (t.file as { name: string }).name)).toEqual([
    'Other way round',
  ])
})
