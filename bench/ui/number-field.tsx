'use client'
import { useEffect, useRef, useState } from 'react'
import { readLength } from './arithmetic'

type Props = {
  label: string
  /** null shows “mixed”. */
  value: number | null
  unit?: string
  min?: number
  max?: number
  step?: number
  digits?: number
  /** px for a millimetre, inch or per cent where lengths may be typed in other units. */
  units?: Record<string, number>
  onChange: (value: number) => void
  /** While the label is dragged; `onChange` comes at its end. */
  onDrag?: (value: number) => void
  short?: string
}

/** Takes arithmetic and units, arrow keys (Shift for ten steps) and dragging on its label. */
export function NumberField({ label, short, value, unit, min = -1e6, max = 1e6, step = 1, digits = 1, units, onChange, onDrag }: Props) {
  const [text, setText] = useState<string | null>(null)
  const drag = useRef<{ x: number; from: number; last: number } | null>(null)
  const shown = value === null ? '' : String(Math.round(value * 10 ** digits) / 10 ** digits)
  const clamp = (v: number) => Math.min(max, Math.max(min, v))
  useEffect(() => setText(null), [])

  const commit = () => {
    if (text === null) return
    const read = readLength(text, units)
    setText(null)
    if (read !== null && read !== value) onChange(clamp(read))
  }
  return (
    <label className="field">
      <span
        className="shrink-0 cursor-ew-resize touch-none text-soft select-none"
        onPointerDown={(e) => {
          if (value === null) return
          e.preventDefault()
          e.currentTarget.setPointerCapture(e.pointerId)
          drag.current = { x: e.clientX, from: value, last: value }
        }}
        onPointerMove={(e) => {
          if (!drag.current) return
          drag.current.last = clamp(drag.current.from + Math.round((e.clientX - drag.current.x) / 2) * step)
          ;(onDrag ?? onChange)(drag.current.last)
        }}
        onPointerUp={() => {
          if (drag.current && drag.current.last !== drag.current.from && onDrag) onChange(drag.current.last)
          drag.current = null
        }}
      >
        {short ?? label}
      </span>
      <input
        aria-label={label}
        inputMode="decimal"
        placeholder={value === null ? 'mixed' : undefined}
        value={text ?? shown}
        onChange={(e) => setText(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === 'Enter') commit()
          else if (e.key === 'Escape') {
            setText(null)
            e.currentTarget.blur()
          } else if ((e.key === 'ArrowUp' || e.key === 'ArrowDown') && value !== null) {
            e.preventDefault()
            setText(null)
            onChange(clamp(Math.round((value + (e.key === 'ArrowUp' ? 1 : -1) * step * (e.shiftKey ? 10 : 1)) * 1e4) / 1e4))
          }
          e.stopPropagation()
        }}
      />
      {unit && <span className="shrink-0 text-soft">{unit}</span>}
    </label>
  )
}
