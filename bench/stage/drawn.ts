import { createStore, type StoreApi } from 'zustand'
import type { Bounds } from '@/core/geometry/bounds'
import type { Point } from '@/core/geometry/matrix'
import type { SnapLine, SnapMark } from '@/core/geometry/snap'

export type Drawn = {
  lines: SnapLine[]
  marks: SnapMark[]
  note: string | null
  at: Point | null
  marquee: Bounds | null
  hover: string | null
  /** where the brush is, CSS px of the stage */
  brush: Point | null
}
/** Apart from the bench's state, and no state of the stage's: only what draws it follows every move of the hand. */
export type DrawnStore = StoreApi<Drawn>
export const nothingDrawn: Drawn = {
  lines: [],
  marks: [],
  note: null,
  at: null,
  marquee: null,
  hover: null,
  brush: null,
}
export const newDrawn = (): DrawnStore => createStore(() => nothingDrawn)
