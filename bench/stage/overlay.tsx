'use client'
import { memo } from 'react'
import { useStore } from 'zustand'
import { leavesOf } from '@/core/design/tree'
import type { Bounds } from '@/core/geometry/bounds'
import type { Point } from '@/core/geometry/matrix'
import { placedCorners, turnedBox } from '@/core/geometry/placement'
import type { Placement } from '@/core/geometry/placement-schema'
import type { SnapMark } from '@/core/geometry/snap'
import { warpOf } from '@/core/geometry/warp'
import { hasMembers, layerName, takesPicture } from '@/core/kinds/facts'
import { mirrorOf } from '@/core/kinds/group/mirror'
import type { Plane } from '@/core/kinds/planes'
import { isFilled, picturePlacement } from '@/core/kinds/slot/framing'
import { boundsOfIds, handledLeaves, resolvedOf } from '../actions/handled'
import { keptInHand } from '../actions/mirroring'
import type { BenchState } from '../state/bench'
import { useBench, useBenchState } from '../state/bench-context'
import { BendGrips } from './bend-overlay'
import type { DrawnStore } from './drawn'
import { FadeGrips } from './fade-overlay'
import { GuideLines } from './guide-lines'
import { BrushOutline, CutDabs, CutVeil, MaskGrips } from './mask-overlay'
import { Handles, Line, path, type Size } from './overlay-parts'
import { PathPoints } from './path-overlay'
import { SpeckRings } from './specks-overlay'
import { toStage } from './view'
import { WeaveSites } from './weave-overlay'

/** Lines that measure and snap. */
const MEASURE = '#c2185b'

type Seen = Pick<BenchState, 'view' | 'resolved' | 'design' | 'selection'>

const hue = (plane: Plane): string => `var(--plane-${plane})`
const colourOf = (s: Pick<Seen, 'design'>, id: string): string => hue(s.design.layers[id]?.plane ?? 'subject')
const cornersOfBox = (view: Seen['view'], b: Bounds): Point[] =>
  [
    [b.left, b.top],
    [b.right, b.top],
    [b.right, b.bottom],
    [b.left, b.bottom],
  ].map(([x, y]) => toStage(view, { x: x as number, y: y as number }))

/** The corners of a thing on the stage, along its own axes; a group's are those it was turned to as a whole. */
function cornersOf(s: Seen, id: string): Point[] | null {
  const layer = resolvedOf(s, id)?.layer
  if (!layer) return null
  if (!hasMembers(layer)) return placedCorners(layer.placement).map((p) => toStage(s.view, p))
  const placements = leavesOf(s.design, [id]).flatMap((l) => resolvedOf(s, l.id)?.layer.placement ?? [])
  return turnedBox(placements, layer.placement.rotation)?.map((p) => toStage(s.view, p)) ?? null
}

/** Handles at the pulled corners of a perspective, where the picture itself has them. */
function PulledCorners({
  placement,
  at,
  colour,
}: {
  placement: Placement
  at: (x: number, y: number) => Point
  colour: string
}) {
  const warp = warpOf(placement)
  if (!warp || !placement.corners) return null
  const places = [warp.point(0, 0), warp.point(1, 0), warp.point(1, 1), warp.point(0, 1)].map((p) =>
    at(p.x, p.y),
  )
  return (
    <g>
      <path
        d={`M${places.map((p) => `${p.x} ${p.y}`).join('L')}Z`}
        fill="none"
        stroke={colour}
        strokeDasharray="3 3"
        className="pointer-events-none"
      />
      {places.map((p, n) => (
        <g
          key={n}
          data-handle="corner"
          data-corner={n}
          style={{ cursor: 'move' }}
          transform={`translate(${p.x} ${p.y}) rotate(45)`}
        >
          <rect x={-8} y={-8} width={16} height={16} fill="transparent" />
          <rect x={-4.5} y={-4.5} width={9} height={9} fill={colour} stroke="#fff" strokeWidth={1.5} />
        </g>
      ))}
    </g>
  )
}

