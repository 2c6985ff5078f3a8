import { expect, test } from '@playwright/test'
import { closeSupplies, newDesign, onLayer, row, run, settled, stored } from './bench'

/** A label on a button, and a line beneath. */
async function begin(page: import('@playwright/test').Page): Promise<string> {
  const id = await newDesign(page, 'Steering', ['Square post', 'Wide header'])
  await page.evaluate(() => {
    const bench = window.vividBench
    bench.edit('Made', (d) => {
      const own = {
        parent: null,
        inside: null,
        tie: null,
        register: null,
        shown: true,
        locked: false,
        opacity: 1,
        body: 1,
        blend: 'normal',
        masks: {},
        weaves: {},
        treatments: {},
        treated: 1,
        recipe: null,
        behaviour: {
          kind: 'auto',
          keepsSize: false,
          keepsClear: false,
          keepsWeight: false,
          host: null,
          importance: 'should',
        },
      }
      const at = (x: number, y: number, width: number, height: number) => ({
        x: x + width / 2,
        y: y + height / 2,
        width,
        height,
        rotation: 0,
        flipX: false,
        flipY: false,
      })
      const style = {
        family: 'Instrument Sans',
        weight: 600,
        italic: false,
        leading: 1.2,
        tracking: 0,
        align: 'start',
        case: 'as-typed',
      }
      const fill = (colour: string) => ({ kind: 'solid', colour })
      const page1 = Object.keys(d.pages)[0] as string
      const add = (layer: object) =>
        Object.assign(d.layers, {
          [(layer as { id: string }).id]: { ...own, page: page1, plane: 'message', ...layer },
        })
      add({
        id: 'title',
        name: 'Title',
        order: 'a0',
        kind: 'type',
        text: 'Autumn Kiln Opening',
        placement: at(90, 120, 900, 130),
        style: { ...style, size: 110 },
        fill: fill('#222222'),
      })
      add({
        id: 'button',
        name: 'Button',
        order: 'a1',
        kind: 'shape',
        form: 'rectangle',
        placement: at(90, 700, 420, 140),
        radii: [0, 0, 0, 0],
        corners: 4,
        inner: 0.5,
        fill: fill('#b1532f'),
        stroke: { colour: '#000000', weight: 0, dash: [], cap: 'butt', join: 'miter' },
      })
      add({
        id: 'label',
        name: 'Label',
        order: 'a2',
        kind: 'type',
        text: 'Book a place',
        placement: at(140, 740, 320, 60),
        style: { ...style, size: 48 },
        fill: fill('#ffffff'),
      })
    })
  })
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
