import { onLayer } from '@/core/design/properties/targets'
import { inverse, type Point } from '@/core/geometry/matrix'
import { matrixOf } from '@/core/geometry/placement'
import { takesPicture } from '@/core/kinds/facts'
import { isFilled, reframed } from '@/core/kinds/slot/framing'
import { resolvedOf } from '../actions/handled'
import { exchangePictures, slotUnder } from '../actions/slots'
import type { Bench } from '../state/bench'
import { setThings } from '../state/properties'
import type { Gesture } from './gestures'

/** The slot that is being reframed, as it is on the channel shown. */
function slotIn(bench: Bench) {
  const s = bench.store.getState()
  const seen = resolvedOf(s, s.reframing ?? '')?.layer
  return takesPicture(seen) && isFilled(seen) ? seen : null
}
const keep = (bench: Bench, id: string, to: { pan: unknown; zoom: unknown }, name: string, only?: 'shown') =>
  setThings(bench, name, [[onLayer(id), { pan: to.pan, zoom: to.zoom }]], only, true)

/** Moving the picture inside its slot, the slot staying where it is; onto another slot the two exchange their pictures. */
export function reframeGesture(bench: Bench, from: Point): Gesture | null {
  const slot = slotIn(bench)
  const back = slot && inverse(matrixOf(slot.placement))
  if (!slot || !back) return null
  let last = { pan: slot.pan, zoom: slot.zoom }
  /** The other slot that the picture was dragged onto. */
  let onto: string | null = null
  return {
    name: 'Pan in the slot',
    move(p, m) {
      const s = bench.store.getState()
      const under = slotUnder(s, p)
      onto = under === slot.id ? null : under
      if (s.lit !== onto) bench.set({ lit: onto })
      if (onto) {
        keep(bench, slot.id, slot, 'Pan in the slot', 'shown')
        return { lines: [], note: `exchange with “${s.design.layers[onto]?.name ?? 'the other slot'}”` }
      }
      const [dx, dy] = [p.x - from.x, p.y - from.y]
      const by = { x: back[0] * dx + back[2] * dy, y: back[1] * dx + back[3] * dy }
      if (m.shift) Math.abs(by.x) > Math.abs(by.y) ? (by.y = 0) : (by.x = 0)
      last = reframed(slot, by)
      keep(bench, slot.id, last, 'Pan in the slot', 'shown')
      return {
        lines: [],
        note: `${Math.round(last.pan.x * 100)} %, ${Math.round(last.pan.y * 100)} %  zoom ${Math.round(last.zoom * 100)} %`,
      }
    },
    end() {
      bench.set({ lit: null })
      if (!onto) return keep(bench, slot.id, last, 'Pan in the slot')
      bench.cancel()
      exchangePictures(bench, slot.id, onto)
    },
  }
}

/** Moving the picture inside its slot by keys, px of the slot; false where no slot is being reframed. */
export function nudgeInSlot(bench: Bench, dx: number, dy: number): boolean {
  const found = slotIn(bench)
  if (!found) return false
  keep(bench, found.id, reframed(found, { x: dx, y: dy }), 'Pan in the slot')
  return true
}

let settle: ReturnType<typeof setTimeout> | undefined
/** Zooming the picture inside its slot by the wheel; one step of the history for one turn of it. */
export function zoomInSlot(bench: Bench, delta: number): boolean {
  const found = slotIn(bench)
  if (!found) return false
  const next = reframed(found, { x: 0, y: 0 }, found.zoom * Math.exp(-delta * 0.0022))
  keep(bench, found.id, next, 'Zoom in the slot', 'shown')
  clearTimeout(settle)
  settle = setTimeout(() => bench.inGesture && keep(bench, found.id, next, 'Zoom in the slot'), 250)
  return true
}
