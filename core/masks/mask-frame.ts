import { apply, compose, inverse, type Matrix, scaling } from '../geometry/matrix'
import { matrixOf } from '../geometry/placement'
import type { Placement } from '../geometry/placement-schema'
import type { Mask } from './mask'

/** Fractions of a frame onto the page, px. */
export const frameMatrix = (frame: Placement): Matrix =>
  compose(scaling(frame.width, frame.height), matrixOf(frame))

/**
 * A mask's places as fractions of another frame, so that it stays where it is on the page. A box that turns or slants
 * keeps its middle and its size along its own axes. Softness stays the same in px.
 */
export function inFrame(mask: Mask, from: Placement, to: Placement): Partial<Mask> {
  const back = inverse(frameMatrix(to))
  if (!back) return {}
  const across = compose(frameMatrix(from), back)
  const softness = Math.min(
    2,
    (mask.softness * Math.min(from.width, from.height)) / Math.min(to.width, to.height),
  )
  if (mask.kind === 'gradient')
    return { softness, from: apply(across, mask.from), to: apply(across, mask.to) }
  if (mask.kind === 'shape') {
    const middle = apply(across, mask)
    const turn = from.rotation - to.rotation
    return {
      softness,
      ...middle,
      width: (mask.width * from.width) / to.width,
      height: (mask.height * from.height) / to.height,
      turnDegrees: mask.turnDegrees + turn,
    }
  }
  return { softness }
}
