import { test as base } from '@playwright/test'

export { expect, type Locator, type Page } from '@playwright/test'

type Steps = { clicks: number; drags: number; entries: number; keys: number }
declare global {
  interface Window {
    handStep?: (kind: keyof Steps) => void
  }
}
/** Counts in the page what a hand does: presses, drags, what is typed into a field as one, keys that are commands. */
function countSteps(): void {
  const told = (kind: keyof Steps) => window.handStep?.(kind)
  let from: { x: number; y: number } | null = null
  let typing: EventTarget | null = null
  const isField = (t: EventTarget | null): boolean =>
    t instanceof HTMLElement && t.matches('input:not([type="file"]), textarea, [contenteditable="true"]')
  const entry = (t: EventTarget | null) => {
    if (typing === t) return
    typing = t
    told('entries')
  }
  window.addEventListener('pointerdown', (e) => (from = { x: e.clientX, y: e.clientY }), true)
  const up = (e: PointerEvent) => {
    if (!from) return
    told(Math.hypot(e.clientX - from.x, e.clientY - from.y) > 4 ? 'drags' : 'clicks')
    from = null
  }
  window.addEventListener('pointerup', up, true)
  window.addEventListener('drop', () => told('drags'), true)
  window.addEventListener('dragstart', () => (from = null), true)
  window.addEventListener('focusout', () => (typing = null), true)
  window.addEventListener('input', (e) => isField(e.target) && entry(e.target), true)
  window.addEventListener(
    'change',
    (e) => (e.target as HTMLInputElement).type === 'file' && told('clicks'),
    true,
  )
  window.addEventListener(
    'keydown',
    (e) => {
      if (e.repeat || ['Control', 'Shift', 'Alt', 'Meta'].includes(e.key)) return
      // Enter that ends what was typed is of it.
      if (isField(e.target) && !e.ctrlKey && !e.metaKey) return
      told('keys')
    },
    true,
  )
}

/** The tests' hands: what each journey takes is printed at its end, so that a change that adds steps is seen. */
export const test = base.extend({
  page: async ({ page }, use, info) => {
    const steps: Steps = { clicks: 0, drags: 0, entries: 0, keys: 0 }
    await page.exposeFunction('handStep', (kind: keyof Steps) => {
      steps[kind]++
    })
    await page.addInitScript(countSteps)
    await use(page)
    const all = steps.clicks + steps.drags + steps.entries + steps.keys
    const told = Object.entries(steps).map(([kind, n]) => `${n} ${kind}`)
    console.log(`hand steps: ${all} (${told.join(', ')})  ${info.title}`)
  },
})
