import { boxAt, shapeLayer, typeLayer } from '../core/kinds/new'
import { closeSupplies, newDesign, onLayer, row, run, settled, stored } from './bench'
import { expect, test } from './test'

/** A label on a button, and a line beneath. */
async function begin(page: import('@playwright/test').Page): Promise<string> {
  const id = await newDesign(page, 'Steering', ['Square post', 'Wide header'])
  const { pages } = await stored(page, id)
  const where = (own: string, order: string) =>
    ({ id: own, page: Object.keys(pages)[0] as string, plane: 'message', order }) as const
  const style = { family: 'Instrument Sans', weight: 600 }
  const layers = [
    {
      ...typeLayer(where('title', 'a0'), 'Autumn Kiln Opening', boxAt(90, 120, 900, 130), {
        ...style,
        size: 110,
      }),
      name: 'Title',
    },
    shapeLayer(where('button', 'a1'), 'Button', 'rectangle', boxAt(90, 700, 420, 140)),
    {
      ...typeLayer(
        where('label', 'a2'),
        'Book a place',
        boxAt(140, 740, 320, 60),
        { ...style, size: 48 },
        '#ffffff',
      ),
      name: 'Label',
    },
  ]
  await page.evaluate((made) => {
    window.vividBench.edit('Made', (d) => {
      for (const l of made) d.layers[l.id] = l
    })
  }, layers)
  await settled(page)
  await closeSupplies(page)
  return id
}

test('what was understood is said of a thing, taken apart and put together again', async ({ page }) => {
  const id = await begin(page)
  await row(page, 'Label').click()
  const told = page.getByRole('list', { name: 'What was understood' })
  await expect(told).toContainText('Label lies on Button')
  await page.getByRole('button', { name: /Take apart: Label lies on Button/ }).click()
  await settled(page)
  await expect(told).toHaveCount(0)
  expect(Object.values((await stored(page, id)).said).map((s) => s.kind)).toEqual(['apart'])
  await page.keyboard.press('Control+z')
  await settled(page)
  await expect(told).toContainText('Label lies on Button')
  expect(await onLayer(page, 'Label')).toBeTruthy()
})

test('another arrangement of a channel is tried from its menu and kept over a reload', async ({ page }) => {
  const id = await begin(page)
  await page
    .getByRole('button', { name: /^Wide header/ })
    .first()
    .click()
  await settled(page)
  const before = (await stored(page, id)).arrangements
  await run(page, 'Another arrangement')
  await settled(page)
  const after = (await stored(page, id)).arrangements
  expect(after).not.toEqual(before)
  await page.reload()
  await settled(page)
  expect((await stored(page, id)).arrangements).toEqual(after)
  await page.keyboard.press('Control+z')
  await settled(page)
  expect((await stored(page, id)).arrangements).not.toEqual(after)
})
