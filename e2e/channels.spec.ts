import { expect, test } from '@playwright/test'
import { newDesign, settled, stored } from './bench'

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
