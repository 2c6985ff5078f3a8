'use client'
import { Pipette } from 'lucide-react'
import type { Target } from '@/core/design/properties/targets'
import type { MaskOf } from '@/core/masks/mask'
import { followTouching, pickEverywhere, pickOnlyTouching } from '../../actions/mask-work'
import { reshapeMask, samplePicked } from '../../actions/masks'
import { useBench } from '../../state/bench-context'
import { Button } from '../../ui/button'
import { Tick } from '../../ui/tick'
import { Own } from '../own'
import { Labelled } from './labelled'

const PICKS = {
  colour: [
    ['tolerance', 'Tolerance', 'Tolerance of a mask'],
    ['fade', 'Fade', 'Fade of a mask'],
  ],
  lightness: [
    ['from', 'From', 'Darkest tone of a mask'],
    ['to', 'To', 'Lightest tone of a mask'],
  ],
} as const

/** A tone or colour of the layer's own pixels that is picked. */
export function PickControls({
  mask: m,
  picture,
  of,
}: {
  mask: MaskOf<'picked'>
  picture: boolean
  of: Target
}) {
  const bench = useBench()
  // The two ends of a range keep apart.
  const within = (key: 'tolerance' | 'fade' | 'from' | 'to', v: number) => {
    if (key === 'fade') return Math.max(0.002, v)
    if (key === 'from') return Math.min(v, m.to - 0.01)
    if (key === 'to') return Math.max(v, m.from + 0.01)
    return v
  }
  return (
    <>
      {m.by === 'colour' && (
        <Own of={[of]} keys={['colour']}>
          <div className="flex items-center gap-2">
            <span
              aria-hidden="true"
              className="size-6 shrink-0 rounded-control border border-line"
              style={{ background: m.colour }}
            />
            <span className="flex-1 text-small tabular-nums">{m.colour}</span>
            <Button small onClick={() => samplePicked(bench, m.id)}>
              <Pipette size={13} /> Sample
            </Button>
          </div>
        </Own>
      )}
      {PICKS[m.by].map(([key, label, name]) => (
        <Labelled
          key={key}
          of={of}
          keys={[key]}
          label={label}
          value={m[key] * 100}
          max={100}
          unit="%"
          onShow={(v) => reshapeMask(bench, '', m, { [key]: within(key, v / 100) }, 'shown')}
          onKeep={(v) => {
            reshapeMask(bench, name, m, { [key]: within(key, v / 100) })
            followTouching(bench, m.id)
          }}
        />
      ))}
      {picture && (
        <Tick
          on={m.touching !== undefined}
          onChange={(on) => (on ? pickOnlyTouching(bench, m.id) : pickEverywhere(bench, m.id))}
        >
          only what touches
        </Tick>
      )}
      <Own of={[of]} keys={['clean']}>
        <Tick
          on={m.clean}
          onChange={(on) => reshapeMask(bench, 'Take the colour out of edges', m, { clean: on })}
        >
          take its colour out of the edges
        </Tick>
      </Own>
    </>
  )
}
