import type { Design } from './schema'

type Page = Design['pages'][string]
/** Whether a page is met on a channel: on all of them, unless it says on which. */
export const isPageOn = (page: Pick<Page, 'only'>, channel: string): boolean =>
  page.only === undefined || page.only.includes(channel)
/** Makes a page one channel's own, or puts it on all of them again. */
export function setPageOnly(d: Pick<Design, 'pages'>, id: string, channel: string | null): void {
  const page = d.pages[id]
  if (!page) return
  if (channel === null) delete page.only
  else page.only = [channel]
}
/** A channel is gone: pages of its own are on all again. */
export function forgetChannelOfPages(d: Pick<Design, 'pages'>, channel: string): void {
  for (const page of Object.values(d.pages)) {
    if (!page.only) continue
    const left = page.only.filter((c) => c !== channel)
    if (left.length > 0) page.only = left
    else delete page.only
  }
}
