import type { Fault, FaultKind } from '../arrange/faults/fault'
import { sentenceOf } from '../compose/read'
import { boundsOf, unionOf } from '../geometry/bounds'
import { placedBounds } from '../geometry/placement'
import { hasMembers, layerName } from '../kinds/facts'
import { findResolved, type ResolvedPage } from '../resolve/resolved'
import { defineCheck, type Found } from './define'

/** Fainter ones, such as a frame that is grazed, are no fault to people. */
const PLAIN = 0.6
/** What is said of a thing where a fault is of no relation; what other checks measure on the finished picture is theirs to say. */
const SAID: Partial<Record<FaultKind, (name: string, other: string) => string>> = {
  torn: (name, other) => `${name} and ${other} came apart.`,
  straddling: (name, other) => `${name} lies half on, half off ${other}.`,
  'on a subject': (name, other) => `${name} and ${other} lie across each other, which they did not.`,
  covered: (name, other) => `${name} and ${other} lie across each other, which they did not.`,
  uneven: (name) => `${name} and those like it are of different size.`,
  flattened: (name) => `${name} was pressed flat.`,
  headline: (name) => `${name} is not the largest any more.`,
  'small share': (name) => `${name} is smaller than was allowed.`,
  cut: (name) => `${name} must be seen whole and is cut off.`,
  'left out': (name) => `${name} must be there and had no room.`,
  'rule through words': (name, other) => `A line runs through ${name} or ${other}.`,
  empty: () => 'One half stands empty.',
}
const told = ({ kind, ids, relation }: Fault, page: ResolvedPage): string | null => {
  // What is cut without anybody having spoken of it is no fault of the arrangement alone: it may be meant.
  const meant = (id: string | undefined) =>
    page.reading?.items.find((i) => i.id === id)?.node.layer.behaviour.seen !== 'whole'
  if (kind === 'cut' && meant(ids[0])) return null
  const nameOf = (id: string | undefined) => {
    const item = page.reading?.items.find((i) => i.id === id)
    return item ? `“${layerName(item.node.layer)}”` : 'something'
  }
  const say = SAID[kind]
  if (!say) return null
  if (relation && page.reading && (kind === 'torn' || kind === 'straddling'))
    return `Not here any more: ${sentenceOf(relation, page.reading.items)}.`
  return say(nameOf(ids[0]), nameOf(ids[1]))
}

/** What belongs together stays together: what the arrangement could not have, where nobody moved it since. */
export const arrangement = defineCheck('arrangement', 'What belongs together', ({ page }) =>
  page.faults.flatMap((fault): Found[] => {
    const text = fault.weight < PLAIN ? null : told(fault, page)
    const own = fault.ids.flatMap((id) => findResolved(page.layers, id) ?? [])
    if (!text || own.some((l) => l.changed.includes('place') || !l.layer.shown)) return []
    const boxes = own.filter((l) => !hasMembers(l.layer)).map((l) => placedBounds(l.layer.placement))
    const at = boxes.length > 0 ? unionOf(boxes) : boundsOf(0, 0, page.width, page.height)
    return [{ layer: own[0]?.layer.id ?? fault.ids[0] ?? null, at, text }]
  }),
)
