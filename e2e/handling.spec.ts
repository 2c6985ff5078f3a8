import {
  closeSupplies,
  colourAt,
  drag,
  makeBackdrop,
  newDesign,
  onLayer,
  onStage,
  openDesign,
  place,
  row,
  run,
  settled,
  stage,
  stored,
} from './bench'
import { expect, type Page, test } from './test'

const layers = async (page: Page, id: string) => Object.values((await stored(page, id)).layers)
const named = async (page: Page, id: string, name: string) => {
  const found = (await layers(page, id)).find((l) => l.name === name)
  if (!found) throw new Error(`There is no “${name}”.`)
  return found
}
/** Keeps the stage’s pixels, or tells how far they are from those that were kept: the largest difference of a level. */
const compare = (page: Page, keep: boolean) =>
  page.evaluate(async (first) => {
    const bench = window.vividBench
    const s = bench.store.getState()
    const k = s.view.zoom * window.devicePixelRatio
    const region = {
      left: 0,
      top: 0,
      right: Math.round(s.resolved.width * k),
      bottom: Math.round(s.resolved.height * k),
    }
    const { data } = await bench.client.ask<{ data: Uint8ClampedArray }>({ ask: 'pixels', region })
    const w = window as unknown as { kept?: Uint8ClampedArray }
    if (first || !w.kept) {
      w.kept = data
      return first ? 0 : 255
    }
    return w.kept.length === data.length
      ? w.kept.reduce((most, v, n) => Math.max(most, Math.abs(v - (data[n] ?? 0))), 0)
      : 255
  }, keep)
