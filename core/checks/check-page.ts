import type { Bounds } from '../geometry/bounds'
import { type Host, prepare } from '../render/render-page'
import type { ResolvedPage } from '../resolve/resolved'
import { checks } from './checks'
import type { CheckContext, Finding } from './define'

/** Scale at which checks read rendered pixels: at most about half a megapixel. */
export const checkScale = (page: Pick<ResolvedPage, 'width' | 'height'>): number =>
  Math.min(1, Math.sqrt(500_000 / (page.width * page.height)))

/** Runs every check on one page of one channel. */
export async function checkPage(page: ResolvedPage, host: Host, of?: CheckContext['of']): Promise<Finding[]> {
  const scale = checkScale(page)
  const made = await prepare(page, scale, host)
  return checks
    .flatMap((c) => c.run({ page, plan: made, scale, host, ...(of ? { of } : {}) }))
    .map((f) => ({
      ...f,
      channel: page.channel.id,
      page: page.page,
      ...(page.row ? { row: page.row } : {}),
    }))
}

export type { Finding }
export type FindingPlace = Bounds
