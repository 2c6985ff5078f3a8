'use client'
import { memo } from 'react'
import { useBenchState } from '../state/bench-context'

const STEPS = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000]

/** Rulers in px of the page along the stage's upper and left edge. */
export const Rulers = memo(function Rulers({ width, height }: { width: number; height: number }) {
  const { zoom, x, y } = useBenchState((s) => s.view)
  const step = STEPS.find((n) => n * zoom >= 52) ?? 10_000
  const marks = (from: number, length: number) => {
    const first = Math.ceil(-from / zoom / step) * step
    return Array.from({ length: Math.max(0, Math.ceil((length / zoom + 1) / step)) + 1 }, (_, n) => first + n * step).filter(
      (v) => v * zoom + from < length,
    )
  }
  return (
    <svg className="pointer-events-none absolute inset-0 size-full" aria-hidden="true">
      <rect width={width} height={16} className="fill-panel" fillOpacity={0.92} />
      <rect width={16} height={height} className="fill-panel" fillOpacity={0.92} />
      <g className="fill-soft" fontSize={9} style={{ fontVariantNumeric: 'tabular-nums' }}>
        {marks(x, width).map((v) => (
          <g key={v} transform={`translate(${Math.round(v * zoom + x) + 0.5} 0)`}>
            <path d="M0 9V16" className="stroke-soft" strokeOpacity={0.6} />
            <text x={3} y={10}>
              {v}
            </text>
          </g>
        ))}
        {marks(y, height).map((v) => (
          <g key={v} transform={`translate(0 ${Math.round(v * zoom + y) + 0.5})`}>
            <path d="M9 0H16" className="stroke-soft" strokeOpacity={0.6} />
            <text x={-3} y={10} transform="rotate(-90)" textAnchor="end">
              {v}
            </text>
          </g>
        ))}
      </g>
      <rect width={16} height={16} className="fill-panel" />
    </svg>
  )
})