test('by keyboard alone: begin, place, size, turn, reorder, keep inside and export', async ({ page }) => {
  await page.addInitScript(() => {
    const w = window as unknown as { pointers: number }
    w.pointers = Number(sessionStorage.getItem('pointers') ?? 0)
    for (const kind of ['pointerdown', 'mousedown', 'touchstart'])
      window.addEventListener(kind, () => sessionStorage.setItem('pointers', String(++w.pointers)), true)
  })
  const press = async (name: string | RegExp, key = 'Enter') => {
    await page.getByRole('button', { name }).first().focus()
    await page.keyboard.press(key)
  }
  await page.goto('/')
  await press('New design')
  await press(/^Square post,/, 'Space')
  await page.getByLabel('Name of the design').focus()
  await page.keyboard.type('By keys')
  await press('Begin')
  await page.waitForURL(/\/designs\/[a-z0-9]+$/)
  await settled(page)
  const id = page.url().split('/').at(-1) as string

  await stage(page).focus()
  await page.keyboard.press('3')
  await page.keyboard.press('Enter')
  await expect(row(page, 'Rectangle')).toHaveAttribute('aria-selected', 'true')
  await page.getByLabel('Width', { exact: true }).focus()
  await page.keyboard.type('1080/2')
  await page.keyboard.press('Enter')
  await page.getByLabel('Turn', { exact: true }).focus()
  await page.keyboard.type('15')
  await page.keyboard.press('Enter')
  await stage(page).focus()
  await page.keyboard.press('Shift+ArrowUp')
  await page.keyboard.press('Alt+.')
  await settled(page)
  expect((await named(page, id, 'Rectangle')).placement).toMatchObject({ width: 540, rotation: 16 })
  await expect(page.locator('[data-announcer]')).toContainText(/Turn\. Rectangle, 1 of 1 in Setting\. Left/)

  await page.keyboard.press('3')
  await page.keyboard.press('3')
  await page.keyboard.press('Enter')
  await expect(row(page, 'Ellipse')).toHaveAttribute('aria-selected', 'true')
  await stage(page).focus()
  await page.keyboard.press('Alt+=')
  await page.keyboard.press('[')
  await settled(page)
  const [ellipse, rectangle] = [await named(page, id, 'Ellipse'), await named(page, id, 'Rectangle')]
  expect(ellipse.placement.width).toBeCloseTo(297, 6)
  expect(ellipse.order < rectangle.order).toBe(true)
  // Through the stack: into another plane and back above, then inside what lies beneath.
  await row(page, 'Ellipse').focus()
  await page.keyboard.press('Alt+ArrowUp')
  await expect(row(page, 'Ellipse')).toBeFocused()
  await expect(row(page, 'Ellipse')).toHaveAttribute('aria-description', /1 of 2 in Setting/)
  await stage(page).focus()
  await page.keyboard.press('Alt+i')
  await settled(page)
  expect((await named(page, id, 'Ellipse')).inside).toBe(rectangle.id)
  await expect(row(page, 'Ellipse')).toHaveAttribute('aria-description', /kept inside/)

  await page.getByRole('link', { name: 'Export' }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Export 1 file' }).focus()
  const download = page.waitForEvent('download')
  await page.keyboard.press('Enter')
  expect((await download).suggestedFilename()).toMatch(/\.zip$/)
  expect(await page.evaluate(() => (window as unknown as { pointers: number }).pointers)).toBe(0)
})

test('by mouse: a sandwich of backdrop, graphics and cutout, a member brought forward, kept inside', async ({
  page,
}) => {
  const id = await newDesign(page, 'Sandwich', ['Square post'])
  await makeBackdrop(page, 'Pale corner')
  await page.getByRole('tab', { name: 'All' }).click()
  await place(page, 'Dahlia')
  await place(page, 'Copper bottle vase')
  await closeSupplies(page)
  const before = await layers(page, id)
  expect(before.map((l) => [l.name, l.plane]).sort()).toEqual([
    ['Copper bottle vase', 'subject'],
    ['Dahlia', 'setting'],
    ['Pale corner', 'backdrop'],
  ])
  // The two were laid beside each other; dragged over the flower the vase is what a click on the middle takes.
  const vase = (await named(page, id, 'Copper bottle vase')).placement
  await drag(page, await onStage(page, vase.x, vase.y), await onStage(page, 540, 540))
  await settled(page)
  const middle = await onStage(page, 540, 560)
  await page.keyboard.press('Escape')
  await page.mouse.click(middle.x, middle.y)
  await expect(row(page, 'Copper bottle vase')).toHaveAttribute('aria-selected', 'true')
  await row(page, 'Dahlia').click()
  await stage(page).focus()
  // To the next plane, and to its front.
  await page.keyboard.press('Alt+]')
  await page.keyboard.press('Shift+]')
  await settled(page)
  await page.keyboard.press('Escape')
  await page.mouse.click(middle.x, middle.y)
  await expect(row(page, 'Dahlia')).toHaveAttribute('aria-selected', 'true')
  // Dropped on the middle of the vase’s row it is kept inside it.
  await row(page, 'Dahlia').dragTo(row(page, 'Copper bottle vase'))
  await settled(page)
  expect((await named(page, id, 'Dahlia')).inside).toBe((await named(page, id, 'Copper bottle vase')).id)
})

test('nine blocks are lined up by snapping: columns and rows alike, gaps equal', async ({ page }) => {
  const id = await newDesign(page, 'Nine blocks', ['Square post'])
  await closeSupplies(page)
  await page.keyboard.press('3')
  await drag(page, await onStage(page, 100, 100), await onStage(page, 290, 290))
  await settled(page)
  const copyTo = async (from: [number, number], to: [number, number]) => {
    await page.keyboard.down('Alt')
    await drag(page, await onStage(page, ...from), await onStage(page, ...to))
    await page.keyboard.up('Alt')
    await settled(page)
  }
  // The second where the hand leaves it; the third goes on with the same gap though the hand is a little off.
  await copyTo([195, 195], [428, 199])
  await copyTo([428, 195], [664, 191])
  await run(page, 'Select all')
  await copyTo([428, 195], [431, 424])
  await page.keyboard.press('Escape')
  await page.mouse.click((await onStage(page, 1000, 1000)).x, (await onStage(page, 1000, 1000)).y)
  // The middle row, by a marquee.
  await drag(page, await onStage(page, 40, 400), await onStage(page, 900, 460))
  await expect(page.locator('[aria-selected="true"][role="treeitem"]')).toHaveCount(3)
  await copyTo([428, 424], [426, 656])
  const boxes = (await layers(page, id)).map((l) => ({ x: l.placement.x, y: l.placement.y }))
  expect(boxes).toHaveLength(9)
  const places = (axis: 'x' | 'y') =>
    [...new Set(boxes.map((b) => Math.round(b[axis] * 1e4) / 1e4))].sort((a, b) => a - b)
  for (const axis of ['x', 'y'] as const) {
    const [a = 0, b = 0, c = 0, ...more] = places(axis)
    expect(more).toEqual([])
    expect(c - b).toBeCloseTo(b - a, 3)
  }
})

test('a picture is fitted behind a device picture with no gap', async ({ page }) => {
  const id = await newDesign(page, 'Device', ['Square post'])
  await place(page, 'Phone, screen open')
  await closeSupplies(page)
  const phone = (await named(page, id, 'Phone, screen open')).placement
  const k = phone.width / 460
  const at = (x: number, y: number): [number, number] => [
    phone.x - phone.width / 2 + x * k,
    phone.y - phone.height / 2 + y * k,
  ]
  await page.keyboard.press('Escape')
  // A slot from rim to rim, filled, sent behind, looked at through a strong ground.
  await page.keyboard.press('2')
  await page.keyboard.down('s')
  await drag(page, await onStage(page, ...at(23, 23)), await onStage(page, ...at(437, 897)))
  await page.keyboard.up('s')
  await settled(page)
  await page.getByRole('button', { name: 'Open supplies' }).click()
  await page.getByLabel('Search supplies').fill('Leaves at the window')
  await page.getByRole('button', { name: 'Place Leaves at the window' }).dragTo(stage(page), {
    targetPosition: await page.evaluate(() => {
      const { view } = window.vividBench.store.getState()
      return { x: view.x + 540 * view.zoom, y: view.y + 540 * view.zoom }
    }),
  })
  await closeSupplies(page)
  expect(await named(page, id, 'Slot 1')).toMatchObject({
    kind: 'slot',
    picture: { sourceWidth: 1800, sourceHeight: 2600 },
  })
  await row(page, 'Slot 1').click()
  await stage(page).focus()
  await page.keyboard.press('[')
  await page.keyboard.press('b')
  await settled(page)
  await page.waitForTimeout(300)
  for (let n = 0; n <= 20; n++)
    for (const [x, y] of [
      [37 + n * 19.3, 450],
      [230, 37 + n * 42.3],
      [40 + n * 19, 90 + n * 37],
    ] as const) {
      const [r = 0, g = 0, b = 0] = await colourAt(page, ...at(x, y))
      expect(`${x},${y}: ${r > 200 && g < 90 && b > 180}`).toBe(`${x},${y}: false`)
    }
  // Outside the device it is the strong ground.
  expect((await colourAt(page, 20, 20)).slice(0, 3)).toEqual([255, 43, 214])
})

test('a nested starting layout is unpicked; the picture stays; a version is kept and brought back', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'New design' }).first().click()
  for (const size of ['Square post', 'Wide header'])
    await page.getByRole('button', { name: new RegExp(`^${size},`) }).click()
  await page.getByRole('button', { name: 'Two rounds' }).click()
  await page.getByLabel('Name of the design').fill('Unpicked')
  await page.getByRole('button', { name: 'Begin' }).click()
  await page.waitForURL(/\/designs\/[a-z0-9]+$/)
  await settled(page)
  const id = page.url().split('/').at(-1) as string
  expect(
    (await layers(page, id))
      .filter((l) => l.kind === 'slot')
      .map((l) => l.name)
      .sort(),
  ).toEqual(['Left round', 'Right round'])
  // A group in a group.
  await row(page, 'Rounds').click()
  await row(page, 'Rays').click({ modifiers: ['Control'] })
  await stage(page).focus()
  await page.keyboard.press('Control+g')
  // They lie in two planes: depth is not given up without asking.
  await page.getByRole('button', { name: /^Group in / }).click()
  await settled(page)
  await compare(page, true)
  await run(page, 'free everything')
  await expect(page.getByText(/can be edited by/)).toBeVisible()
  await settled(page)
  expect((await layers(page, id)).filter((l) => l.kind === 'group')).toEqual([])
  expect(await compare(page, false)).toBeLessThanOrEqual(1)

  await run(page, 'versions')
  const list = page.getByRole('list', { name: 'Kept versions' })
  await expect(list.getByText('Before freeing everything')).toBeVisible()
  await page.getByLabel('Name of the version').fill('All in pieces')
  await page.keyboard.press('Enter')
  await expect(list.getByText('All in pieces')).toBeVisible()
  await list
    .getByRole('button', { name: /Before freeing everything/ })
    .first()
    .click()
  await expect(page.getByRole('slider', { name: /How much of/ })).toBeAttached({ timeout: 30_000 })
  await page.getByRole('button', { name: 'Bring back' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await settled(page)
  expect((await layers(page, id)).filter((l) => l.kind === 'group')).toHaveLength(2)
  await page.getByRole('button', { name: /^Undo: Bring back/ }).click()
  await settled(page)
  expect((await layers(page, id)).filter((l) => l.kind === 'group')).toEqual([])
})

