import { gapY, type Item } from '../../compose/item'
import type { Before } from './fault'

/** Pairs of words of which the first is plainly read before the second: above it in one column, or before it on one line. */
export function flowOf(words: readonly Item[], _: Pick<Before, 'width'>): (readonly [string, string])[] {
  const out: (readonly [string, string])[] = []
  for (const a of words)
    for (const b of words) {
      if (a === b) continue
      const across = Math.min(a.ink.right, b.ink.right) - Math.max(a.ink.left, b.ink.left)
      const below = b.ink.top >= a.ink.bottom - 1
      const rtl = a.layout?.lines[0]?.rtl ?? false
      const level = gapY(a.ink, b.ink) < -0.4 * Math.min(a.ink.bottom - a.ink.top, b.ink.bottom - b.ink.top)
      const after = rtl ? b.ink.right <= a.ink.left : b.ink.left >= a.ink.right
      if ((below && across > 0) || (level && after)) out.push([a.id, b.id])
    }
  return out
}
