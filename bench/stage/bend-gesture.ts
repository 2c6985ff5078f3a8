import { bendHandles } from '@/core/geometry/bend'
import { apply, compose, type Point, scaling } from '@/core/geometry/matrix'
import { matrixOf } from '@/core/geometry/placement'
import { bentInHand, moveHandle, setBend } from '../actions/bending'
import type { Bench } from '../state/bench'
import type { Gesture } from './gestures'

/** Moves a handle of the bend in the hand; with Shift straight across or down. */
export function bendGesture(bench: Bench, index: number): Gesture | null {
  const found = bentInHand(bench.store.getState())
  const bend = found?.layer.placement.bend
  const own = bendHandles(bend)[index]
  if (!found || !bend || !own) return null
  const start = apply(compose(scaling(found.box.width, found.box.height), matrixOf(found.box)), own)
  let last: Point | null = null
  return {
    name: 'Bend',
    move(p, m) {
      const level = Math.abs(p.x - start.x) > Math.abs(p.y - start.y)
      last = p
      if (m.shift) last = level ? { x: p.x, y: start.y } : { x: start.x, y: p.y }
      moveHandle(bench, index, last, 'shown', bend)
      return { lines: [], note: `${Math.round(last.x - start.x)}, ${Math.round(last.y - start.y)}` }
    },
    end() {
      if (last) moveHandle(bench, index, last, 'kept', bend)
      else setBend(bench, bend)
    },
  }
}
