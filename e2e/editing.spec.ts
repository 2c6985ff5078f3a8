import { drag, newDesign, onLayer, onStage, openDesign, row, settled, stage, stored } from './bench'
import { expect, test } from './test'

async function twoShapes(page: import('@playwright/test').Page): Promise<string> {
  const id = await newDesign(page, 'Two shapes', ['Square post', 'Link card'])
  await page.keyboard.press('3')
  await drag(page, await onStage(page, 120, 120), await onStage(page, 420, 420))
  await settled(page)
  await stage(page).focus()
  await page.keyboard.press('Escape')
  await page.keyboard.press('3')
  await page.keyboard.press('3')
  await drag(page, await onStage(page, 320, 320), await onStage(page, 720, 620))
  await settled(page)
  return id
}
const byName = async (page: import('@playwright/test').Page, id: string, name: string) =>
  Object.values((await stored(page, id)).layers).find((l) => l.name === name)

test('a click takes what is seen, not what has a box there; Escape lets go', async ({ page }) => {
  await twoShapes(page)
  await page.keyboard.press('Escape')
  // The ellipse’s box begins at 320, 320, but the rectangle is what is seen in its corner.
  const corner = await onStage(page, 330, 330)
  await page.mouse.click(corner.x, corner.y)
  await expect(row(page, 'Rectangle')).toHaveAttribute('aria-selected', 'true')
  const middle = await onStage(page, 520, 470)
  await page.mouse.click(middle.x, middle.y)
  await expect(row(page, 'Ellipse')).toHaveAttribute('aria-selected', 'true')
  await page.keyboard.press('Escape')
  await expect(page.locator('[aria-selected="true"][role="treeitem"]')).toHaveCount(0)
})

test('nudge, duplicate, group, undo and redo, also after a reload', async ({ page }) => {
  const id = await twoShapes(page)
  await row(page, 'Rectangle').click()
  await stage(page).focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowDown')
  await settled(page)
  expect((await byName(page, id, 'Rectangle'))?.placement).toMatchObject({ x: 271, y: 280 })
  await page.keyboard.press('Control+d')
  await settled(page)
  expect(Object.keys((await stored(page, id)).layers)).toHaveLength(3)
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Control+g')
  await settled(page)
  expect(Object.values((await stored(page, id)).layers).filter((l) => l.kind === 'group')).toHaveLength(1)
  await page.reload()
  await settled(page)
  await expect(page.getByRole('button', { name: 'Undo: Group' })).toBeEnabled()
  for (let n = 0; n < 4; n++) await page.getByRole('button', { name: /^Undo/ }).click()
  await settled(page)
  const undone = await stored(page, id)
  expect(Object.keys(undone.layers)).toHaveLength(2)
  expect((await byName(page, id, 'Rectangle'))?.placement).toMatchObject({ x: 270, y: 270 })
  for (let n = 0; n < 4; n++) await page.getByRole('button', { name: /^Redo/ }).click()
  await settled(page)
  expect(Object.keys((await stored(page, id)).layers)).toHaveLength(4)
})

test('scaling keeps proportion from a corner, stretches from a side, turns outside a corner', async ({
  page,
}) => {
  const id = await twoShapes(page)
  await row(page, 'Ellipse').click()
  await settled(page)
  await drag(page, await onStage(page, 720, 620), await onStage(page, 520, 500))
  await settled(page)
  const scaled = (await byName(page, id, 'Ellipse'))?.placement
  expect((scaled?.width ?? 0) / (scaled?.height ?? 1)).toBeCloseTo(400 / 300, 3)
  expect(scaled?.width).toBeLessThan(300)
  const p = scaled ?? { x: 0, y: 0, width: 1, height: 1 }
  await drag(
    page,
    await onStage(page, p.x + p.width / 2, p.y),
    await onStage(page, p.x + p.width / 2 + 97, p.y + 3),
  )
  await settled(page)
  const stretched = (await byName(page, id, 'Ellipse'))?.placement
  expect(stretched?.height).toBeCloseTo(p.height, 6)
  expect(stretched?.width).toBeGreaterThan(p.width + 60)
  await page.getByLabel('Turn', { exact: true }).fill('30')
  await page.keyboard.press('Enter')
  await settled(page)
  expect((await byName(page, id, 'Ellipse'))?.placement.rotation).toBe(30)
})

test('number fields take arithmetic and units; mixed values say so', async ({ page }) => {
  const id = await twoShapes(page)
  await row(page, 'Rectangle').click()
  await page.getByLabel('Width', { exact: true }).fill('1080/3')
  await page.keyboard.press('Enter')
  await settled(page)
  expect((await byName(page, id, 'Rectangle'))?.placement.width).toBe(360)
  await page.getByLabel('Left', { exact: true }).fill('50 %')
  await page.keyboard.press('Enter')
  await settled(page)
  expect((await byName(page, id, 'Rectangle'))?.placement.x).toBeCloseTo(540 + 180, 6)
  await page.getByLabel('Opacity', { exact: true }).first().fill('40')
  await page.keyboard.press('Enter')
  await row(page, 'Ellipse').click({ modifiers: ['Control'] })
  await expect(page.getByLabel('Opacity', { exact: true }).first()).toHaveAttribute('placeholder', 'mixed')
})

