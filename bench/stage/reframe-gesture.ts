import { inverse, type Point } from '@/core/geometry/matrix'
import { matrixOf } from '@/core/geometry/placement'
import { takesPicture } from '@/core/kinds/facts'
import { isFilled, reframed } from '@/core/kinds/slot/framing'
import { resolvedOf } from '../state/acts'
import type { Bench } from '../state/bench'
import type { Gesture } from './gestures'

/** The slot that is being reframed, as it is on the channel shown and as the master has it. */
function slotIn(bench: Bench) {
  const s = bench.store.getState()
  const [seen, own] = [resolvedOf(s, s.reframing ?? '')?.layer, s.design.layers[s.reframing ?? '']]
  return takesPicture(seen) && takesPicture(own) && isFilled(seen) && isFilled(own) ? { seen, own } : null
}

/** Moving the picture inside its slot, the slot staying where it is. */
export function reframeGesture(bench: Bench, from: Point): Gesture | null {
  const found = slotIn(bench)
  if (!found) return null
  const { seen, own } = found
  const back = inverse(matrixOf(seen.placement))
  if (!back) return null
  const [kx, ky] = [own.placement.width / seen.placement.width, own.placement.height / seen.placement.height]
  let last = { pan: own.pan, zoom: own.zoom }
  const write = (d: { layers: Record<string, unknown> }) => {
    const layer = d.layers[own.id]
    if (layer) Object.assign(layer, last)
  }
  return {
    name: 'Pan in the slot',
    move(p, m) {
      const [dx, dy] = [p.x - from.x, p.y - from.y]
      const by = { x: (back[0] * dx + back[2] * dy) * kx, y: (back[1] * dx + back[3] * dy) * ky }
      if (m.shift) Math.abs(by.x) > Math.abs(by.y) ? (by.y = 0) : (by.x = 0)
      last = reframed(own, by)
      bench.preview(write, true)
      return {
        lines: [],
        note: `${Math.round(last.pan.x * 100)} %, ${Math.round(last.pan.y * 100)} %  zoom ${Math.round(last.zoom * 100)} %`,
      }
    },
    end: () => bench.commit('Pan in the slot', write),
  }
}

/** Moving the picture inside its slot by keys, px of the slot; false where no slot is being reframed. */
export function nudgeInSlot(bench: Bench, dx: number, dy: number): boolean {
  const found = slotIn(bench)
  if (!found) return false
  const next = reframed(found.own, { x: dx, y: dy })
  bench.edit('Pan in the slot', (d) => {
    const layer = d.layers[found.own.id]
    if (layer) Object.assign(layer, next)
  })
  return true
}

let settle: ReturnType<typeof setTimeout> | undefined
/** Zooming the picture inside its slot by the wheel; one step of the history for one turn of it. */
export function zoomInSlot(bench: Bench, delta: number): boolean {
  const found = slotIn(bench)
  if (!found) return false
  const next = reframed(found.own, { x: 0, y: 0 }, found.own.zoom * Math.exp(-delta * 0.0022))
  const write = (d: { layers: Record<string, unknown> }) => {
    const layer = d.layers[found.own.id]
    if (layer) Object.assign(layer, next)
  }
  bench.preview(write)
  clearTimeout(settle)
  settle = setTimeout(() => bench.inGesture && bench.commit('Zoom in the slot', write), 250)
  return true
}
