import {
  beginPost,
  closeSupplies,
  colourAt,
  drag,
  onStage,
  place,
  press,
  row,
  run,
  settled,
  stage,
  stored,
} from './bench'
import { expect, type Page, test } from './test'

const placed = async (page: Page, label: string) => {
  const open = page.getByRole('button', { name: 'Open supplies' })
  if (await open.isVisible()) await open.click()
  await place(page, label)
  await closeSupplies(page)
}
const white = async (page: Page, x: number, y: number) =>
  (await colourAt(page, x, y)).slice(0, 3).every((v) => v > 250)

test('points of a path are moved, added and removed, and a path masks what is selected', async ({ page }) => {
  const id = await beginPost(page, 'Points')
  const d = async () =>
    Object.values((await stored(page, id)).layers).flatMap((l) => (l.kind === 'shape' ? [l] : []))[0]
  await page.keyboard.press('4')
  for (const [x, y] of [
    [300, 300],
    [700, 300],
    [700, 700],
    [300, 700],
    [300, 300],
  ] as const)
    await press(page, x, y)
  await settled(page)
  const { x, y, width, height } = (await d())?.placement ?? { x: 0, y: 0, width: 0, height: 0 }
  expect([x, y, width, height].map(Math.round)).toEqual([500, 500, 400, 400])
  expect([await white(page, 500, 500), await white(page, 850, 500)]).toEqual([false, true])
  // A point of its own on the right side is drawn outwards.
  await press(page, 700, 500)
  await settled(page)
  await drag(page, await onStage(page, 700, 500), await onStage(page, 900, 500))
  await settled(page)
  expect(await white(page, 850, 500)).toBe(false)
  expect(Math.round((await d())?.placement.width ?? 0)).toBe(600)
  await page.keyboard.press('Delete')
  await settled(page)
  expect(await white(page, 850, 500)).toBe(true)
  expect(Math.round((await d())?.placement.width ?? 0)).toBe(400)
  // The next path masks it.
  await page.getByRole('button', { name: 'A mask', exact: true }).click()
  for (const [x, y] of [
    [320, 200],
    [980, 200],
    [320, 980],
  ] as const)
    await press(page, x, y)
  await stage(page).focus()
  await page.keyboard.press('Enter')
  await settled(page)
  expect(Object.values((await d())?.masks ?? {})[0]).toMatchObject({ kind: 'path' })
  expect([await white(page, 400, 400), await white(page, 680, 680)]).toEqual([false, true])
})

test('a frame’s opening becomes a slot, a graphic a slot of its outline, and type plain shapes', async ({
  page,
}) => {
  const id = await beginPost(page, 'Openings')
  const layers = async () => Object.values((await stored(page, id)).layers)
  await placed(page, 'Phone, screen open')
  await row(page, 'Phone, screen open').click()
  await run(page, 'Slot in the opening')
  await expect(row(page, 'Opening of Phone, screen open')).toBeVisible()
  await settled(page)
  const [frame, slot] = [
    (await layers()).find((l) => l.kind === 'graphic'),
    (await layers()).find((l) => l.kind === 'slot'),
  ]
  expect(slot).toMatchObject({ form: 'path', picture: null, tie: frame?.tie })
  expect((slot?.order ?? 'z') < (frame?.order ?? '')).toBe(true)
  expect(Math.abs((slot?.placement.x ?? 0) - (frame?.placement.x ?? 9))).toBeLessThan(4)
  // One thing is seen through all panes of a window; on request each has its own.
  await stage(page).focus()
  for (let n = 0; n < 3; n++) await page.keyboard.press('Escape')
  await placed(page, 'Window with panes')
  const named = async (name: RegExp) => (await layers()).filter((l) => name.test(l.name))
  const panes = async (command: string) => {
    await row(page, 'Window with panes').last().click()
    await run(page, command)
    await expect(page.getByRole('treeitem', { name: /^Opening.* of Window/ }).first()).toBeVisible()
    await settled(page)
    return (await named(/^Opening.* of Window with panes$/)).map((l) =>
      l.kind === 'slot' ? (l.d?.match(/M/g)?.length ?? 0) : 0,
    )
  }
  expect(await panes('Slot in the opening')).toEqual([6])
  await page.keyboard.press('Control+z')
  await settled(page)
  expect(await panes('A slot in each opening')).toEqual([1, 1, 1, 1, 1, 1])
  // A graphic holds pictures in its own outline.
  await stage(page).focus()
  await page.keyboard.press('Escape')
  await placed(page, 'Pebble')
  await row(page, 'Pebble').click()
  await run(page, 'Make a slot of the outline')
  await expect(async () =>
    expect((await layers()).find((l) => l.name === 'Pebble')?.kind).toBe('slot'),
  ).toPass()
  // Type as shapes looks as before.
  await stage(page).focus()
  await page.keyboard.press('Escape')
  await page.keyboard.press('5')
  await press(page, 120, 900)
  await expect(page.getByLabel('Text of the selected layer')).toBeFocused()
  await page.keyboard.type('Kiln')
  await page.keyboard.press('Escape')
  await settled(page)
  await row(page, 'Kiln').click()
  await settled(page)
  await run(page, 'Turn into plain shapes')
  await expect(row(page, 'Kiln, shapes')).toBeVisible()
  await settled(page)
  const type = (await layers()).find((l) => l.kind === 'type')
  expect(type?.shown).toBe(false)
  expect((await layers()).filter((l) => l.kind === 'shape' && l.form === 'path')).toHaveLength(1)
})

test('only what touches the place that is pressed stays picked', async ({ page }) => {
  const id = await beginPost(page, 'Touching')
  await placed(page, 'Three cups')
  await row(page, 'Three cups').click()
  await page.getByRole('button', { name: 'Add a mask', exact: true }).click()
  await page.getByRole('menuitem', { name: /lightness/i }).click()
  await settled(page)
  const masks = page.getByRole('region', { name: 'Masks' })
  await masks.getByLabel('only what touches').click()
  const { placement: p } = Object.values((await stored(page, id)).layers)[0] ?? {
    placement: { x: 0, y: 0, width: 1, height: 1 },
  }
  await press(page, p.x, p.y - p.height * 0.4)
  await expect(async () => {
    const mask = Object.values(Object.values((await stored(page, id)).layers)[0]?.masks ?? {})[0]
    expect(mask?.kind === 'picked' && Object.keys(mask.touching?.tiles ?? {}).length).toBeGreaterThan(3)
  }).toPass({ timeout: 30_000 })
  await settled(page)
  await masks.getByLabel('only what touches').click()
  await settled(page)
  const mask = Object.values(Object.values((await stored(page, id)).layers)[0]?.masks ?? {})[0]
  expect(mask?.kind === 'picked' && mask.touching).toBe(undefined)
})
