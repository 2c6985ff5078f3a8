import { useBenchState } from '../state/bench-context'
import { toStage } from './view'

/** A ring with its number around each speck that was found; those that are spared are dashed. */
export function SpeckRings() {
  const s = useBenchState((state) => ({ view: state.view, specks: state.specks }))
  return (s.specks?.found ?? []).map((f, n) => {
    const at = toStage(s.view, f)
    const r = Math.max(7, f.radius * s.view.zoom + 4)
    const spared = s.specks?.spared.includes(n)
    return (
      <g
        key={`${f.x},${f.y}`}
        data-handle="speck"
        data-index={n}
        style={{ cursor: 'pointer' }}
        opacity={spared ? 0.55 : 1}
      >
        <circle cx={at.x} cy={at.y} r={r} fill="transparent" stroke="rgb(0 0 0 / 0.7)" strokeWidth={3} />
        <circle
          cx={at.x}
          cy={at.y}
          r={r}
          fill="none"
          stroke="#fff"
          strokeWidth={1.4}
          strokeDasharray={spared ? '3 3' : undefined}
        />
        <text
          x={at.x + r + 2}
          y={at.y - r + 4}
          fontSize={11}
          fontWeight={600}
          fill="#fff"
          stroke="rgb(0 0 0 / 0.75)"
          strokeWidth={3}
          paintOrder="stroke"
          style={{ fontVariantNumeric: 'tabular-nums' }}
        >
          {n + 1}
        </text>
      </g>
    )
  })
}
