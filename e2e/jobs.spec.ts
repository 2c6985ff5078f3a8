import { readFileSync } from 'node:fs'
import { unzipSync } from 'fflate'
import { layerName } from '../core/kinds/facts'
import type { Layer } from '../core/kinds/list'
import {
  closeSupplies,
  drag,
  drawBox,
  makeBackdrop,
  newDesign,
  onStage,
  place,
  press,
  run,
  settled,
  stage,
  stored,
  typeAt,
} from './bench'
import { expect, type Page, test } from './test'

// Whole jobs from an empty design to the file, with no more hands than they need; what each takes is printed.

const named = async (page: Page, id: string, name: string): Promise<Layer> => {
  const found = Object.values((await stored(page, id)).layers).find((l) => layerName(l) === name)
  if (!found) throw new Error(`There is no “${name}”.`)
  return found
}
/** Drags what is selected from where it is to a point, px of the page. */
async function move(page: Page, to: readonly [number, number]): Promise<void> {
  const { x, y } = await selected(page)
  await drag(page, await onStage(page, x, y), await onStage(page, ...to))
  await settled(page)
}
const selected = (page: Page) =>
  page.evaluate(() => {
    const s = window.vividBench.store.getState()
    const p = s.resolved.layers.find((l) => l.layer.id === s.selection[0])?.layer.placement
    if (!p) throw new Error('nothing is selected')
    return { x: p.x, y: p.y, width: p.width, height: p.height }
  })
/** Types a number into a field of the details. */
async function field(page: Page, label: string, value: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).first().fill(value)
  await page.keyboard.press('Enter')
  await settled(page)
}
/** Puts a recipe on what is selected. */
async function look(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Recipes' }).click()
  await page.getByRole('dialog', { name: 'Recipes' }).getByRole('button', { name, exact: true }).click()
  await settled(page)
}
async function choose(page: Page, label: string, option: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).click()
  await page.getByRole('option', { name: option, exact: true }).click()
  await settled(page)
}
/** Adds a treatment to what is selected, as it begins. */
async function treat(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a treatment' }).click()
  await page.getByRole('menuitem', { name, exact: true }).click()
  await settled(page)
}
/** Presses the front one under a point and holds the rest to it, one after another. */
async function together(page: Page, points: readonly (readonly [number, number])[]): Promise<void> {
  for (const [n, [x, y]] of points.entries()) {
    if (n === 1) await page.keyboard.down('Shift')
    await press(page, x, y)
  }
  await page.keyboard.up('Shift')
}
async function delivered(page: Page, count: number): Promise<string[]> {
  await page.getByRole('link', { name: 'Export' }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: `Export ${count} file${count === 1 ? '' : 's'}` }).click()
  const files = unzipSync(new Uint8Array(readFileSync(await (await download).path())))
  return Object.keys(files).filter((f) => /\.(png|jpg)$/.test(f))
}

test('a festival poster: rays, garland, figures with a halo, a lock-up of two lines, a ribbon', async ({
  page,
}) => {
  const id = await newDesign(page, 'Kiln fair', ['Portrait post'])
  await page.getByRole('textbox', { name: 'Page colour' }).fill('#f2c14e')
  await page.keyboard.press('Enter')
  await place(page, 'Double sunburst')
  await run(page, 'fill the page')
  await settled(page)
  await field(page, 'Opacity', '55')
  await place(page, 'Flag garland')
  await field(page, 'Width', '1000')
  await move(page, [540, 130])
  for (const [name, x] of [
    ['Cobalt moon jar', 230],
    ['Copper bottle vase', 540],
    ['White pitcher', 850],
  ] as const) {
    await place(page, name)
    await move(page, [x, 1010])
  }
  await closeSupplies(page)
  await treat(page, 'Halo')
  await page.getByRole('button', { name: 'Copy the treatments' }).click()
  await together(page, [
    [230, 1010],
    [540, 1010],
  ])
  await page.getByRole('button', { name: 'Paste treatments' }).click()
  await settled(page)
  await page.getByRole('tab', { name: 'Type' }).click()
  await page.getByRole('button', { name: 'Place the pairing Fair' }).click()
  await settled(page)
  await closeSupplies(page)
  await page.keyboard.press('Escape')
  await typeAt(page, 'Sunday, ten to six', 380, 640)
  await page.getByLabel('Plate behind the words').click()
  await page.getByRole('option', { name: 'Plate: a band per line' }).click()
  await settled(page)
  const files = await delivered(page, 1)
  expect(files).toEqual(['kiln-fair-portrait-post-1080x1350.png'])
  for (const name of ['Cobalt moon jar', 'Copper bottle vase', 'White pitcher'])
    expect(Object.values((await named(page, id, name)).treatments)).toMatchObject([{ kind: 'halo' }])
})

