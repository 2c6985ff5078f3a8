import type { Change } from '../design/change-schema'
import type { Channel } from '../design/channel-schema'
import type { Property, Thing } from '../design/properties/property'
import { propertyOf } from '../design/properties/table'
import type { Target } from '../design/properties/targets'
import type { Design } from '../design/schema'
import type { LayerNode } from '../design/tree'
import type { Layer } from '../kinds/list'
import type { Request } from './request'

/** A page on its way from what is stored to what is drawn. */
export type PageTree = {
  design: Design
  request: Request
  master: Channel
  channel: Channel
  /** What differs on the channel, by target. */
  changes: ReadonlyMap<Target, readonly Change[]>
  colour: string
  swatches: Design['swatches']
  /** Back to front. */
  nodes: LayerNode[]
  /** The same page as designed, where a row of the table fills this one. */
  designed: (() => PageTree) | null
}
/** One step of resolving: a pure function of a page. */
export type Pass = (tree: PageTree) => PageTree

const told = new WeakMap<Design['changes'], Map<string, ReadonlyMap<Target, readonly Change[]>>>()
/** What differs on a channel, by target; found once for a state that cannot change any more. */
export function changesByTarget(design: Design, channel: string): ReadonlyMap<Target, readonly Change[]> {
  const held = told.get(design.changes)?.get(channel)
  if (held) return held
  const made = new Map<Target, Change[]>()
  for (const c of Object.values(design.changes)) {
    if (c.channel !== channel) continue
    const list = made.get(c.target)
    if (list) list.push(c)
    else made.set(c.target, [c])
  }
  if (Object.isFrozen(design.changes))
    told.set(design.changes, (told.get(design.changes) ?? new Map()).set(channel, made))
  return made
}

const written = new WeakMap<object, { changes: readonly Change[]; channel: Channel; made: object }[]>()
/**
 * A thing with what differs of it: those changes whose property is of a phase. The same object for the same changes, so that
 * what is kept by layer stays valid from one resolve to the next.
 */
export function withChanges<T extends object>(
  thing: T,
  all: readonly Change[] | undefined,
  channel: Channel,
  phase: Property['phase'],
): T {
  const due = (all ?? []).flatMap((change) => {
    const property = propertyOf(change.target, change.property)
    return property?.phase === phase ? [{ change, property }] : []
  })
  if (due.length === 0) return thing
  const changes = due.map((x) => x.change)
  const held = written.get(thing)?.find((h) => h.channel === channel && same(h.changes, changes))
  if (held) return held.made as T
  const made = due.reduce<Thing>(
    (now, { change, property }) => property.write(now, change.value, channel),
    thing as Thing,
  ) as T
  if (made === thing) return thing
  if (Object.isFrozen(thing)) {
    Object.freeze(made)
    written.set(thing, [...(written.get(thing) ?? []).slice(-11), { changes, channel, made }])
  }
  return made
}
const same = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((v, n) => v === b[n])

/** Every layer of a tree changed by itself; the same nodes where nothing of them changed. */
export const eachLayer = (nodes: readonly LayerNode[], change: (layer: Layer) => Layer): LayerNode[] =>
  nodes.map((node) => {
    const layer = change(node.layer)
    const children = eachLayer(node.children, change)
    const insides = eachLayer(node.insides, change)
    return layer === node.layer && same(children, node.children) && same(insides, node.insides)
      ? node
      : { layer, children, insides }
  })
