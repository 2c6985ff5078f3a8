import type { BlendMode } from '../basics/blend-modes'
import type { Fields, Settings } from './field'

/** A look-up table: three channels each by itself, or a cube of side³ colours, the first channel changing fastest. */
export type Lut = {
  title: string
  kind: 'channels' | 'cube'
  /** Entries a side. */
  size: number
  /** What the first and the last entry stand for, a value for each channel. */
  from: readonly [number, number, number]
  to: readonly [number, number, number]
  /** Three numbers an entry. */
  values: Float32Array
}

/** Where a treatment is offered; all of a group do a like thing. */
export const GROUPS = ['around', 'light', 'hue', 'reduce', 'focus', 'surface'] as const
export type Group = (typeof GROUPS)[number]

/** What settings are told in, as a treatment's work is planned. */
export type Look = {
  /** px of the view to a px of the page. */
  scale: number
  /** The layer's own box, px of the page. */
  width: number
  height: number
  /** `#rrggbb` or `#rrggbbaa` of a colour that may be a swatch. */
  colour: (reference: string) => string
  /** A stored look-up table; null where it is not here. */
  lut: (sha: string) => Lut | null
}

/** Work on single pixels; tables have 1021 floats for each channel (see `kernels/tone.ts`). */
export type PointWork =
  | { op: 'shape'; before?: Float32Array; matrix?: readonly number[]; after?: Float32Array }
  | { op: 'light'; table: Float32Array }
  | { op: 'cube'; table: Float32Array; side: number; before?: Float32Array }
  | { op: 'oklab'; settings: readonly number[] }
  /** `size` px of the page. */
  | { op: 'grain'; size: number; amount: number; colours: boolean; seed: number }
  /** `pitch` px of the page; `ink` null for the thing's own colours. */
  | { op: 'screen'; pitch: number; turnDegrees: number; lines: boolean; ink: string | null; paper: boolean }

/** Work that looks around a pixel. Lengths in px of the view. */
export type NearWork =
  | { op: 'blur'; sigma: number }
  | { op: 'sharpen'; sigma: number; amount: number; threshold: number }
  | { op: 'spare'; sigma: number; spared: number }
  | { op: 'smear'; dx: number; dy: number }
  /** Towards or around a point given in shares of the box; `by` a factor or degrees. */
  | { op: 'zoom'; x: number; y: number; by: number }
  | { op: 'spin'; x: number; y: number; by: number }
  | { op: 'dabs'; radius: number; sharp: number }
  /** By another layer's colours, or by chance in grains of `size` px of the page. */
  | {
      op: 'displace'
      layer: string | null
      light: boolean
      dx: number
      dy: number
      size: number
      seed: number
    }
  | { op: 'fringe'; dx: number; dy: number }
  | { op: 'print'; sigma: number; edge: number; slope: number }
  | { op: 'wear'; sigma: number; size: number; amount: number; soft: number; edge: number; seed: number }
  | { op: 'extrude'; dx: number; dy: number; colour: string }

/** What lies around a thing: a flat colour where a form covers. Lengths in px of the view. */
export type Part = {
  place: 'under' | 'over'
  colour: string
  blend?: BlendMode
  opacity?: number
  /** `ellipse` is fitted under the box, `glow` and `beam` fade from the colour to nothing over the box. */
  form: 'silhouette' | 'ellipse' | 'vignette' | 'leak'
  /** Made so much wider, or narrower below nothing. */
  thicken?: number
  /** Standard deviation of its softness. */
  sigma?: number
  dx?: number
  dy?: number
  /** Covers what the form does not. */
  inverse?: boolean
  /** Shown only where the thing itself covers (`own`) or another layer does. */
  within?: 'own' | { layer: string } | undefined
  /** Of an ellipse: how wide as a share of the box, and how tall as a share of its width; of a leak where it comes from. */
  wide?: number
  tall?: number
  angleDegrees?: number
}

export type Definition<F extends Fields = Fields> = {
  kind: string
  label: string
  group: Group
  /** Other words that the palette finds it by. */
  words?: string
  fields: F
  /**
   * `master`: what it makes of a reduced picture is not the reduction of what it makes of the picture, so that it is made at
   * the scale of the master and reduced for the view.
   */
  exactAt?: 'master'
  /** How much of it shows at first; all where it is left out. */
  strength?: number
  /** Its settings are told by what it acts on, which is shown as a histogram; gives the values that they mark on it. */
  histogram?: (settings: Settings<F>) => readonly number[]
} & (
  | { point: (settings: Settings<F>, look: Look) => PointWork | null }
  | { near: (settings: Settings<F>, look: Look) => NearWork | null }
  | { around: (settings: Settings<F>, look: Look) => readonly Part[] }
  /** Drawn by hand in the plan: rim lines, thicken and thin. */
  | { drawn: 'rim' | 'thicken' }
)

export const treatment = <F extends Fields>(definition: Definition<F>): Definition<F> => definition
