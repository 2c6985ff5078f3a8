import sharp from 'sharp'
import { readPackage } from '../core/formats/vivid-package'
import { prepare, renderRegion } from '../core/render/render-page'
import { openHost } from '../host/project'
import {
  beginPost,
  closeSupplies,
  colourAt,
  newDesign,
  place,
  row,
  run,
  settled,
  stage,
  stored,
} from './bench'
import { expect, type Page, test } from './test'

/** The stage's own pixels at 100 %, asked until every source has come. */
async function stagePixels(page: Page, width: number, height: number): Promise<number[]> {
  return page.evaluate(
    async ([w, h]) => {
      const bench = window.vividBench
      bench.set({ view: { zoom: 1 / window.devicePixelRatio, x: 0, y: 0, fitted: false } })
      let last: Uint8ClampedArray | null = null
      for (let n = 0; n < 40; n++) {
        await new Promise((r) => setTimeout(r, 350))
        const made = await bench.client.ask<{ data: Uint8ClampedArray<ArrayBuffer> } | null>({
          ask: 'pixels',
          region: { left: 0, top: 0, right: w as number, bottom: h as number },
        })
        if (!made) continue
        const before = last
        if (before && made.data.every((v, k) => v === before[k])) break
        last = made.data
      }
      return [...(last ?? [])]
    },
    [width, height],
  )
}
/** The first page of a design as the command line draws it. */
async function delivered(
  page: Page,
  id: string,
): Promise<{ width: number; height: number; data: Uint8ClampedArray }> {
  const { design, blobs } = readPackage(
    new Uint8Array(await (await page.request.get(`/api/designs/${id}/package`)).body()),
  )
  const host = openHost(async (sha) => blobs.get(sha) ?? null)
  const resolved = await host.resolve(design, Object.keys(design.pages)[0] ?? '', design.master)
  const region = { left: 0, top: 0, right: resolved.width, bottom: resolved.height }
  return renderRegion(await prepare(resolved, 1, host), region, host.renderer)
}

test('a symmetrical banner with a finishing pass of five grades is delivered as it was seen, px for px', async ({
  page,
}) => {
  test.setTimeout(240_000)
  const id = await newDesign(page, 'Symmetry', ['Forum signature'])
  await place(page, 'Pale corner')
  await closeSupplies(page)
  await run(page, 'Fill the page')
  await settled(page)
  await run(page, 'Mirror across an axis')
  await settled(page)
  // It covers the page, so that beside it there is no room: cut in its middle, and a person says which part is kept.
  await expect(page.getByLabel('Axis across', { exact: true })).toHaveValue('250')
  const px = async (x: number) => (await colourAt(page, x, 100)).slice(0, 3)
  // At the scale of the view a px here and its like lie apart by a part of one.
  const alike = async () => {
    for (const x of [20, 130, 240]) {
      const [a, b] = [await px(x), await px(499 - x)]
      a.forEach((v, k) => expect(Math.abs(v - (b[k] ?? -99))).toBeLessThanOrEqual(6))
    }
  }
  await alike()
  const left = await px(30)
  await page.getByRole('combobox', { name: 'What is kept' }).click()
  await page.getByRole('option', { name: 'keeps the right part' }).click()
  await settled(page)
  expect(await px(30)).not.toEqual(left)
  await alike()
  await page.getByRole('combobox', { name: 'What is kept' }).click()
  await page.getByRole('option', { name: 'keeps the left part' }).click()
  await settled(page)
  expect(await px(30)).toEqual(left)

  await stage(page).focus()
  await page.keyboard.press('Escape')
  await run(page, 'Gradient map over what lies beneath')
  await expect(row(page, 'Dusk blue to straw')).toBeVisible()
  await page.getByRole('textbox', { name: 'Opacity', exact: true }).fill('40')
  await page.keyboard.press('Enter')
  for (const words of [
    'Blur over what lies beneath',
    'Sharpen over what lies beneath',
    'Grain over what lies beneath',
    'Vignette over what lies beneath',
  ]) {
    await stage(page).focus()
    await page.keyboard.press('Escape')
    await run(page, words)
    await settled(page)
  }
  const { design } = { design: await stored(page, id) }
  expect(Object.values(design.layers).filter((l) => l.kind === 'grade')).toHaveLength(5)
  const own = await delivered(page, id)
  const seen = await stagePixels(page, own.width, own.height)
  expect(seen.length).toBe(own.data.length)
  expect(seen.filter((v, n) => v !== own.data[n]).length).toBe(0)
  // The pass is seen, and still symmetrical but for its grain.
  const plain = await page.evaluate(() => {
    const bench = window.vividBench
    bench.edit('Off', (d) => {
      for (const l of Object.values(d.layers)) if (l.kind === 'grade') l.shown = false
    })
    return true
  })
  expect(plain).toBe(true)
  await settled(page)
  const bare = await delivered(page, id)
  expect(bare.data.filter((v, n) => Math.abs(v - (own.data[n] as number)) > 8).length).toBeGreaterThan(
    own.data.length / 20,
  )
})

