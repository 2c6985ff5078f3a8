import type { AdaptContext } from '../adapt/adapt'
import { arrange } from '../arrange/arrange'
import { weightOf } from '../arrange/faults/list'
import type { Chosen } from '../design/chosen-schema'
import { arrangementKey, type Design } from '../design/schema'
import { boundsOf } from '../geometry/bounds'
import { sourceOf } from '../resolve/arranged'
import { pageTree } from '../resolve/resolve'
import type { ResolvedPage } from '../resolve/resolved'
import { defineCheck, type Found } from './define'

/** What a thing that was left out weighs beside faults, when two arrangements are compared. */
const LEFT_OUT = 2.6
/** So much better another arrangement must be to be worth a word. */
const BETTER = 1
const weighed = (faults: Parameters<typeof weightOf>[0], leftOut: readonly string[]): number =>
  weightOf(faults) + LEFT_OUT * leftOut.length
const structureOf = ({ family, turned, choices, leftOut }: Chosen): string =>
  JSON.stringify([family, turned, choices, [...leftOut].sort()])

/**
 * Tells where a page keeps an arrangement that was chosen before the master changed, though it would be arranged otherwise and
 * better now. A stored arrangement is never changed by itself: people say when.
 */
function staleOn(design: Design, page: ResolvedPage, context: AdaptContext): Found[] {
  const key = arrangementKey(page.page, page.channel.id)
  const kept = page.arrangement
  // A row of the table is arranged as the design is, of which this is told.
  if (page.row || !(key in design.arrangements) || kept?.solver !== 2) return []
  const now = weighed(page.faults, page.leftOut)
  if (now < BETTER) return []
  const tree = pageTree(design, { page: page.page, channel: page.channel.id }, context)
  const fresh = arrange(sourceOf(tree), tree.channel, null, context)
  if (structureOf(fresh.chosen) === structureOf(kept)) return []
  if (weighed(fresh.faults, fresh.leftOut) > now - BETTER) return []
  return [
    {
      layer: null,
      at: boundsOf(0, 0, page.width, page.height),
      text: 'Arranged before this change: there is a better arrangement of what stands here now.',
    },
  ]
}
export const stale = defineCheck('stale', 'Arranged for what stands there', ({ page, host, of }) =>
  of ? staleOn(of.design, page, { fonts: host.fonts, lightOf: of.lightOf }) : [],
)