test('a strew is edited after a reload and set free into copies', async ({ page }) => {
  const id = await newDesign(page, 'Strewn', ['Square post', 'Link card'])
  await place(page, 'Spark star')
  await closeSupplies(page)
  await run(page, 'strew')
  await settled(page)
  await page.reload()
  await settled(page)
  await row(page, 'Strew').click()
  await page.getByLabel('Number of copies').fill('7')
  await page.keyboard.press('Enter')
  await page.getByLabel('Size to', { exact: true }).fill('30')
  await page.keyboard.press('Enter')
  await settled(page)
  expect(await named(page, id, 'Strew')).toMatchObject({ kind: 'strew', count: 7, size: { to: 0.3 } })
  await compare(page, true)
  await page.getByRole('button', { name: 'Set free into copies' }).click()
  await settled(page)
  expect((await layers(page, id)).filter((l) => l.kind === 'graphic')).toHaveLength(7)
  expect(await compare(page, false)).toBe(0)
})

test('from one design to another: pasted in the same place, with mode and opacity', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await openDesign(page, 'opening-day')
  await row(page, 'Sprig at the left edge').click()
  await stage(page).focus()
  await page.keyboard.press('Control+c')
  const other = await context.newPage()
  const id = await newDesign(other, 'Taken over', ['Square post'])
  await closeSupplies(other)
  await other.keyboard.press('Control+Shift+v')
  await expect(row(other, 'Sprig at the left edge')).toBeVisible()
  await settled(other)
  const [was, is] = [
    (await layers(page, 'opening-day')).find((l) => l.name === 'Sprig at the left edge'),
    await named(other, id, 'Sprig at the left edge'),
  ]
  expect([is.placement, is.opacity, is.blend, is.plane]).toEqual([
    was?.placement,
    was?.opacity,
    was?.blend,
    was?.plane,
  ])
})

