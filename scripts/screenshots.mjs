// Takes the pictures of docs/screenshots from the samples: `node scripts/screenshots.mjs` after a build.
import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { chromium } from '@playwright/test'
import sharp from 'sharp'
import { browser } from './set-up.mjs'

const PORT = '3919'
const server = spawn(process.execPath, ['scripts/test-server.mjs'], {
  stdio: 'ignore',
  env: { ...process.env, PORT, VIVID_DATA: '.cache/screenshots-data' },
})
const base = `http://127.0.0.1:${PORT}`
const reachable = () =>
  fetch(`${base}/api/campaigns`).then(
    (r) => r.ok,
    () => false,
  )
for (let n = 0; n < 180 && !(await reachable()); n++) await new Promise((r) => setTimeout(r, 1000))

const chrome = await chromium.launch({
  executablePath: browser(),
  args: JSON.parse(readFileSync('scripts/chromium-args.json', 'utf8')),
})
const page = await chrome.newPage({ viewport: { width: 1280, height: 800 } })
/** With the pointer out of the way, or over a thing. */
const shot = async (name, over) => {
  if (over) {
    await over.evaluate((element) => element.scrollIntoView({ block: 'center' }))
    await over.hover()
  } else await page.mouse.move(640, 62)
  await page.waitForTimeout(900)
  // In a palette they are a third as large and look the same.
  await sharp(await page.screenshot())
    .png({ palette: true, quality: 92, dither: 0.7, effort: 7 })
    .toFile(`docs/screenshots/${name}.png`)
}
const quiet = async () => {
  await page.waitForFunction(
    () => document.querySelector('[data-testid="stage-canvas"]')?.dataset.whole === 'yes',
    undefined,
    { timeout: 60_000 },
  )
  // The checks of all pages and channels come last.
  await page.waitForFunction(
    () => {
      const s = window.vividBench.store.getState()
      return Object.keys(s.design.pages).every((p) =>
        Object.keys(s.design.channels).every((c) => s.findings[`${p}/${c}`]),
      )
    },
    undefined,
    { timeout: 60_000 },
  )
}
try {
  await page.goto(base)
  await page.waitForFunction(
    () =>
      [...document.images]
        .filter((i) => i.getBoundingClientRect().top < 900)
        .every((i) => i.complete && i.naturalWidth > 1),
    undefined,
    { timeout: 120_000 },
  )
  await page.waitForTimeout(6000)
  await shot('shelf')
  await page.getByRole('button', { name: 'New design' }).first().click()
  for (const name of [/^Square post,/, /^Tall story,/, /^Video thumbnail,/])
    await page.getByRole('button', { name }).click()
  await page.getByRole('button', { name: 'Arch and shelf' }).click()
  await page.waitForFunction(
    () =>
      [...document.querySelectorAll('[role="dialog"] img')]
        .filter((i) => i.getBoundingClientRect().top < 700)
        .every((i) => i.complete && i.naturalWidth > 1),
    undefined,
    {
      timeout: 60_000,
    },
  )
  await shot('new-design')
  await page.goto(`${base}/designs/clay-and-song`)
  await quiet()
  await page.getByRole('treeitem', { name: 'Leaping dancer', exact: true }).click()
  await shot('from-the-drawer')
  await page.goto(`${base}/designs/opening-day`)
  await quiet()
  await page.getByRole('treeitem', { name: 'Title', exact: true }).click()
  await shot('bench')
  for (const name of ['Cast shadow', 'Grain', 'Curves']) {
    await page.getByRole('button', { name: 'Add a treatment' }).click()
    await page.getByRole('menuitem', { name, exact: true }).click()
  }
  await quiet()
  await page.getByRole('button', { name: 'Add a treatment' }).click()
  await shot('treatments')
  await page.keyboard.press('Escape')
  await page.getByRole('region', { name: 'Stage' }).focus()
  for (let n = 0; n < 3; n++) await page.keyboard.press('Control+z')
  await page.locator('[data-channel="wide-header"]').click()
  await quiet()
  await page.getByRole('treeitem', { name: 'Title', exact: true }).click()
  await page.getByLabel('Left', { exact: true }).fill('400')
  await page.keyboard.press('Enter')
  await page.waitForTimeout(2500)
  await shot('bench-adapted')
  await page.getByRole('region', { name: 'Stage' }).focus()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Wall', exact: true }).click()
  await page.waitForTimeout(5000)
  await shot('wall')
  await page.getByRole('button', { name: 'Wall', exact: true }).click()
  await page.locator('[data-channel="tall-story"]').click()
  await page.getByRole('button', { name: 'At size', exact: true }).click()
  await page.waitForTimeout(3000)
  await shot('at-size')
  await page.getByRole('button', { name: 'At size', exact: true }).click()
  await page.locator('[data-channel="square-post"]').click()
  await page.getByRole('region', { name: 'Stage' }).focus()
  await page.keyboard.press('Escape')
  await page.getByRole('treeitem', { name: 'Copper bottle vase', exact: true }).click()
  await page.getByRole('button', { name: 'Add a mask', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Fade along a line' }).click()
  await quiet()
  await shot('masks')
  await page.keyboard.press('Control+z')
  await page.getByRole('region', { name: 'Stage' }).focus()
  await page.keyboard.press('Escape')
  await page.getByRole('tab', { name: 'All' }).click()
  await page.waitForTimeout(4000)
  await shot('supplies', page.getByRole('listitem').filter({ hasText: 'Copper bottle vase' }).first())
  await page.getByRole('button', { name: 'Close supplies' }).click()
  await page.getByRole('region', { name: 'Stage' }).focus()
  await page.keyboard.press('Alt+v')
  for (const name of ['As shown to the studio', 'With the rust branch']) {
    await page.getByLabel('Name of the version').fill(name)
    await page.keyboard.press('Enter')
    await page.getByRole('list', { name: 'Kept versions' }).getByText(name).waitFor()
  }
  await page.getByRole('slider', { name: /How much of/ }).waitFor({ state: 'attached', timeout: 60_000 })
  await page.waitForTimeout(3000)
  await shot('versions')
  await page.keyboard.press('Escape')
  // A photo on a page of its own: cut out, woven through a ring, with rim lines.
  await page.goto(base)
  await page.getByRole('button', { name: 'New design' }).first().click()
  await page.getByRole('button', { name: /^Square post,/ }).click()
  await page.getByLabel('Name of the design').fill('Five bowls')
  await page.getByRole('button', { name: 'Begin' }).click()
  await page.waitForURL(/\/designs\/[a-z0-9]+$/)
  await quiet()
  await page.getByLabel('Search supplies').fill('stacked bowls')
  await page
    .getByRole('button', { name: /^Place .*bowls/i })
    .first()
    .click()
  await page.waitForTimeout(2000)
  await page.getByRole('button', { name: 'Close supplies' }).click()
  await quiet()
  await page.getByRole('region', { name: 'Stage' }).focus()
  await page.keyboard.press('7')
  await page.getByRole('button', { name: 'Cut out the main thing' }).first().click()
  await page.getByRole('button', { name: 'Cut out anew' }).waitFor({ timeout: 120_000 })
  await quiet()
  const at = (x, y) =>
    page.evaluate(
      ([px, py]) => {
        const { view } = window.vividBench.store.getState()
        const box = document.querySelector('[data-stage]').getBoundingClientRect()
        return { x: box.left + view.x + px * view.zoom, y: box.top + view.y + py * view.zoom }
      },
      [x, y],
    )
  await page.evaluate(() => {
    const bench = window.vividBench
    const s = bench.store.getState()
    const photo = Object.values(s.design.layers).find((l) => l.kind === 'picture')
    bench.edit('Ring', (d) => {
      const own = d.layers[photo.id]
      const box = { ...own.placement, x: 540, y: 560, width: 860, height: 330, rotation: -9 }
      const { source: _s, sourceWidth: _w, sourceHeight: _h, focal: _f, ...rest } = own
      d.layers.ring = {
        ...rest,
        id: 'ring',
        name: 'Ring',
        order: 'z1',
        masks: {},
        kind: 'shape',
        form: 'ellipse',
        radii: [0, 0, 0, 0],
        corners: 6,
        inner: 0.5,
        placement: box,
        fill: { kind: 'none' },
        stroke: { colour: '#c8743c', weight: 30, dash: [], cap: 'butt', join: 'miter' },
      }
      own.placement = {
        ...own.placement,
        x: 540,
        y: 560,
        width: 640,
        height: 640 * (own.sourceHeight / own.sourceWidth),
      }
      const rim = { kind: 'rim', on: true, strength: 1, place: 'outside', join: 'round' }
      own.treatments = {
        r: { ...rim, id: 'r', order: 'a0', width: 9, gap: 0, colour: '#fdf6ea' },
        s: { ...rim, id: 's', order: 'a1', width: 4, gap: 5, colour: '#2f5573' },
      }
      for (const p of Object.values(d.pages)) p.colour = '#e6d3b8'
    })
    bench.select([photo.id])
  })
  await quiet()
  // What of the bowls was lost is kept by dabs, what of the ground came along is dropped.
  await page.keyboard.press('7')
  for (const [x, y, keep] of [
    [806, 440, false],
    [800, 500, false],
    [742, 404, true],
    [352, 480, true],
    [735, 484, true],
    [316, 470, true],
    [765, 474, true],
    [800, 718, false],
    [770, 750, false],
    [720, 770, false],
    [690, 796, false],
    [800, 790, false],
    [800, 830, false],
    [840, 800, false],
    [740, 830, false],
    [690, 835, false],
    [650, 834, false],
    [612, 852, false],
    [735, 690, true],
    [786, 706, false],
    [668, 816, false],
  ]) {
    await page.evaluate((kept) => window.vividBench.set({ dab: { size: 26, keep: kept } }), keep)
    const dab = await at(x, y)
    await page.mouse.click(dab.x, dab.y)
    await page.waitForTimeout(800)
    await page.waitForFunction(() => !window.vividBench.store.getState().cutting?.running, undefined, {
      timeout: 60_000,
    })
  }
  await page.evaluate(() => {
    const bench = window.vividBench
    bench.select(Object.keys(bench.store.getState().design.layers))
  })
  await quiet()
  await page.keyboard.press('8')
  const crossing = await at(540, 398)
  await page.mouse.click(crossing.x, crossing.y)
  await page.waitForTimeout(1500)
  await quiet()
  await shot('woven')
  await page.goto(`${base}/designs/opening-day/export`)
  await page.waitForFunction(() => [...document.images].every((i) => i.complete), undefined, {
    timeout: 60_000,
  })
  await page.getByRole('button', { name: 'Export 8 files' }).click()
  await page.waitForFunction(() => document.body.textContent.includes('Fetch again'), undefined, {
    timeout: 120_000,
  })
  await shot('export')
  await page.goto(`${base}/designs/three-evenings`)
  await quiet()
  await page.getByRole('region', { name: 'Stage' }).focus()
  await page.keyboard.press('u')
  await page.getByRole('treeitem', { name: 'Fire card', exact: true }).click()
  await shot('understood')
  await page.getByRole('region', { name: 'Stage' }).focus()
  await page.keyboard.press('u')
  await page.getByRole('treeitem', { name: 'Glaze picture', exact: true }).click()
  await page.getByRole('button', { name: 'Crop', exact: true }).click()
  await shot('crop')
  await page.keyboard.press('Escape')
  await page.getByRole('treeitem', { name: 'When', exact: true }).click()
  await page.getByRole('button', { name: 'Typeface' }).click()
  await page.getByRole('button', { name: 'script', exact: true }).click()
  await page.getByLabel('Find a typeface').focus()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowDown')
  await page.waitForTimeout(2500)
  await shot('typefaces')
  await page.goto(`${base}/designs/gift-card`)
  await quiet()
  await page.getByRole('button', { name: 'Table', exact: true }).click()
  await page.getByRole('textbox', { name: 'Title, row 4' }).focus()
  await page.waitForTimeout(5000)
  await shot('table')
} finally {
  await chrome.close()
  server.kill()
}
