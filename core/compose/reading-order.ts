import { gapY, type Item, isWords } from './item'
import type { Reading } from './read'
import { placesInOrder } from './relations/order'

/** Words that share so much of their lower one's height stand on one line. */
const LEVEL = 0.4
const isLevel = (a: Item, b: Item): boolean =>
  gapY(a.ink, b.ink) < -LEVEL * Math.min(a.ink.bottom - a.ink.top, b.ink.bottom - b.ink.top)
/** The words of a page in the order in which they are read: by lines, unless people said otherwise of some. Ids. */
export function readingOrder({ items, relations }: Reading): string[] {
  const rows: Item[][] = []
  for (const i of items.filter(isWords).sort((a, b) => a.ink.top - b.ink.top)) {
    const row = rows.find(([first]) => first && isLevel(first, i))
    if (row) row.push(i)
    else rows.push([i])
  }
  const told = rows.flatMap((row) => {
    const rtl = row.some((i) => i.layout?.lines[0]?.rtl)
    return row.sort((a, b) => (a.ink.left - b.ink.left) * (rtl ? -1 : 1)).map((i) => i.id)
  })
  const places = placesInOrder(relations)
  const said = told.filter((id) => places.has(id)).sort((a, b) => (places.get(a) ?? 0) - (places.get(b) ?? 0))
  return told.map((id) => (places.has(id) ? (said.shift() as string) : id))
}