test('a video thumbnail: a faded backdrop, marks and a figure, an arrow flipped and tilted, an outlined caption on a block', async ({
  page,
}) => {
  const id = await newDesign(page, 'Which glaze', ['Video thumbnail'])
  await makeBackdrop(page, 'Glaze close-up')
  await field(page, 'Opacity', '45')
  for (const [name, x, y] of [
    ['Cheering, both arms up', 1010, 420],
    ['Question mark', 700, 250],
    ['Curled arrow', 620, 560],
  ] as const) {
    await place(page, name)
    await move(page, [x, y])
  }
  await run(page, 'flip across')
  await field(page, 'Turn', '-14')
  await page.keyboard.press('Escape')
  await typeAt(page, 'Which one cracks?', 90, 200)
  await field(page, 'Size', '120')
  await look(page, 'Line around')
  await choose(page, 'Plate behind the words', 'Plate: one block')
  const arrow = await named(page, id, 'Curled arrow')
  expect(arrow.placement).toMatchObject({ flipX: true, rotation: -14 })
  expect(await named(page, id, 'Which one cracks?')).toMatchObject({ plate: { kind: 'block' } })
  expect(await delivered(page, 1)).toEqual(['which-glaze-video-thumbnail-1280x720.png'])
})

test('a sandwich in register: cutout and backdrop of one photo, lines between of one weight after sizing', async ({
  page,
}) => {
  const id = await newDesign(page, 'Register', ['Square post'])
  await makeBackdrop(page, 'Pale corner')
  await closeSupplies(page)
  await page.getByRole('button', { name: 'Part in register' }).click()
  await expect(page.getByRole('treeitem', { name: /Pale corner/ })).toHaveCount(2, { timeout: 60_000 })
  await settled(page)
  // Rings around the vase: one drawn with the ground in hand, so that it comes between; its copies sized, then of one line.
  await page.getByRole('treeitem', { name: 'Pale corner', exact: true }).click()
  await page.keyboard.press('3')
  await page.keyboard.press('3')
  await drawBox(page, [300, 330], [840, 870])
  await choose(page, 'Kind of fill', 'None')
  await field(page, 'Weight', '22')
  for (const width of ['760', '980']) {
    await page.keyboard.press('Control+d')
    await settled(page)
    await field(page, 'Width', width)
  }
  await stage(page).focus()
  await page.keyboard.press('Control+a')
  await run(page, 'stroke weights equal')
  await settled(page)
  const all = Object.values((await stored(page, id)).layers)
  const cut = all.find((l) => l.register !== null)
  const rings = all.flatMap((l) => (l.kind === 'shape' ? [l] : []))
  expect(rings).toHaveLength(3)
  expect(new Set(rings.map((l) => l.stroke.weight))).toEqual(new Set([22]))
  // Seen from back to front: the photo, the rings, its cutout; photo and cutout are one place.
  const order = await page.evaluate(() =>
    window.vividBench.store
      .getState()
      .resolved.layers.map((l) => [l.layer.kind, JSON.stringify(l.layer.placement)]),
  )
  expect(order.map(([kind]) => kind)).toEqual(['picture', 'shape', 'shape', 'shape', 'picture'])
  expect(order[0]?.[1]).toBe(order[4]?.[1])
  expect(cut?.plane).toBe('subject')
  expect(await delivered(page, 1)).toHaveLength(1)
})