/** Numbers beside the hand. Placed by x and y: a transform that changes would make the browser sort all its layers anew. */
const Note = ({ text, x, y }: { text: string; x: number; y: number }) => (
  <>
    <rect x={x} y={y} width={text.length * 6.6 + 14} height={20} rx={4} fill="rgb(20 20 20 / 0.88)" />
    <text x={x + 7} y={y + 14} fontSize={11.5} fill="#fff" style={{ fontVariantNumeric: 'tabular-nums' }}>
      {text}
    </text>
  </>
)

/** A measuring line with its length in px of the page. */
function Distance({ mark: m, at }: { mark: SnapMark; at: (x: number, y: number) => Point }) {
  const [a, b] =
    m.axis === 'x' ? [at(m.from, m.across), at(m.to, m.across)] : [at(m.across, m.from), at(m.across, m.to)]
  const [nx, ny] = m.axis === 'x' ? [0, 4] : [4, 0]
  const length = Math.hypot(b.x - a.x, b.y - a.y)
  if (length < 3) return null
  const text = String(Math.round((m.to - m.from) * 10) / 10)
  const [x, y] = [(a.x + b.x) / 2 + (m.axis === 'x' ? 0 : 7), (a.y + b.y) / 2 + (m.axis === 'x' ? -5 : 4)]
  return (
    <g>
      <Line
        d={`M${a.x - nx} ${a.y - ny}L${a.x + nx} ${a.y + ny}M${a.x} ${a.y}L${b.x} ${b.y}M${b.x - nx} ${b.y - ny}L${b.x + nx} ${b.y + ny}`}
        colour={MEASURE}
      />
      {length > 20 && (
        <text
          x={x}
          y={y}
          fontSize={11}
          fontWeight={600}
          textAnchor={m.axis === 'x' ? 'middle' : 'start'}
          fill={MEASURE}
          stroke="#fff"
          strokeWidth={3}
          paintOrder="stroke"
          style={{ fontVariantNumeric: 'tabular-nums' }}
        >
          {text}
        </text>
      )}
    </g>
  )
}

/** Says what a click would take, beneath its lowest corner. What is selected is named in the details already. */
function NameTag({ s, id, width, height }: { s: Seen; id: string; width: number; height: number }) {
  const [corners, layer] = [cornersOf(s, id), s.design.layers[id]]
  if (!corners || !layer) return null
  const low = corners.reduce((m, p) => (p.y > m.y ? p : m))
  const name = layerName(layer)
  const left = Math.min(Math.max(6, Math.min(...corners.map((p) => p.x))), width - 80)
  const top = Math.min(low.y + 12, height - 24)
  return (
    <g className="pointer-events-none" transform={`translate(${left} ${top})`}>
      <rect width={Math.min(220, name.length * 6.4 + 14)} height={18} rx={4} fill={hue(layer.plane)} />
      <text x={7} y={13} fontSize={11} fontWeight={600} fill="var(--panel)">
        {name.slice(0, 33)}
      </text>
    </g>
  )
}

/** The slot whose picture is moved: everything else dimmed, the picture's whole extent outlined. */
function Reframed({ s, id, width, height }: { s: Seen; id: string; width: number; height: number }) {
  const slot = resolvedOf(s, id)?.layer
  if (!takesPicture(slot) || !isFilled(slot)) return null
  const own = path(placedCorners(slot.placement).map((p) => toStage(s.view, p)))
  const whole = path(placedCorners(picturePlacement(slot)).map((p) => toStage(s.view, p)))
  return (
    <g className="pointer-events-none">
      <path
        d={`M-9 -9H${width + 9}V${height + 9}H-9Z${own}`}
        fillRule="evenodd"
        fill="rgb(40 40 40 / 0.45)"
      />
      <path d={whole} fill="none" stroke="#fff" strokeWidth={1.5} strokeDasharray="6 4" />
    </g>
  )
}

