import { drag, newDesign, onStage, settled, stage, stored } from './bench'
import { expect, test } from './test'

test('sizes are pasted several at once, one of them is named, sized and moved, all taken back', async ({
  page,
}) => {
  const id = await newDesign(page, 'Own sizes', ['Square post'])
  await page.getByRole('button', { name: 'Add a channel' }).click()
  await page.getByRole('menuitem', { name: 'Own sizes …' }).click()
  const dialog = page.getByRole('dialog', { name: 'Own sizes' })
  await dialog.getByRole('textbox', { name: 'Sizes' }).fill('728x90\nNewsletter: 1200 × 400\nlarge')
  await expect(dialog).toContainText('“large”: no size such as 728x90 or 210 x 297 mm.')
  await expect(
    dialog.getByRole('list', { name: 'Channels that are added' }).getByRole('listitem'),
  ).toHaveCount(2)
  await dialog.getByRole('button', { name: 'Add 2 channels' }).click()
  await settled(page)
  await expect(page.locator('nav [data-channel][aria-current="true"]')).toContainText('728 × 90')

  const name = page.getByLabel('Name of the channel')
  await name.fill('Leader')
  await name.press('Enter')
  await page.getByLabel('Width of the channel').fill('970')
  await page.keyboard.press('Enter')
  await page.getByLabel('Safe area, left').fill('40')
  await page.keyboard.press('Enter')
  await settled(page)
  const own = Object.values((await stored(page, id)).channels).find((c) => c.name === 'Leader')
  expect(own).toMatchObject({ width: 970, height: 90, safe: { left: 40 } })

  await page.locator(`[data-channel="${own?.id}"]`).hover()
  await page.getByRole('button', { name: 'More for Leader' }).click()
  await page.getByRole('menuitem', { name: 'Later in the lineup' }).click()
  await settled(page)
  await expect(page.locator('nav [data-channel]').last()).toContainText('Leader')

  await page.getByRole('region', { name: 'Stage' }).focus()
  for (let n = 0; n < 5; n++) await page.keyboard.press('Control+z')
  await settled(page)
  expect(Object.keys((await stored(page, id)).channels)).toHaveLength(1)
})

test('a clear box is drawn on the stage, named, moved and removed', async ({ page }) => {
  const id = await newDesign(page, 'Areas', ['Square post', 'Link card'])
  await page.locator('nav [data-channel="link-card"]').click()
  await settled(page)
  await page.getByRole('button', { name: 'Draw areas and clear boxes' }).click()
  const bar = page.getByRole('toolbar', { name: 'Areas of the channel' })
  await bar.getByRole('button', { name: 'Clear box' }).click()
  await drag(page, await onStage(page, 700, 300), await onStage(page, 1100, 500))
  await settled(page)
  const clear = async () => (await stored(page, id)).channels['link-card']?.clear ?? []
  const [made] = await clear()
  expect(Math.abs((made?.x ?? 0) - 700)).toBeLessThan(6)
  expect(Math.abs((made?.width ?? 0) - 400)).toBeLessThan(8)
  await bar.getByLabel('Name of the clear box').fill('play button')
  await page.keyboard.press('Enter')
  await settled(page)
  const box = page.getByRole('button', { name: 'Clear box: play button' })
  await box.focus()
  await page.keyboard.press('Shift+ArrowLeft')
  await settled(page)
  expect((await clear())[0]).toMatchObject({ label: 'play button', x: (made?.x ?? 0) - 10 })
  await page.keyboard.press('Delete')
  await settled(page)
  expect(await clear()).toEqual([])
  await page.keyboard.press('Escape')
  await expect(bar).toHaveCount(0)
  await stage(page).focus()
  await page.keyboard.press('Control+z')
  await settled(page)
  expect(await clear()).toHaveLength(1)
})

test('a channel is saved for all designs, offered in others and on the shelf, and forgotten', async ({
  page,
}) => {
  await newDesign(page, 'Saving', ['Square post'])
  await page.getByRole('button', { name: 'Add a channel' }).click()
  await page.getByRole('menuitem', { name: 'Own sizes …' }).click()
  const dialog = page.getByRole('dialog', { name: 'Own sizes' })
  await dialog.getByRole('textbox', { name: 'Sizes' }).fill('Shop window: 1400 x 700')
  await dialog.getByRole('button', { name: 'Add the channel' }).click()
  await settled(page)
  await page.getByRole('button', { name: 'Save this channel' }).click()
  await page.getByRole('menuitem', { name: 'For all designs' }).click()
  await expect(page.getByText('is saved for all designs')).toBeVisible()

  const id = await newDesign(page, 'Using', ['Link card', 'Shop window'])
  expect(Object.values((await stored(page, id)).channels).map((c) => c.name)).toContain('Shop window')
  // Named otherwise here, it is offered once more.
  await page.locator('nav [data-channel^="saved-"]').click()
  const name = page.getByLabel('Name of the channel')
  await name.fill('Window in the yard')
  await name.press('Enter')
  await settled(page)
  await page.getByRole('button', { name: 'Add a channel' }).click()
  const item = page.getByRole('menuitem', { name: /Shop window/ })
  await item.hover()
  await page.keyboard.press('Delete')
  await expect(item).toHaveCount(0)
})
