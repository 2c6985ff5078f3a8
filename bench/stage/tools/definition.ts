import type { Point } from '@/core/geometry/matrix'
import type { Bench, BenchState } from '../../state/bench'
import type { Tool } from '../../state/bench-state'
import type { Drawn } from '../drawn'
import type { Modifiers } from '../gestures'

/** Where the pointer is: px of the stage and of the page, and what is held with it. */
export type Pointer = Modifiers & {
  at: Point
  page: Point
  /** Of a pen 0–1; all else presses with full force. */
  pressure: number
  /** Ctrl or Cmd: corners and sides are pulled. */
  pulls: boolean
  /** It is a finger, for which there is no other button. */
  finger: boolean
  /** The handle under it, by its `data-handle`. */
  handle: HTMLElement | null
}
/** One press from down to up, as a tool carries it out. */
export type Press = {
  /** What is drawn and said meanwhile; null leaves that as it is. Not called before the hand has moved a little. */
  move?: (to: Pointer) => Partial<Drawn> | null
  /** Every place the hand was at, at once: for strokes. */
  along?: (to: Pointer) => void
  /** `moved`: whether the hand went anywhere at all. */
  end?: (to: Pointer, moved: boolean) => void
  /** It is given up: all is as it was. */
  drop?: () => void
  /** What must be known first; moves and the end wait for it. What it gives goes on with the press. */
  first?: Promise<Press | null>
}
/** What a tool may ask of the stage. */
export type ToolStage = {
  bench: Bench
  /** What lies at a point of the page, front first. */
  hit: (page: Point) => Promise<string[]>
  /** The same where the pointer hovered a moment ago and nothing has changed since; null where that is not known. */
  known: (at: Point) => string[] | null
  /** Ends a press without carrying it out, where the hand has not moved. */
  release: (press: Press) => boolean
}
/** A tool: what its press does, how the pointer looks, what is drawn at it, which key leaves it. */
export type ToolDefinition = {
  id: Tool
  cursor: string
  press: (hand: ToolStage, from: Pointer) => Press | null
  /** How large its mark at the pointer is and whether it takes away; left out where it has none. */
  mark?: (s: BenchState) => { size: number; hardness: number; hides: boolean }
  /** Things are lit as the pointer passes over them. */
  hovers?: true
}
export const defineTool = (tool: ToolDefinition): ToolDefinition => tool
