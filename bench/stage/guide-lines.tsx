import { memo } from 'react'
import { guidesOn } from '@/core/design/guides'
import { gridLines } from '@/core/geometry/snap'
import { useBenchState } from '../state/bench-context'
import { toStage } from './view'

/** The channel's guides, which can be taken and moved, and its columns, rows and thirds. */
export const GuideLines = memo(function GuideLines({ width, height }: { width: number; height: number }) {
  const s = useBenchState((state) => ({
    view: state.view,
    channel: state.resolved.channel,
    guides: state.design.guides,
    grid: state.design.grids[state.channel],
    overlays: state.overlays,
    tool: state.tool,
  }))
  if (s.overlays.hidden) return null
  const { channel, view } = s
  const x = (v: number) => Math.round(toStage(view, { x: v, y: 0 }).x) + 0.5
  const y = (v: number) => Math.round(toStage(view, { x: 0, y: v }).y) + 0.5
  const [left, top, right, bottom] = [x(0), y(0), x(channel.width), y(channel.height)]
  const grid = s.grid && s.overlays.columns ? gridLines(channel, s.grid) : []
  const pairs = (axis: 'x' | 'y') => {
    const at = grid.filter((l) => l.axis === axis).map((l) => l.at)
    return Array.from({ length: at.length / 2 }, (_, n) => [at[2 * n] ?? 0, at[2 * n + 1] ?? 0] as const)
  }
  return (
    <g>
      <g className="pointer-events-none">
        {pairs('x').map(([from, to]) => (
          <rect
            key={`c${from}`}
            x={x(from)}
            y={top}
            width={x(to) - x(from)}
            height={bottom - top}
            fill="#2a7fb8"
            fillOpacity={0.09}
          />
        ))}
        {pairs('y').map(([from, to]) => (
          <rect
            key={`r${from}`}
            x={left}
            y={y(from)}
            width={right - left}
            height={y(to) - y(from)}
            fill="#2a7fb8"
            fillOpacity={0.09}
          />
        ))}
        {s.overlays.thirds &&
          [1, 2].map((n) => (
            <path
              key={n}
              d={`M${x((channel.width * n) / 3)} ${top}V${bottom}M${left} ${y((channel.height * n) / 3)}H${right}`}
              stroke="#fff"
              strokeOpacity={0.8}
              style={{ filter: 'drop-shadow(0 0 1px rgb(0 0 0 / 0.7))' }}
            />
          ))}
      </g>
      {s.overlays.guides &&
        guidesOn({ guides: s.guides }, channel).map(({ guide, at }) => {
          const d = guide.axis === 'x' ? `M${x(at)} 0V${height}` : `M0 ${y(at)}H${width}`
          const free = s.tool === 'pick' && !s.overlays.guidesLocked
          return (
            <g
              key={guide.id}
              {...(free
                ? { 'data-handle': 'guide', 'data-guide': guide.id, 'data-axis': guide.axis }
                : { className: 'pointer-events-none' })}
              style={{ cursor: guide.axis === 'x' ? 'ew-resize' : 'ns-resize' }}
            >
              <path d={d} stroke="#fff" strokeOpacity={0.6} strokeWidth={2.5} fill="none" />
              <path
                d={d}
                stroke="#0b7c8c"
                strokeWidth={1}
                strokeDasharray={guide.unit === '%' ? '7 3' : undefined}
                fill="none"
              />
              {free && <path d={d} stroke="transparent" strokeWidth={7} fill="none" />}
            </g>
          )
        })}
    </g>
  )
})
