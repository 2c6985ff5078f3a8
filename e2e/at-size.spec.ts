import { openDesign, settled, stage, stored } from './bench'
import { expect, test } from './test'

test('an adaptation is seen where people will meet it: by its shape, at its size, in the dark, with other eyes', async ({
  page,
}) => {
  await openDesign(page, 'gift-card')
  await stage(page).focus()
  await page.keyboard.press('t')
  const view = page.getByRole('region', { name: 'At size' })
  const met = page.getByTestId('met')
  const art = met.locator('canvas').first()
  const width = async () => (await art.boundingBox())?.width ?? 0

  await test.step('a postcard lies on a table at its true millimetres', async () => {
    await expect(view.getByRole('combobox', { name: 'Where it is met' })).toHaveText('On a table')
    // 148 mm, a CSS inch having 96 px.
    expect(await width()).toBeCloseTo((148 / 25.4) * 96, 0)
    await view.getByRole('button', { name: 'True size' }).click()
    await view.getByRole('slider', { name: 'Width of the card' }).press('PageUp')
    const card = (await page.getByTestId('card').boundingBox())?.width ?? 0
    expect((await width()) / card).toBeCloseTo(148 / 85.6, 1)
    await view.getByRole('button', { name: 'Done' }).click()
  })
  await test.step('others are met elsewhere, and the lineup goes on with them', async () => {
    await page.locator('nav [data-channel="square-post"]').click()
    await expect(view.getByRole('combobox', { name: 'Where it is met' })).toHaveText('A feed on a phone')
    await expect(page.getByTestId('phone')).toBeVisible()
    await page.locator('nav [data-channel="wide-header"]').click()
    await expect(view.getByRole('combobox', { name: 'Where it is met' })).toHaveText('The head of a page')
    await view.getByRole('button', { name: 'Light' }).click()
    await expect(met).toHaveAttribute('data-met', 'dark')
  })
  await test.step('on a wall it shrinks with the distance', async () => {
    await page.locator('nav [data-channel="postcard"]').click()
    await view.getByRole('combobox', { name: 'Where it is met' }).click()
    await page.getByRole('option', { name: 'On a wall' }).click()
    const near = await width()
    await view.getByRole('combobox', { name: 'How far away' }).click()
    await page.getByRole('option', { name: 'from 10 m' }).click()
    await expect.poll(async () => near / (await width())).toBeCloseTo(5, 1)
  })
  await test.step('at first glance, with other cones, and px for px', async () => {
    await page.locator('nav [data-channel="square-post"]').click()
    await view.getByRole('button', { name: 'Without green cones' }).click()
    await expect(met.locator('[style*="seen-deutan"]')).toHaveCount(1)
    await view.getByRole('button', { name: 'Full quality' }).click()
    await expect
      .poll(() => met.locator('canvas').evaluate((c) => (c as HTMLCanvasElement).width), { timeout: 30_000 })
      .toBe(1080)
  })
  await test.step('nothing is changed that is not seen, and Escape goes back to the stage', async () => {
    const before = await stored(page, 'gift-card')
    await page.keyboard.press('Control+a')
    await page.keyboard.press('Delete')
    await page.keyboard.press('Escape')
    await expect(view).toHaveCount(0)
    await settled(page)
    expect((await stored(page, 'gift-card')).layers).toEqual(before.layers)
  })
})
