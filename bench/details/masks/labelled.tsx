'use client'
import type { Target } from '@/core/design/properties/targets'
import { NumberField } from '../../ui/number-field'
import { Slider } from '../../ui/slider'
import { Own } from '../own'

/** A number that is dragged or typed, on one line with its slider. */
export function Labelled(p: {
  of: Target
  keys: readonly string[]
  label: string
  value: number
  max: number
  most?: number
  unit: string
  onShow: (v: number) => void
  onKeep: (v: number) => void
}) {
  return (
    <Own of={[p.of]} keys={p.keys}>
      <div className="flex items-center gap-2">
        <div className="w-28 shrink-0">
          <NumberField
            label={`${p.label} of the mask`}
            short={p.label.toLowerCase()}
            unit={p.unit}
            min={0}
            max={p.most ?? p.max}
            digits={0}
            value={p.value}
            onChange={p.onKeep}
            onDrag={p.onShow}
          />
        </div>
        <Slider
          label={`${p.label} of the mask, slider`}
          min={0}
          max={p.max}
          value={Math.min(p.max, p.value)}
          onChange={p.onShow}
          onCommit={p.onKeep}
        />
      </div>
    </Own>
  )
}
