import type { Fault } from '../arrange/faults/fault'
import type { Reading } from '../compose/read'
import type { Channel } from '../design/channel-schema'
import type { Said } from '../design/said-schema'
import type { Arrangement, Design } from '../design/schema'
import type { Bounds } from '../geometry/bounds'
import type { Layer } from '../kinds/list'

export type ResolvedLayer = {
  layer: Layer
  children: ResolvedLayer[]
  /** What is kept inside it. */
  insides: ResolvedLayer[]
  /** What differs here from the master, by the ids of properties. */
  changed: string[]
  /** Box before its own changes, the base of the channel's factors. */
  base: Layer['placement']
}
export type ResolvedPage = {
  page: string
  /** The row of the design's table that it is filled from; null as designed. */
  row: string | null
  channel: Channel
  width: number
  height: number
  bleed: number
  safe: Bounds
  clear: Bounds[]
  colour: string
  swatches: Design['swatches']
  /** Back to front. */
  layers: ResolvedLayer[]
  /** The same whole, for what looks for others, where `layers` are only some of them. */
  everything: ResolvedLayer[]
  /** The master's size, px: what is placed on the page itself is told in fractions of it. */
  master: { width: number; height: number }
  /** Ids of what had no room here. */
  leftOut: string[]
  arrangement: Arrangement | null
  chosenAnew: boolean
  /** What was understood of the master, where the page was arranged by it. */
  reading: Reading | null
  /** Which channel the page was composed on, and what people said there of what belongs together. */
  masterChannel: string
  said: readonly Said[]
  /** What the arrangement could not have. */
  faults: Fault[]
}

/** A layer anywhere in a resolved page. */
export function findResolved(layers: readonly ResolvedLayer[], id: string): ResolvedLayer | null {
  for (const l of layers) {
    if (l.layer.id === id) return l
    const within = findResolved(l.children, id) ?? findResolved(l.insides, id)
    if (within) return within
  }
  return null
}
export const flatResolved = (layers: readonly ResolvedLayer[]): ResolvedLayer[] =>
  layers.flatMap((l) => [l, ...flatResolved(l.children), ...flatResolved(l.insides)])
