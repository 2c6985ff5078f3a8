import AxeBuilder from '@axe-core/playwright'
import { openDesign, row, settled } from './bench'
import { expect, test } from './test'

/** In the dark only colours are others: all else was looked at in the light. */
const asked = {
  light: (axe: AxeBuilder) => axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']),
  dark: (axe: AxeBuilder) => axe.withRules(['color-contrast']),
}
const serious = async (page: import('@playwright/test').Page, theme: keyof typeof asked) =>
  (await asked[theme](new AxeBuilder({ page })).analyze()).violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map(
      (v) =>
        `${v.id}: ${v.nodes
          .slice(0, 3)
          .map((n) => n.html.slice(0, 160))
          .join(' | ')}`,
    )

for (const theme of ['light', 'dark'] as const)
  test(`every screen meets WCAG 2.2 AA as far as a machine can see, ${theme}`, async ({ page }) => {
    // Nine screens with all their parts are looked at one after the other.
    test.setTimeout(480_000)
    await page.addInitScript((t) => localStorage.setItem('theme', t), theme)
    const clean = async (screen: string) =>
      expect({ screen, found: await serious(page, theme) }).toEqual({ screen, found: [] })
    await page.goto('/')
    await page.waitForTimeout(500)
    await clean('shelf')
    await page.getByRole('button', { name: 'New design' }).first().click()
    await page.getByRole('button', { name: /^Square post,/ }).click()
    await page.getByRole('button', { name: 'Gallery wall' }).click()
    await clean('new design')
    await openDesign(page, 'opening-day')
    await clean('bench')
    await row(page, 'Title').click()
    await settled(page)
    await clean('bench, text selected')
    await row(page, 'Blue cup').click()
    await row(page, 'Cream bowl').click({ modifiers: ['Control'] })
    await settled(page)
    await clean('bench, several selected')
    await page.getByRole('button', { name: 'Open supplies' }).click()
    await expect(page.getByRole('button', { name: 'Place Pale corner' })).toBeVisible()
    await clean('supplies')
    await page.getByRole('button', { name: 'More for Pale corner' }).focus()
    await page.keyboard.press('Enter')
    await clean('a supply’s menu')
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Close supplies' }).click()
    for (const [key, screen] of [
      ['Control+k', 'commands'],
      ['Alt+v', 'versions'],
    ] as const) {
      await page.getByRole('region', { name: 'Stage' }).focus()
      await page.keyboard.press(key)
      await expect(page.getByRole('dialog')).toBeVisible()
      await page.waitForTimeout(400)
      await clean(screen)
      await page.keyboard.press('Escape')
    }
    await page.goto('/designs/opening-day/export')
    await page.waitForTimeout(500)
    await clean('export')
  })

test('the bench is usable by keyboard alone: reach the stack, choose, move, send back', async ({ page }) => {
  await openDesign(page, 'opening-day')
  await row(page, 'Blue cup').focus()
  await page.keyboard.press('Enter')
  await expect(row(page, 'Blue cup')).toHaveAttribute('aria-selected', 'true')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(row(page, 'Shadow of the cup')).toHaveAttribute('aria-selected', 'true')
})

test('a narrow and a large screen keep everything within reach', async ({ page }) => {
  for (const [width, height] of [
    [1024, 700],
    [2560, 1440],
  ] as const) {
    await page.setViewportSize({ width, height })
    await openDesign(page, 'opening-day')
    for (const name of ['Export']) await expect(page.getByRole('link', { name })).toBeInViewport()
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true)
    await expect(row(page, 'Grain')).toBeInViewport()
  }
})
