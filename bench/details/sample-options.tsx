'use client'
import { useBench, useBenchState } from '../state/bench-context'
import { Choice } from '../ui/choice'
import { Tick } from '../ui/tick'

const SIZES = [
  ['0', 'one pixel'],
  ['1', 'mean of 3 × 3 px'],
  ['5', 'mean of 11 × 11 px'],
  ['15', 'mean of 31 × 31 px'],
] as const

/** What the sampling tool reads. */
export function SampleOptions() {
  const bench = useBench()
  const s = useBenchState((state) => ({ sampling: state.sampling, some: state.selection.length === 1 }))
  return (
    <div className="flex flex-col gap-1.5">
      <Choice
        label="How much is sampled"
        value={String(s.sampling.radius)}
        options={SIZES.map(([value, label]) => ({ value, label }))}
        onChange={(v) => bench.set({ sampling: { ...s.sampling, radius: Number(v) } })}
      />
      <Tick on={s.sampling.alone} onChange={(on) => bench.set({ sampling: { ...s.sampling, alone: on } })}>
        Only the selected layer
      </Tick>
      {s.sampling.alone && !s.some && (
        <p className="text-tiny text-soft">Nothing is selected: the picture is sampled.</p>
      )}
    </div>
  )
}
