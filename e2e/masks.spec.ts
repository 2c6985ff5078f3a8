import sharp from 'sharp'
import { colourAt, drag, drawBox, newDesign, onStage, openDesign, row, settled, stored } from './bench'
import { expect, type Page, test } from './test'

const masks = (page: Page) => page.getByRole('region', { name: 'Masks' })
const addMask = async (page: Page, kind: string) => {
  await page.getByRole('button', { name: 'Add a mask', exact: true }).click()
  await page.getByRole('menuitem', { name: kind }).click()
  await settled(page)
}
const isPaper = async (page: Page, x: number, y: number) =>
  (await colourAt(page, x, y)).slice(0, 3).every((v) => v > 250)
const maskOf = async (page: Page, id: string) =>
  Object.values(Object.values((await stored(page, id)).layers)[0]?.masks ?? {})

/** A square of 600 px in the middle of a white post. */
async function square(page: Page): Promise<string> {
  const id = await newDesign(page, 'Masked', ['Square post'])
  const close = page.getByRole('button', { name: 'Close supplies' })
  if (await close.isVisible()) await close.click()
  await settled(page)
  await page.getByRole('region', { name: 'Stage' }).focus()
  await page.keyboard.press('3')
  await drawBox(page, [240, 240], [840, 840])
  return id
}

test('a shape mask is moved and sized by its own handles, softened, swapped and switched off', async ({
  page,
}) => {
  await square(page)
  await addMask(page, 'Ellipse')
  expect([await isPaper(page, 260, 260), await isPaper(page, 540, 540)]).toEqual([true, false])
  // Dragged by its inside it moves in the layer, which stays.
  await drag(page, await onStage(page, 540, 600), await onStage(page, 690, 600))
  await settled(page)
  expect([await isPaper(page, 360, 540), await isPaper(page, 800, 540)]).toEqual([true, false])
  await expect(page.getByLabel('Left', { exact: true })).toHaveValue('240')
  await masks(page).getByRole('button', { name: 'Swap what it shows and hides' }).click()
  await settled(page)
  expect([await isPaper(page, 360, 540), await isPaper(page, 700, 540)]).toEqual([false, true])
  await masks(page).getByRole('button', { name: 'Switch the mask off' }).click()
  await settled(page)
  expect([await isPaper(page, 360, 540), await isPaper(page, 700, 540)]).toEqual([false, false])
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await masks(page).getByLabel('Softness of the mask', { exact: true }).fill('120')
  await page.keyboard.press('Enter')
  await settled(page)
  const [red] = await colourAt(page, 480, 540)
  const [middle] = await colourAt(page, 690, 540)
  expect(red).toBeGreaterThan(middle + 20)
})

