'use client'
import { useBench, useBenchState } from '../state/bench-context'
import type { BrushState } from '../state/bench-store'
import { NumberField } from '../ui/number-field'
import { Slider } from '../ui/slider'

type NumberKey = { [K in keyof BrushState]: BrushState[K] extends number ? K : never }[keyof BrushState]
const NUMBERS: readonly (readonly [NumberKey, string, string, number, number, number])[] = [
  ['size', 'Size', 'px', 1, 2000, 1],
  ['hardness', 'Hardness', '%', 0, 100, 100],
  ['flow', 'Flow', '%', 1, 100, 100],
  ['strength', 'Strength', '%', 1, 100, 100],
  ['step', 'Step', '%', 2, 100, 100],
  ['steady', 'Steady hand', '%', 0, 95, 100],
]

/** What the brush does; sizes in px of the page. */
export function BrushOptions() {
  const bench = useBench()
  const { brush, on } = useBenchState((s) => ({ brush: s.brush, on: s.tool === 'brush' }))
  const set = (change: Partial<BrushState>) => bench.set({ brush: { ...bench.store.getState().brush, ...change } })
  return (
    <div role="group" aria-label="Brush" className="flex flex-col gap-1.5">
      <div className="grid grid-cols-2 gap-1">
        {([true, false] as const).map((hides) => (
          <button
            key={String(hides)}
            type="button"
            aria-pressed={on && brush.hides === hides}
            className={`h-7 rounded-control border border-line text-small ${on && brush.hides === hides ? 'bg-ink text-panel' : 'bg-panel hover:bg-lit'}`}
            onClick={() => bench.set({ tool: 'brush', brush: { ...brush, hides } })}
          >
            {hides ? 'Take away' : 'Bring back'}
          </button>
        ))}
      </div>
      {NUMBERS.map(([key, label, unit, min, max, times]) => (
        <div key={key} className="flex items-center gap-2">
          <div className="w-28 shrink-0">
            <NumberField
              label={`${label} of the brush`}
              short={key}
              unit={unit}
              min={min}
              max={max}
              digits={0}
              value={brush[key] * times}
              onChange={(v) => set({ [key]: v / times })}
              onDrag={(v) => set({ [key]: v / times })}
            />
          </div>
          {key === 'size' ? (
            // Sizes go by halves and doubles, as they are seen.
            <Slider
              label="Size of the brush, slider"
              min={0}
              max={100}
              value={(100 * Math.log(brush.size)) / Math.log(2000)}
              onChange={(v) => set({ size: Math.max(1, Math.round(2000 ** (v / 100))) })}
              onCommit={() => undefined}
            />
          ) : (
            <Slider
              label={`${label} of the brush, slider`}
              min={min}
              max={max}
              value={brush[key] * times}
              onChange={(v) => set({ [key]: v / times })}
              onCommit={() => undefined}
            />
          )}
        </div>
      ))}
    </div>
  )
}
