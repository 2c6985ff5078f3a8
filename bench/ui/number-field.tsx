'use client'
import { useDrag } from '@use-gesture/react'
import { useEffect, useId, useRef, useState } from 'react'
import { readLength } from './arithmetic'
import { backToStage } from './back-to-stage'
import { useHeld } from './use-held'

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

/** What is wrong with what was typed, for people; null where it can be taken. */
export function whyNot(
  text: string,
  read: number | null,
  min: number,
  max: number,
  units?: Record<string, number>,
): string | null {
  if (read === null) {
    const known = ['px', ...Object.keys(units ?? {})].join(', ')
    return text.trim() === ''
      ? 'A number is needed.'
      : `“${text.trim().slice(0, 24)}” is no number. Try 1080/3${units ? ` or 12 mm (${known})` : ''}.`
  }
  if (read < min) return min > -1e6 ? `At least ${min}.` : 'Too small.'
  if (read > max) return max < 1e6 ? `At most ${max}.` : 'Too large.'
  return null
}

/** Takes arithmetic and units, arrow keys (Shift for ten steps) and dragging on its label. What cannot be taken is said; the last good value stays. */
export function NumberField({
  label,
  short,
  value: given,
  unit,
  min = -1e6,
  max = 1e6,
  step = 1,
  digits = 1,
  units,
  onChange,
  onDrag,
}: Props) {
  const held = useHeld(given)
  const { value } = held
  const [text, setText] = useState<string | null>(null)
  const [wrong, setWrong] = useState<string | null>(null)
  const told = useId()
  const shown = value === null ? '' : String(Math.round(value * 10 ** digits) / 10 ** digits)
  const clamp = (v: number) => Math.min(max, Math.max(min, v))
  useEffect(() => {
    if (!wrong) return
    const wait = setTimeout(() => setWrong(null), 6000)
    return () => clearTimeout(wait)
  }, [wrong])

  /** Two px of the hand are a step; the memo is what it was when the hand took it, and whether it moved at all. */
  const dragged = useDrag<PointerEvent>(
    ({ movement: [x], first, last, event, memo: kept }) => {
      const memo = kept as { from: number; moved: boolean } | null
      if (first) {
        event.preventDefault()
        return value === null ? null : { from: value, moved: false }
      }
      if (!memo) return null
      const { from } = memo
      const now = clamp(from + Math.round(x / 2) * step)
      if (last) {
        // Brought back to where it was it is kept too, or what is shown would stay in the hand.
        if (memo.moved && onDrag) onChange(now)
        held.letGo()
        return null
      }
      held.hold(now)
      ;(onDrag ?? onChange)(now)
      return { from, moved: true }
    },
    { eventOptions: { passive: false } },
  )
  const dropped = useRef(false)
  const lacks = (): string | null =>
    text === null ? null : whyNot(text, readLength(text, units), min, max, units)
  const commit = () => {
    const gaveUp = dropped.current
    dropped.current = false
    if (text === null || gaveUp) return
    const why = lacks()
    const read = readLength(text, units)
    setWrong(why)
    setText(null)
    if (why === null && read !== null && read !== value) onChange(read)
  }
  return (
    <label className={`field relative ${wrong ? '!border-warn' : ''}`}>
      <span className="shrink-0 cursor-ew-resize touch-none text-soft select-none" {...dragged()}>
        {short ?? label}
      </span>
      <input
        aria-label={label}
        aria-invalid={wrong !== null}
        {...(wrong ? { 'aria-describedby': told } : {})}
        inputMode="decimal"
        // As wide as its number at least: a long label takes nothing from it.
        size={Math.max(1, shown.length)}
        style={{ minWidth: `${shown.length}ch` }}
        placeholder={value === null ? 'mixed' : undefined}
        value={text ?? shown}
        onChange={(e) => {
          setText(e.target.value)
          setWrong(null)
        }}
        onFocus={(e) => e.target.select()}
        onBlur={commit}
        data-typed={text !== null}
        onKeyDown={(e) => {
          // What was typed is taken back by the field; with nothing typed, undo means the design.
          if (text === null && (e.ctrlKey || e.metaKey) && /^[zy]$/i.test(e.key)) return
          if (e.key === 'Enter') {
            // What can be taken is kept as the field is left; what cannot stays to be mended.
            if (lacks() === null) backToStage(e.currentTarget)
            else commit()
          } else if (e.key === 'Escape') {
            dropped.current = true
            setText(null)
            setWrong(null)
            backToStage(e.currentTarget)
          } else if ((e.key === 'ArrowUp' || e.key === 'ArrowDown') && value !== null) {
            e.preventDefault()
            setText(null)
            onChange(
              clamp(
                Math.round((value + (e.key === 'ArrowUp' ? 1 : -1) * step * (e.shiftKey ? 10 : 1)) * 1e4) /
                  1e4,
              ),
            )
          }
          e.stopPropagation()
        }}
      />
      {unit && <span className="shrink-0 text-soft">{unit}</span>}
      {wrong && (
        <span
          id={told}
          role="alert"
          className="absolute top-[calc(100%+3px)] left-0 z-30 w-max max-w-52 rounded-control border border-warn/40 bg-warn-ground px-2 py-1 text-tiny text-warn shadow"
        >
          {wrong} It stays {value === null ? 'as it was' : shown}.
        </span>
      )}
    </label>
  )
}
