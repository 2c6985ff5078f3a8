import { readFileSync } from 'node:fs'
import { unzipSync, zipSync } from 'fflate'
import sharp from 'sharp'
import { drag, newDesign, onStage, openDesign, row, run, settled, stage, stored } from './bench'
import { expect, test } from './test'

test('a command gets another key; what had it goes without; single-letter keys are switched off', async ({
  page,
}) => {
  await newDesign(page, 'Own keys', ['Square post'])
  await run(page, 'Keys')
  await page.getByLabel('Search the keys').fill('fit the page')
  await page.getByRole('button', { name: 'Key of Fit the page', exact: true }).click()
  await page.keyboard.press('Shift+Digit3')
  await expect(page.getByRole('button', { name: 'Key of Fit the page', exact: true })).toHaveText('Shift + 3')
  await page.getByRole('button', { name: 'Key of Fit the page', exact: true }).click()
  await page.keyboard.press('3')
  await expect(page.getByText('Fit the page has 3 now. Shape had it and goes without.')).toBeVisible()
  await page.getByRole('button', { name: 'Close' }).click()
  await stage(page).focus()
  await page.keyboard.press('0')
  await expect(page.getByText('100 %')).toBeVisible()
  await page.keyboard.press('3')
  await expect(page.getByText('100 %')).toBeHidden()
  await expect(page.getByRole('button', { name: 'Shape', exact: true })).toHaveAttribute(
    'aria-pressed',
    'false',
  )

  // After a reload they are the same; switched off, letters do nothing while Ctrl + K still opens the commands.
  await page.reload()
  await settled(page)
  await run(page, 'Keys')
  await page.getByRole('checkbox', { name: 'Single-letter keys' }).uncheck()
  await page.getByRole('button', { name: 'Close' }).click()
  await stage(page).focus()
  await page.keyboard.press('0')
  await page.keyboard.press('5')
  await expect(page.getByRole('button', { name: 'Type', exact: true })).toHaveAttribute(
    'aria-pressed',
    'false',
  )
  await expect(page.getByText('100 %')).toBeHidden()
  await run(page, 'Keys')
  await page.getByRole('button', { name: 'All as shipped' }).click()
  await expect(page.getByText('All keys are as shipped.')).toBeVisible()
})

test('findings of every page are listed, and a click leads to where one is', async ({ page }) => {
  await openDesign(page, 'opening-day')
  await page.getByRole('button', { name: '1 finding', exact: true }).click({ timeout: 60_000 })
  await page.getByRole('button', { name: /What to bring · A3 poster · Pictures sharp enough/ }).click()
  await settled(page)
  expect(await page.evaluate(() => window.vividBench.store.getState().channel)).toBe('a3-poster')
  await expect(row(page, 'Kiln shelf')).toHaveAttribute('aria-selected', 'true')
})

test('a character without a typeface is told, in the details and as a finding', async ({ page }) => {
  await newDesign(page, 'Odd characters', ['Square post'])
  await page.keyboard.press('5')
  const at = await onStage(page, 200, 300)
  await page.mouse.click(at.x, at.y)
  await expect.poll(() => page.evaluate(() => window.vividBench.store.getState().editingType)).not.toBeNull()
  await page.keyboard.insertText('Urn \u{1F3FA} day')
  await page.keyboard.press('Escape')
  await settled(page)
  await expect(page.getByText(/no face here/)).toBeVisible()
  await page.getByRole('button', { name: '1 finding', exact: true }).click()
  await expect(page.getByRole('button', { name: /Every character in a typeface/ })).toContainText('\u{1F3FA}')
})

test('an export is stopped half way; what is there can be fetched', async ({ page }) => {
  await page.goto('/designs/opening-day/export')
  await page.getByLabel('Size factor').fill('2')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Export 8 files' }).click()
  // Made files can be fetched from the list: the smallest is made first, then the largest.
  const made = (name: RegExp) => page.getByRole('row', { name }).getByRole('link')
  await expect(made(/Wide header/)).toBeVisible({ timeout: 60_000 })
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByRole('button', { name: 'Export 8 files' })).toBeVisible()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Fetch again' }).click()
  expect((await download).suggestedFilename()).toBe('delivery.zip')
  await expect(made(/Link card/)).toHaveCount(0)
})