test('a part is taken away by brush, brought back, kept over a reload and seen in the delivered picture', async ({
  page,
}) => {
  const id = await square(page)
  await page.keyboard.press('6')
  await page.getByLabel('Size of the brush', { exact: true }).fill('120')
  await page.keyboard.press('Enter')
  const from = await onStage(page, 300, 540)
  const to = await onStage(page, 780, 540)
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  for (let n = 1; n <= 12; n++) await page.mouse.move(from.x + ((to.x - from.x) * n) / 12, from.y)
  await expect.poll(() => isPaper(page, 540, 540)).toBe(true)
  await page.mouse.up()
  await expect(page.getByRole('button', { name: 'Undo: Take away by brush' })).toBeVisible()
  expect([await isPaper(page, 540, 540), await isPaper(page, 540, 700)]).toEqual([true, false])
  // One stroke is one step.
  await page.keyboard.press('Control+z')
  await settled(page)
  expect(await isPaper(page, 540, 540)).toBe(false)
  await page.keyboard.press('Control+Shift+z')
  await settled(page)
  await expect.poll(() => isPaper(page, 540, 540)).toBe(true)
  await page.keyboard.press('x')
  await expect(page.getByRole('button', { name: 'Bring back', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  const middle = await onStage(page, 540, 540)
  await page.mouse.move(middle.x, middle.y)
  await page.mouse.down()
  await page.mouse.move(middle.x + 4, middle.y)
  await page.mouse.up()
  await expect(page.getByRole('button', { name: 'Undo: Bring back by brush' })).toBeVisible()
  await expect.poll(() => isPaper(page, 540, 540)).toBe(false)
  expect(await isPaper(page, 380, 540)).toBe(true)
  // Escape with the brush down gives up the stroke, not the tool.
  const low = await onStage(page, 540, 760)
  await page.mouse.move(low.x, low.y)
  await page.mouse.down()
  await page.mouse.move(low.x + 40, low.y, { steps: 4 })
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await expect.poll(() => isPaper(page, 540, 760)).toBe(false)
  await expect(page.getByRole('button', { name: 'Undo: Bring back by brush' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Bring back', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await expect.poll(async () => (await maskOf(page, id)).length).toBe(1)
  await openDesign(page, id)
  await expect.poll(() => isPaper(page, 380, 540)).toBe(true)
  expect([await isPaper(page, 540, 540), await isPaper(page, 380, 700)]).toEqual([false, false])
  const answer = await page.request.get(`/api/designs/${id}/thumb?page=page1&channel=square-post&side=540`)
  const { data, info } = await sharp(await answer.body())
    .raw()
    .toBuffer({ resolveWithObject: true })
  const light = (x: number, y: number) =>
    data[(Math.round(y / 2) * info.width + Math.round(x / 2)) * info.channels + 1] ?? 0
  expect(light(380, 540)).toBeGreaterThan(250)
  expect(light(380, 700)).toBeLessThan(250)
})

test('type shows through letters of another layer; the mask goes when that layer is removed', async ({
  page,
}) => {
  await square(page)
  await page.keyboard.press('Escape')
  await page.keyboard.press('3')
  await drawBox(page, [300, 300], [500, 500])
  // The lower, larger one is shown only where the small one covers.
  await row(page, 'Rectangle').click()
  await addMask(page, 'From a layer')
  await row(page, 'Rectangle 2').hover()
  await row(page, 'Rectangle 2').getByRole('button', { name: 'Hide' }).click()
  await settled(page)
  expect([await isPaper(page, 400, 400), await isPaper(page, 700, 700)]).toEqual([false, true])
  await row(page, 'Rectangle 2').click()
  await page.keyboard.press('Delete')
  await settled(page)
  expect(await isPaper(page, 700, 700)).toBe(false)
})

test('with nothing selected the brush says what to do', async ({ page }) => {
  await square(page)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await page.keyboard.press('6')
  const at = await onStage(page, 540, 540)
  await page.mouse.move(at.x, at.y)
  await page.mouse.down()
  await page.mouse.up()
  await expect(page.getByText('Select one thing first')).toBeVisible()
})

test('a colour picked on the stage is hidden, its complement at hand, and the tolerance says how much', async ({
  page,
}) => {
  await square(page)
  await addMask(page, 'Picked colour')
  // Until a colour is sampled nothing is hidden.
  expect(await isPaper(page, 540, 540)).toBe(false)
  const at = await onStage(page, 540, 540)
  await page.mouse.click(at.x, at.y)
  // The colour is read by the worker: only then is there something to settle.
  await expect(page.getByRole('button', { name: 'Undo: Pick a colour to hide' })).toBeVisible()
  await settled(page)
  expect(await isPaper(page, 540, 540)).toBe(true)
  await masks(page).getByRole('button', { name: 'Swap back what it shows and hides' }).click()
  await settled(page)
  expect(await isPaper(page, 540, 540)).toBe(false)
  await page.getByLabel('How the mask is seen').click()
  await page.getByRole('option', { name: 'the mask alone' }).click()
  await settled(page)
  await expect.poll(async () => (await colourAt(page, 540, 540)).slice(0, 3)).toEqual([255, 255, 255])
  expect((await colourAt(page, 100, 100)).slice(0, 3)).toEqual([0, 0, 0])
})

test('one shape is punched out of another, live: moved the hole moves along, let go both are whole again', async ({
  page,
}) => {
  const id = await square(page)
  await page.keyboard.press('3')
  await drawBox(page, [440, 440], [640, 640])
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('What do you want to do?').fill('Punch')
  await page.keyboard.press('Enter')
  await settled(page)
  expect([await isPaper(page, 540, 540), await isPaper(page, 300, 300)]).toEqual([true, false])
  await expect(page.getByLabel('What the members make')).toContainText('punched out')
  // The member that punches is moved by itself: the hole goes with it.
  await row(page, 'Rectangle 2').click()
  await page.getByLabel('Left', { exact: true }).fill('600')
  await page.keyboard.press('Enter')
  await settled(page)
  // A stalled machine may show it a moment later.
  await expect
    .poll(async () => [await isPaper(page, 480, 540), await isPaper(page, 700, 540)])
    .toEqual([false, true])
  await row(page, 'Combined shape').click()
  await page.keyboard.press('Control+Shift+g')
  await settled(page)
  expect(await isPaper(page, 700, 540)).toBe(false)
  expect(Object.values((await stored(page, id)).layers)).toHaveLength(2)
})
