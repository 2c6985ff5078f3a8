import { readFileSync } from 'node:fs'
import {
  beginPost,
  colourAt,
  drag,
  drawBox,
  onStage,
  openDesign,
  press,
  row,
  run,
  settled,
  stage,
  stored,
} from './bench'
import { expect, type Page, test } from './test'

/** Drops a shipped photo on a point of the page. */
const dropPhotos = async (page: Page, photos: readonly string[], x: number, y: number) => {
  const at = await onStage(page, x, y)
  const files = photos.map((photo) => ({
    name: `${photo}.jpg`,
    bytes: readFileSync(`supplies/generated/photos/${photo}.jpg`).toString('base64'),
  }))
  await page.evaluate(
    ({ files, x, y }) => {
      const dataTransfer = new DataTransfer()
      for (const { name, bytes } of files)
        dataTransfer.items.add(
          new File([Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0))], name, { type: 'image/jpeg' }),
        )
      const to = document.querySelector('[data-stage]')
      for (const type of ['dragenter', 'dragover', 'drop'])
        to?.dispatchEvent(
          new DragEvent(type, { bubbles: true, cancelable: true, dataTransfer, clientX: x, clientY: y }),
        )
    },
    { files, ...at },
  )
}
/** Whether the colour at a point is the ring's: hardly any red in it. */
const isRing = async (page: Page, x: number, y: number) => ((await colourAt(page, x, y))[0] ?? 0) < 60

test('a figure is drawn point by point, woven through a ring at three crossings, and stays woven when it is moved', async ({
  page,
}) => {
  const id = await beginPost(page, 'Woven')
  // A ring: an ellipse without a fill.
  await page.keyboard.press('3')
  await page.keyboard.press('3')
  await drawBox(page, [300, 300], [780, 780])
  await page.getByLabel('Weight', { exact: true }).fill('44')
  await page.keyboard.press('Enter')
  await page.getByRole('combobox', { name: /fill/i }).first().click()
  await page.getByRole('option', { name: 'None' }).click()
  await settled(page)
  // A figure that goes in on the left, out at the top, and in again on the right.
  await page.keyboard.press('Escape')
  await stage(page).focus()
  await page.keyboard.press('4')
  for (const [x, y] of [
    [160, 540],
    [540, 540],
    [540, 160],
    [940, 160],
    [940, 600],
    [660, 600],
  ] as const)
    await press(page, x, y)
  await page.keyboard.press('Enter')
  await settled(page)
  await page.getByLabel('Weight', { exact: true }).fill('36')
  await page.keyboard.press('Enter')
  await settled(page)
  const crossings = [
    [300, 540],
    [540, 300],
    [772, 600],
  ] as const
  const seen = async (by = 0) => Promise.all(crossings.map(([x, y]) => isRing(page, x, y + by)))
  expect(await seen()).toEqual([false, false, false])
  // The ring passes over at the first and the third crossing.
  await stage(page).focus()
  await page.keyboard.press('8')
  await press(page, ...crossings[0])
  await expect(async () => expect(await seen()).toEqual([true, false, false])).toPass()
  await press(page, ...crossings[2])
  await expect(async () => expect(await seen()).toEqual([true, false, true])).toPass()
  await settled(page)
  await expect(row(page, 'Path')).toContainText('woven')
  // Moved, each crossing finds its own; another press turns one round.
  await page.keyboard.press('1')
  await page.keyboard.press('Escape')
  await drag(page, await onStage(page, 420, 540), await onStage(page, 420, 564))
  await settled(page)
  await expect(async () =>
    expect([
      await isRing(page, 301, 564),
      await isRing(page, 540, 300),
      await isRing(page, 765, 624),
    ]).toEqual([true, false, true]),
  ).toPass()
  await openDesign(page, id)
  expect([await isRing(page, 301, 564), await isRing(page, 540, 300), await isRing(page, 765, 624)]).toEqual([
    true,
    false,
    true,
  ])
  expect(Object.values((await stored(page, id)).layers)).toHaveLength(2)
})