test('supplies are searched, filtered and cleared in one go; one becomes the backdrop', async ({ page }) => {
  const id = await newDesign(page, 'Supplies', ['Square post', 'Wide header'])
  // An empty design begins with the drawer open.
  const drawer = page.getByRole('region', { name: 'Supplies' })
  await expect(drawer.getByRole('listitem').first()).toBeVisible()
  await page.getByLabel('Search supplies').fill('no such thing')
  await expect(drawer.getByText('Nothing found.')).toBeVisible()
  await drawer.getByRole('button', { name: 'Clear search and filters' }).click()
  await drawer.getByRole('tab', { name: 'Photos' }).click()
  await drawer.getByRole('listitem').filter({ hasText: 'Kiln shelf' }).hover()
  await drawer
    .getByRole('listitem')
    .filter({ hasText: 'Kiln shelf' })
    .getByRole('button', { name: 'Make backdrop' })
    .click()
  await settled(page)
  await drawer.getByRole('tab', { name: 'Cutouts' }).click()
  await page.getByRole('button', { name: 'has transparency' }).click()
  await drawer.getByRole('button', { name: 'Place Rose mug' }).focus()
  await page.keyboard.press('Enter')
  await settled(page)
  const layers = Object.values((await stored(page, id)).layers)
  expect(layers.map((l) => [l.name, l.plane]).sort()).toEqual([
    ['Kiln shelf', 'backdrop'],
    ['Rose mug', 'subject'],
  ])
})

test('a thing placed is dragged on another channel; only that one changes and follows the master again', async ({
  page,
}) => {
  const id = await newDesign(page, 'Channels', ['Square post', 'Link card'])
  await page.keyboard.press('3')
  await drag(page, await onStage(page, 300, 300), await onStage(page, 700, 700))
  await settled(page)
  await page.locator('[data-channel="link-card"]').click()
  await settled(page)
  const place = () =>
    page.evaluate(() => {
      const p = window.vividBench.store.getState().resolved.layers[0]?.layer.placement
      return { x: p?.x ?? 0, y: p?.y ?? 0 }
    })
  const before = await place()
  await page.keyboard.down('s')
  await drag(page, await onStage(page, before.x, before.y), await onStage(page, before.x + 150, before.y))
  await page.keyboard.up('s')
  await settled(page)
  expect(Math.abs((await place()).x - before.x - 150)).toBeLessThan(3)
  const design = await stored(page, id)
  expect(Object.values(design.layers)[0]?.placement).toMatchObject({ x: 500, y: 500 })
  expect(Object.keys(design.changes)).toHaveLength(1)
  await run(page, 'Follow the master again')
  await settled(page)
  expect(await place()).toEqual(before)
})

test('the shelf finds by words in the picture, copies and puts aside', async ({ page }) => {
  await newDesign(page, 'Shelf work', ['Square post'])
  await page.goto('/')
  const search = page.getByPlaceholder(/designs, campaigns/)
  await search.fill('soup')
  await expect(page.getByRole('link', { name: /Bowls for soup/ }).first()).toBeVisible()
  await expect(page.getByRole('link', { name: /Shelf work/ })).toHaveCount(0)
  await search.fill('shelf work')
  await page.getByRole('button', { name: /More for Shelf work/ }).click()
  await page.getByRole('menuitem', { name: 'Duplicate' }).click()
  await expect(page.getByText('Shelf work, copy')).toBeVisible()
  await page.getByRole('button', { name: /More for Shelf work, copy/ }).click()
  await page.getByRole('menuitem', { name: /Archive/ }).click()
  await expect(page.getByText('Shelf work, copy')).toBeHidden()
})

test('the dark interface is kept from one visit to the next and can be read', async ({ page }) => {
  await openDesign(page, 'gift-card')
  await run(page, 'dark interface')
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark')
  await page.reload()
  await settled(page)
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark')
  await run(page, 'dark interface')
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'light')
})

test('without the server the work goes on and is sent as soon as it answers', async ({ page, context }) => {
  const id = await newDesign(page, 'Offline', ['Square post'])
  await page.keyboard.press('3')
  await drag(page, await onStage(page, 300, 300), await onStage(page, 500, 500))
  await settled(page)
  await context.setOffline(true)
  await stage(page).focus()
  await page.keyboard.press('Shift+ArrowRight')
  await expect(page.getByText('Not sent yet')).toBeVisible()
  await page.keyboard.press('Shift+ArrowRight')
  await context.setOffline(false)
  await settled(page)
  expect(Object.values((await stored(page, id)).layers)[0]?.placement.x).toBe(420)
})