test('a one-ink motif freed of its ground lies on four grounds without a fringe', async ({ page }) => {
  const id = await beginPost(page, 'One ink')
  // Black lettering and near-black texture on white, as it is scanned.
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" width="700" height="500"><rect width="700" height="500" fill="#fff"/><circle cx="350" cy="250" r="180" fill="#0a0a0a"/><circle cx="350" cy="250" r="110" fill="#fff"/><path d="M330 40L370 40L390 460L310 460Z" fill="#1e1c1a"/></svg>'
  const png = await sharp(Buffer.from(svg)).png().toBuffer()
  await page
    .locator('input[type="file"][multiple]')
    .setInputFiles({ name: 'scan.png', mimeType: 'image/png', buffer: png })
  await expect(row(page, 'scan')).toBeVisible()
  await run(page, 'Knock out by lightness')
  await settled(page)
  // Ink that is not quite black is kept whole.
  await page.evaluate(() => {
    const bench = window.vividBench
    const [own = ''] = bench.store.getState().selection
    bench.edit('Darkest tone', (d) => {
      for (const m of Object.values(d.layers[own]?.masks ?? {})) if (m.kind === 'picked') m.from = 0.2
    })
  })
  await settled(page)
  await run(page, 'Silhouette colour')
  await settled(page)
  for (const [n, ground] of ['#20242a', '#f4efe6', '#c2412a', 'transparent'].entries()) {
    await page.evaluate(
      (colour) =>
        window.vividBench.edit('Ground', (d) => {
          for (const p of Object.values(d.pages)) p.colour = colour
        }),
      ground,
    )
    await settled(page)
    const { data, width } = await delivered(page, id)
    const ink = [0xb5, 0x53, 0x2f]
    const on =
      ground === 'transparent' ? null : [1, 3, 5].map((k) => Number.parseInt(ground.slice(k, k + 2), 16))
    let [inked, off] = [0, 0]
    for (let at = 0; at < data.length; at += 4) {
      const c = [data[at] as number, data[at + 1] as number, data[at + 2] as number]
      if (!on) {
        // Wherever anything is seen at all it is the ink.
        if ((data[at + 3] as number) > 0 && c.some((v, k) => Math.abs(v - (ink[k] as number)) > 1)) off++
        continue
      }
      if (c.every((v, k) => v === ink[k])) inked++
      // Between ink and ground there is nothing but mixtures of the two.
      const wide = [0, 1, 2].reduce(
        (m, k) =>
          Math.abs((ink[k] as number) - (on[k] as number)) > Math.abs((ink[m] as number) - (on[m] as number))
            ? k
            : m,
        0,
      )
      const mean =
        ((c[wide] as number) - (on[wide] as number)) / ((ink[wide] as number) - (on[wide] as number))
      if (
        c.some(
          (v, k) => Math.abs(v - ((on[k] as number) + mean * ((ink[k] as number) - (on[k] as number)))) > 3,
        )
      )
        off++
    }
    expect({ n, off }).toEqual({ n, off: 0 })
    if (on) expect(inked).toBeGreaterThan(width * 20)
  }
})