test('a photo is cut out by one press, corrected by a dab, parted in register and put around type', async ({
  page,
}) => {
  const id = await beginPost(page, 'Cut out')
  await dropPhotos(page, ['stacked-bowls'], 540, 540)
  await expect(row(page, 'stacked-bowls')).toBeVisible()
  await settled(page)
  const photo = async () => Object.values((await stored(page, id)).layers).find((l) => l.kind === 'picture')
  await stage(page).focus()
  // The photo is looked at as soon as the tool is in hand.
  const looked = page.waitForResponse('**/api/cutouts/study')
  await page.keyboard.press('7')
  expect(await (await looked).json()).toEqual({ ok: true })
  await page.getByRole('button', { name: 'Cut out the main thing' }).click()
  await expect(page.getByRole('button', { name: 'Cut out anew' })).toBeVisible({ timeout: 60_000 })
  await settled(page)
  // The next step lies at hand.
  await expect(page.getByRole('button', { name: 'Drop', exact: true })).toBeInViewport()
  const p = (await photo())?.placement ?? { x: 0, y: 0, width: 1, height: 1 }
  const at = (u: number, v: number) => [p.x + (u - 0.5) * p.width, p.y + (v - 0.5) * p.height] as const
  // The wall is gone, the bowls are there.
  expect((await colourAt(page, ...at(0.1, 0.1))).slice(0, 3)).toEqual([255, 255, 255])
  expect((await colourAt(page, ...at(0.45, 0.62)))[1]).toBeLessThan(235)
  const before = Object.values((await photo())?.masks ?? {})[0]
  expect(before).toMatchObject({ kind: 'painted', width: 1800, height: 2600, cut: { dabs: [], clean: true } })
  // A dab that drops a bowl's middle is held to.
  await page.getByRole('button', { name: 'Drop', exact: true }).click()
  await press(page, ...at(0.45, 0.62))
  await expect(async () =>
    expect((await colourAt(page, ...at(0.45, 0.62))).slice(0, 3)).toEqual([255, 255, 255]),
  ).toPass({ timeout: 60_000 })
  await page.keyboard.press('Control+z')
  await settled(page)
  expect((await colourAt(page, ...at(0.45, 0.62)))[1]).toBeLessThan(235)
  // In register: the photo beneath, its cutout above, type between.
  await page.keyboard.press('1')
  await page.getByRole('button', { name: 'Part in register' }).click()
  await settled(page)
  await expect(row(page, 'stacked-bowls, cut out')).toContainText('in register')
  const layers = Object.values((await stored(page, id)).layers)
  expect(layers.filter((l) => l.kind === 'picture')).toHaveLength(2)
  const cut = layers.find((l) => l.register !== null)
  expect(layers.find((l) => l.id === cut?.register)?.masks).toEqual({})
  // Moving either moves both.
  await drag(
    page,
    await onStage(page, ...at(0.45, 0.62)),
    await onStage(page, at(0.45, 0.62)[0] + 60, at(0.45, 0.62)[1]),
  )
  await settled(page)
  const places = await page.evaluate(() =>
    window.vividBench.store.getState().resolved.layers.map((l) => Math.round(l.layer.placement.x)),
  )
  expect(new Set(places).size).toBe(1)
  expect(Math.abs((places[0] ?? 0) - p.x - 60)).toBeLessThan(6)
})

