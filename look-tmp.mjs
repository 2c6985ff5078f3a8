import { readFileSync } from 'node:fs'
import { chromium } from '@playwright/test'
import { browser } from './scripts/set-up.mjs'

const chrome = await chromium.launch({ executablePath: browser(), args: JSON.parse(readFileSync('scripts/chromium-args.json', 'utf8')) })
const page = await chrome.newPage({ viewport: { width: 1280, height: 800 } })
const base = 'http://127.0.0.1:3100'
const id = process.argv[2]
await page.goto(`${base}/designs/${id}`)
await page.waitForFunction(() => document.querySelector('[data-testid="stage-canvas"]')?.dataset.whole === 'yes', undefined, { timeout: 90000 })
const layers = await page.evaluate(() =>
  Object.values(window.vividBench.store.getState().design.layers).map((l) => [l.id, l.kind, l.name, l.plane, l.page]),
)
console.log(layers.map((l) => l.join(' ')).join('\n'))
const pick = process.argv[3]
await page.evaluate((p) => {
  const b = window.vividBench
  const l = Object.values(b.store.getState().design.layers).find((l) => l.id === p || l.name === p)
  b.select([l.id])
}, pick)
await page.getByRole('button', { name: 'Add a treatment' }).click()
await page.waitForTimeout(600)
await page.screenshot({ path: '/tmp/look1.png' })
await page.keyboard.press('Escape')
for (const name of (process.argv[4] ?? 'Cast shadow,Edge light,Curves').split(',')) {
  await page.getByRole('button', { name: 'Add a treatment' }).click()
  await page.getByRole('menuitem', { name, exact: true }).click()
}
await page.waitForTimeout(4000)
await page.getByRole('button', { name: 'Add a treatment' }).scrollIntoViewIfNeeded()
await page.screenshot({ path: '/tmp/look2.png' })
await chrome.close()
