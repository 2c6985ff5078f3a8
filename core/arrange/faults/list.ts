import type { Item } from '../../compose/item'
import type { Reading } from '../../compose/read'
import { MANY } from '../../compose/relation'
import type { Channel } from '../../design/channel-schema'
import { clearBoxes, safeArea } from '../../design/free-space'
import { partsOf } from '../parts'
import { type After, type Before, FAULTS, type Fault } from './fault'
import { pageChecks } from './page'
import { relationChecks } from './relations'

/** A composition as faults are told against it. */
export function beforeOf(reading: Reading, size: { width: number; height: number }): Before {
  const { items } = reading
  // Decoration keeps its own place: what it overlaps there is nothing that could be torn.
  const { decor, veils } = partsOf(reading, size)
  const loose = new Set([...decor, ...veils].map((i) => i.id))
  const own = ['bleeds', 'pair', 'ground', 'frames', 'order']
  const relations = reading.relations.filter(
    (r) => own.includes(r.kind) || ![...r.of, ...r.to].some((id) => loose.has(id)),
  )
  return {
    ...size,
    short: Math.min(size.width, size.height),
    items,
    relations,
    byId: new Map(items.map((i) => [i.id, i])),
    grounds: new Set(
      relations.filter((r) => r.kind === 'ground' || r.kind === 'frames').flatMap((r) => r.of),
    ),
  }
}
export function afterOf(items: readonly Item[], channel: Channel, leftOut: Iterable<string>): After {
  return {
    channel,
    safe: safeArea(channel),
    clear: clearBoxes(channel),
    short: Math.min(channel.width, channel.height),
    items,
    byId: new Map(items.map((i) => [i.id, i])),
    leftOut: new Set(leftOut),
  }
}
/** All faults of an arrangement against its master. */
export const faultsOf = (before: Before, after: After): Fault[] =>
  (before.items.length > MANY ? [] : [...relationChecks, ...pageChecks]).flatMap((check) =>
    check(before, after),
  )
export const weightOf = (faults: readonly Fault[]): number =>
  faults.reduce((sum, f) => sum + FAULTS[f.kind] * f.weight, 0)
