import type { Point } from '@/core/geometry/matrix'
import { useBenchState } from '../state/bench-context'
import { maskInHand } from '../state/masks'
import { maskCorners, maskEnds } from './mask-gesture'
import { Handles, Line, path, type Size } from './overlay-parts'
import { toStage } from './view'

/** The mask in the hand: its box or its ends. */
export function MaskGrips({ width, height }: Size) {
  const s = useBenchState((state) => ({
    view: state.view,
    resolved: state.resolved,
    design: state.design,
    selection: state.selection,
    mask: state.mask,
    moving: state.moving,
  }))
  const found = maskInHand(s)
  if (!found) return null
  const { mask, frame } = found
  const colour = 'var(--ink)'
  const onStage = (p: Point) => toStage(s.view, p)
  if (mask.kind === 'shape') {
    const corners = maskCorners(mask, frame).map(onStage)
    return (
      <>
        <Line d={path(corners)} colour={colour} dash="4 3" />
        {!s.moving && <Handles corners={corners} sides colour={colour} stage={{ width, height }} of="mask-" />}
      </>
    )
  }
  if (mask.kind !== 'gradient') return null
  const [from, to] = maskEnds(mask, frame).map(onStage) as [Point, Point]
  return (
    <>
      <Line d={`M${from.x} ${from.y}L${to.x} ${to.y}`} colour={colour} />
      {(
        [
          ['mask-from', from, '#1c1c1c'],
          ['mask-to', to, '#fff'],
        ] as const
      ).map(([name, p, fill]) => (
        <g key={name} data-handle={name} style={{ cursor: 'move' }}>
          <circle cx={p.x} cy={p.y} r={12} fill="transparent" />
          <circle cx={p.x} cy={p.y} r={6.5} fill={fill} stroke="#fff" strokeWidth={2} />
          <circle cx={p.x} cy={p.y} r={7.5} fill="none" stroke="rgb(0 0 0 / 0.55)" />
        </g>
      ))}
    </>
  )
}

/** The brush as large as it works; its inner ring is where it covers wholly. */
export function BrushOutline({ at, zoom }: { at: Point; zoom: number }) {
  const brush = useBenchState((s) => s.brush)
  const r = (brush.size / 2) * zoom
  const ring = (radius: number, key: string, dash?: string) => (
    <g key={key} fill="none">
      <circle cx={at.x} cy={at.y} r={radius} stroke="rgb(0 0 0 / 0.6)" strokeWidth={2.5} />
      <circle cx={at.x} cy={at.y} r={radius} stroke="#fff" strokeWidth={1.2} strokeDasharray={dash} />
    </g>
  )
  return (
    <>
      {ring(Math.max(1.5, r), 'rim', brush.hides ? undefined : '4 3')}
      {brush.hardness < 0.95 && r > 12 && <circle cx={at.x} cy={at.y} r={r * brush.hardness} fill="none" stroke="#fff" strokeOpacity={0.5} />}
      {r > 9 && (
        <path d={`M${at.x - 3} ${at.y}H${at.x + 3}${brush.hides ? '' : `M${at.x} ${at.y - 3}V${at.y + 3}`}`} stroke="#fff" strokeWidth={1.5} />
      )}
    </>
  )
}
