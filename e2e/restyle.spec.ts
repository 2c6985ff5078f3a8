import { beginPost, colourAt, drawBox, row, run, settled, stage, stored } from './bench'
import { expect, test } from './test'

test('a treatment is added, typed, exaggerated and compared by held keys, put in another order, copied to others and undone', async ({
  page,
}) => {
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
  // What was added lies open where it is seen.
  await expect(page.getByLabel('Strength of Cast shadow', { exact: true })).toBeInViewport()
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

  // A slider or a label that is dragged away and back changes nothing and leaves nothing in the hand.
  const steps = await page.evaluate(() => window.vividBench.store.getState().history.done.length)
  for (const held of [
    page.getByRole('slider', { name: 'Strength of Cast shadow, slider' }),
    page
      .locator('label', { has: page.getByLabel('Strength of Cast shadow', { exact: true }) })
      .locator('span')
      .first(),
  ]) {
    const box = await held.boundingBox()
    if (!box) throw new Error('nothing to drag')
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.move(x + 30, y, { steps: 3 })
    expect(await page.evaluate(() => window.vividBench.store.getState().inHand)).toBe(true)
    await page.mouse.move(x, y, { steps: 3 })
    await page.mouse.up()
    await expect.poll(() => page.evaluate(() => window.vividBench.store.getState().inHand)).toBe(false)
  }
  expect(await page.evaluate(() => window.vividBench.store.getState().history.done.length)).toBe(steps)
  await settled(page)
  expect(await colourAt(page, 900, 500)).toEqual(shadow)

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

  // Set free it is a layer of its own and looks the same; undone it is a treatment again.
  await page.getByRole('button', { name: 'Set free as a layer' }).click()
  await expect(row(page, 'Cast shadow of Rectangle 2')).toBeVisible()
  await settled(page)
  const freed = await colourAt(page, 900, 500)
  freed.forEach((v, n) => expect(Math.abs(v - (shadow[n] ?? 0))).toBeLessThan(3))

  // A mask on the thing masks the two as one; undone they are two again.
  await row(page, 'Rectangle 2').click()
  await run(page, 'Mask by a fade along a line')
  await expect(page.getByText(/masked together with “Cast shadow of Rectangle 2”/)).toBeVisible()
  await settled(page)
  const members = await page.evaluate(() => {
    const { design, selection } = window.vividBench.store.getState()
    return Object.values(design.layers).flatMap((l) => (l.parent === selection[0] ? [l.name] : []))
  })
  expect(members.sort()).toEqual(['Cast shadow of Rectangle 2', 'Rectangle 2'])
  expect(await colourAt(page, 900, 500)).not.toEqual(freed)
  await stage(page).focus()
  await page.keyboard.press('Control+z')
  await settled(page)
  expect(await colourAt(page, 900, 500)).toEqual(freed)
  await stage(page).focus()
  await page.keyboard.press('Control+z')
  await settled(page)
  await row(page, 'Rectangle 2').click()
  await settled(page)

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
  await row(page, 'Rectangle').click()
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
  await page.getByRole('button', { name: 'Cobalt', exact: true }).click()
  await settled(page)
  const cobalt = await colourAt(page, 300, 500)
  expect(cobalt).toEqual(await colourAt(page, 700, 500))
  expect(cobalt[2]).toBeGreaterThan(cobalt[0] ?? 255)
  await page.getByRole('button', { name: 'Recipes' }).click()
  await page.getByRole('button', { name: 'Keep these as a recipe' }).click()
  await settled(page)
  expect(Object.values((await stored(page, id)).recipes).map((r) => r.name)).toEqual(['Duotone'])
  // Both follow it: what is changed on one changes on the other, in one step.
  await page.getByRole('button', { name: 'Recipes' }).click()
  await page.getByRole('button', { name: 'Duotone', exact: true }).click()
  await row(page, 'Rectangle 2').click()
  // What was put on it lies open.
  await expect(page.getByRole('button', { name: 'Treatment: Duotone' })).toHaveAttribute(
    'aria-expanded',
    'true',
  )
  await page.getByLabel('Dark of Duotone', { exact: true }).fill('#802010')
  await page.keyboard.press('Enter')
  await settled(page)
  const both = await colourAt(page, 300, 500)
  expect(both).toEqual(await colourAt(page, 700, 500))
  expect(both[0]).toBeGreaterThan(both[2] ?? 255)
  await stage(page).focus()
  await page.keyboard.press('Control+z')
  await settled(page)
  expect(await colourAt(page, 300, 500)).toEqual(cobalt)
  for (let n = 0; n < 3; n++) await page.keyboard.press('Control+z')
  await settled(page)
  await page.reload()
  await settled(page)
  expect(await colourAt(page, 300, 500)).toEqual(inverted)
})

test('a grade changes all beneath it, spares what is moved above it, and follows a recipe', async ({
  page,
}) => {
  const id = await beginPost(page, 'Grades')
  await page.keyboard.press('3')
  await drawBox(page, [200, 300], [450, 700])
  const own = await colourAt(page, 300, 500)
  await stage(page).focus()
  await page.keyboard.press('Escape')
  await run(page, 'Grade over what lies beneath')
  // It is called by what it does, and what looks around a px is offered like what does not.
  await expect(row(page, 'Curves')).toBeVisible()
  await page.getByRole('button', { name: 'Add a treatment' }).click()
  for (const name of ['Duotone', 'Blur', 'Painterly', 'Vignette'])
    await expect(page.getByRole('menuitem', { name, exact: true })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Recipes' }).click()
  await page.getByRole('button', { name: 'Cobalt', exact: true }).click()
  await settled(page)
  const paper = await colourAt(page, 100, 100)
  expect(paper.slice(0, 3)).toEqual([0xea, 0xf0, 0xfb])
  expect(await colourAt(page, 300, 500)).not.toEqual(own)
  // Moved above the grade a thing keeps its own colours.
  await row(page, 'Rectangle').click()
  await stage(page).focus()
  await page.evaluate(() => {
    const bench = window.vividBench
    const [shape = ''] = bench.store.getState().selection
    const grade = Object.values(bench.store.getState().design.layers).find((l) => l.kind === 'grade')
    bench.edit('To the finish', (d) => {
      const l = d.layers[shape]
      if (l && grade) Object.assign(l, { plane: grade.plane, order: `${grade.order}V` })
    })
  })
  await settled(page)
  expect(await colourAt(page, 300, 500)).toEqual(own)
  expect((await colourAt(page, 100, 100)).slice(0, 3)).toEqual([0xea, 0xf0, 0xfb])
  expect(
    Object.values((await stored(page, id)).layers)
      .map((l) => l.kind)
      .sort(),
  ).toEqual(['grade', 'shape'])
})
