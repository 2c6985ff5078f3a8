import AxeBuilder from '@axe-core/playwright'
import { expect, test } from '@playwright/test'
import { openDesign, row, settled } from './bench'

const serious = async (page: import('@playwright/test').Page) =>
  (await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze()).violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map(
      (v) =>
        `${v.id}: ${v.nodes
          .slice(0, 3)
          .map((n) => n.html.slice(0, 160))
          .join(' | ')}`,
    )

test('shelf, new design, bench and export meet WCAG 2.2 AA as far as a machine can see', async ({ page }) => {
  await page.goto('/')
  await page.waitForTimeout(500)
  expect(await serious(page)).toEqual([])
  await page.getByRole('button', { name: 'New design' }).first().click()
  await page.getByRole('button', { name: /^Square post,/ }).click()
  expect(await serious(page)).toEqual([])
  await openDesign(page, 'opening-day')
  expect(await serious(page)).toEqual([])
  await row(page, 'Title').click()
  await settled(page)
  expect(await serious(page)).toEqual([])
  await page.goto('/designs/opening-day/export')
  await page.waitForTimeout(500)
  expect(await serious(page)).toEqual([])
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
