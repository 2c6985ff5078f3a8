'use client'
import { LoaderCircle } from 'lucide-react'
import { useBench, useBenchState } from '../state/bench-context'
import { cutOf, cutOut, cuttable, setClean, stopCutting } from '../state/cutting'
import { maskedLayer } from '../state/masks'
import { Button } from '../ui/button'
import { NumberField } from '../ui/number-field'
import { Slider } from '../ui/slider'

/** What the cut out tool does: the first press cuts, dabs correct. */
export function CutOptions() {
  const bench = useBench()
  const { dab, cutting, mask, count } = useBenchState((s) => ({
    dab: s.dab,
    cutting: s.cutting,
    mask: cutOf(maskedLayer(s)),
    count: cuttable(s).length,
  }))
  const set = (change: Partial<typeof dab>) => bench.set({ dab: { ...bench.store.getState().dab, ...change } })
  return (
    <div role="group" aria-label="Cut out" className="flex flex-col gap-1.5">
      {cutting ? (
        <div className="flex items-center justify-between gap-2" role="status">
          <span className="flex items-center gap-1.5 text-small">
            <LoaderCircle size={13} className="animate-spin" /> cutting out
          </span>
          <Button small onClick={() => stopCutting(bench)}>
            Stop
          </Button>
        </div>
      ) : (
        <Button look={mask ? 'plain' : 'dark'} disabled={count === 0} onClick={() => void cutOut(bench)}>
          {mask ? 'Cut out anew' : count > 1 ? `Cut out ${count} pictures` : 'Cut out the main thing'}
        </Button>
      )}
      {count === 0 && <p className="text-tiny text-soft">Select a photo on the stage.</p>}
      {mask && (
        <>
          <div className="grid grid-cols-2 gap-1">
            {([true, false] as const).map((keep) => (
              <button
                key={String(keep)}
                type="button"
                aria-pressed={dab.keep === keep}
                className={`h-7 rounded-control border border-line text-small ${dab.keep === keep ? 'bg-ink text-panel' : 'bg-panel hover:bg-lit'}`}
                onClick={() => set({ keep })}
              >
                {keep ? 'Keep' : 'Drop'}
              </button>
            ))}
          </div>
          <div className="flex items-center gap-2">
            <div className="w-28 shrink-0">
              <NumberField
                label="Size of a dab"
                short="size"
                unit="px"
                min={2}
                max={1000}
                digits={0}
                value={dab.size}
                onChange={(v) => set({ size: v })}
                onDrag={(v) => set({ size: v })}
              />
            </div>
            <Slider
              label="Size of a dab, slider"
              min={0}
              max={100}
              value={(100 * Math.log(dab.size)) / Math.log(1000)}
              onChange={(v) => set({ size: Math.max(2, Math.round(1000 ** (v / 100))) })}
              onCommit={() => undefined}
            />
          </div>
          <label className="flex items-center gap-2 text-small">
            <input type="checkbox" checked={mask.cut?.clean ?? false} onChange={(e) => setClean(bench, e.target.checked)} />
            take the old ground out of its edge
          </label>
          <p className="text-tiny text-soft">Dab what is wrong: {dab.keep ? 'what is to stay' : 'what is to go'}. With Alt the other way.</p>
        </>
      )}
    </div>
  )
}
