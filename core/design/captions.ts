import type { Caption } from './caption-schema'

/** The longest alternative text that screen readers read without tiring who listens, characters (*common practice*). */
export const GOOD_ALT = 150
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
