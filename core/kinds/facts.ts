import type { UsedSource } from './definition'
import type { GraphicLayer } from './graphic/schema'
import type { GroupLayer } from './group/schema'
import type { Link } from './link'
import { kindOf, type Layer } from './list'
import type { MergedLayer } from './merged/schema'
import type { PictureLayer } from './picture/schema'
import type { ShapeLayer } from './shape/schema'
import type { SlotLayer } from './slot/schema'
import type { StrewLayer, StrewThing } from './strew/schema'
import type { TypeLayer } from './type/schema'

/** What holds members: their pixels are its own. */
export type Holding = GroupLayer
/** A thing with pixels of its own, or of what lies beneath it. */
export type Leaf = Exclude<Layer, Holding>
/** What is read: it has words and a style. */
export type Worded = TypeLayer
/** What has a paint over its whole area, and what has edges as well. */
export type Filled = Extract<Layer, { fill: unknown }>
export type Edged = Extract<Layer, { stroke: unknown }>

type Maybe = Layer | undefined | null
export const hasMembers = (layer: Maybe): layer is Holding => !!layer && kindOf(layer).members
export const isWorded = (layer: Maybe): layer is Worded => !!layer && 'text' in layer
/** Is itself a stored picture: it can be cut out, painted at its own px, focused. */
export const isPhoto = (layer: Maybe): layer is PictureLayer => !!layer && 'sourceWidth' in layer
/** Takes a picture into a form of its own. */
export const takesPicture = (layer: Maybe): layer is SlotLayer => !!layer && 'picture' in layer
/** Artwork in parts that can be coloured, each for itself. */
export const hasParts = (layer: Maybe): layer is GraphicLayer => !!layer && 'parts' in layer
/** An outline that can be bent, punched and drawn on. */
export const isShape = (layer: Maybe): layer is ShapeLayer => !!layer && 'inner' in layer
/** The picture of what lies beneath it, in a box of its own: it can be made px of its own. */
export const isMergedCopy = (layer: Maybe): layer is MergedLayer =>
  !!layer && kindOf(layer).readsBeneath && kindOf(layer).placed
export const isStrew = (layer: Maybe): layer is StrewLayer => !!layer && 'things' in layer

/** The design that a layer is a picture of, and that picture; null where it is linked to none. */
export function linkOf(layer: Layer): { source: string; link: Link } | null {
  const content = kindOf(layer).picture(layer)
  return content?.linked ? { source: content.source, link: content.linked } : null
}
/** What a layer is called: its name, or what it is called by itself. */
export const layerName = (layer: Layer): string => layer.name || kindOf(layer).nameOf(layer)
/** The stored files that a layer draws. */
export const sourcesOf = (layer: Layer): UsedSource[] => kindOf(layer).sources(layer)
/** A layer as something to strew; null for what cannot be (words, groups, slots without a picture). */
export const thingOf = (layer: Layer): StrewThing | null => kindOf(layer).thing(layer)