test('a nested clipped vector template comes in as it is, and is unpicked to its pieces', async ({
  page,
}) => {
  const id = await beginPost(page, 'Template')
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 300" width="400" height="300"><defs><clipPath id="card"><rect x="20" y="20" width="360" height="260" rx="30"/></clipPath><clipPath id="seal"><circle cx="200" cy="150" r="80"/></clipPath><linearGradient id="sky" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#3a55c9"/><stop offset="1" stop-color="#e8b77a"/></linearGradient></defs><g id="Card" clip-path="url(#card)"><rect id="Sky" width="400" height="300" fill="url(#sky)"/><g id="Seal" clip-path="url(#seal)"><rect id="Ground" width="400" height="300" fill="#c2412a"/><path id="Leaf" d="M120 80L300 150L140 240Z" fill="#47743a"/></g></g><rect id="Nothing" x="0" y="0" width="10" height="10" fill="none"/></svg>`
  await page
    .locator('input[type="file"][multiple]')
    .setInputFiles({ name: 'template.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) })
  await expect(row(page, 'template')).toBeVisible()
  await settled(page)
  const place = await page.evaluate(() => {
    const s = window.vividBench.store.getState()
    return s.design.layers[s.selection[0] ?? '']?.placement
  })
  if (!place) throw new Error('nothing was placed')
  const at = (x: number, y: number) =>
    colourAt(page, place.x + (x / 400 - 0.5) * place.width, place.y + (y / 300 - 0.5) * place.height)
  const spots = [
    [200, 30],
    [170, 150],
    [230, 150],
    [200, 250],
    [22, 22],
  ] as const
  const before = await Promise.all(spots.map(([x, y]) => at(x, y)))
  expect(before[1]?.slice(0, 3)).toEqual([0x47, 0x74, 0x3a])
  // The card's corner is cut.
  expect(before[4]?.slice(0, 3)).toEqual([255, 255, 255])
  await run(page, 'Free everything')
  await settled(page)
  await expect(page.getByText(/pieces can be edited by themselves now/)).toBeVisible()
  const after = await Promise.all(spots.map(([x, y]) => at(x, y)))
  after.forEach((c, n) =>
    c.forEach((v, k) => expect(Math.abs(v - (before[n]?.[k] ?? -99))).toBeLessThanOrEqual(2)),
  )
  const names = Object.values((await stored(page, id)).layers).map((l) => l.name)
  for (const name of ['Sky', 'Ground', 'Leaf']) expect(names).toContain(name)
  // A piece is taken by a press on it and is edited by itself.
  await stage(page).focus()
  await page.keyboard.press('Escape')
  await page.getByRole('treeitem', { name: 'Leaf', exact: true }).click()
  await page.keyboard.press('Delete')
  await settled(page)
  expect((await at(170, 150)).slice(0, 3)).toEqual([0xc2, 0x41, 0x2a])
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await settled(page)
  expect(Object.values((await stored(page, id)).layers).map((l) => l.kind)).toEqual(['graphic'])
})

test('specks of a see-through picture are found on a loud ground, ticked one by one, and cleaned in one step', async ({
  page,
}) => {
  const id = await beginPost(page, 'Specks')
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" width="600" height="600"><path fill-rule="evenodd" d="M100 100H500V500H100ZM240 240H248V248H240ZM400 380H407V387H400Z" fill="#3a55c9"/><circle cx="60" cy="60" r="5" fill="#c2412a"/><circle cx="540" cy="300" r="4" fill="#c2412a"/></svg>'
  await page.locator('input[type="file"][multiple]').setInputFiles({
    name: 'motif.png',
    mimeType: 'image/png',
    buffer: await sharp(Buffer.from(svg)).png().toBuffer(),
  })
  await expect(row(page, 'motif')).toBeVisible()
  await settled(page)
  // To cut it out would eat into it: it says so and offers its specks.
  await run(page, 'Cut out the main thing')
  await expect(page.getByText(/see-through already/)).toBeVisible()
  await page.getByRole('button', { name: 'Find specks' }).click()
  const panel = page.getByRole('group', { name: 'Specks' })
  await expect(panel.getByRole('status')).toHaveText('2 dots, 2 holes')
  await panel.getByRole('checkbox', { name: /^2 dot/ }).click()
  await panel.getByRole('button', { name: 'Clean 3' }).click()
  await expect(page.getByText('3 specks were cleaned.')).toBeVisible()
  await settled(page)
  const layers = Object.values((await stored(page, id)).layers)
  expect(layers.map((l) => l.name).sort()).toEqual(['Holes of motif', 'motif'])
  const motif = layers.find((l) => l.name === 'motif')
  if (!motif) throw new Error('the motif is gone')
  const at = (x: number, y: number) =>
    colourAt(
      page,
      motif.placement.x + (x / 600 - 0.5) * motif.placement.width,
      motif.placement.y + (y / 600 - 0.5) * motif.placement.height,
    )
  expect((await at(60, 60)).slice(0, 3)).toEqual([255, 255, 255])
  expect((await at(540, 300)).slice(0, 3)).toEqual([0xc2, 0x41, 0x2a])
  for (const [x, y] of [
    [244, 244],
    [403, 383],
    [300, 300],
  ] as const)
    expect((await at(x, y)).slice(0, 3)).toEqual([0x3a, 0x55, 0xc9])
  await stage(page).focus()
  await page.keyboard.press('Control+z')
  await settled(page)
  expect((await at(60, 60)).slice(0, 3)).toEqual([0xc2, 0x41, 0x2a])
})
