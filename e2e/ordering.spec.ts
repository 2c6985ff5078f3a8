import { newDesign, settled, stored } from './bench'
import { expect, type Locator, type Page, test } from './test'

/** The middle of a thing that has come to rest: what was dragged glides to its place first. */
const middle = async (of: Locator) => {
  let box = await of.boundingBox()
  await expect(async () => {
    const last = box
    box = await of.boundingBox()
    expect(box).toEqual(last)
  }).toPass({ intervals: [120], timeout: 5000 })
  return { x: (box?.x ?? 0) + (box?.width ?? 0) / 2, y: (box?.y ?? 0) + (box?.height ?? 0) / 2 }
}
/** Drags one thing of a row or column to the place of another, as a hand does. */
async function dragOver(page: Page, what: Locator, over: Locator): Promise<void> {
  const [from, to] = [await middle(what), await middle(over)]
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(from.x + 6, from.y + 6, { steps: 3 })
  await page.mouse.move(to.x, to.y, { steps: 12 })
  await page.mouse.up()
  await settled(page)
}
const inOrder = <T extends { order: string }>(all: Record<string, T>): T[] =>
  Object.values(all).sort((a, b) => (a.order < b.order ? -1 : 1))

test('treatments are dragged into another order by their grip, pages by themselves; a press stays a press', async ({
  page,
}) => {
  const id = await newDesign(page, 'In order', ['Square post'])
  await page.keyboard.press('3')
  await page.keyboard.press('Enter')
  await settled(page)
  for (const name of ['Cast shadow', 'Grain', 'Tint']) {
    await page.getByRole('button', { name: 'Add a treatment' }).click()
    await page.getByRole('menuitem', { name, exact: true }).click()
    await settled(page)
  }
  // Closed, the cards lie close to each other.
  await page.getByRole('button', { name: 'Treatment: Tint' }).click()
  const grip = (name: string) =>
    page
      .locator('[data-card]', { has: page.getByRole('button', { name: `Treatment: ${name}` }) })
      .getByTitle('Drag to another place in the order')
  const kinds = async () => {
    const [layer] = Object.values((await stored(page, id)).layers)
    return inOrder(layer?.treatments ?? {}).map((t) => t.kind)
  }
  expect(await kinds()).toEqual(['shadow', 'grain', 'tint'])
  await dragOver(page, grip('Tint'), grip('Cast shadow'))
  expect(await kinds()).toEqual(['tint', 'shadow', 'grain'])
  await dragOver(page, grip('Tint'), grip('Grain'))
  expect(await kinds()).toEqual(['shadow', 'grain', 'tint'])
  await page.keyboard.press('Control+z')
  await settled(page)
  expect(await kinds()).toEqual(['tint', 'shadow', 'grain'])

  const strip = page.getByRole('group', { name: 'Pages' })
  const number = (n: number) => strip.getByRole('button', { name: String(n), exact: true })
  for (let n = 0; n < 2; n++) {
    await strip.getByRole('button', { name: 'Add a page' }).click()
    await settled(page)
  }
  const ids = async () => inOrder((await stored(page, id)).pages).map((p) => p.id)
  const [first, second, third] = await ids()
  await dragOver(page, number(1), number(3))
  expect(await ids()).toEqual([second, third, first])
  await dragOver(page, number(3), number(2))
  expect(await ids()).toEqual([second, first, third])
  await number(1).click()
  await settled(page)
  expect(await page.evaluate(() => window.vividBench.store.getState().page)).toBe(second)
})
