import type { LightOf } from '../adapt/lightness'
import type { Design } from '../design/schema'
import type { Bounds } from '../geometry/bounds'
import type { Plan } from '../render/plan'
import type { Host } from '../render/render-page'
import type { ResolvedPage } from '../resolve/resolved'

/** One place where a rule found a mistake. `at` is px of the channel. */
export type Finding = {
  check: string
  layer: string | null
  /** The other thing that it is about, where there are two. */
  to?: string
  /** It is about a ground that does not fill the page. */
  fills?: true
  at: Bounds
  text: string
  channel: string
  page: string
  /** The row of the design's table; left out as designed. */
  row?: string
}
export type Found = Pick<Finding, 'layer' | 'to' | 'fills' | 'at' | 'text'>
/** `of` is what the page was made of, where that is at hand. */
export type CheckContext = {
  page: ResolvedPage
  plan: Plan
  scale: number
  host: Host
  of?: { design: Design; lightOf: LightOf }
}
export type Check = { kind: string; label: string; run: (c: CheckContext) => Finding[] }

/** A check is a label and a pure function from a resolved page to what it found. */
export const defineCheck = (kind: string, label: string, run: (c: CheckContext) => Found[]): Check => ({
  kind,
  label,
  run: (c) => run(c).map((f) => ({ ...f, check: kind, channel: c.page.channel.id, page: c.page.page })),
})
