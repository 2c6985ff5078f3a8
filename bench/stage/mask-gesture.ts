import { apply, inverse, type Point } from '@/core/geometry/matrix'
import { matrixOf, moved, resized } from '@/core/geometry/placement'
import type { Placement } from '@/core/geometry/placement-schema'
import type { MaskOf } from '@/core/masks/mask'
import { frameMatrix } from '@/core/masks/mask-frame'
import { maskInHand, reshapeMask } from '../actions/masks'
import type { Bench, BenchState } from '../state/bench'
import type { Gesture } from './gestures'

/** A shape mask's box as a placement in its frame's own px. */
const boxIn = (mask: MaskOf<'shape'>, frame: Placement): Placement => ({
  x: mask.x * frame.width,
  y: mask.y * frame.height,
  width: mask.width * frame.width,
  height: mask.height * frame.height,
  rotation: mask.turnDegrees,
  flipX: false,
  flipY: false,
})

/** The corners of a shape mask on the page: top left, top right, bottom right, bottom left. */
export function maskCorners(mask: MaskOf<'shape'>, frame: Placement): [Point, Point, Point, Point] {
  const own = boxIn(mask, frame)
  const [inner, outer] = [matrixOf(own), matrixOf(frame)]
  const at = (x: number, y: number) => apply(outer, apply(inner, { x, y }))
  return [at(0, 0), at(own.width, 0), at(own.width, own.height), at(0, own.height)]
}
/** The ends of a gradient mask on the page. */
export function maskEnds(mask: MaskOf<'gradient'>, frame: Placement): [Point, Point] {
  const m = frameMatrix(frame)
  return [apply(m, mask.from), apply(m, mask.to)]
}

/** Whether a point of the page lies on the mask in the hand, so that it is moved by it. */
export function overMask(
  s: Pick<BenchState, 'design' | 'resolved' | 'selection' | 'mask'>,
  p: Point,
): boolean {
  const found = maskInHand(s)
  if (!found) return false
  const { mask, frame } = found
  if (mask.kind !== 'shape') return false
  const toFrame = inverse(matrixOf(frame))
  const own = boxIn(mask, frame)
  const toBox = inverse(matrixOf(own))
  if (!toFrame || !toBox) return false
  const q = apply(toBox, apply(toFrame, p))
  return q.x >= 0 && q.y >= 0 && q.x <= own.width && q.y <= own.height
}

export type MaskGrip =
  | { kind: 'move' }
  | { kind: 'size'; hx: number; hy: number }
  | { kind: 'turn' }
  | { kind: 'from' }
  | { kind: 'to' }

/** Moving, sizing and turning the mask in the hand, in its own frame; the layer stays as it is. */
export function maskGesture(bench: Bench, grip: MaskGrip, from: Point): Gesture | null {
  const found = maskInHand(bench.store.getState())
  const back = found && inverse(matrixOf(found.frame))
  if (!found || !back) return null
  const { mask, frame } = found
  const start = apply(back, from)
  if (mask.kind === 'gradient') {
    let last: Partial<MaskOf<'gradient'>> | null = null
    const other = grip.kind === 'from' ? mask.to : mask.from
    return {
      name: 'Fade of a mask',
      move(p, m) {
        const at = apply(back, p)
        const own = { x: (at.x / frame.width) as number, y: at.y / frame.height }
        if (m.shift) {
          // Straight across or down.
          if (Math.abs((own.x - other.x) * frame.width) > Math.abs((own.y - other.y) * frame.height))
            own.y = other.y
          else own.x = other.x
        }
        last = grip.kind === 'from' ? { from: own } : { to: own }
        reshapeMask(bench, '', mask, last, 'shown')
        return { lines: [], note: grip.kind === 'from' ? 'hidden from here' : 'shown from here' }
      },
      end: () => last && reshapeMask(bench, 'Fade of a mask', mask, last),
    }
  }
  if (mask.kind !== 'shape') return null
  const own = boxIn(mask, frame)
  const angleTo = (p: Point) => (Math.atan2(p.y - own.y, p.x - own.x) * 180) / Math.PI
  let last: Partial<MaskOf<'shape'>> | null = null
  return {
    name: 'Shape of a mask',
    move(p, m) {
      const at = apply(back, p)
      let [dx, dy] = [at.x - start.x, at.y - start.y]
      let next: Placement
      let note: string
      if (grip.kind === 'size') {
        const corner = grip.hx !== 0 && grip.hy !== 0
        next = resized(own, grip.hx, grip.hy, dx, dy, {
          proportional: corner && !m.shift,
          fromCentre: m.alt,
          smallest: 2,
        })
        note = `${Math.round(next.width)} × ${Math.round(next.height)}`
      } else if (grip.kind === 'turn') {
        const turn = mask.turnDegrees + angleTo(at) - angleTo(start)
        next = { ...own, rotation: m.shift ? Math.round(turn / 15) * 15 : turn }
        note = `${Math.round(next.rotation * 10) / 10}°`
      } else {
        if (m.shift) Math.abs(dx) > Math.abs(dy) ? (dy = 0) : (dx = 0)
        next = moved(own, dx, dy)
        // It catches the middle of what it masks.
        if (!m.free) {
          const reach = 6 / bench.store.getState().view.zoom
          if (Math.abs(next.x - frame.width / 2) < reach) next = { ...next, x: frame.width / 2 }
          if (Math.abs(next.y - frame.height / 2) < reach) next = { ...next, y: frame.height / 2 }
        }
        note = `x ${Math.round(next.x)}  y ${Math.round(next.y)}`
      }
      last = {
        x: next.x / frame.width,
        y: next.y / frame.height,
        width: next.width / frame.width,
        height: next.height / frame.height,
        turnDegrees: next.rotation,
      }
      reshapeMask(bench, '', mask, last, 'shown')
      return { lines: [], note }
    },
    end: () => last && reshapeMask(bench, 'Shape of a mask', mask, last),
  }
}
