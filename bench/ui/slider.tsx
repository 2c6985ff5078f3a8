'use client'
import { Slider as Base } from 'radix-ui'
import { useRef } from 'react'
import { useHeld } from './use-held'

type Props = {
  label: string
  value: number
  min: number
  max: number
  step?: number
  onChange: (v: number) => void
  /** At the end; where it is all the same, `onChange` does. */
  onCommit?: (v: number) => void
}
export function Slider({ label, value, min, max, step = 1, onChange, onCommit = onChange }: Props) {
  const held = useHeld(value)
  const shown = useRef<number | null>(null)
  const keep = (v: number) => {
    shown.current = null
    onCommit(v)
    held.letGo()
  }
  return (
    <Base.Root
      className="relative flex h-5 w-full touch-none items-center select-none"
      value={[held.value]}
      min={min}
      max={max}
      step={step}
      onValueChange={([v]) => {
        if (v === undefined) return
        shown.current = v
        held.hold(v)
        onChange(v)
      }}
      onValueCommit={([v]) => v !== undefined && keep(v)}
      // Brought back to where it was, or broken off, it is not told as a new value: what is shown would stay in the hand.
      onLostPointerCapture={() => shown.current !== null && keep(shown.current)}
    >
      <Base.Track className="relative h-[3px] w-full rounded-full bg-line">
        <Base.Range className="absolute h-full rounded-full bg-ink" />
      </Base.Track>
      <Base.Thumb aria-label={label} className="block size-3.5 rounded-full border border-ink bg-panel" />
    </Base.Root>
  )
}
