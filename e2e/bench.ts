import { expect, type Locator, type Page } from '@playwright/test'
import type { Bench } from '../bench/state/bench'
import type { Design } from '../core/design/schema'

declare global {
  interface Window {
    vividBench: Bench
  }
}

/** Opens a design and waits until its stage shows everything. */
export async function openDesign(page: Page, id: string): Promise<void> {
  await page.goto(`/designs/${id}`)
  await settled(page)
}

/** Waits until the stage shows the newest state, whole, and everything is saved. */
export async function settled(page: Page): Promise<void> {
  await expect(async () => {
    const now = await page.evaluate(() => {
      const c = document.querySelector<HTMLElement>('[data-testid="stage-canvas"]')
      return {
        shown: Number(c?.dataset.revision),
        whole: c?.dataset.whole,
        wanted: window.vividBench?.store.getState().revision,
        saved: window.vividBench?.store.getState().save.state,
        setting: window.vividBench?.store.getState().doing.type ?? null,
      }
    })
    expect(now.whole).toBe('yes')
    // An edit whose faces are still fetched has yet to come.
    expect(now.setting).toBe(null)
    expect(now.saved).toBe('saved')
    // Arrangements that are stored count up the revision without a change on the stage.
    expect(now.shown).toBeGreaterThanOrEqual((now.wanted ?? 0) - 0)
  }).toPass({ timeout: 60_000, intervals: [60, 100, 150, 200, 250] })
}

/** A begun design on some sizes, by way of the shelf. */
export async function newDesign(page: Page, name: string, sizes: readonly string[]): Promise<string> {
  await page.goto('/')
  await page.getByRole('button', { name: 'New design' }).first().click()
  for (const size of sizes) await page.getByRole('button', { name: new RegExp(`^${size},`) }).click()
  await page.getByLabel('Name of the design').fill(name)
  await page.getByRole('button', { name: 'Begin' }).click()
  await page.waitForURL(/\/designs\/[a-z0-9]+$/)
  await settled(page)
  return page.url().split('/').at(-1) as string
}

export const stored = async (page: Page, id: string): Promise<Design> =>
  ((await (await page.request.get(`/api/designs/${id}`)).json()) as { design: Design }).design
export const row = (page: Page, name: string): Locator => page.getByRole('treeitem', { name, exact: true })

/** A point of the page, px of the channel shown, on the screen. */
export async function onStage(page: Page, x: number, y: number): Promise<{ x: number; y: number }> {
  return page.evaluate(
    ([px, py]) => {
      const { view } = window.vividBench.store.getState()
      const box = document.querySelector('[data-stage]')?.getBoundingClientRect()
      return { x: (box?.left ?? 0) + view.x + px * view.zoom, y: (box?.top ?? 0) + view.y + py * view.zoom }
    },
    [x, y] as const,
  )
}
/** A point on the screen where a click takes the named layer: found by what is rendered there. */
export async function onLayer(page: Page, name: string): Promise<{ x: number; y: number }> {
  const at = await page.evaluate(async (wanted) => {
    const bench = window.vividBench
    const s = bench.store.getState()
    const found = s.resolved.layers.find((l) => l.layer.name === wanted)?.layer
    if (!found) return null
    const k = s.view.zoom * window.devicePixelRatio
    const p = found.placement
    for (let n = 0; n < 400; n++) {
      const [x, y] = [
        p.x - p.width / 2 + (p.width * ((n * 37) % 100)) / 100,
        p.y - p.height / 2 + (p.height * ((n * 13) % 40)) / 80,
      ]
      const hits = await bench.client.ask<string[]>({ ask: 'hit', x: x * k, y: y * k })
      if (hits?.find((id) => !s.design.layers[id]?.locked) === found.id) return { x, y }
    }
    return null
  }, name)
  if (!at) throw new Error(`Nothing of “${name}” can be seen.`)
  return onStage(page, at.x, at.y)
}
export async function drag(
  page: Page,
  from: { x: number; y: number },
  to: { x: number; y: number },
): Promise<void> {
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  // A hand that drags has begun to at once; held still it would ask what lies beneath.
  const way = Math.hypot(to.x - from.x, to.y - from.y)
  const begun = Math.min(1, Math.max(1 / 6, 5 / Math.max(1, way)))
  await page.mouse.move(from.x + (to.x - from.x) * begun, from.y + (to.y - from.y) * begun)
  await page.waitForTimeout(120)
  for (let n = 1; n <= 6; n++)
    await page.mouse.move(from.x + ((to.x - from.x) * n) / 6, from.y + ((to.y - from.y) * n) / 6)
  await page.mouse.up()
}

/** The colour shown at a point of the page. */
export const colourAt = (page: Page, x: number, y: number) =>
  page.evaluate(
    async ([px, py]) => {
      const bench = window.vividBench
      const k = bench.store.getState().view.zoom * window.devicePixelRatio
      return bench.client.ask<[number, number, number, number]>({
        ask: 'sample',
        x: (px ?? 0) * k,
        y: (py ?? 0) * k,
        radius: 0,
      })
    },
    [x, y],
  )
/** Draws a box with the tool in hand, px of the page. */
export async function drawBox(
  page: Page,
  from: readonly [number, number],
  to: readonly [number, number],
): Promise<void> {
  const [a, b] = [await onStage(page, ...from), await onStage(page, ...to)]
  await page.mouse.move(a.x, a.y)
  await page.mouse.down()
  await page.mouse.move(b.x, b.y, { steps: 4 })
  await page.mouse.up()
  await settled(page)
}

export const stage = (page: Page): Locator => page.getByRole('region', { name: 'Stage' })
/** Runs the command that the words find first. */
export async function run(page: Page, words: string): Promise<void> {
  await stage(page).focus()
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder('What do you want to do?').fill(words)
  await page.keyboard.press('Enter')
}
export async function closeSupplies(page: Page): Promise<void> {
  const close = page.getByRole('button', { name: 'Close supplies' })
  if (await close.isVisible()) await close.click()
  await settled(page)
}
/** Places one of the shipped supplies, the drawer being open. */
export async function place(page: Page, label: string): Promise<void> {
  await page.getByLabel('Search supplies').fill(label)
  await page.getByRole('button', { name: `Place ${label}`, exact: true }).click()
  await expect(row(page, label)).toBeVisible()
}
/** Makes a photo of the supplies the backdrop, by the button on its tile. */
export async function makeBackdrop(page: Page, label: string): Promise<void> {
  await page.getByRole('tab', { name: 'Photos' }).click()
  const tile = page.getByRole('listitem').filter({ hasText: label })
  await tile.hover()
  await tile.getByRole('button', { name: 'Make backdrop' }).click()
}
/** A begun square post with the stage in hand and the drawer closed. */
export async function beginPost(page: Page, name: string): Promise<string> {
  const id = await newDesign(page, name, ['Square post'])
  await closeSupplies(page)
  await stage(page).focus()
  return id
}
/** A click at a point of the page. */
export async function press(page: Page, x: number, y: number): Promise<void> {
  const at = await onStage(page, x, y)
  await page.mouse.click(at.x, at.y)
}
/** Writes words where they are pressed, px of the page, with the type tool. */
export async function typeAt(page: Page, text: string, x: number, y: number): Promise<void> {
  await page.keyboard.press('5')
  await press(page, x, y)
  await expect(page.getByLabel('Text of the selected layer')).toBeFocused()
  await page.keyboard.type(text)
  await page.keyboard.press('Escape')
  await settled(page)
}