test('guides come out of the rulers, are kept as a set and used in another design', async ({ page }) => {
  const id = await newDesign(page, 'Guided', ['Square post', 'Tall story'])
  await closeSupplies(page)
  await page.getByRole('button', { name: /^Rulers in px/ }).click({ clickCount: 3 })
  await expect(page.getByRole('button', { name: /^Rulers in %/ })).toBeVisible()
  const ruler = await page.locator('[data-handle="ruler"][data-axis="x"]').boundingBox()
  const to = await onStage(page, 270, 300)
  await drag(page, { x: (ruler?.x ?? 0) + 8, y: 400 }, to)
  await settled(page)
  const [guide] = Object.values((await stored(page, id)).guides)
  expect(guide).toMatchObject({ axis: 'x', unit: '%', channel: null })
  expect(Math.abs((guide?.at ?? 0) - 25)).toBeLessThan(1)
  await page.getByRole('textbox', { name: 'Upright guide' }).fill('25')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Keep as a set …' }).click()
  await page.getByLabel('Name of the guide set').fill('Quarter')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('combobox', { name: 'Use a guide set' })).toBeVisible()
  await settled(page)

  const next = await newDesign(page, 'Guided too', ['Wide header'])
  await page.getByRole('combobox', { name: 'Use a guide set' }).click()
  await page.getByRole('option', { name: 'Quarter' }).click()
  await settled(page)
  expect(Object.values((await stored(page, next)).guides)).toMatchObject([{ axis: 'x', at: 25, unit: '%' }])
  // A mistyped number is told, the last good one stays.
  await page.getByRole('textbox', { name: 'Upright guide' }).fill('a quarter')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: 'is no number' })).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Upright guide' })).toHaveValue('25')
})

