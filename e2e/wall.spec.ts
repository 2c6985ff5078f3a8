import { newDesign, onStage, settled, stored } from './bench'
import { expect, type Page, test } from './test'

const SIZES = ['Square post', 'Tall story', 'Wide header', 'Link card']

/** A disc on each of four channels. */
async function begin(page: Page): Promise<string> {
  const id = await newDesign(page, 'On the wall', SIZES)
  await page.keyboard.press('3')
  const [a, b] = [await onStage(page, 300, 300), await onStage(page, 700, 700)]
  await page.mouse.move(a.x, a.y)
  await page.mouse.down()
  await page.mouse.move(b.x, b.y, { steps: 4 })
  await page.mouse.up()
  await settled(page)
  return id
}
const hung = (page: Page, channel: string) => page.locator(`[data-wall] [data-picture$="/${channel}"]`)
const now = (page: Page) =>
  page.evaluate(() => {
    const s = window.vividBench.store.getState()
    return {
      channel: s.channel,
      selection: s.selection,
      wall: s.wall,
      changes: Object.values(s.design.changes),
    }
  })

test('the wall shows all channels, and what is pressed there is worked on where it hangs', async ({
  page,
}) => {
  const id = await begin(page)
  await page.getByRole('button', { name: 'Wall', exact: true }).click()
  for (const channel of ['square-post', 'tall-story', 'wide-header', 'link-card']) {
    const box = await hung(page, channel).boundingBox()
    expect(box?.width).toBeGreaterThan(40)
    await expect(hung(page, channel)).toHaveAttribute('data-revision', /./)
  }
  const before = await hung(page, 'square-post').boundingBox()

  // One press on another channel takes the disc there, and it is dragged there.
  const story = await page.evaluate(() => {
    const s = window.vividBench.store.getState()
    const placed = window.vividBench
    placed.show(s.page, 'tall-story')
    const { x, y } = placed.store.getState().resolved.layers[0]?.layer.placement ?? { x: 0, y: 0 }
    placed.show(s.page, 'square-post')
    return { x: x / 1080, y: y / 1920 }
  })
  await settled(page)
  const box = await hung(page, 'tall-story').boundingBox()
  if (!box) throw new Error('The story does not hang.')
  const from = { x: box.x + story.x * box.width, y: box.y + story.y * box.height }
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(from.x, from.y + 30, { steps: 5 })
  await page.mouse.up()
  await settled(page)
  const after = await now(page)
  expect(after.channel).toBe('tall-story')
  expect(after.selection).toHaveLength(1)
  expect(after.changes).toMatchObject([{ channel: 'tall-story', property: 'place' }])
  const hangs = await hung(page, 'square-post').boundingBox()
  expect(Math.abs((hangs?.x ?? 0) - (before?.x ?? 0))).toBeLessThan(1)
  expect(Object.values((await stored(page, id)).changes)).toHaveLength(1)

  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  expect((await now(page)).wall).toBeNull()
  await expect(page.getByRole('toolbar', { name: 'Wall' })).toHaveCount(0)
})

test('the wall by keyboard alone: gone through, several chosen, hidden there, followed again', async ({
  page,
}) => {
  const id = await begin(page)
  await page.keyboard.press('Shift+A')
  const name = (channel: string) => page.locator(`[data-hung$="/${channel}"]`)
  await name('square-post').focus()
  await page.keyboard.press('ArrowRight')
  await expect(name('tall-story')).toBeFocused()
  expect((await now(page)).channel).toBe('tall-story')
  await page.keyboard.press('Space')
  await page.keyboard.press('ArrowRight')
  await expect(name('wide-header')).toBeFocused()
  await page.keyboard.press('Space')
  expect((await now(page)).wall?.chosen).toEqual(['tall-story', 'wide-header'])

  await page.keyboard.press('Control+a')
  const band = page.getByRole('toolbar', { name: 'Wall' })
  await expect(band).toContainText('2 chosen')
  await band.getByRole('button', { name: 'Hide here' }).focus()
  await page.keyboard.press('Enter')
  await settled(page)
  const hidden = Object.values((await stored(page, id)).changes)
  expect(hidden.map((c) => [c.channel, c.property, c.value]).sort()).toEqual([
    ['tall-story', 'shown', false],
    ['wide-header', 'shown', false],
  ])
  await band.getByRole('button', { name: 'Follow master' }).focus()
  await page.keyboard.press('Enter')
  await settled(page)
  expect(Object.values((await stored(page, id)).changes)).toEqual([])
  await page.keyboard.press('Shift+A')
  await expect(band).toHaveCount(0)
})
