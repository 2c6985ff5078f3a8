import type { Swatches } from '../colour/paint'
import type { Bounds } from '../geometry/bounds'
import type { TypeStyle } from '../type/style'
import type { Path } from '../vector/path'
import type { PictureContent } from './contents'
import type { Plane } from './planes'
import type { StrewThing } from './strew/schema'

/** A stored file that is drawn: as pixels, or as artwork. */
export type UsedSource = { sha: string; kind: 'picture' | 'graphic' }
/** How light a thing is at a glance, and how much of what lies beneath it hides, 0 to 1. */
export type Light = { light: number; alpha: number }
/** What it does where its size or page changes when nobody said so: by where it lies, or always the same. */
export type Nature = 'by place' | 'reads' | 'cover'

/**
 * All that is true of one kind of layer whatever is done with it. How it is planned is said in `render/kinds/`, how it is shown
 * on the bench in `bench/kinds/`; each of these lists wants every kind.
 */
export type KindDefinition<L> = {
  /** What it is called by itself; what nobody named is called so. */
  nameOf: (layer: L) => string
  /** The plane that a new one lies in where nothing says otherwise. */
  plane: Plane
  /** It holds members, and lies where they lie. */
  members: boolean
  /** A place of its own means something. */
  placed: boolean
  /** It has something to show only of what lies beneath it. */
  readsBeneath: boolean
  nature: Nature
  /** The stored files that it draws. */
  sources: (layer: L) => UsedSource[]
  /** The style of its words, the words themselves; null where it has none. */
  words: (layer: L) => { text: string; style: TypeStyle } | null
  /** A photo that it shows, with what of it must stay in view. */
  picture: (layer: L) => PictureContent | null
  /** The box around what is drawn, px of the page; `members` around what it holds. */
  bounds: (layer: L, members: Bounds | null) => Bounds | null
  /** Its outline in its own box, px; null where it has none. */
  outline: (layer: L) => Path | null
  /** Lengths that belong to its size multiplied: letters. */
  sized: (layer: L, by: number) => L
  /** Lengths that it may keep when it is sized: strokes, radii. Those of treatments are multiplied for all kinds alike. */
  weighed: (layer: L, by: number) => L
  /** What follows its sides once they were stretched: ends that were half round `before` are so again. */
  stretched: (layer: L, before: L) => L
  light: (layer: L, swatches: Swatches) => Light
  /** The colours that it is drawn in, references as they are. */
  colours: (layer: L) => string[]
  /** The same as something to strew; null for what cannot be. */
  thing: (layer: L) => StrewThing | null
  /** By how much the px that it shows are larger than its photo's own; 0 where it shows none. */
  enlargedBy: (layer: L) => number
  /** There is nothing to see of it, whatever lies around it. */
  empty: (layer: L) => boolean
}
