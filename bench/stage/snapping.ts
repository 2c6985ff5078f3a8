import { guidesOn } from '@/core/design/guides'
import { leavesOf } from '@/core/design/tree'
import { type Bounds, grow, heightOf, widthOf } from '@/core/geometry/bounds'
import { gridLines, type SnapField, type SnapLine, snapField } from '@/core/geometry/snap'
import { seenOfNode } from '../actions/seen'
import type { Bench, BenchState } from '../state/bench'

/** How near a line must be, CSS px. */
const SNAP_REACH = 6
export const reachOf = (s: Pick<BenchState, 'view'>): number => SNAP_REACH / s.view.zoom

/** The nearest neighbours are enough; more would give a line on every pixel. */
const MOST_NEIGHBOURS = 80

/** The boxes of what is not being moved, those that fill the page left out. */
export function neighbourBoxes(
  bench: Bench,
  s: Pick<BenchState, 'design' | 'resolved'>,
  moving: readonly string[],
): Bounds[] {
  const held = new Set(leavesOf(s.design, moving).map((l) => l.id))
  const page = s.resolved
  return s.resolved.layers
    .filter((l) => l.layer.shown && !held.has(l.layer.id) && !moving.includes(l.layer.id))
    .flatMap((l) => seenOfNode(bench, l) ?? [])
    .filter((b) => widthOf(b) < page.width * 0.98 || heightOf(b) < page.height * 0.98)
    .slice(-MOST_NEIGHBOURS)
}

/** Everything that the channel shown offers to snap to, but what is being moved. */
export function fieldAround(
  bench: Bench,
  moving: readonly string[],
  s: Pick<BenchState, 'design' | 'resolved' | 'channel'> = bench.store.getState(),
): SnapField {
  const { resolved: page } = s
  const box: Bounds = { left: 0, top: 0, right: page.width, bottom: page.height }
  const grid = s.design.grids[s.channel]
  const lines: SnapLine[] = [
    ...guidesOn(s.design, page.channel).map(({ guide, at }) => ({
      axis: guide.axis,
      at,
      of: 'guide' as const,
    })),
    ...(grid ? gridLines(page, grid) : []),
  ]
  return snapField(box, page.safe, neighbourBoxes(bench, s, moving), {
    lines,
    bleed: page.bleed > 0 ? grow(box, page.bleed) : undefined,
  })
}
