import { closeSupplies, makeBackdrop, newDesign, onStage, place, row, settled, stage, stored } from './bench'
import { expect, test } from './test'

test('a picture is cropped by a double click, straight and of a ratio; all of it is kept', async ({
  page,
}) => {
  const id = await newDesign(page, 'Crop', ['Square post'])
  await place(page, 'Kiln shelf')
  await closeSupplies(page)
  await settled(page)
  const middle = await onStage(page, 540, 540)
  await page.mouse.dblclick(middle.x, middle.y)
  const crop = page.getByRole('region', { name: 'Crop' })
  await expect(crop).toBeVisible()
  await page.getByLabel('Ratio of the crop').click()
  await page.getByRole('option', { name: 'Square post' }).click()
  await page.getByRole('toolbar', { name: 'Crop' }).getByLabel('Turn of the picture').fill('4')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Crop', exact: true }).last().click()
  await settled(page)
  const [layer] = Object.values((await stored(page, id)).layers)
  expect(layer).toMatchObject({ kind: 'slot', turn: 4 })
  expect((layer?.placement.width ?? 0) / (layer?.placement.height ?? 1)).toBeCloseTo(1, 2)
  await page.keyboard.press('Control+z')
  await settled(page)
  expect(Object.values((await stored(page, id)).layers)[0]?.kind).toBe('picture')
})

test('the menu of the right press does what can be done; the ground is left alone; a field gives the keys back', async ({
  page,
}) => {
  const id = await newDesign(page, 'Hands', ['Square post'])
  await makeBackdrop(page, 'Kiln shelf')
  await closeSupplies(page)
  await settled(page)
  await page.keyboard.press('Escape')
  const at = await onStage(page, 300, 300)
  await page.mouse.click(at.x, at.y)
  expect(await page.evaluate(() => window.vividBench.store.getState().selection)).toEqual([])
  await expect(row(page, 'Kiln shelf')).toContainText('ground')

  await page.keyboard.press('3')
  await page.keyboard.press('Enter')
  await settled(page)
  const middle = await onStage(page, 540, 540)
  await page.mouse.click(middle.x, middle.y, { button: 'right' })
  await page.getByRole('menuitem', { name: /^Duplicate/ }).click()
  await settled(page)
  expect(Object.keys((await stored(page, id)).layers)).toHaveLength(3)

  // After Enter the next key is a command; nothing typed: undo means the design.
  await page.getByLabel('Opacity', { exact: true }).first().fill('50')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Delete')
  await settled(page)
  expect(Object.keys((await stored(page, id)).layers)).toHaveLength(2)
  await page.keyboard.press('Control+z')
  await settled(page)
  expect(Object.keys((await stored(page, id)).layers)).toHaveLength(3)
})

test('a typeface is found by its manner and tried on the stage; Escape puts it back, Enter keeps it', async ({
  page,
}) => {
  const id = await newDesign(page, 'Faces', ['Square post'])
  await page.keyboard.press('5')
  const at = await onStage(page, 200, 300)
  await page.mouse.click(at.x, at.y)
  await page.keyboard.type('Winter table')
  await page.keyboard.press('Escape')
  await settled(page)
  const family = async () => {
    const [l] = Object.values((await stored(page, id)).layers)
    return l?.kind === 'type' ? l.style.family : null
  }
  const before = await family()
  await page.getByRole('button', { name: 'Typeface' }).click()
  await page.keyboard.type('condensed')
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('option').first()).toContainText('Winter table')
  await page.keyboard.press('Escape')
  await settled(page)
  expect(await family()).toBe(before)
  await page.getByRole('button', { name: 'Typeface' }).click()
  await page.keyboard.type('bebas')
  await page.keyboard.press('Enter')
  await expect.poll(family).toBe('Bebas Neue')
})

