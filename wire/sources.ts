import type { LightGrid } from '../core/adapt/lightness'

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
  /** Of a vector file that cannot all be held as outlines: what shows the same, back to front, boxes in shares of the whole. */
  stretches?: {
    info: SourceInfo
    name: string
    box: { x: number; y: number; width: number; height: number }
  }[]
}
