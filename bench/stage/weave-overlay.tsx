import { sitesInHand } from '../actions/weaving'
import { useBenchState } from '../state/bench-context'
import { toStage } from './view'

/** Where the two selected things cross: a filled ring where the lower passes over the upper. */
export function WeaveSites() {
  const s = useBenchState((state) => ({
    on: state.tool === 'weave',
    view: state.view,
    resolved: state.resolved,
    design: state.design,
    selection: state.selection,
  }))
  if (!s.on) return null
  return sitesInHand(s).map((site, n) => {
    const at = toStage(s.view, site.at)
    return (
      <g key={n} fill="none">
        <circle
          cx={at.x}
          cy={at.y}
          r={9}
          fill={site.over ? '#fff' : 'rgb(0 0 0 / 0.35)'}
          stroke="rgb(0 0 0 / 0.6)"
          strokeWidth={2.5}
        />
        <circle cx={at.x} cy={at.y} r={9} stroke="#fff" strokeWidth={1.2} />
        <path
          d={site.over ? `M${at.x - 5} ${at.y}H${at.x + 5}` : `M${at.x} ${at.y - 5}V${at.y + 5}`}
          stroke={site.over ? '#1c1c1c' : '#fff'}
          strokeWidth={2.5}
        />
      </g>
    )
  })
}
