import type { AdaptContext } from '../adapt/adapt'
import type { Swatches } from '../colour/paint'
import { type Reading, read, type Said } from '../compose/read'
import type { Channel } from '../design/channel-schema'
import type { Design } from '../design/schema'
import type { LayerNode } from '../design/tree'
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
const kept = new WeakMap<Layer, { key: string; made: Understood }>()
/** What is understood of a master, once for all channels; `known` are keys of what was read there before. */
export function understood(source: Source, context: AdaptContext, known: readonly string[]): Understood {
  const { nodes, master, said } = source
  const first = nodes[0]?.layer
  const flat = (list: readonly LayerNode[]): number[] =>
    list.flatMap((n) => [numberOf(n.layer), ...flat(n.children), ...flat(n.insides)])
  const size = { width: master.width, height: master.height }
  const own = [size.width, size.height, context.fonts.count, said.length > 0 ? numberOf(said) : 0]
  const key = [flat(nodes).join(), ...own, known.join()].join('|')
  // What may still be changed in place is no key.
  const held = first && nodes.every((n) => Object.isFrozen(n.layer)) ? kept.get(first) : undefined
  if (held?.key === key) return held.made
  const reading = read(nodes, size, context, new Set(known), said)
  const made = { reading, before: beforeOf(reading, size), parts: partsOf(reading, size) }
  if (first && Object.isFrozen(first)) kept.set(first, { key, made })
  return made
}
