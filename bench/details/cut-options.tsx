'use client'
import { LoaderCircle } from 'lucide-react'
import { useEffect } from 'react'
import { cutOf, cutOut, cuttable, setClean, stopCutting, studyAhead } from '../actions/cutting'
import { maskedLayer } from '../actions/masks'
import { useBench, useBenchState } from '../state/bench-context'
import { Button } from '../ui/button'
import { Either } from '../ui/either'
import { Progress } from '../ui/progress'
import { TipSize } from './tip-size'

/** What the cut out tool does: the first press cuts, dabs correct. */
export function CutOptions() {
  const bench = useBench()
  const { dab, cutting, mask, count, source } = useBenchState((s) => ({
    dab: s.dab,
    cutting: s.cutting,
    mask: cutOf(maskedLayer(s)),
    count: cuttable(s).length,
    source: cuttable(s)[0]?.source,
  }))
  useEffect(() => {
    if (source) studyAhead(source)
  }, [source])
  const set = (change: Partial<typeof dab>) =>
    bench.set({ dab: { ...bench.store.getState().dab, ...change } })
  const begin = count > 1 ? `Cut out ${count} pictures` : 'Cut out the main thing'
  return (
    <div role="group" aria-label="Cut out" className="flex flex-col gap-1.5">
      {cutting?.running ? (
        <>
          <div className="flex items-center justify-between gap-2" role="status">
            <span className="flex items-center gap-1.5 text-small">
              <LoaderCircle size={13} className="animate-spin" /> cutting out
            </span>
            <Button small onClick={() => stopCutting(bench)}>
              Stop
            </Button>
          </div>
          <Progress wide label="How far the cut is" share={cutting.share} />
        </>
      ) : (
        <Button look={mask ? 'plain' : 'dark'} disabled={count === 0} onClick={() => void cutOut(bench)}>
          {mask ? 'Cut out anew' : begin}
        </Button>
      )}
      {count === 0 && <p className="text-tiny text-soft">Select a photo on the stage.</p>}
      {(mask || cutting?.veil) && (
        <>
          <Either
            options={[
              [true, 'Keep'],
              [false, 'Drop'],
            ]}
            value={dab.keep}
            onChange={(keep) => set({ keep })}
          />
          <TipSize
            label="Size of a dab"
            value={dab.size}
            min={2}
            max={1000}
            onChange={(size) => set({ size })}
          />
          {mask && (
            <label className="flex items-center gap-2 text-small">
              <input
                type="checkbox"
                checked={mask.cut?.clean ?? false}
                onChange={(e) => setClean(bench, e.target.checked)}
              />
              take the old ground out of its edge
            </label>
          )}
          <p className="text-tiny text-soft">
            Dab what is wrong: {dab.keep ? 'what is to stay' : 'what is to go'}. With Alt the other way.
          </p>
        </>
      )}
    </div>
  )
}
