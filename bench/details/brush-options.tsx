'use client'
import { onLayer } from '@/core/design/properties/targets'
import { paintInHand, paintLayer } from '../actions/light-shade'
import type { BrushState } from '../state/bench'
import { useBench, useBenchState } from '../state/bench-context'
import { setThings } from '../state/properties'
import { Button } from '../ui/button'
import { Either } from '../ui/either'
import { NumberField } from '../ui/number-field'
import { Slider } from '../ui/slider'
import { ColourField } from './colour-field'
import { TipSize } from './tip-size'

type NumberKey = { [K in keyof BrushState]: BrushState[K] extends number ? K : never }[keyof BrushState]
const NUMBERS: readonly (readonly [NumberKey, string, string, number, number, number])[] = [
  ['hardness', 'Hardness', '%', 0, 100, 100],
  ['flow', 'Flow', '%', 1, 100, 100],
  ['strength', 'Strength', '%', 1, 100, 100],
  ['step', 'Step', '%', 2, 100, 100],
  ['steady', 'Steady hand', '%', 0, 95, 100],
  ['rough', 'Paper', '%', 0, 100, 100],
]

/** What the brush does; sizes in px of the page. */
export function BrushOptions() {
  const bench = useBench()
  const { brush, on } = useBenchState((s) => ({ brush: s.brush, on: s.tool === 'brush' }))
  const paint = useBenchState((s) => paintInHand(s))
  const set = (change: Partial<BrushState>) =>
    bench.set({ brush: { ...bench.store.getState().brush, ...change } })
  const colourPaint = (colour: string, only?: 'shown') => {
    const fill = { kind: 'solid', colour }
    if (paint) setThings(bench, 'Colour of the paint', [[onLayer(paint.id), { fill }]], only)
  }
  return (
    <div role="group" aria-label="Brush" className="flex flex-col gap-1.5">
      <Either
        options={[
          [true, paint ? 'Wipe off' : 'Take away'],
          [false, paint ? 'Paint' : 'Bring back'],
        ]}
        value={on ? brush.hides : null}
        onChange={(hides) => bench.set({ tool: 'brush', brush: { ...brush, hides } })}
      />
      {paint && (
        <>
          <ColourField
            label="Colour of the paint"
            named="paint"
            colour={paint.fill.colour}
            onPreview={(colour) => colourPaint(colour, 'shown')}
            onChange={(colour) => colourPaint(colour)}
          />
          <Button small onClick={() => paintLayer(bench, 'colour')}>
            Paint in another colour, on a layer of its own
          </Button>
        </>
      )}
      <TipSize
        label="Size of the brush"
        value={brush.size}
        min={1}
        max={2000}
        onChange={(size) => set({ size })}
      />
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
          <Slider
            label={`${label} of the brush, slider`}
            min={min}
            max={max}
            value={brush[key] * times}
            onChange={(v) => set({ [key]: v / times })}
            onCommit={() => undefined}
          />
        </div>
      ))}
    </div>
  )
}
