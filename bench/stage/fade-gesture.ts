import { type Gradient, intoBox, offsetAt, withEnd } from '@/core/colour/gradient-line'
import { setOnLayer } from '@/core/design/properties/set'
import type { Design } from '@/core/design/schema'
import type { Point } from '@/core/geometry/matrix'
import type { Placement } from '@/core/geometry/placement-schema'
import { resolvedOf } from '../actions/handled'
import type { Bench, BenchState } from '../state/bench'
import type { Gesture } from './gestures'

/** The gradient of the one thing selected, with its box; null where there is none. */
export function fadeInHand(
  s: Pick<BenchState, 'design' | 'resolved' | 'selection'>,
): { id: string; paint: Gradient; placement: Placement } | null {
  const [id, more] = s.selection
  const layer = id && !more ? resolvedOf(s, id)?.layer : undefined
  if (!layer || !('fill' in layer) || layer.placement.bend || layer.placement.corners) return null
  const { fill } = layer
  return fill.kind === 'solid' || fill.kind === 'none'
    ? null
    : { id: layer.id, paint: fill, placement: layer.placement }
}

/** Moves an end of the gradient in the hand, or one of its stops along it. */
export function fadeGesture(bench: Bench, what: 'from' | 'to' | 'stop', stop: string | null): Gesture | null {
  const s = bench.store.getState()
  const found = fadeInHand(s)
  if (!found) return null
  const { id, paint, placement } = found
  const write = (next: Gradient) => (d: Design) => setOnLayer(d, s.channel, id, 'fill', next)
  let last: Gradient | null = null
  const moved = (p: Point, straight: boolean): Gradient => {
    const held = stop ? paint.stops[stop] : undefined
    if (what === 'stop') {
      const offset = offsetAt(paint, placement, p)
      return stop && held ? { ...paint, stops: { ...paint.stops, [stop]: { ...held, offset } } } : paint
    }
    const next = withEnd(paint, placement, what, p)
    return straight && 'angleDegrees' in next
      ? { ...next, angleDegrees: Math.round(next.angleDegrees / 15) * 15 }
      : next
  }
  return {
    name: 'Gradient',
    move(page, m) {
      const p = intoBox(placement, page)
      if (!p) return null
      last = moved(p, m.shift)
      bench.preview(write(last))
      const at = what === 'stop' && stop ? last.stops[stop]?.offset : undefined
      let note: string
      if (at !== undefined) note = `${Math.round(at * 100)} %`
      else if ('angleDegrees' in last && what === 'to') note = `${Math.round(last.angleDegrees)}°`
      else note = ''
      return { lines: [], note }
    },
    end: () => last && bench.commit('Gradient', write(last)),
  }
}