test('OpenRaster goes out with its layers and comes in as a design', async ({ page }) => {
  await page.goto('/designs/gift-card/export')
  await page
    .getByRole('group', { name: 'Format', exact: true })
    .getByRole('button', { name: 'OpenRaster' })
    .click()
  // Without the rows of its table.
  await page.getByRole('button', { name: 'Only as designed' }).click()
  await page.getByRole('button', { name: 'Single files' }).click()
  for (const name of [/Square post/, /Link card/, /Wide header/])
    await page.getByRole('checkbox', { name }).uncheck()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export 1 file' }).click()
  const bytes = new Uint8Array(readFileSync(await (await download).path()))
  const entries = unzipSync(bytes)
  const stack = new TextDecoder().decode(entries['stack.xml'])
  expect(stack).toContain('composite-op="svg:multiply"')
  expect(Object.keys(entries).filter((f) => f.startsWith('data/')).length).toBeGreaterThan(5)

  // As another program would write it: without our own design inside.
  const { mimetype, ...rest } = Object.fromEntries(
    Object.entries(entries).filter(([name]) => !name.startsWith('vivid/')),
  )
  const foreign = zipSync({ mimetype: [mimetype as Uint8Array, { level: 0 }], ...rest })
  await page.goto('/')
  await page
    .locator('input[type="file"][accept*=".ora"]')
    .setInputFiles({ name: 'From elsewhere.ora', mimeType: 'image/openraster', buffer: Buffer.from(foreign) })
  await page.getByRole('button', { name: 'Bring in' }).click()
  await page.waitForURL(/\/designs\/[a-z0-9]+$/)
  await settled(page)
  await expect(page.getByRole('button', { name: 'From elsewhere' })).toBeVisible()
  const design = await stored(page, page.url().split('/').at(-1) as string)
  expect(Object.values(design.layers).filter((l) => l.kind === 'picture').length).toBeGreaterThan(5)
  expect(Object.values(design.layers).some((l) => l.blend === 'multiply')).toBe(true)

  // A damaged one is refused in words.
  await page.goto('/')
  await page.locator('input[type="file"][accept*=".ora"]').setInputFiles({
    name: 'cut.ora',
    mimeType: 'image/openraster',
    buffer: Buffer.from(foreign.slice(0, 900)),
  })
  await expect(page.getByText(/OpenRaster file or is damaged. Nothing was stored/)).toBeVisible()
})

test('layers of a layered file are chosen, as layers or as one picture, and lie in register', async ({
  page,
}) => {
  const dot = async (background: string) =>
    new Uint8Array(
      await sharp({ create: { width: 200, height: 200, channels: 4, background } })
        .png()
        .toBuffer(),
    )
  const stack =
    '<image version="0.0.6" w="540" h="540"><stack><layer name="Front" src="data/a.png" x="300" y="300"/><layer name="Back" src="data/b.png" x="40" y="60"/><layer name="Sketch" src="data/b.png" visibility="hidden"/></stack></image>'
  const file = {
    name: 'two dots.ora',
    mimeType: 'image/openraster',
    buffer: Buffer.from(
      zipSync({
        mimetype: [new TextEncoder().encode('image/openraster'), { level: 0 }],
        'stack.xml': new TextEncoder().encode(stack),
        'data/a.png': await dot('#c2412a'),
        'data/b.png': await dot('#3a55c9'),
      }),
    ),
  }
  const id = await newDesign(page, 'Register', ['Square post'])
  const bring = async (untick: string[], picture: boolean) => {
    await page.locator('input[type="file"][accept*=".ora"]').first().setInputFiles(file)
    // What the file hides is not ticked at first.
    await expect(page.getByText('2 of 3 chosen')).toBeVisible()
    for (const name of untick) await page.getByRole('checkbox', { name }).uncheck()
    if (picture) await page.getByLabel('One picture').check()
    await page.getByRole('button', { name: 'Bring in' }).click()
    await expect(page.getByRole('dialog')).toHaveCount(0)
    await settled(page)
  }
  await bring(['Front'], false)
  await bring(['Back'], true)
  const layers = Object.values((await stored(page, id)).layers)
  expect(layers.map((l) => l.name).sort()).toEqual(['Back', 'two dots'])
  const at = (name: string) => layers.find((l) => l.name === name)?.placement
  // 540 px in 1080, centred at its own size: the picture is the whole image, the layer its part of it.
  expect(at('two dots')).toMatchObject({ x: 540, y: 540, width: 540, height: 540 })
  expect(at('Back')).toMatchObject({ x: 270 + 140, y: 270 + 160, width: 200, height: 200 })
  await page.getByRole('button', { name: 'Undo' }).click()
  await settled(page)
  expect(Object.values((await stored(page, id)).layers)).toHaveLength(1)
})