test('supplies: a misspelt word, colours, more like this, tried in place, pinned beside the stage', async ({
  page,
}) => {
  const id = await newDesign(page, 'Finding', ['Square post'])
  const drawer = page.getByRole('region', { name: 'Supplies' })
  await page.getByLabel('Search supplies').fill('vsae')
  await expect(drawer.getByRole('button', { name: 'Place Copper bottle vase' })).toBeVisible()
  await drawer.getByRole('button', { name: 'blue', exact: true }).click()
  await expect(drawer.getByRole('button', { name: 'Place Cobalt moon jar' })).toBeVisible()
  await expect(drawer.getByRole('button', { name: 'Place Copper bottle vase' })).toBeHidden()
  await drawer.getByRole('button', { name: 'Clear 2' }).click()
  await drawer.getByRole('tab', { name: 'Cutouts' }).click()
  await drawer.getByRole('checkbox', { name: 'try in its place' }).check()
  await drawer.getByRole('button', { name: 'Place Rose mug' }).click()
  await settled(page)
  const first = await named(page, id, 'Rose mug')
  await drawer.getByRole('button', { name: 'Place Blue dipped cup' }).click()
  await settled(page)
  expect((await layers(page, id)).map((l) => l.name)).toEqual(['Blue dipped cup'])
  expect((await named(page, id, 'Blue dipped cup')).placement).toMatchObject({
    x: first.placement.x,
    y: first.placement.y,
  })
  await drawer.getByRole('button', { name: 'More for Blue dipped cup' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('menu')).toContainText('Vivid Layer · CC0')
  await page.getByRole('menuitem', { name: 'More like this' }).click()
  await expect(drawer.getByText('like Blue dipped cup')).toBeVisible()
  await expect(drawer.getByRole('listitem').first()).toContainText(/mug|cup|Three cups/i)
  await drawer.getByRole('button', { name: 'used in this design' }).click()
  await expect(drawer.getByRole('listitem')).toHaveCount(1)
  await drawer.getByRole('button', { name: 'More for Blue dipped cup' }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('menuitem', { name: 'Pin beside the stage' }).click()
  await expect(page.getByRole('figure', { name: /Reference picture: Blue dipped cup/ })).toBeVisible()
  await settled(page)
  await page.reload()
  await settled(page)
  await expect(page.getByRole('figure', { name: /Reference picture/ })).toBeVisible()
})

test('handles stay in reach of a thing larger than the view; Enter keeps a drag, Escape puts it back', async ({
  page,
}) => {
  await openDesign(page, 'opening-day')
  const at = await onLayer(page, 'Copper bottle vase')
  await page.mouse.click(at.x, at.y)
  await page.keyboard.press('Shift+f')
  for (let n = 0; n < 7; n++) await page.keyboard.press('+')
  await settled(page)
  const box = await stage(page).boundingBox()
  for (const handle of await page.locator('[data-handle="size"]').all()) {
    const b = await handle.boundingBox()
    expect((b?.x ?? -1) >= (box?.x ?? 0) - 2 && (b?.x ?? 1e9) <= (box?.x ?? 0) + (box?.width ?? 0)).toBe(true)
    expect((b?.y ?? -1) >= (box?.y ?? 0) - 2 && (b?.y ?? 1e9) <= (box?.y ?? 0) + (box?.height ?? 0)).toBe(
      true,
    )
  }
  await page.keyboard.press('f')
  await settled(page)
  const place = async () => (await named(page, 'opening-day', 'Copper bottle vase')).placement
  const before = await place()
  const grip = await onStage(page, before.x, before.y)
  const pull = async (key: string) => {
    await page.mouse.move(grip.x, grip.y)
    await page.mouse.down()
    await page.waitForTimeout(150)
    await page.mouse.move(grip.x + 30, grip.y + 22, { steps: 4 })
    await page.keyboard.press(key)
    await page.mouse.move(grip.x + 90, grip.y + 80, { steps: 3 })
    await page.mouse.up()
    await settled(page)
  }
  await pull('Escape')
  expect(await place()).toEqual(before)
  await page.keyboard.down('s')
  await pull('Enter')
  await page.keyboard.up('s')
  const moved = await place()
  const zoom = await page.evaluate(() => window.vividBench.store.getState().view.zoom)
  expect(Math.abs(moved.x - before.x - 30 / zoom)).toBeLessThan(2 / zoom)
  await page.getByRole('button', { name: 'Undo: Move' }).click()
  await settled(page)
  // The same where it takes long to say what lies under the hand: both keys come before that is known.
  await page.evaluate(() => {
    const { client } = window.vividBench
    const ask = client.ask.bind(client)
    client.ask = async (question) => {
      if (question.ask === 'hit') await new Promise((done) => setTimeout(done, 1200))
      return ask(question)
    }
  })
  await page.keyboard.press('Escape')
  await pull('Escape')
  await page.waitForTimeout(1500)
  await settled(page)
  expect(await place()).toEqual(before)
  await page.keyboard.down('s')
  await pull('Enter')
  await page.keyboard.up('s')
  await expect.poll(async () => Math.abs((await place()).x - before.x - 30 / zoom)).toBeLessThan(2 / zoom)
})