test('a cut that is given up, or that the server cannot make, leaves the photo as it was and says so', async ({
  page,
}) => {
  const id = await beginPost(page, 'Given up')
  await dropPhotos(page, ['clay-table'], 540, 540)
  await expect(row(page, 'clay-table')).toBeVisible()
  await settled(page)
  const masks = async () =>
    Object.values((await stored(page, id)).layers).flatMap((l) => Object.values(l.masks))
  await stage(page).focus()
  await page.keyboard.press('7')
  await page.route('**/api/cutouts', async (route) => {
    await new Promise((r) => setTimeout(r, 1500))
    await route.abort().catch(() => undefined)
  })
  const cut = page.getByRole('button', { name: 'Cut out the main thing' })
  await cut.click()
  await expect(page.getByRole('status').filter({ hasText: 'cutting out' })).toBeVisible()
  await expect(page.getByRole('progressbar', { name: 'How far the cut is' })).toHaveAttribute(
    'aria-valuenow',
    '0',
  )
  await page.getByRole('button', { name: 'Stop', exact: true }).click()
  await expect(cut).toBeVisible()
  // Escape gives it up as well; the tool stays in the hand.
  await cut.click()
  await stage(page).focus()
  await page.keyboard.press('Escape')
  await expect(cut).toBeVisible()
  await cut.click()
  const trouble = page.getByText(/server does not answer. Nothing was changed/)
  await expect(trouble).toBeVisible()
  expect(await masks()).toEqual([])
  // A new try takes back what was said; it would stay for nine seconds.
  await page.unroute('**/api/cutouts')
  await cut.click()
  await expect(trouble).toBeHidden({ timeout: 4000 })
  await expect(page.getByRole('button', { name: 'Cut out anew' })).toBeVisible({ timeout: 60_000 })
})

test('three photos are dropped into a layout of three slots and reframed', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'New design' }).first().click()
  await page.getByRole('button', { name: /^Square post,/ }).click()
  await page.getByRole('button', { name: 'Three cells' }).click()
  await page.getByLabel('Name of the design').fill('Three photos')
  await page.getByRole('button', { name: 'Begin' }).click()
  await page.waitForURL(/\/designs\/[a-z0-9]+$/)
  await settled(page)
  const id = page.url().split('/').at(-1) as string
  const slots = async () =>
    Object.values((await stored(page, id)).layers).flatMap((l) => (l.kind === 'slot' ? [l] : []))
  const before = await slots()
  expect(before).toHaveLength(3)
  // Dropped onto one of them at once each goes into a place of its own.
  const { x, y } = before[0]?.placement ?? { x: 540, y: 540 }
  await dropPhotos(page, ['clay-table', 'pale-corner', 'leaves-at-window'], x, y)
  await expect(async () => {
    const now = await slots()
    expect(now.map((s) => s.picture?.source)).not.toContain(undefined)
    expect(now.filter((s, n) => s.picture?.source !== before[n]?.picture?.source)).toHaveLength(3)
  }).toPass({ timeout: 30_000 })
  await settled(page)
  const filled = await slots()
  expect(new Set(filled.map((s) => s.picture?.source)).size).toBe(3)
  // Double-clicked, the picture is panned and zoomed inside; the outline stays.
  const one = filled.find((s) => (s.picture?.sourceWidth ?? 0) > (s.picture?.sourceHeight ?? 0)) ?? filled[0]
  if (!one) throw new Error('no slot')
  const middle = await onStage(page, one.placement.x, one.placement.y)
  await page.mouse.dblclick(middle.x, middle.y)
  await expect(async () =>
    expect(await page.evaluate(() => window.vividBench.store.getState().reframing)).toBe(one.id),
  ).toPass()
  await drag(page, middle, { x: middle.x + 30, y: middle.y })
  await page.keyboard.press('Enter')
  await settled(page)
  const after = (await slots()).find((s) => s.id === one.id)
  expect(after?.pan).not.toEqual(one.pan)
  expect(after?.placement).toEqual(one.placement)
})

