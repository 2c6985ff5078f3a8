import type { StoreApi } from 'zustand/vanilla'
import { newId } from '@/core/basics/ids'
import { applyEdit, type Edit, type Patch, record } from '@/core/design/edits'
import { advance, redoOf, undoOf } from '@/core/design/history'
import { keepToChannel } from '@/core/design/only-here'
import { arrangementKey, type Design, SCHEMA_VERSION } from '@/core/design/schema'
import { intoRow } from '@/core/design/table'
import type { Bench } from './bench'
import type { BenchState } from './bench-state'
import type { Showing } from './showing'
import type { Sync } from './sync'

type Change = (draft: Design) => void
/** What steps are recorded with: the stage's worker is there once the bench is open. */
type Around = {
  store: StoreApi<BenchState>
  showing: Showing
  sync: () => Sync
  client: () => Bench['client'] | null
  notify: Bench['notify']
}
type Recorded = Pick<
  Bench,
  'edit' | 'amend' | 'preview' | 'commit' | 'cancel' | 'undo' | 'redo' | 'tryTake' | 'keepArrangement'
>
export type Recording = Recorded & {
  inGesture: () => boolean
  base: () => Design
  /** Applies an edit that is already recorded: another tab's, an undo. What is in the hand stays in it. */
  take: (edit: Edit, own: boolean) => void
  /** The hand lets go without anything being kept. */
  rest: () => void
}

/** Steps of work: what is in the hand, what is kept of it, what is taken back. */
export function newRecording({ store, showing, sync, client, notify }: Around): Recording {
  const { getState, setState } = store
  let gesture: { base: Design; last: Design } | null = null
  const tell = (patches: readonly Patch[]) => client()?.commit([...patches], getState().revision)
  const madeOf = (name: string, way: Edit['way'], patches: Patch[], inverse: Patch[]): Edit => ({
    id: newId(),
    name,
    base: sync().revision,
    version: SCHEMA_VERSION,
    way,
    target: null,
    patches,
    inverse,
  })
  /** A change made on the channel that is worked on. */
  const placed =
    (base: Design, change: Change): Change =>
    (d) => {
      change(d)
      keepToChannel(base, d, getState().channel)
      const { row } = getState()
      if (row) intoRow(base, d, row)
    }
  function rest(): void {
    gesture = null
    if (getState().inHand) setState({ moving: false, inHand: false })
  }
  function take(edit: Edit, own: boolean): void {
    const next = applyEdit(getState().design, edit.patches)
    if (gesture) gesture = { base: applyEdit(gesture.base, edit.patches), last: next }
    showing.show(next, { history: own ? advance(getState().history, edit) : getState().history })
    tell(edit.patches as Patch[])
    if (own) sync().push(edit)
  }
  function finish(name: string, base: Design, change: Change, keep?: string): void {
    const { design, patches, inverse } = record(base, placed(base, change))
    if (patches.length > 0) {
      const edit = { ...madeOf(name, 'do', patches, inverse), ...(keep ? { keep } : {}) }
      showing.show(design, { history: advance(getState().history, edit) })
      tell(patches)
      sync().push(edit)
    } else if (getState().design !== base) {
      showing.show(base)
      tell([])
    }
  }
  function cancel(): void {
    if (!gesture) return
    const { base } = gesture
    rest()
    showing.show(base)
    // To the stage the hand has let go: it must not take what comes for parts of a gesture.
    tell([])
  }
  function tryTake(edit: Edit): void {
    try {
      take(edit, true)
    } catch {
      notify(
        'This step no longer fits, as another tab changed the same thing since. Nothing was changed.',
        'trouble',
      )
    }
  }
  return {
    rest,
    take,
    cancel,
    tryTake,
    inGesture: () => gesture !== null,
    base: () => gesture?.base ?? getState().design,
    edit(name, change, keep) {
      rest()
      finish(name, getState().design, change, keep)
    },
    amend(layer, change) {
      const { patches, inverse } = record(gesture?.base ?? getState().design, change)
      if (patches.length === 0) return
      const of = getState().history.done.findLast((e) => e.patches.some((p) => p.path[1] === layer))
      take({ ...madeOf('Later', 'keep', patches, inverse), target: of?.id ?? null }, true)
    },
    preview(change, onStage = false) {
      gesture ??= { base: getState().design, last: getState().design }
      const { design, patches } = record(gesture.base, placed(gesture.base, change))
      gesture.last = design
      showing.show(design, { moving: onStage, inHand: true })
      client()?.preview(patches, getState().revision)
    },
    commit(name, change) {
      const base = gesture?.base ?? getState().design
      rest()
      finish(name, base, change)
    },
    undo() {
      if (gesture) return cancel()
      const edit = undoOf(getState().history, newId(), sync().revision)
      if (edit) tryTake(edit)
    },
    redo() {
      const edit = redoOf(getState().history, newId(), sync().revision)
      if (edit) tryTake(edit)
    },
    keepArrangement(page, channel, arrangement) {
      // Of a row it is none of the design's.
      if (gesture || getState().row) return
      const { design } = getState()
      if (!design.pages[page] || !design.channels[channel]) return
      const made = record(design, (d) => {
        d.arrangements[arrangementKey(page, channel)] = arrangement
      })
      if (made.patches.length === 0) return
      showing.show(made.design)
      tell(made.patches)
      sync().push(madeOf('Arrange', 'keep', made.patches, made.inverse))
    },
  }
}
