'use client'
import { NumberField } from '../ui/number-field'
import { Slider } from '../ui/slider'

type Props = { label: string; value: number; min: number; max: number; onChange: (px: number) => void }
/** How large the tip of a tool is, px of the page: typed, or on a slider that goes by halves and doubles, as sizes are seen. */
export function TipSize({ label, value, min, max, onChange }: Props) {
  return (
    <div className="flex items-center gap-2">
      <div className="w-28 shrink-0">
        <NumberField
          label={label}
          short="size"
          unit="px"
          min={min}
          max={max}
          digits={0}
          value={value}
          onChange={onChange}
          onDrag={onChange}
        />
      </div>
      <Slider
        label={`${label}, slider`}
        min={0}
        max={100}
        value={(100 * Math.log(value)) / Math.log(max)}
        onChange={(v) => onChange(Math.max(min, Math.round(max ** (v / 100))))}
        onCommit={() => undefined}
      />
    </div>
  )
}