/** Outlines of what is selected and what is pointed at elsewhere. */
function Outlines() {
  const s = useBenchState((state) => ({
    view: state.view,
    resolved: state.resolved,
    design: state.design,
    selection: state.selection,
    lit: state.lit,
  }))
  const several = s.selection.length > 1 ? boundsOfIds(s, s.selection) : null
  const lit = s.lit ? cornersOf(s, s.lit) : null
  return (
    <>
      {s.selection.map((id) => {
        const c = cornersOf(s, id)
        return c && <Line key={id} d={path(c)} colour={colourOf(s, id)} />
      })}
      {several && (
        <path
          d={path(cornersOfBox(s.view, several))}
          fill="none"
          stroke="#fff"
          strokeDasharray="3 3"
          className="pointer-events-none"
        />
      )}
      {s.lit && lit && (
        <path
          d={path(lit)}
          fill={colourOf(s, s.lit)}
          fillOpacity={0.22}
          stroke={colourOf(s, s.lit)}
          strokeWidth={2}
          className="pointer-events-none"
        />
      )}
    </>
  )
}

/** The selection's handles; none while it moves, is typed in or another tool is taken. */
function Grips({ width, height }: Size) {
  const idle = useBenchState(
    (s) => !s.inHand && !s.editingType && s.tool === 'pick' && s.mask === null && s.selection.length > 0,
  )
  return idle && <IdleGrips width={width} height={height} />
}
function IdleGrips({ width, height }: Size) {
  const bench = useBench()
  const s = useBenchState((state) => ({
    view: state.view,
    resolved: state.resolved,
    design: state.design,
    selection: state.selection,
  }))
  const handled = handledLeaves(bench)
  if (handled.length === 0) return null
  const one = s.selection.length === 1 ? s.design.layers[s.selection[0] ?? ''] : undefined
  const several = s.selection.length > 1 ? boundsOfIds(s, s.selection) : null
  let corners: Point[] | null
  if (several) corners = cornersOfBox(s.view, several)
  else if (one) corners = cornersOf(s, one.id)
  else corners = null
  if (!corners) return null
  const placed = one && !hasMembers(one) ? resolvedOf(s, one.id)?.layer.placement : undefined
  const colour = several ? 'var(--ink)' : colourOf(s, one?.id ?? '')
  return (
    <>
      <Handles corners={corners} colour={colour} stage={{ width, height }} />
      {placed && (
        <PulledCorners placement={placed} at={(x, y) => toStage(s.view, { x, y })} colour={colour} />
      )}
    </>
  )
}

/** What a click would take. */
function Hovered({ drawn, width, height }: { drawn: DrawnStore } & Size) {
  const hover = useStore(drawn, (d) => d.hover)
  const selected = useBenchState((s) => hover !== null && s.selection.includes(hover))
  return hover && !selected && <HoveredLayer id={hover} width={width} height={height} />
}
function HoveredLayer({ id, width, height }: { id: string } & Size) {
  const s = useBenchState((state) => ({
    view: state.view,
    resolved: state.resolved,
    design: state.design,
    selection: state.selection,
  }))
  const c = cornersOf(s, id)
  return (
    <>
      {c && <Line d={path(c)} colour={colourOf(s, id)} dash="5 3" />}
      <NameTag s={s} id={id} width={width} height={height} />
    </>
  )
}

/** Points to the side of an axis that is kept; pressed it keeps the other. */
function KeptSide({ at, way }: { at: Point; way: Point }) {
  const turn = (Math.atan2(way.y, way.x) * 180) / Math.PI
  return (
    <g
      data-handle="kept-side"
      style={{ cursor: 'pointer' }}
      transform={`translate(${at.x + way.x * 22} ${at.y + way.y * 22}) rotate(${turn})`}
    >
      <title>The kept side: press to keep the other</title>
      <circle r={13} fill="transparent" />
      <path d="M-6 -7L8 0L-6 7L-3 0Z" fill={MEASURE} stroke="#fff" strokeWidth={1.5} strokeLinejoin="round" />
    </g>
  )
}

