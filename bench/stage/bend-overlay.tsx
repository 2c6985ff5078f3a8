import { bendHandles } from '@/core/geometry/bend'
import { apply, compose, type Point, scaling } from '@/core/geometry/matrix'
import { matrixOf } from '@/core/geometry/placement'
import { warpOf } from '@/core/geometry/warp'
import { bentInHand } from '../actions/bending'
import { Line } from './overlay-parts'
import { usePicked } from './picked'
import { toStage } from './view'

/** Steps that a line of the bend is drawn in. */
const STEPS = 32

/** The lines and handles of the bend of what is selected. */
export function BendGrips() {
  const s = usePicked()
  const found = s.on ? bentInHand(s) : null
  const bend = found?.layer.placement.bend
  const warp = found && bend && bend.kind !== 'arc' ? warpOf(found.box) : null
  if (!found || !bend || !warp) return null
  const onPage = compose(scaling(found.box.width, found.box.height), matrixOf(found.box))
  const stage = (p: Point) => toStage(s.view, p)
  const line = (place: (k: number) => Point) =>
    `M${Array.from({ length: STEPS + 1 }, (_, n) => stage(place(n / STEPS)))
      .map((p) => `${p.x} ${p.y}`)
      .join('L')}`
  const shares = (count: number) => Array.from({ length: count }, (_, n) => n / (count - 1))
  let rows: number[]
  if (bend.kind === 'net') rows = shares(bend.rows)
  else if (bend.kind === 'curve' && bend.lower) rows = [0, 1]
  else rows = [0.5]
  const columns = bend.kind === 'net' ? shares(bend.columns) : []
  const d = [
    ...rows.map((t) => line((k) => warp.point(k, t))),
    ...columns.map((u) => line((k) => warp.point(u, k))),
  ].join('')
  return (
    <>
      <Line d={d} colour="var(--ink)" dash="3 3" />
      {bendHandles(bend).map((p, n) => {
        const at = stage(apply(onPage, p))
        return (
          <g key={n} data-handle="bend" data-index={n} style={{ cursor: 'move' }}>
            <circle cx={at.x} cy={at.y} r={11} fill="transparent" />
            <circle cx={at.x} cy={at.y} r={4.5} fill="#fff" stroke="var(--ink)" strokeWidth={1.5} />
          </g>
        )
      })}
    </>
  )
}
