'use client'
import { layerName } from '@/core/kinds/facts'
import { gapInHand, isWoven, pairInHand, setGap, undoWeaves } from '../actions/weaving'
import { useBench, useBenchState } from '../state/bench-context'
import { Button } from '../ui/button'
import { NumberField } from '../ui/number-field'
import { TipSize } from './tip-size'

/** What the weave tool works on. */
export function WeaveOptions() {
  const bench = useBench()
  const { names, woven, gap, size } = useBenchState((s) => {
    const pair = pairInHand(s)
    return {
      names: pair
        ? [pair.carrier, pair.other]
            .map((id) => s.design.layers[id])
            .map((l) => (l ? layerName(l) : ''))
            .join(' and ')
        : '',
      woven: isWoven(s),
      gap: gapInHand(s),
      size: s.weaveSize,
    }
  })
  return (
    <div role="group" aria-label="Weave" className="flex flex-col gap-1.5">
      <p className="text-small">{names || 'Two things that cross'}</p>
      <p className="text-tiny text-soft">
        {names
          ? 'Press a crossing to let the lower one pass over it, and again to let it pass under. Drawing paints where it passes.'
          : 'Press on the stage where they cross, or select both first.'}
      </p>
      <TipSize
        label="Size of the weave tip"
        min={4}
        max={1000}
        value={size}
        onChange={(weaveSize) => bench.set({ weaveSize })}
      />
      {gap !== null && (
        <NumberField
          label="Gap beside what passes over"
          short="gap"
          unit="px"
          min={0}
          max={500}
          value={gap}
          onChange={(v) => setGap(bench, v)}
          onDrag={(v) => setGap(bench, Math.max(0, v), 'shown')}
        />
      )}
      {woven && (
        <Button small onClick={() => undoWeaves(bench)}>
          Weave no more
        </Button>
      )}
    </div>
  )
}