/** The axis of a mirror that is selected, or that something selected lies in, right across the stage. */
function Axes({ width, height }: Size) {
  const s = useBenchState((state) => ({
    view: state.view,
    resolved: state.resolved,
    design: state.design,
    selection: state.selection,
  }))
  const groups = new Set(
    s.selection.flatMap((id) =>
      hasMembers(s.design.layers[id]) ? [id] : (s.design.layers[id]?.parent ?? []),
    ),
  )
  const kept = keptInHand(s)
  return [...groups].map((id) => {
    const own = resolvedOf(s, id)
    const found = own && mirrorOf(own)
    if (!found) return null
    const { mirror, axis } = found
    const at = toStage(s.view, axis)
    const far = width + height
    const ray = (degrees: number, both: boolean) => {
      const [x, y] = [Math.cos((degrees * Math.PI) / 180) * far, Math.sin((degrees * Math.PI) / 180) * far]
      return `M${both ? at.x - x : at.x} ${both ? at.y - y : at.y}L${at.x + x} ${at.y + y}`
    }
    const r = axis.rotation
    const d =
      mirror.way === 'turned'
        ? Array.from({ length: mirror.count }, (_, n) =>
            ray(r + (360 * (n + 0.5)) / mirror.count, false),
          ).join('')
        : ray(r, true) + (mirror.way === 'both' ? ray(r + 90, true) : '')
    return (
      <g key={id}>
        <g className="pointer-events-none">
          <Line d={d} colour={MEASURE} dash="7 4" />
          <circle cx={at.x} cy={at.y} r={4} fill="#fff" stroke={MEASURE} strokeWidth={1.5} />
        </g>
        {kept?.group === id && <KeptSide at={at} way={kept.way} />}
      </g>
    )
  })
}

/** What is met, measured and said while the hand moves. */
function Marks({ drawn, width, height }: { drawn: DrawnStore } & Size) {
  const d = useStore(drawn)
  const view = useBenchState((s) => s.view)
  const at = (x: number, y: number) => toStage(view, { x, y })
  return (
    <g className="pointer-events-none">
      {d.lines.map((l, n) => {
        const p = at(l.axis === 'x' ? l.at : 0, l.axis === 'y' ? l.at : 0)
        return (
          <Line key={n} d={l.axis === 'x' ? `M${p.x} 0V${height}` : `M0 ${p.y}H${width}`} colour={MEASURE} />
        )
      })}
      {d.marks.map((m, n) => (
        <Distance key={n} mark={m} at={at} />
      ))}
      {d.marquee && (
        <path
          d={path(cornersOfBox(view, d.marquee))}
          fill="oklch(0.57 0.18 38 / 0.12)"
          stroke="var(--color-accent)"
          strokeWidth={1}
        />
      )}
      {d.brush && <BrushOutline at={d.brush} zoom={view.zoom} />}
      <CutVeil />
      <CutDabs />
      <WeaveSites />
      <PathPoints />
      {d.note && d.at && (
        <Note text={d.note} x={Math.min(d.at.x + 14, width - 130)} y={Math.max(8, d.at.y - 28)} />
      )}
    </g>
  )
}

function SlotInHand({ width, height }: Size) {
  const s = useBenchState((state) => ({
    view: state.view,
    resolved: state.resolved,
    design: state.design,
    selection: state.selection,
  }))
  const id = useBenchState((state) => state.reframing)
  return id && <Reframed s={s} id={id} width={width} height={height} />
}

/** What the hand needs over the artwork: outlines, handles, snapping, a note. Each part follows only what it shows. */
export const Overlay = memo(function Overlay({ drawn, width, height }: { drawn: DrawnStore } & Size) {
  const reframing = useBenchState((s) => s.reframing !== null)
  return (
    <svg className="absolute inset-0 size-full overflow-hidden" aria-hidden="true">
      <GuideLines width={width} height={height} />
      <Hovered drawn={drawn} width={width} height={height} />
      <Outlines />
      <Axes width={width} height={height} />
      <Grips width={width} height={height} />
      <BendGrips />
      <FadeGrips />
      <MaskGrips width={width} height={height} />
      <SpeckRings />
      {reframing && <SlotInHand width={width} height={height} />}
      <Marks drawn={drawn} width={width} height={height} />
    </svg>
  )
})
