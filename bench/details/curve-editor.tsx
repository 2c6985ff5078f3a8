'use client'
import { useDrag } from '@use-gesture/react'
import { useRef, useState } from 'react'
import type { CurvePoint } from '@/core/treatments/field'
import { curveThrough } from '@/core/treatments/tables'
import { NumberField } from '../ui/number-field'
import { useHeld } from '../ui/use-held'

type Props = {
  label: string
  short: string
  points: readonly CurvePoint[]
  onShow: (points: CurvePoint[]) => void
  onKeep: (points: CurvePoint[]) => void
}
const SIDE = 100
const unit = (v: number) => Math.min(1, Math.max(0, v))
const LEAST = 0.01

/** A curve from dark to light: press to add a point, drag to move, Delete or dragging out takes it away. */
export function CurveEditor({ label, short, points: given, onShow, onKeep }: Props) {
  const held = useHeld(given)
  const points = held.value
  const [chosen, setChosen] = useState(0)
  const [open, setOpen] = useState(short === 'All colours')
  const at = Math.min(chosen, points.length - 1)
  const point = points[at] as CurvePoint
  const curve = curveThrough(points)
  const d = Array.from(
    { length: SIDE + 1 },
    (_, n) => `${n === 0 ? 'M' : 'L'}${n} ${(SIDE * (1 - curve(n / SIDE))).toFixed(2)}`,
  ).join('')
  const placed = (n: number, to: CurvePoint): CurvePoint[] => {
    const low = n === 0 ? 0 : (points[n - 1] as CurvePoint).x + LEAST
    const high = n === points.length - 1 ? 1 : (points[n + 1] as CurvePoint).x - LEAST
    return points.map((p, k) => (k === n ? { x: Math.min(high, Math.max(low, to.x)), y: unit(to.y) } : p))
  }
  const without = (n: number) => (points.length > 2 ? points.filter((_, k) => k !== n) : [...points])
  const area = useRef<SVGSVGElement>(null)
  const under = ([x, y]: readonly [number, number]): CurvePoint => {
    const r = area.current?.getBoundingClientRect() ?? new DOMRect(0, 0, 1, 1)
    return { x: unit((x - r.left) / r.width), y: unit(1 - (y - r.top) / r.height) }
  }
  const show = (next: CurvePoint[]) => {
    held.hold(next)
    onShow(next)
  }
  /** A press on a point takes it, anywhere else it sets one. */
  const pressed = (p: CurvePoint) => {
    const near = points.findIndex((q) => Math.hypot(q.x - p.x, q.y - p.y) < 0.06)
    if (near >= 0) return setChosen(near)
    if (points.length >= 16 || points.some((q) => Math.abs(q.x - p.x) < LEAST)) return
    const next = [...points, p].sort((a, b) => a.x - b.x)
    setChosen(next.indexOf(p))
    show(next)
  }
  const dragged = useDrag<PointerEvent>(({ xy, first, last }) => {
    if (first) return pressed(under(xy))
    if (!last) return show(placed(at, under(xy)))
    onKeep([...points])
    held.letGo()
  })
  if (!open)
    return (
      <button
        type="button"
        className="h-6 rounded-control px-1 text-left text-small text-soft hover:bg-lit"
        onClick={() => setOpen(true)}
      >
        {short.toLowerCase()} …
      </button>
    )
  return (
    <fieldset aria-label={label} className="flex flex-col gap-1.5">
      <span className="text-small text-soft">{short.toLowerCase()}</span>
      <svg
        ref={area}
        viewBox={`-3 -3 ${SIDE + 6} ${SIDE + 6}`}
        className="aspect-square w-full touch-none rounded-control bg-well"
        role="group"
        aria-label={label}
        {...dragged()}
      >
        <path
          d={`M0 ${SIDE / 2}H${SIDE}M${SIDE / 2} 0V${SIDE}M0 ${SIDE}L${SIDE} 0`}
          className="fill-none stroke-line"
          strokeWidth="0.6"
        />
        <path d={d} className="fill-none stroke-ink" strokeWidth="1.4" />
        {points.map((p, n) => (
          <circle
            key={n}
            cx={p.x * SIDE}
            cy={(1 - p.y) * SIDE}
            r={n === at ? 3 : 2.2}
            className={n === at ? 'fill-accent stroke-panel' : 'fill-ink stroke-panel'}
            strokeWidth="0.8"
          />
        ))}
      </svg>
      <div className="grid grid-cols-2 gap-1.5">
        {(['x', 'y'] as const).map((axis) => (
          <NumberField
            key={axis}
            label={`${axis === 'x' ? 'From' : 'To'} at the point of ${label}`}
            short={axis === 'x' ? 'from' : 'to'}
            unit="%"
            min={0}
            max={100}
            value={point[axis] * 100}
            onChange={(v) => onKeep(placed(at, { ...point, [axis]: v / 100 }))}
            onDrag={(v) => onShow(placed(at, { ...point, [axis]: v / 100 }))}
          />
        ))}
      </div>
      {points.length > 2 && (
        <button
          type="button"
          className="h-6 self-start rounded-control px-1 text-tiny text-soft hover:bg-lit"
          onClick={() => onKeep(without(at))}
        >
          Take the point away
        </button>
      )}
    </fieldset>
  )
}
