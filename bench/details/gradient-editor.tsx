'use client'
import { useDrag } from '@use-gesture/react'
import { Plus, Trash2 } from 'lucide-react'
import { useRef, useState } from 'react'
import { newId } from '@/core/basics/ids'
import { lookUp } from '@/core/colour/colour'
import type { Gradient } from '@/core/colour/gradient-line'
import type { GradientStop } from '@/core/colour/paint'
import { useBenchState } from '../state/bench-context'
import { IconButton } from '../ui/button'
import { NumberField } from '../ui/number-field'
import { Tick } from '../ui/tick'
import { useHeld } from '../ui/use-held'
import { ColourField } from './colour-field'

type Props = { paint: Gradient; onPreview: (p: Gradient) => void; onChange: (p: Gradient) => void }

type Stops = Record<string, GradientStop>
/** Stops on a bar: drag to move, double click to add; each recoloured by itself. */
export function StopsBar({
  stops: given,
  onPreview,
  onChange,
}: {
  stops: Stops
  onPreview: (s: Stops) => void
  onChange: (s: Stops) => void
}) {
  const hand = useHeld(given)
  const all = hand.value
  const swatches = useBenchState((s) => s.resolved.swatches)
  const stops = Object.entries(all).sort((a, b) => a[1].offset - b[1].offset)
  const [chosen, setChosen] = useState<string | null>(null)
  const id = chosen && all[chosen] ? chosen : stops[0]?.[0]
  const stop = id ? all[id] : undefined
  const css = stops.map(([, s]) => `${lookUp(s.colour, swatches)} ${s.offset * 100}%`).join(', ')
  const withStop = (key: string, change: Partial<{ offset: number; colour: string }>): Stops => {
    const held = all[key]
    return held ? { ...all, [key]: { ...held, ...change } } : all
  }
  const add = (offset: number) => {
    const key = newId()
    const near = stops.reduce((a, b) =>
      Math.abs(b[1].offset - offset) < Math.abs(a[1].offset - offset) ? b : a,
    )
    onChange({ ...all, [key]: { offset, colour: near[1].colour } })
    setChosen(key)
  }
  const bar = useRef<HTMLDivElement>(null)
  const dragged = useDrag<PointerEvent>(({ args: [key], xy: [x], first, last, memo: moved }) => {
    if (first) {
      setChosen(key)
      return false
    }
    if (last) {
      if (moved) onChange(all)
      hand.letGo()
      return false
    }
    const r = bar.current?.getBoundingClientRect()
    if (!r) return moved
    const next = withStop(key, { offset: Math.min(1, Math.max(0, (x - r.left) / r.width)) })
    hand.hold(next)
    onPreview(next)
    return true
  })
  return (
    <>
      <div
        ref={bar}
        className="relative mx-1.5 h-9"
        onDoubleClick={(e) => {
          const r = e.currentTarget.getBoundingClientRect()
          add(Math.min(1, Math.max(0, (e.clientX - r.left) / r.width)))
        }}
      >
        <div className="checker-dim absolute inset-x-0 top-0 h-5 overflow-hidden rounded-control ring-1 ring-black/15">
          <div className="size-full" style={{ background: `linear-gradient(90deg, ${css})` }} />
        </div>
        {stops.map(([key, s]) => (
          <button
            key={key}
            type="button"
            role="slider"
            aria-label={`Stop at ${Math.round(s.offset * 100)} %`}
            aria-valuenow={Math.round(s.offset * 100)}
            aria-valuemin={0}
            aria-valuemax={100}
            className={`absolute top-4 size-4 -translate-x-1/2 touch-none rounded-full ring-1 ring-black/30 ${key === id ? 'outline-2 outline-offset-1 outline-accent' : ''}`}
            style={{ left: `${s.offset * 100}%`, background: lookUp(s.colour, swatches).slice(0, 7) }}
            onFocus={() => setChosen(key)}
            onKeyDown={(e) => {
              let by: number
              if (e.key === 'ArrowRight') by = 0.01
              else if (e.key === 'ArrowLeft') by = -0.01
              else by = 0
              if (by !== 0) {
                e.preventDefault()
                e.stopPropagation()
                onChange(withStop(key, { offset: Math.min(1, Math.max(0, s.offset + by)) }))
              }
            }}
            {...dragged(key)}
          />
        ))}
      </div>
      {id && stop && (
        <>
          <ColourField
            label="Stop colour"
            colour={stop.colour}
            onPreview={(c) => onPreview(withStop(id, { colour: c }))}
            onChange={(c) => onChange(withStop(id, { colour: c }))}
          />
          <div className="flex items-center gap-1">
            <div className="flex-1">
              <NumberField
                label="Position of the stop"
                short="at"
                unit="%"
                min={0}
                max={100}
                digits={0}
                value={stop.offset * 100}
                onChange={(v) => onChange(withStop(id, { offset: v / 100 }))}
              />
            </div>
            <IconButton label="Add a stop" onClick={() => add(0.5)}>
              <Plus size={14} />
            </IconButton>
            <IconButton
              label="Remove the stop"
              disabled={stops.length < 3}
              onClick={() => onChange(Object.fromEntries(stops.filter(([key]) => key !== id)))}
            >
              <Trash2 size={14} />
            </IconButton>
          </div>
        </>
      )}
    </>
  )
}

export function GradientEditor({ paint, onPreview, onChange }: Props) {
  return (
    <>
      <StopsBar
        stops={paint.stops}
        onPreview={(stops) => onPreview({ ...paint, stops })}
        onChange={(stops) => onChange({ ...paint, stops })}
      />
      <div className="grid grid-cols-3 gap-1.5">
        {'x' in paint && (
          <>
            <Share
              label="Centre across"
              short="x"
              value={paint.x}
              show={(x) => onPreview({ ...paint, x })}
              keep={(x) => onChange({ ...paint, x })}
            />
            <Share
              label="Centre down"
              short="y"
              value={paint.y}
              show={(y) => onPreview({ ...paint, y })}
              keep={(y) => onChange({ ...paint, y })}
            />
          </>
        )}
        {'radius' in paint && (
          <Share
            label="Radius"
            short="r"
            min={1}
            value={paint.radius}
            show={(radius) => onPreview({ ...paint, radius })}
            keep={(radius) => onChange({ ...paint, radius })}
          />
        )}
        {'angleDegrees' in paint && (
          <NumberField
            label="Angle of the gradient"
            short={'x' in paint ? '∠' : 'angle'}
            unit="°"
            value={paint.angleDegrees}
            digits={0}
            onChange={(v) => onChange({ ...paint, angleDegrees: v })}
            onDrag={(v) => onPreview({ ...paint, angleDegrees: v })}
          />
        )}
      </div>
      <div className="flex gap-3">
        <Tick on={paint.eased ?? false} onChange={(eased) => onChange({ ...paint, eased })}>
          eased
        </Tick>
        <Tick on={paint.oklab ?? false} onChange={(oklab) => onChange({ ...paint, oklab })}>
          mixed in OKLab
        </Tick>
      </div>
    </>
  )
}

type ShareProps = {
  label: string
  short: string
  min?: number
  value: number
  show: (v: number) => void
  keep: (v: number) => void
}
const Share = ({ label, short, min, value, show, keep }: ShareProps) => (
  <NumberField
    label={label}
    short={short}
    {...(min === undefined ? {} : { min })}
    value={value * 100}
    digits={0}
    onChange={(v) => keep(v / 100)}
    onDrag={(v) => show(v / 100)}
  />
)
