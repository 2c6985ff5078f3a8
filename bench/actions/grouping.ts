import { isLocked } from '@/core/design/tree'
import { overlaps } from '@/core/geometry/bounds'
import type { Bench } from '../state/bench'
import { boundsOfIds } from './handled'

/** How often overlapping things are moved together until grouping is offered. */
const OFFER_AT = 3
const moves = new WeakMap<Bench, Map<string, number>>()

/** Counts that these things were moved together; the third time, if they overlap and are no group yet, grouping is offered once. */
export function offerGrouping(bench: Bench, ids: readonly string[]): void {
  if (ids.length < 2) return
  const s = bench.store.getState()
  const counts = moves.get(bench) ?? new Map<string, number>()
  moves.set(bench, counts)
  const key = [...ids].sort().join()
  const count = (counts.get(key) ?? 0) + 1
  counts.set(key, count)
  if (count !== OFFER_AT || ids.some((id) => isLocked(s.design, id))) return
  const boxes = ids.flatMap((id) => boundsOfIds(s, [id]) ?? [])
  const joined = boxes.every((b) => boxes.some((o) => o !== b && overlaps(o, b)))
  if (joined)
    bench.notify('These were moved together three times. As a group they would stay together.', 'plain', {
      label: 'Group them',
      command: 'group',
    })
}
