import { z } from 'zod'
import { isPhoto, isWorded, layerName, takesPicture } from '../kinds/facts'
import { isFilled } from '../kinds/slot/framing'
import type { ResolvedLayer } from '../resolve/resolved'

/** The longest alternative text that screen readers read without tiring who listens, characters (*common practice*). */
export const GOOD_ALT = 150
/** Words that go out beside a picture: instead of it for who cannot see it, and under it. */
export const captionSchema = z.object({
  alt: z.string().max(2000, 'an alternative text holds at most 2,000 characters'),
  caption: z.string().max(10_000, 'a caption holds at most 10,000 characters'),
})
export type Caption = z.infer<typeof captionSchema>
type Captioned = { captions: Readonly<Record<string, Caption>> }

/** By page for all channels, or by page and channel for one alone. */
export const captionKey = (page: string, channel: string | null): string =>
  channel === null ? page : `${page}.${channel}`
/** The words of a page on a channel: those of its own, what it has none of from the page. */
export function captionOf({ captions }: Captioned, page: string, channel: string): Caption {
  const [own, all] = [captions[captionKey(page, channel)], captions[captionKey(page, null)]]
  return { alt: own?.alt || all?.alt || '', caption: own?.caption || all?.caption || '' }
}
/** Writes words down; what is empty is not kept. */
export function setCaption(
  design: { captions: Record<string, Caption> },
  page: string,
  channel: string | null,
  change: Partial<Caption>,
): void {
  const key = captionKey(page, channel)
  const next = { alt: '', caption: '', ...design.captions[key], ...change }
  if (next.alt === '' && next.caption === '') delete design.captions[key]
  else design.captions[key] = next
}

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
