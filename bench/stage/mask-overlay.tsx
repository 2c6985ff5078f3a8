import { apply, compose, type Point } from '@/core/geometry/matrix'
import { matrixOf } from '@/core/geometry/placement'
import { frameMatrix } from '@/core/masks/mask-frame'
import { cutInHand } from '../actions/cutting'
import { resolvedOf } from '../actions/handled'
import { maskInHand } from '../actions/masks'
import { useBenchState } from '../state/bench-context'
import { maskCorners, maskEnds } from './mask-gesture'
import { Handles, Line, path, type Size } from './overlay-parts'
import { tools } from './tools/list'
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
        {!s.moving && <Handles corners={corners} colour={colour} stage={{ width, height }} of="mask-" />}
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

/** What a cut that is being made is likely to keep: the rest of the picture veiled. */
export function CutVeil() {
  const s = useBenchState((state) => ({
    view: state.view,
    resolved: state.resolved,
    cutting: state.cutting,
  }))
  const layer = s.cutting?.veil ? resolvedOf(s, s.cutting.layer)?.layer : undefined
  if (!layer || !s.cutting?.veil) return null
  const { width, height } = layer.placement
  const m = compose(matrixOf(layer.placement), [s.view.zoom, 0, 0, s.view.zoom, s.view.x, s.view.y])
  return (
    <image
      data-veil
      href={s.cutting.veil}
      width={width}
      height={height}
      preserveAspectRatio="none"
      transform={`matrix(${m.join(' ')})`}
    />
  )
}
/** Where a picture that is being cut out was corrected: a plus keeps, a minus drops. */
export function CutDabs() {
  const s = useBenchState((state) => ({
    on: state.tool === 'cut',
    view: state.view,
    resolved: state.resolved,
    design: state.design,
    selection: state.selection,
    mask: state.mask,
    cutting: state.cutting,
  }))
  const found = s.on ? cutInHand(s) : null
  if (!found) return null
  const { frame, dabs } = found
  const side = Math.min(frame.width, frame.height)
  const pending = s.cutting?.layer === found.layer.id ? s.cutting.dabs : []
  return [...dabs, ...pending].map((dab, n) => {
    const at = toStage(s.view, apply(frameMatrix(frame), { x: dab.x, y: dab.y }))
    const r = Math.max(3, dab.radius * side * s.view.zoom)
    return (
      <g key={n} fill="none" opacity={n < dabs.length ? 0.75 : 1}>
        <circle
          cx={at.x}
          cy={at.y}
          r={r}
          fill={dab.keep ? 'rgb(255 255 255 / 0.28)' : 'rgb(0 0 0 / 0.28)'}
          stroke="rgb(0 0 0 / 0.6)"
          strokeWidth={2}
        />
        <circle
          cx={at.x}
          cy={at.y}
          r={r}
          stroke="#fff"
          strokeWidth={1}
          strokeDasharray={n < dabs.length ? undefined : '3 2'}
        />
        <path
          d={`M${at.x - 3} ${at.y}H${at.x + 3}${dab.keep ? `M${at.x} ${at.y - 3}V${at.y + 3}` : ''}`}
          stroke="#fff"
          strokeWidth={1.5}
        />
      </g>
    )
  })
}

/** The brush as large as it works, while it is in the hand; its inner ring is where it covers wholly. */
export function BrushOutline({ at, zoom }: { at: Point; zoom: number }) {
  const brush = useBenchState((s) => tools[s.tool].mark?.(s) ?? null)
  if (!brush) return null
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
      {brush.hardness < 0.95 && r > 12 && (
        <circle cx={at.x} cy={at.y} r={r * brush.hardness} fill="none" stroke="#fff" strokeOpacity={0.5} />
      )}
      {r > 9 && (
        <path
          d={`M${at.x - 3} ${at.y}H${at.x + 3}${brush.hides ? '' : `M${at.x} ${at.y - 3}V${at.y + 3}`}`}
          stroke="#fff"
          strokeWidth={1.5}
        />
      )}
    </>
  )
}
