import type { Point } from '@/core/geometry/matrix'
import { mapPoints, pathData, pathOf } from '@/core/vector/points'
import { pathInHand } from '../actions/pathing'
import { useBenchState } from '../state/bench-context'
import { Line } from './overlay-parts'

/** The path that is drawn or edited, hair-thin, with its points and the control points of the one in the hand. */
export function PathPoints() {
  const s = useBenchState((state) => ({
    on: state.tool === 'path',
    view: state.view,
    resolved: state.resolved,
    design: state.design,
    selection: state.selection,
    mask: state.mask,
    pen: state.pen,
    hand: state.pointInHand,
  }))
  if (!s.on) return null
  const edited = s.pen ? null : pathInHand(s)
  const { zoom, x, y } = s.view
  const outlines = mapPoints(s.pen ? [{ points: [...s.pen], closed: false }] : (edited?.outlines ?? []), [
    zoom,
    0,
    0,
    zoom,
    x,
    y,
  ])
  const hand = s.pen ? { outline: 0, index: s.pen.length - 1 } : s.hand
  const dot = (p: Point, key: string, round: boolean, full: boolean) =>
    round ? (
      <circle
        key={key}
        cx={p.x}
        cy={p.y}
        r={4}
        fill={full ? '#1c1c1c' : '#fff'}
        stroke="#1c1c1c"
        strokeWidth={1.2}
      />
    ) : (
      <rect
        key={key}
        x={p.x - 4}
        y={p.y - 4}
        width={8}
        height={8}
        fill={full ? '#1c1c1c' : '#fff'}
        stroke="#1c1c1c"
        strokeWidth={1.2}
      />
    )
  return (
    <g>
      <Line d={pathData(pathOf(outlines))} colour="#1c1c1c" />
      {outlines.flatMap((o, n) =>
        o.points.flatMap((p, k) => {
          const taken = hand?.outline === n && hand.index === k
          const controls = taken ? [p.before, p.after].filter((q): q is Point => q !== null) : []
          return [
            ...controls.map((q, m) => (
              <path
                key={`l${n}-${k}-${m}`}
                d={`M${p.at.x} ${p.at.y}L${q.x} ${q.y}`}
                stroke="#1c1c1c"
                strokeWidth={1}
              />
            )),
            ...controls.map((q, m) => dot(q, `c${n}-${k}-${m}`, true, false)),
            dot(p.at, `p${n}-${k}`, false, taken),
          ]
        }),
      )}
    </g>
  )
}
