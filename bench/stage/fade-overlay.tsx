import { lookUp } from '@/core/colour/colour'
import { gradientEnds, placeOf } from '@/core/colour/gradient-line'
import { apply, type Point } from '@/core/geometry/matrix'
import { matrixOf } from '@/core/geometry/placement'
import { fadeInHand } from './fade-gesture'
import { Line } from './overlay-parts'
import { usePicked } from './picked'
import { toStage } from './view'

/** The gradient of what is selected: its line, its ends and its stops, each to be moved. */
export function FadeGrips() {
  const s = usePicked()
  const found = s.on ? fadeInHand(s) : null
  if (!found) return null
  const { paint, placement } = found
  const toPage = matrixOf(placement)
  const onStage = (p: Point) => toStage(s.view, apply(toPage, p))
  const ends = gradientEnds(paint, placement)
  const [from, to] = [onStage(ends.from), onStage(ends.to)]
  if (Math.hypot(to.x - from.x, to.y - from.y) < 24) return null
  const stops = Object.entries(paint.stops)
  const end = (what: 'from' | 'to', p: Point) => (
    <g data-handle={`fade-${what}`} style={{ cursor: 'move' }}>
      <circle cx={p.x} cy={p.y} r={11} fill="transparent" />
      <rect
        x={p.x - 4}
        y={p.y - 4}
        width={8}
        height={8}
        fill="#fff"
        stroke="rgb(0 0 0 / 0.7)"
        transform={`rotate(45 ${p.x} ${p.y})`}
      />
    </g>
  )
  return (
    <>
      <Line d={`M${from.x} ${from.y}L${to.x} ${to.y}`} colour="var(--ink)" />
      {end('from', from)}
      {end('to', to)}
      {stops.map(([id, stop]) => {
        const p = onStage(placeOf(paint, placement, stop.offset))
        // Beside the line, so that the ends stay to be taken.
        const [dx, dy] =
          paint.kind === 'conic'
            ? [0, 0]
            : [
                (-(to.y - from.y) / Math.hypot(to.x - from.x, to.y - from.y)) * 13,
                ((to.x - from.x) / Math.hypot(to.x - from.x, to.y - from.y)) * 13,
              ]
        return (
          <g key={id} data-handle="fade-stop" data-stop={id} style={{ cursor: 'grab' }}>
            <circle cx={p.x + dx} cy={p.y + dy} r={10} fill="transparent" />
            <circle
              cx={p.x + dx}
              cy={p.y + dy}
              r={6}
              fill={lookUp(stop.colour, s.design.swatches).slice(0, 7)}
              stroke="#fff"
              strokeWidth={2}
            />
            <circle cx={p.x + dx} cy={p.y + dy} r={7} fill="none" stroke="rgb(0 0 0 / 0.55)" />
          </g>
        )
      })}
    </>
  )
}
