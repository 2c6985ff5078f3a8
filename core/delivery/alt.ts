import { isPhoto, isWorded, layerName, takesPicture } from '../kinds/facts'
import { isFilled } from '../kinds/slot/framing'
import type { ResolvedLayer } from '../resolve/resolved'

/** What can be told of a page by itself: its words as they are read, and what its pictures are called. */
export function altFrom(layers: readonly ResolvedLayer[]): string {
  const flat = (list: readonly ResolvedLayer[]): ResolvedLayer[] =>
    list.filter((l) => l.layer.shown).flatMap((l) => [l, ...flat(l.children), ...flat(l.insides)])
  const all = flat(layers).map((l) => l.layer)
  const words = all
    .filter(isWorded)
    .sort((a, b) => b.style.size - a.style.size)
    .map((l) => l.text.replace(/\s+/g, ' ').trim())
    .filter((t) => t !== '')
  const things = all
    // What darkens or lightens what lies beneath it is no thing of its own.
    .filter(
      (l) =>
        l.plane === 'subject' && l.blend === 'normal' && (isPhoto(l) || (takesPicture(l) && isFilled(l))),
    )
    .map((l) => layerName(l).replace(/ \d+$/, ''))
  const seen = [...new Set(things)]
  const shown = seen.length > 1 ? `${seen.slice(0, -1).join(', ')} and ${seen.at(-1)}` : (seen[0] ?? '')
  return [words.join('. '), shown].filter((t) => t !== '').join('. ')
}
