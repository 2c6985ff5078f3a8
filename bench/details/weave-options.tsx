'use client'
import { layerName } from '@/core/design/blank'
import { useBench, useBenchState } from '../state/bench-context'
import { isWoven, pairInHand, undoWeaves } from '../state/weaving'
import { Button } from '../ui/button'

/** What the weave tool works on. */
export function WeaveOptions() {
  const bench = useBench()
  const { names, woven } = useBenchState((s) => {
    const pair = pairInHand(s)
    return {
      names: pair
        ? [pair.carrier, pair.other]
            .map((id) => s.design.layers[id])
            .map((l) => (l ? layerName(l) : ''))
            .join(' and ')
        : '',
      woven: isWoven(s),
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
      {woven && (
        <Button small onClick={() => undoWeaves(bench)}>
          Weave no more
        </Button>
      )}
    </div>
  )
}