test('a finding is let be with a word why, listed, and taken back', async ({ page }) => {
  await newDesign(page, 'Accepted', ['Square post'])
  await page
    .getByRole('button', { name: 'Close the supplies' })
    .click({ timeout: 2000 })
    .catch(() => undefined)
  await page.keyboard.press('2')
  await page.keyboard.press('Enter')
  await settled(page)
  const button = page.getByRole('button', { name: '1 finding', exact: true })
  await button.click()
  await page.getByRole('button', { name: 'Accept …' }).click()
  await page.getByLabel('Why it may stay').fill('the photo comes tomorrow')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'No findings' })).toBeVisible()
  await page.getByText('Accepted: 1').click()
  await expect(page.getByRole('list', { name: 'Accepted findings' })).toContainText(
    'the photo comes tomorrow',
  )
  await page.getByRole('button', { name: 'Take back' }).click()
  await expect(button).toBeVisible()
})

test('a finger pressed long opens the menu of what it lies on, not the list of what lies there', async ({
  page,
}) => {
  await newDesign(page, 'Finger', ['Square post'])
  await closeSupplies(page)
  await stage(page).focus()
  await page.keyboard.press('3')
  await page.keyboard.press('Enter')
  await settled(page)
  await page.keyboard.press('Escape')
  const { x, y } = await onStage(page, 540, 540)
  const finger = await page.context().newCDPSession(page)
  const touch = (type: 'touchStart' | 'touchEnd', touchPoints: { x: number; y: number }[]) =>
    finger.send('Input.dispatchTouchEvent', { type, touchPoints })
  await touch('touchStart', [{ x, y }])
  await expect(page.getByRole('menu', { name: 'What can be done with this' })).toBeVisible()
  await touch('touchEnd', [])
  await expect(page.getByRole('menuitem', { name: /^Duplicate/ })).toBeEnabled()
  await expect(page.getByRole('dialog', { name: 'Under the pointer' })).toHaveCount(0)
  await page.keyboard.press('Escape')
  expect(await page.evaluate(() => window.vividBench.store.getState().selection)).toHaveLength(1)
})

test('a first line is there with its Enter: nothing pressed after it comes before it; its ink is read on what lies beneath', async ({
  page,
}) => {
  await newDesign(page, 'First line', ['Square post'])
  await makeBackdrop(page, 'Evening lights')
  await closeSupplies(page)
  await stage(page).focus()
  await page.keyboard.press('3')
  await page.keyboard.press('Enter')
  await settled(page)
  const stroke = () =>
    page.evaluate(() => {
      const { design, selection } = window.vividBench.store.getState()
      const shape = design.layers[selection[0] ?? '']
      return shape?.kind === 'shape' ? shape.stroke : null
    })
  const weight = page.getByLabel('Weight', { exact: true })
  await weight.fill('18')
  // In the same turn as the key: a stage that is busy has answered nothing by then.
  const atOnce = await weight.evaluate((field) => {
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
    const { design, selection } = window.vividBench.store.getState()
    const shape = design.layers[selection[0] ?? '']
    return shape?.kind === 'shape' ? shape.stroke.weight : null
  })
  expect(atOnce).toBe(18)
  await expect.poll(async () => (await stroke())?.colour).toBe('#ffffff')
})

test('a thing is placed in another colour by a dot on its tile, in one step', async ({ page }) => {
  const id = await newDesign(page, 'In teal', ['Square post'])
  await page.getByLabel('Search supplies').fill('chair')
  const tile = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('button', { name: 'Place Chair', exact: true }) })
  await tile.hover()
  await tile.getByRole('button', { name: 'Chair in teal' }).click()
  await expect(row(page, 'Chair')).toBeVisible()
  const made = async () =>
    Object.values((await stored(page, id)).layers).flatMap((l) => Object.values(l.treatments))
  await expect(async () =>
    expect(await made()).toMatchObject([{ kind: 'swap-colour', to: '#2f7f86' }]),
  ).toPass()
  await settled(page)
  await page.keyboard.press('Control+z')
  await expect(row(page, 'Chair')).toHaveCount(0)
})
