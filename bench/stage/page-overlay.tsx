'use client'
import { memo } from 'react'
import { openFindings } from '@/core/checks/accepting'
import type { Finding } from '@/core/checks/define'
import { safeArea } from '@/core/design/free-space'
import type { Bounds } from '@/core/geometry/bounds'
import type { BenchState, View } from '../state/bench'
import { useBench, useBenchState } from '../state/bench-context'
import { toStage } from './view'

type Shown = {
  view: View
  width: number
  height: number
  bleed: number
  safe: Bounds | null
  clear: readonly Bounds[]
  findings: readonly Finding[]
  /** What lies beyond the trim is dimmed; not where other pages hang. */
  dims: boolean
}

/**
 * The page's own lines: what lies beyond the trim dimmed, bleed, safe area, clear boxes, findings. A layer of its own
 * that stays as it is while the hand moves.
 */
export const PageOverlay = memo(function PageOverlay({ width, height }: { width: number; height: number }) {
  const bench = useBench()
  const s = useBenchState((state) => ({
    view: state.view,
    width: state.resolved.width,
    height: state.resolved.height,
    bleed: state.resolved.bleed,
    // The channel is one and the same object from one preview to the next; its areas are not.
    channel: state.resolved.channel,
    findings: state.findings[`${state.page}/${state.channel}`],
    gone: (state.findings[`${state.page}/${state.channel}`] ?? []).some((f) => isGone(state, f)),
    overlays: state.overlays,
    hung: state.wall !== null,
    drawing: state.areas,
  }))
  const { clear } = s.channel
  return (
    <Lines
      stage={{ width, height }}
      view={s.view}
      width={s.width}
      height={s.height}
      bleed={s.overlays.hidden || s.hung ? 0 : s.bleed}
      dims={!s.hung}
      safe={s.overlays.hidden || !s.overlays.safe || s.drawing ? null : safeArea(s.channel)}
      clear={clear.map((c) => ({ left: c.x, top: c.y, right: c.x + c.width, bottom: c.y + c.height }))}
      findings={
        s.overlays.hidden
          ? []
          : openFindings(s.findings ?? [], bench.store.getState().design).filter(
              (f) => !s.gone || !isGone(bench.store.getState(), f),
            )
      }
    />
  )
})
const isGone = (s: Pick<BenchState, 'design'>, f: Finding): boolean =>
  f.layer !== null && !s.design.layers[f.layer]

function Lines({
  stage,
  view,
  width,
  height,
  bleed,
  safe,
  clear,
  findings,
  dims,
}: Shown & { stage: { width: number; height: number } }) {
  const box = (b: Bounds): string => {
    const [a, c] = [toStage(view, { x: b.left, y: b.top }), toStage(view, { x: b.right, y: b.bottom })]
    return `M${a.x} ${a.y}H${c.x}V${c.y}H${a.x}Z`
  }
  const page = { left: 0, top: 0, right: width, bottom: height }
  const outer = `M-9 -9H${stage.width + 9}V${stage.height + 9}H-9Z`
  return (
    <svg
      className="pointer-events-none absolute inset-0 size-full overflow-hidden will-change-transform"
      aria-hidden="true"
    >
      {dims && (
        <path d={`${outer}${box(page)}`} fillRule="evenodd" className="fill-stage" fillOpacity={0.72} />
      )}
      <g fill="none">
        {bleed > 0 && (
          <path
            d={box({ left: -bleed, top: -bleed, right: width + bleed, bottom: height + bleed })}
            stroke="var(--plane-subject)"
            strokeWidth={1}
            strokeDasharray="2 3"
          />
        )}
        {safe && (
          <>
            <path d={box(safe)} stroke="rgb(0 0 0 / 0.4)" strokeWidth={1} />
            <path d={box(safe)} stroke="rgb(255 255 255 / 0.85)" strokeWidth={1} strokeDasharray="4 4" />
            {clear.map((c) => (
              <path
                key={`${c.left}/${c.top}`}
                d={box(c)}
                fill="rgb(0 0 0 / 0.28)"
                stroke="rgb(255 255 255 / 0.8)"
                strokeDasharray="3 3"
              />
            ))}
          </>
        )}
        {findings.map((f) => (
          <path
            key={`${f.check}/${f.layer}`}
            d={box(f.at)}
            stroke="#e5a100"
            strokeWidth={1.5}
            strokeDasharray="6 4"
          />
        ))}
      </g>
    </svg>
  )
}
