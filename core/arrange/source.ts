import type { AdaptContext } from '../adapt/adapt'
import type { Swatches } from '../colour/paint'
import { itemsOf } from '../compose/item'
import { type Reading, read, type Said } from '../compose/read'
import type { Channel } from '../design/channel-schema'
import type { Design } from '../design/schema'
import type { LayerNode } from '../design/tree'
import { isWorded } from '../kinds/facts'
import type { Layer } from '../kinds/list'
import type { Before } from './faults/fault'
import { beforeOf } from './faults/list'
import { type Parts, partsOf } from './parts'

/** What is laid out: a page of the master, and what people said of it. */
export type Source = {
  nodes: readonly LayerNode[]
  master: Channel
  swatches: Swatches
  /** The page's colour, `transparent` for none. */
  colour: string
  said: readonly Said[]
  /** The families that people chose for channels of like shape; nothing pinned where it is not given. */
  pinned?: Design['pinned']
  /** The reading that it is measured by, where it is not its own: a row of a table is composed as the design is, whatever its words. */
  designed?: Reading | undefined
}
export type Understood = { reading: Reading; before: Before; parts: Parts }

const numbers = new WeakMap<object, number>()
let counter = 0
/** A number of its own for each object, the same as long as it is the same. */
export function numberOf(o: object): number {
  const held = numbers.get(o)
  if (held !== undefined) return held
  numbers.set(o, ++counter)
  return counter
}
/** What faults are told against: of a row its own things, but words as they were designed, whatever they touch now. */
function measure(own: Reading, designed: Reading | undefined): Reading {
  if (!designed) return own
  const words = new Map(designed.items.flatMap((i) => (isWorded(i.node.layer) ? [[i.id, i] as const] : [])))
  return { ...own, items: own.items.map((i) => words.get(i.id) ?? i) }
}
const kept = new WeakMap<Layer, { key: string; made: Understood }[]>()
/** So many are kept by the layer that comes first: the design itself and some rows of its table. */
const MOST_KEPT = 6
/** What is understood of a master, once for all channels; `known` are keys of what was read there before. */
export function understood(source: Source, context: AdaptContext, known: readonly string[]): Understood {
  const { nodes, master, said, designed } = source
  const first = nodes[0]?.layer
  const flat = (list: readonly LayerNode[]): number[] =>
    list.flatMap((n) => [numberOf(n.layer), ...flat(n.children), ...flat(n.insides)])
  const size = { width: master.width, height: master.height }
  const own = [
    size.width,
    size.height,
    context.fonts.count,
    said.length > 0 ? numberOf(said) : 0,
    designed ? numberOf(designed) : 0,
  ]
  const key = [flat(nodes).join(), ...own, known.join()].join('|')
  // What may still be changed in place is no key.
  const before = first && nodes.every((n) => Object.isFrozen(n.layer)) ? (kept.get(first) ?? []) : []
  const held = before.find((h) => h.key === key)
  if (held) return held.made
  const reading: Reading = designed
    ? { items: itemsOf(nodes, context.fonts, context.lightOf), relations: designed.relations }
    : read(nodes, size, context, new Set(known), said)
  const made = { reading, before: beforeOf(measure(reading, designed), size), parts: partsOf(reading, size) }
  if (first && Object.isFrozen(first)) kept.set(first, [...before.slice(1 - MOST_KEPT), { key, made }])
  return made
}
