import type { SLOT_FORMS } from '@/core/kinds/slot/schema'

export type Tool = 'pick' | 'slot' | 'shape' | 'type' | 'path' | 'brush' | 'cut' | 'weave' | 'area' | 'sample'
/** What the brush does; shares 0–1, `size` the diameter in px of the page, `step` the distance of its marks in diameters. */
export type BrushState = {
  size: number
  hardness: number
  flow: number
  strength: number
  step: number
  steady: number
  /** How much of the paper's roughness shows. */
  rough: number
  hides: boolean
}
export type SlotForm = (typeof SLOT_FORMS)[number]
export type ShapeForm = 'rectangle' | 'ellipse' | 'line' | 'polygon' | 'star'
/** `x`, `y`: where the trim corner lies on the stage, CSS px; `zoom`: CSS px per px of the page. */
export type View = { zoom: number; x: number; y: number; fitted: boolean }
export type Thumb = {
  revision: number
  width: number
  height: number
  data: Uint8ClampedArray<ArrayBuffer>
  leftOut: string[]
}

/** What is made of a box drawn on the stage. */
export type AreaUse = 'copy' | 'merged' | 'patch' | 'export'
/** A command that a notice offers. */
export type NoticeAction = { label: string; command: string }