test('dragging in the stack changes depth and plane', async ({ page }) => {
  const id = await twoShapes(page)
  await row(page, 'Rectangle').dragTo(page.getByRole('group', { name: 'Front' }).locator('div').first())
  await settled(page)
  expect((await byName(page, id, 'Rectangle'))?.plane).toBe('front')
  const middle = await onStage(page, 370, 370)
  await page.mouse.click(middle.x, middle.y)
  await expect(row(page, 'Rectangle')).toHaveAttribute('aria-selected', 'true')
})

test('hidden and locked things do not get in the way; both come back', async ({ page }) => {
  const id = await twoShapes(page)
  await row(page, 'Ellipse').hover()
  await row(page, 'Ellipse').getByRole('button', { name: 'Lock' }).click()
  await settled(page)
  const overlap = await onStage(page, 400, 400)
  await page.mouse.click(overlap.x, overlap.y)
  await expect(row(page, 'Rectangle')).toHaveAttribute('aria-selected', 'true')
  await row(page, 'Rectangle').hover()
  await row(page, 'Rectangle').getByRole('button', { name: 'Hide' }).click()
  await settled(page)
  expect((await byName(page, id, 'Rectangle'))?.shown).toBe(false)
  expect((await byName(page, id, 'Ellipse'))?.locked).toBe(true)
})

test('colours are typed with or without #, sampled from a photo exactly, and kept as swatches', async ({
  page,
}) => {
  await openDesign(page, 'opening-day')
  await row(page, 'Title').click()
  await page.getByLabel('Fill colour', { exact: true }).fill('2f6b8a')
  await page.keyboard.press('Enter')
  await settled(page)
  const title = async () =>
    Object.values((await stored(page, 'opening-day')).layers).find((l) => l.name === 'Title')
  expect(await title()).toMatchObject({ fill: { kind: 'solid', colour: '#2f6b8a' } })
  await page.keyboard.press('Escape')
  await row(page, 'Title').click()
  await page.getByRole('button', { name: 'Sample Fill colour from the stage' }).click()
  const at = await onStage(page, 536, 800)
  // Common practice: a colour sampled from the picture equals the sampled value exactly.
  const shown = await page.evaluate(
    ([x, y]) => {
      const c = document.querySelector<HTMLCanvasElement>('[data-testid="stage-canvas"]') as HTMLCanvasElement
      const box = c.getBoundingClientRect()
      const [r, g, b] = (c.getContext('2d') as CanvasRenderingContext2D).getImageData(
        Math.floor(x - box.left),
        Math.floor(y - box.top),
        1,
        1,
      ).data
      return `#${[r, g, b].map((v) => (v as number).toString(16).padStart(2, '0')).join('')}`
    },
    [at.x, at.y] as const,
  )
  await page.mouse.click(at.x, at.y)
  // The colour comes from the worker, so the edit follows the click at a distance.
  await expect.poll(title).toMatchObject({ fill: { kind: 'solid', colour: shown } })
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await settled(page)
  expect(await title()).toMatchObject({ fill: { kind: 'solid', colour: 'swatch:umber' } })
})

test('type is edited on the stage: replace, line keys, selection by words, undo as one step', async ({
  page,
}) => {
  await openDesign(page, 'three-dips')
  const at = await onLayer(page, 'Title')
  await page.mouse.dblclick(at.x, at.y)
  const field = page.getByLabel('Text of the selected layer')
  await expect(field).toBeFocused()
  await page.keyboard.press('Control+End')
  await page.keyboard.type(', now')
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('Home')
  expect(await field.evaluate((f: HTMLTextAreaElement) => f.value)).toBe('Three dips,\none glaze, now')
  await page.keyboard.press('Escape')
  await settled(page)
  const title = async () =>
    Object.values((await stored(page, 'three-dips')).layers).find((l) => l.name === 'Title')
  expect(await title()).toMatchObject({ text: 'Three dips,\none glaze, now' })
  await page.getByRole('button', { name: 'Undo: Type' }).click()
  await settled(page)
  expect(await title()).toMatchObject({ text: 'Three dips,\none glaze' })
})

test('pages are added, copied independently and cleared', async ({ page }) => {
  await openDesign(page, 'gift-card')
  await page.getByRole('button', { name: 'Duplicate this page' }).click()
  await settled(page)
  await row(page, 'Rose mug').click()
  await stage(page).focus()
  await page.keyboard.press('Delete')
  await settled(page)
  const design = await stored(page, 'gift-card')
  expect(Object.keys(design.pages)).toHaveLength(2)
  expect(Object.values(design.layers).filter((l) => l.name === 'Rose mug')).toHaveLength(1)
})

test('every command is in the palette and runs from it', async ({ page }) => {
  await openDesign(page, 'bowls-soup')
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('What do you want to do?').fill('select all')
  await page.keyboard.press('Enter')
  await expect.poll(() => page.locator('[aria-selected="true"][role="treeitem"]').count()).toBeGreaterThan(1)
})