test('type is bent along an arc and pulled by a corner; straightened it is seen as before', async ({
  page,
}) => {
  await openDesign(page, 'three-dips')
  const title = async () =>
    Object.values((await stored(page, 'three-dips')).layers).find((l) => l.name === 'Title')?.placement
  /** What is bent is the words: the box comes to hug them, from the corner that they begin at. */
  const corner = (p: Awaited<ReturnType<typeof title>>) => [
    (p?.x ?? 0) - (p?.width ?? 0) / 2,
    (p?.y ?? 0) - (p?.height ?? 0) / 2,
  ]
  const before = await title()
  await row(page, 'Title').click()
  await page.getByText('Bend and perspective').click()
  await page.getByLabel('How it is bent').click()
  await page.getByRole('option', { name: 'along an arc' }).click()
  await page.getByLabel('Arc', { exact: true }).fill('30')
  await page.keyboard.press('Enter')
  await settled(page)
  expect((await title())?.bend).toEqual({ kind: 'arc', angleDegrees: 30 })
  await page.keyboard.press('Escape')
  await row(page, 'Title').click()
  const handle = await page.locator('[data-handle="size"][data-x="1"][data-y="-1"]').boundingBox()
  const from = {
    x: (handle?.x ?? 0) + (handle?.width ?? 0) / 2,
    y: (handle?.y ?? 0) + (handle?.height ?? 0) / 2,
  }
  await page.keyboard.down('Control')
  await drag(page, from, { x: from.x - 40, y: from.y + 30 })
  await page.keyboard.up('Control')
  await settled(page)
  const pulled = (await title())?.corners?.[1]
  expect(pulled?.x).toBeLessThan(-0.02)
  expect(pulled?.y).toBeGreaterThan(0.02)
  await page.getByRole('button', { name: 'Straighten' }).click()
  await settled(page)
  const after = await title()
  expect([after?.bend, after?.corners]).toEqual([undefined, undefined])
  corner(before).forEach((v, n) => expect(corner(after)[n]).toBeCloseTo(v, 3))
})

test('the shelf is gone through by occasion and kind; what is liked is kept; a zip of own pictures is taken in, named and found', async ({
  page,
}) => {
  const id = await newDesign(page, 'From the shelf', ['Square post'])
  const drawer = page.getByRole('region', { name: 'Supplies' })
  await drawer.getByRole('tab', { name: 'Occasions' }).click()
  await drawer.getByRole('button', { name: 'Birthday', exact: true }).click()
  await drawer.getByRole('button', { name: 'Favourite: Bunch of balloons' }).focus()
  await page.keyboard.press('Enter')
  await drawer.getByRole('button', { name: 'Place Bunch of balloons' }).click()
  await settled(page)
  await drawer.getByRole('button', { name: 'No longer for Birthday' }).click()
  await drawer.getByRole('button', { name: 'People', exact: true }).click()
  await drawer.getByRole('button', { name: 'Place Dancer, turning' }).click()
  await settled(page)
  await page.reload()
  await settled(page)
  await page.getByRole('button', { name: 'Open supplies' }).click()
  await drawer.getByRole('button', { name: 'Favourites', exact: true }).click()
  await expect(drawer.getByRole('listitem')).toHaveCount(1)
  await drawer.getByRole('button', { name: 'Used last', exact: true }).click()
  await expect(drawer.getByRole('listitem').first()).toContainText('Dancer, turning')
  expect(
    Object.values((await stored(page, id)).layers)
      .map((l) => l.name)
      .sort(),
  ).toEqual(['Bunch of balloons', 'Dancer, turning'])

  const picture = async (background: string) =>
    new Uint8Array(
      await sharp({ create: { width: 90, height: 60, channels: 3, background } })
        .png()
        .toBuffer(),
    )
  const zip = zipSync({
    'shoot/kiln_door_01.png': await picture('#884422'),
    'shoot/kiln_door_02.png': await picture('#224488'),
    'shoot/copy.png': await picture('#224488'),
    'notes.txt': new TextEncoder().encode('not a picture'),
  })
  const chooser = page.waitForEvent('filechooser')
  await drawer.getByRole('button', { name: 'Upload pictures' }).click()
  await (await chooser).setFiles({ name: 'shoot.zip', mimeType: 'application/zip', buffer: Buffer.from(zip) })
  await expect(
    page.getByText(/2 of 3 are among your supplies now\. “copy\.png” is among your supplies already/),
  ).toBeVisible()
  await drawer.getByRole('tab', { name: 'Own' }).click()
  await drawer.getByRole('button', { name: 'Favourites', exact: true }).click()
  await drawer.getByRole('button', { name: 'Favourites', exact: true }).click()
  await drawer.getByRole('button', { name: 'More for kiln_door_01' }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('menuitem', { name: 'Name, words and credit …' }).click()
  await page.getByLabel('Name of the supply').fill('Kiln door')
  await page.getByLabel('Words of the supply').fill('brick glow')
  await page.getByLabel('Credit of the supply').fill('A. Carver, Fennel Row')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await page.getByLabel('Search supplies').fill('glow brick')
  await drawer.getByRole('button', { name: 'Place Kiln door' }).click()
  await settled(page)

  // Whom it wants named stands where it is exported, and goes with the files.
  await page.getByRole('link', { name: 'Export' }).click()
  await expect(page.getByRole('region', { name: 'To be named' })).toContainText(
    'Kiln door: A. Carver, Fennel Row',
  )
})