test('an invitation: a garland, gifts at depths, a round slot in a frame, glowing and raised letters, a dotted box', async ({
  page,
}) => {
  const id = await newDesign(page, 'Kiln night', ['Portrait post'])
  await makeBackdrop(page, 'Evening lights')
  await place(page, 'Leaf garland')
  await field(page, 'Width', '980')
  await move(page, [540, 110])
  for (const [name, x, y] of [
    ['Rose mug', 190, 1160],
    ['Celadon dish', 860, 1230],
  ] as const) {
    await place(page, name)
    await move(page, [x, y])
  }
  await closeSupplies(page)
  await treat(page, 'Blur')
  // A round slot with a photo, in a frame of leaves.
  await page.keyboard.press('Escape')
  await page.keyboard.press('2')
  await page.keyboard.press('2')
  await drawBox(page, [340, 640], [740, 1040])
  await page.getByLabel('Search supplies').fill('Raw clay')
  await page.getByRole('button', { name: 'Place Raw clay on the table' }).click()
  await field(page, 'Frame weight', '14')
  await closeSupplies(page)
  await page.keyboard.press('Escape')
  await typeAt(page, 'Kiln night', 300, 400)
  await field(page, 'Size', '200')
  await look(page, 'Tube of light')
  await page.getByRole('button', { name: 'Align centre' }).click()
  await page.keyboard.press('Escape')
  await typeAt(page, 'You are invited', 400, 240)
  await look(page, 'Soft raised')
  await page.getByRole('button', { name: 'Align centre' }).click()
  await page.keyboard.press('Escape')
  await page.keyboard.press('3')
  await drawBox(page, [290, 1090], [790, 1270])
  await choose(page, 'Kind of fill', 'None')
  await field(page, 'Weight', '6')
  await choose(page, 'Line style', 'dotted')
  await page.keyboard.press('Escape')
  await typeAt(page, 'Friday, 28 November', 330, 1180)
  expect(await delivered(page, 1)).toHaveLength(1)
  expect((await named(page, id, 'Kiln night')).treatments).not.toEqual({})
})

test('a hero with badges: a cutout before a photo in a shape, a gradient over it, badges, a script caption', async ({
  page,
}) => {
  const id = await newDesign(page, 'Hero', ['Web hero'])
  await page.getByRole('textbox', { name: 'Page colour' }).fill('#efe4d2')
  await page.keyboard.press('Enter')
  await page.keyboard.press('2')
  await page.keyboard.press('2')
  await drawBox(page, [960, 110], [1820, 970])
  await page.getByLabel('Search supplies').fill('Kiln shelf')
  await page.getByRole('button', { name: 'Place Kiln shelf' }).click()
  await settled(page)
  // A gradient over the photo, of its outline.
  await page.keyboard.press('Escape')
  await page.keyboard.press('3')
  await page.keyboard.press('3')
  await drawBox(page, [960, 110], [1820, 970])
  await choose(page, 'Kind of fill', 'Linear gradient')
  await field(page, 'Opacity', '95')
  await place(page, 'Copper bottle vase')
  await field(page, 'Height', '820')
  await move(page, [1390, 560])
  await closeSupplies(page)
  await treat(page, 'Cast shadow')
  await closeSupplies(page)
  await page.keyboard.press('Escape')
  // Two badges with a gradient, the second a copy of another colour.
  await page.keyboard.press('3')
  await page.keyboard.press('3')
  await page.keyboard.press('3')
  await drawBox(page, [820, 620], [1060, 860])
  await choose(page, 'Kind of fill', 'Radial gradient')
  await treat(page, 'Cast shadow')
  await page.keyboard.press('Control+d')
  await settled(page)
  await move(page, [1740, 220])
  await page.keyboard.press('Escape')
  await typeAt(page, 'Fired twice', 120, 420)
  await field(page, 'Size', '170')
  await page.getByLabel('Typeface').click()
  await page.keyboard.type('Kaushan')
  await page.keyboard.press('Enter')
  await settled(page)
  const { layers } = await stored(page, id)
  const seen = await page.evaluate(() =>
    window.vividBench.store.getState().resolved.layers.map((l) => l.layer.name),
  )
  // The cutout is in front of the gradient, that in front of the photo in its round.
  expect(seen.indexOf('Copper bottle vase')).toBeGreaterThan(seen.indexOf('Ellipse'))
  expect(seen.indexOf('Ellipse')).toBeGreaterThan(seen.indexOf('Slot 1'))
  expect(Object.values(layers).filter((l) => l.kind === 'shape' && l.form === 'polygon')).toHaveLength(2)
  expect(await named(page, id, 'Fired twice')).toMatchObject({
    style: { family: 'Kaushan Script', size: 170 },
  })
  expect(await delivered(page, 1)).toHaveLength(1)
})
