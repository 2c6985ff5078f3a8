import { inOrder } from '@/core/basics/order'
import { acceptedAs, openFindings } from '@/core/checks/accepting'
import { checks } from '@/core/checks/checks'
import type { Finding } from '@/core/checks/define'
import type { Mend } from '@/core/checks/mends'
import type { Accepted } from '@/core/design/accepted-schema'
import { isPageOn } from '@/core/design/page-channels'
import type { Bench, BenchState } from '../state/bench'

/** The findings of all pages and channels that still are of something that is there, the worst first. */
export function shownFindings({ findings, design }: Pick<BenchState, 'findings' | 'design'>): Finding[] {
  return openFindings(thereFindings({ findings, design }), design)
}
/** Those that people let be, each with how. */
export const acceptedFindings = (s: Pick<BenchState, 'findings' | 'design'>): [Finding, Accepted][] =>
  thereFindings(s).flatMap((f): [Finding, Accepted][] => {
    const as = acceptedAs(f, s.design)
    return as ? [[f, as]] : []
  })
function thereFindings({ findings, design }: Pick<BenchState, 'findings' | 'design'>): Finding[] {
  const pages = inOrder(design.pages).map((p) => p.id)
  const worst = checks.map((c) => c.kind)
  return Object.values(findings)
    .flat()
    .filter(
      (f) =>
        design.channels[f.channel] &&
        isPageOn(design.pages[f.page] ?? {}, f.channel) &&
        design.pages[f.page] &&
        (f.layer === null || design.layers[f.layer]),
    )
    .sort(
      (a, b) =>
        worst.indexOf(a.check) - worst.indexOf(b.check) || pages.indexOf(a.page) - pages.indexOf(b.page),
    )
}
/** Mends findings alike, as one step. */
export function mend(bench: Bench, { label, apply }: Mend, all: readonly Finding[]): void {
  const [first] = all
  if (!first) return
  bench.edit(all.length > 1 ? `${label} (${all.length})` : label, (d) => {
    for (const f of all) apply(d, f)
  })
  if (all.length === 1) bench.show(first.page, first.channel)
}
