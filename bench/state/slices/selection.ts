/** What people took. */
export type SelectionSlice = {
  selection: string[]
  /** The group that was gone into, whose members a click takes. */
  inside: string | null
  /** The one that stays put while others are aligned or measured. */
  stays: string | null
  /** The slot whose picture is moved and zoomed inside it. */
  reframing: string | null
  /** The picture that is cropped. */
  cropping: string | null
  editingType: string | null
  /** What new words are read in where they stand, once the stage has told. */
  inkFound: { id: string; ink: string } | null
  /** The mask of the selected layer that is worked on. */
  mask: string | null
  /** The point of the edited path that was taken last. */
  pointInHand: { outline: number; index: number; part: 'at' } | null
  /** A layer that is pointed out on the stage. */
  lit: string | null
  /** The list of what lies under a point of the stage, CSS px, front first. */
  peek: { at: { x: number; y: number }; ids: string[] } | null
}
export const selectionAtFirst: SelectionSlice = {
  selection: [],
  inside: null,
  stays: null,
  reframing: null,
  cropping: null,
  editingType: null,
  inkFound: null,
  mask: null,
  pointInHand: null,
  lit: null,
  peek: null,
}
