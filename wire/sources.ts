import type { LightGrid } from '../core/adapt/lightness'
import type { SvgWords } from '../core/vector/svg'

/** What the application knows of a stored picture or graphic. */
export type SourceInfo = {
  sha: string
  kind: 'picture' | 'graphic'
  mime: string
  width: number
  height: number
  opaque: boolean
  light: LightGrid | null
  parts: Record<string, string> | null
  note?: string
  /** It was among the supplies already. */
  known?: boolean
  /** Of a vector file that cannot all be held as outlines: what shows the same, back to front, boxes in shares of the whole. */
  stretches?: Stretch[]
}
/** A picture or graphic in its box, or words that can be typed in, px of the file. */
export type Stretch =
  | { info: SourceInfo; name: string; box: { x: number; y: number; width: number; height: number } }
  | { words: SvgWords; name: string }