test('bad masks are told clearly and harm nothing: of a wrong size, of nothing at all, hiding everything', async ({
  page,
}) => {
  const id = await beginPost(page, 'Bad masks')
  await page.keyboard.press('3')
  await drawBox(page, [240, 240], [840, 840])
  // A tile of another size, and work on masks that are none, are refused with a text for people.
  const small = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNgAAAAAgABSK+kcQAAAABJRU5ErkJggg==',
    'base64',
  )
  const tile = await page.request.post('/api/mask-tiles', {
    multipart: { tiles: { name: 't.png', mimeType: 'image/png', buffer: small } },
  })
  expect([tile.status(), ((await tile.json()) as { message: string }).message]).toEqual([
    400,
    expect.stringContaining('256 px a side'),
  ])
  for (const path of ['/api/cutouts', '/api/mask-picks', '/api/mask-specks']) {
    const answer = await page.request.post(path, { data: { source: 'nothing', tiles: [] } })
    expect(answer.status()).toBe(400)
    expect(((await answer.json()) as { message: string }).message).toContain('Nothing was changed')
  }
  const gone = await page.request.post('/api/cutouts', { data: { source: '0'.repeat(64), dabs: [] } })
  expect(gone.status()).toBe(404)
  // A mask that hides everything leaves the layer in the stack; swapped it is all there again.
  await page.getByRole('button', { name: 'Add a mask', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Rectangle' }).click()
  await settled(page)
  const masks = page.getByRole('region', { name: 'Masks' })
  await page.evaluate(() => {
    const bench = window.vividBench
    const layer = bench.store.getState().selection[0] ?? ''
    bench.edit('Beside', (d) => {
      for (const m of Object.values(d.layers[layer]?.masks ?? {})) if (m.kind === 'shape') m.x = 5
    })
  })
  await settled(page)
  expect((await colourAt(page, 540, 540)).slice(0, 3)).toEqual([255, 255, 255])
  await expect(row(page, 'Rectangle')).toContainText('masked')
  await masks.getByRole('button', { name: 'Swap what it shows and hides' }).click()
  await settled(page)
  expect((await colourAt(page, 540, 540)).slice(0, 3)).not.toEqual([255, 255, 255])
  expect(Object.values((await stored(page, id)).layers)).toHaveLength(1)
})

test('a rim line, a merged copy and a hide patch are given by the palette, and a specks field cleans a mask', async ({
  page,
}) => {
  const id = await beginPost(page, 'Rims')
  await page.keyboard.press('3')
  await drawBox(page, [300, 300], [700, 700])
  await page.getByRole('button', { name: 'Add a treatment' }).click()
  await page.getByRole('menuitem', { name: 'Rim line' }).click()
  await page.getByLabel('Width of Rim line', { exact: true }).fill('40')
  await page.keyboard.press('Enter')
  await settled(page)
  // White around the shape on white paper is not seen: it gets a colour of its own.
  await page.evaluate(() => {
    const bench = window.vividBench
    const layer = bench.store.getState().selection[0] ?? ''
    bench.edit('Blue', (d) => {
      for (const t of Object.values(d.layers[layer]?.treatments ?? {})) t.colour = '#2040c0'
    })
  })
  await settled(page)
  expect((await colourAt(page, 280, 500)).slice(0, 3)).toEqual([0x20, 0x40, 0xc0])
  expect((await colourAt(page, 250, 500)).slice(0, 3)).toEqual([255, 255, 255])
  await stage(page).focus()
  await page.keyboard.press('Escape')
  await run(page, 'Hide patch')
  await drawBox(page, [650, 450], [720, 520])
  await expect(row(page, 'Hide patch')).toBeVisible()
  await run(page, 'Merged copy of an area')
  await drawBox(page, [200, 200], [800, 800])
  await expect(row(page, 'Merged copy')).toBeVisible()
  await settled(page)
  await run(page, 'Freeze the merged copy')
  await expect(row(page, 'Merged copy, frozen')).toBeVisible({ timeout: 30_000 })
  await settled(page)
  const layers = Object.values((await stored(page, id)).layers)
  expect(layers.map((l) => l.kind).sort()).toEqual(['merged', 'picture', 'shape', 'shape'])
  expect(layers.find((l) => l.kind === 'merged')?.shown).toBe(false)
  expect((await colourAt(page, 280, 500)).slice(0, 3)).toEqual([0x20, 0x40, 0xc0])
})
