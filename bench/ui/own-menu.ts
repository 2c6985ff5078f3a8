import type { MouseEvent } from 'react'

/** Of what has a menu button of its own the right press opens that menu. */
export function openOwnMenu(e: MouseEvent<HTMLElement>): void {
  const button = e.currentTarget.querySelector<HTMLElement>('[aria-haspopup="menu"]')
  if (!button) return
  e.preventDefault()
  button.focus({ preventScroll: true })
  button.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown', bubbles: true }))
}
