'use client'
import { maskedLayer } from '../actions/masks'
import { pathInHand } from '../actions/pathing'
import { useBench, useBenchState } from '../state/bench-context'
import { Either } from '../ui/either'

/** What the path tool draws next, and how its points are handled. */
export function PathOptions() {
  const bench = useBench()
  const s = useBenchState((state) => ({
    makes: state.penMakes,
    drawing: state.pen !== null,
    one: maskedLayer(state) !== null,
    edited: pathInHand(state) !== null,
  }))
  return (
    <div role="group" aria-label="Path" className="flex flex-col gap-1.5">
      <Either
        options={[
          ['shape', 'A shape'],
          ['mask', 'A mask'],
        ]}
        value={s.makes}
        disabled={(makes) => makes === 'mask' && !s.one}
        onChange={(penMakes) => bench.set({ penMakes })}
      />
      <p className="text-tiny text-soft">{hintFor(s)}</p>
    </div>
  )
}

function hintFor({ drawing, edited, makes }: { drawing: unknown; edited: unknown; makes: string }): string {
  if (drawing)
    return 'Press for a corner, draw for a curve; press the first point to close, Enter to leave it open, Delete to take the last back.'
  if (edited)
    return 'Draw a point to move it, press the line to add one, Delete removes it. With Alt a corner becomes a curve and back.'
  return makes === 'mask'
    ? 'Press point by point around what is to show of the selection.'
    : 'Press point by point on the stage.'
}
