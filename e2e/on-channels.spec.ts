import { newDesign, settled, stored } from './bench'
import { expect, type Page, test } from './test'

const details = (page: Page) => page.getByRole('complementary', { name: 'Details' })
const set = async (page: Page, label: string, value: string) => {
  const field = details(page).getByRole('textbox', { name: label, exact: true }).first()
  await field.fill(value)
  await field.press('Enter')
  await settled(page)
}
const changes = async (page: Page, id: string) =>
  Object.values((await stored(page, id)).changes)
    .map((c) => `${c.target.replace(/[a-z0-9]{12}/g, '*')} ${c.property}`)
    .sort()

test('everything may differ on one channel, is marked there, and follows the master again one by one', async ({
  page,
}) => {
  const id = await newDesign(page, 'One channel', ['Square post', 'Link card'])
  await test.step('a shape with a treatment, a mask and a swatch', async () => {
    await page.keyboard.press('3')
    await page.keyboard.press('Enter')
    await settled(page)
    await page.getByRole('button', { name: 'Add a treatment' }).click()
    await page.getByRole('menuitem', { name: 'Cast shadow' }).click()
    await settled(page)
    await page.getByRole('button', { name: 'Add a mask' }).click()
    await page.getByRole('menuitem', { name: 'Ellipse' }).click()
    await settled(page)
  })
  const master = Object.values((await stored(page, id)).layers)[0]
  await page.locator('[data-channel="link-card"]').click()
  await settled(page)

  await test.step('settings of treatment and mask differ there alone', async () => {
    await set(page, 'Distance of Cast shadow', '40')
    await set(page, 'Strength of the mask', '30')
    await set(page, 'Opacity', '70')
    expect(await changes(page, id)).toEqual([
      'layers/* opacity',
      'layers/*/masks/* strength',
      'layers/*/treatments/* shadow.distance',
    ])
    expect(Object.values((await stored(page, id)).layers)[0]).toEqual(master)
    await expect(details(page).getByLabel('Distance of Cast shadow', { exact: true })).toHaveValue('40')
  })
  await test.step('they are marked, and one of them follows again by its mark', async () => {
    await details(page).getByRole('button', { name: 'Follow the master again: distance' }).click()
    await settled(page)
    expect(await changes(page, id)).toEqual(['layers/* opacity', 'layers/*/masks/* strength'])
    await expect(details(page).getByLabel('Distance of Cast shadow', { exact: true })).not.toHaveValue('40')
  })
  await test.step('another follows again from the list', async () => {
    const list = details(page).getByRole('group', { name: 'Differs on Link card' })
    await expect(list.getByRole('listitem')).toHaveText(['Ellipse mask · strength', 'opacity'])
    await list
      .getByRole('button', { name: 'Follow the master again on Link card: Ellipse mask · strength' })
      .click()
    await settled(page)
    expect(await changes(page, id)).toEqual(['layers/* opacity'])
    await page.keyboard.press('Control+z')
    await settled(page)
    expect(await changes(page, id)).toEqual(['layers/* opacity', 'layers/*/masks/* strength'])
  })
  await test.step('the page has a colour of its own there, kept over a reload', async () => {
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await set(page, 'Page colour', '#dfe9e2')
    await page.reload()
    await settled(page)
    const colour = () => page.evaluate(() => window.vividBench.store.getState().resolved.colour)
    expect(await colour()).toBe('#ffffff')
    await page.locator('[data-channel="link-card"]').click()
    await settled(page)
    expect(await colour()).toBe('#dfe9e2')
    await page.getByRole('button', { name: 'Follow the master again: page colour' }).click()
    await settled(page)
    expect(await colour()).toBe('#ffffff')
  })
})
