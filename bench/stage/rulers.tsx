'use client'
import { memo } from 'react'
import type { BenchState } from '../state/bench'
import { useBench, useBenchState } from '../state/bench-context'

/** How wide a ruler is, CSS px. */
export const RULER = 16
const STEPS = [0.1, 0.25, 0.5, 1, 2, 5, 10, 20, 25, 50, 100, 200, 500, 1000, 2000, 5000]
export const RULER_UNITS: readonly BenchState['ruler'][] = ['px', 'mm', 'in', '%']

/** Rulers along the stage's upper and left edge; guides are dragged out of them, their corner changes the unit. */
export const Rulers = memo(function Rulers({ width, height }: { width: number; height: number }) {
  const bench = useBench()
  const { zoom, x, y } = useBenchState((s) => s.view)
  const unit = useBenchState((s) => s.ruler)
  const channel = useBenchState((s) => s.resolved.channel)
  const ppi = channel.print?.ppi ?? 96
  const pxOf = (side: number) => ({ px: 1, mm: ppi / 25.4, in: ppi, '%': side / 100 })[unit]
  const marks = (from: number, length: number, side: number) => {
    const k = pxOf(side) * zoom
    const step = STEPS.find((n) => n * k >= 52) ?? 10_000
    const first = Math.ceil(-from / k / step)
    return Array.from(
      { length: Math.max(0, Math.ceil(length / (k * step))) + 1 },
      (_, n) => Math.round((first + n) * step * 100) / 100,
    )
      .map((value) => ({ value, at: value * k + from }))
      .filter((m) => m.at < length)
  }
  return (
    <>
      <svg className="pointer-events-none absolute inset-0 size-full" aria-hidden="true">
        <rect
          width={width}
          height={RULER}
          className="pointer-events-auto fill-panel"
          fillOpacity={0.92}
          data-handle="ruler"
          data-axis="y"
          style={{ cursor: 'ns-resize' }}
        />
        <rect
          width={RULER}
          height={height}
          className="pointer-events-auto fill-panel"
          fillOpacity={0.92}
          data-handle="ruler"
          data-axis="x"
          style={{ cursor: 'ew-resize' }}
        />
        <g className="fill-soft" fontSize={9} style={{ fontVariantNumeric: 'tabular-nums' }}>
          {marks(x, width, channel.width).map(({ value, at }) => (
            <g key={value} transform={`translate(${Math.round(at) + 0.5} 0)`}>
              <path d="M0 9V16" className="stroke-soft" strokeOpacity={0.6} />
              <text x={3} y={10}>
                {value}
              </text>
            </g>
          ))}
          {marks(y, height, channel.height).map(({ value, at }) => (
            <g key={value} transform={`translate(0 ${Math.round(at) + 0.5})`}>
              <path d="M9 0H16" className="stroke-soft" strokeOpacity={0.6} />
              <text x={-3} y={10} transform="rotate(-90)" textAnchor="end">
                {value}
              </text>
            </g>
          ))}
        </g>
      </svg>
      <button
        type="button"
        tabIndex={-1}
        aria-label={`Rulers in ${unit}; change the unit`}
        title="Unit of the rulers"
        className="absolute top-0 left-0 flex h-4 w-4 items-center justify-center bg-panel text-[8px] font-semibold text-soft hover:text-ink"
        onPointerDown={(e) => e.stopPropagation()}
        onClick={() =>
          bench.set({ ruler: RULER_UNITS[(RULER_UNITS.indexOf(unit) + 1) % RULER_UNITS.length] ?? 'px' })
        }
      >
        {unit}
      </button>
    </>
  )
})