test('an image and plain text are pasted from elsewhere', async ({ page }) => {
  const id = await newDesign(page, 'Pasting', ['Square post'])
  await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(40, 20)
    const g = canvas.getContext('2d') as OffscreenCanvasRenderingContext2D
    g.fillStyle = '#c2412a'
    g.fillRect(0, 0, 40, 20)
    const data = new DataTransfer()
    data.items.add(new File([await canvas.convertToBlob()], 'patch.png', { type: 'image/png' }))
    window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }))
  })
  await expect(row(page, 'patch')).toBeVisible()
  await page.evaluate(() => {
    const data = new DataTransfer()
    data.setData('text/plain', 'First line\nSecond line')
    window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }))
  })
  await settled(page)
  expect(
    Object.values((await stored(page, id)).layers)
      .map((l) => l.kind)
      .sort(),
  ).toEqual(['picture', 'type'])
})

test('a thing kept inside shows only in its holder, goes with it, and is let go again', async ({ page }) => {
  const id = await twoShapes(page)
  await row(page, 'Ellipse').click()
  await stage(page).focus()
  await page.keyboard.press('Alt+i')
  await settled(page)
  const [rectangle, ellipse] = [await byName(page, id, 'Rectangle'), await byName(page, id, 'Ellipse')]
  expect(ellipse?.inside).toBe(rectangle?.id)
  await expect(row(page, 'Ellipse')).toHaveAttribute('aria-description', /^kept inside Rectangle/)
  // The ellipse’s own middle lies outside the rectangle: nothing is there to be taken.
  await page.keyboard.press('Escape')
  const middle = await onStage(page, 520, 470)
  await page.mouse.click(middle.x, middle.y)
  await expect(page.locator('[aria-selected="true"][role="treeitem"]')).toHaveCount(0)
  const shared = await onStage(page, 400, 400)
  await page.mouse.click(shared.x, shared.y)
  await expect(row(page, 'Ellipse')).toHaveAttribute('aria-selected', 'true')
  // The holder takes it along.
  await row(page, 'Rectangle').click()
  await stage(page).focus()
  await page.keyboard.press('Shift+ArrowRight')
  await settled(page)
  expect((await byName(page, id, 'Ellipse'))?.placement.x).toBe((ellipse?.placement.x ?? 0) + 10)
  await page.keyboard.press('Alt+Shift+i')
  await settled(page)
  expect((await byName(page, id, 'Ellipse'))?.inside).toBeNull()
  // By dragging onto the middle of a row, and out again.
  await row(page, 'Ellipse').dragTo(row(page, 'Rectangle'), { targetPosition: { x: 80, y: 18 } })
  await settled(page)
  expect((await byName(page, id, 'Ellipse'))?.inside).toBe(rectangle?.id)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await settled(page)
  expect((await byName(page, id, 'Ellipse'))?.inside).toBeNull()
})

test('what lies beneath is taken by tapping Q, and from the list that holding it opens', async ({ page }) => {
  await openDesign(page, 'opening-day')
  const names = () =>
    page.evaluate(() => {
      const { selection, design } = window.vividBench.store.getState()
      return selection.map((id) => design.layers[id]?.name)
    })
  const at = await onLayer(page, 'Copper bottle vase')
  await page.mouse.move(at.x, at.y)
  await page.getByRole('region', { name: 'Stage' }).focus()
  await page.keyboard.press('q')
  await expect.poll(names).toEqual(['Copper bottle vase'])
  await page.keyboard.press('q')
  await expect.poll(names).not.toEqual(['Copper bottle vase'])
  await page.keyboard.down('q')
  const list = page.getByRole('dialog', { name: 'Under the pointer' })
  await expect(list).toBeVisible()
  await page.keyboard.up('q')
  // What is locked is listed too, and told.
  await expect(list.getByRole('button', { name: /Paper/ })).toContainText('Paper')
  await list.getByRole('button', { name: /Copper bottle vase/ }).click()
  await expect(list).toHaveCount(0)
  expect(await names()).toEqual(['Copper bottle vase'])
})

test('a marquee takes what it touches, with Alt what it encloses, with Shift more or less', async ({
  page,
}) => {
  await newDesign(page, 'Marquee', ['Square post'])
  const square = async (x: number, y: number) => {
    await page.keyboard.press('3')
    await drag(page, await onStage(page, x, y), await onStage(page, x + 200, y + 200))
    await settled(page)
  }
  await square(100, 100)
  await square(500, 100)
  const count = () => page.evaluate(() => window.vividBench.store.getState().selection.length)
  const over = async (x: number, key?: 'Alt' | 'Shift') => {
    if (key) await page.keyboard.down(key)
    await drag(page, await onStage(page, 40, 760), await onStage(page, x, 60))
    if (key) await page.keyboard.up(key)
  }
  await over(600)
  await expect.poll(count).toBe(2)
  await over(600, 'Alt')
  await expect.poll(count).toBe(1)
  await over(600, 'Shift')
  await expect.poll(count).toBe(2)
  await over(400, 'Shift')
  await expect.poll(count).toBe(1)
})
