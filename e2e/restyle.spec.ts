import { expect, test } from '@playwright/test'
import { beginPost, colourAt, drawBox, row, run, settled, stage, stored } from './bench'

test('a treatment is added, typed, exaggerated and compared by held keys, put in another order, copied to others and undone', async ({ page }) => {
  const id = await beginPost(page, 'Treatments')
  await page.keyboard.press('3')
  await drawBox(page, [200, 300], [450, 700])
  await page.keyboard.press('3')
  await drawBox(page, [600, 300], [850, 700])
  const add = async (name: string) => {
    await page.getByRole('button', { name: 'Add a treatment' }).click()
    await page.getByRole('menuitem', { name, exact: true }).click()
  }
  const own = await colourAt(page, 700, 500)
  await add('Invert')
  await settled(page)
  const inverted = own.map((v, n) => (n < 3 ? 255 - v : v))
  expect(await colourAt(page, 700, 500)).toEqual(inverted)
  await add('Cast shadow')
  for (const [label, value] of [
    ['Angle of Cast shadow', '0'],
    ['Distance of Cast shadow', '100'],
    ['Softness of Cast shadow', '0'],
    ['Strength of Cast shadow', '50'],
  ] as const) {
    await page.getByLabel(label, { exact: true }).fill(value)
    await page.keyboard.press('Enter')
  }
  await settled(page)
  const shadow = await colourAt(page, 900, 500)
  expect(shadow[0]).toBeGreaterThan(100)
  expect(shadow[0]).toBeLessThan(180)

  // While W is held the thing is seen without them, while E is held the last one at full strength.
  await stage(page).focus()
  await page.keyboard.down('w')
  await settled(page)
  expect(await colourAt(page, 700, 500)).toEqual(own)
  await page.keyboard.up('w')
  await settled(page)
  expect(await colourAt(page, 700, 500)).toEqual(inverted)
  await page.keyboard.down('e')
  await settled(page)
  expect((await colourAt(page, 900, 500))[0]).toBeLessThan(60)
  await page.keyboard.up('e')
  await settled(page)
  expect(await colourAt(page, 900, 500)).toEqual(shadow)

  // Before the inversion the shadow is inverted with the thing.
  await page.getByRole('button', { name: 'Treatment: Cast shadow' }).focus()
  await page.keyboard.press('Alt+ArrowUp')
  await settled(page)
  expect((await colourAt(page, 900, 500)).slice(0, 3)).not.toEqual(shadow.slice(0, 3))
  await stage(page).focus()
  await page.keyboard.press('Control+z')
  await settled(page)
  expect(await colourAt(page, 900, 500)).toEqual(shadow)

  // The other thing gets the same in one step.
  await run(page, 'Copy the treatments')
  await row(page, 'Rectangle').last().click()
  await stage(page).focus()
  await run(page, 'Paste treatments')
  await settled(page)
  expect(await colourAt(page, 300, 500)).toEqual(inverted)
  expect((await colourAt(page, 500, 500))[0]).toBe(shadow[0])
  const layers = Object.values((await stored(page, id)).layers)
  expect(
    layers.map((l) =>
      Object.values(l.treatments)
        .map((t) => t.kind)
        .sort(),
    ),
  ).toEqual([
    ['invert', 'shadow'],
    ['invert', 'shadow'],
  ])
  // A recipe is put on both in one step, and what one has is kept as a recipe of the design.
  await stage(page).focus()
  await page.keyboard.press('Control+a')
  await page.getByRole('button', { name: 'Recipes' }).click()
  await page.getByRole('menuitem', { name: 'Cobalt', exact: true }).click()
  await settled(page)
  const cobalt = await colourAt(page, 300, 500)
  expect(cobalt).toEqual(await colourAt(page, 700, 500))
  expect(cobalt[2]).toBeGreaterThan(cobalt[0] ?? 255)
  await page.getByRole('button', { name: 'Recipes' }).click()
  await page.getByRole('menuitem', { name: 'Keep these as a recipe' }).click()
  await settled(page)
  expect(Object.values((await stored(page, id)).recipes).map((r) => r.name)).toEqual(['Duotone'])
  await stage(page).focus()
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await settled(page)
  await page.reload()
  await settled(page)
  expect(await colourAt(page, 300, 500)).toEqual(inverted)
})
