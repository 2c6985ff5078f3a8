import { lengthOf } from '../geometry/exact'
import type { Matrix } from '../geometry/matrix'
import { reductionAt, type Warped } from './warped'

/** Reduction along one axis that the sampler itself can do beyond a level's own. */
const MOST_BEYOND = 2.6
/**
 * The level of a picture from which the view is reached by a factor between 0.84 and 1.68 along the axis that is reduced
 * less; where the other is reduced far more, as much coarser as the sampler needs.
 */
export function levelOf(reductionX: number, reductionY: number): number {
  const reduction = Math.max(
    1,
    Math.min(reductionX, reductionY),
    Math.max(reductionX, reductionY) / MOST_BEYOND,
  )
  return Math.max(0, Math.floor(Math.log2(reduction) + 0.25))
}
export const levelFor = (toSource: Matrix): number =>
  levelOf(lengthOf(toSource[0], toSource[2]), lengthOf(toSource[1], toSource[3]))

/** Levels that a warped picture needs, finest and coarsest: at its corners and in its middle. */
export function levelsOf(w: Warped, width: number, height: number): [number, number] {
  const at = (s: number, t: number) => {
    const r = reductionAt(w, s, t, width, height)
    return levelOf(r.x, r.y)
  }
  if (w.toUnit.kind === 'net') {
    const all = [at(0.25, 0.25), at(0.7, 0.25), at(0.25, 0.7), at(0.7, 0.7), at(0.5, 0.5)].sort(
      (a, b) => a - b,
    )
    return [all[2] ?? 0, all[2] ?? 0]
  }
  const all = [at(0, 0), at(1, 0), at(1, 1), at(0, 1)]
  const finest = Math.min(...all)
  return [finest, Math.min(finest + 4, Math.max(...all))]
}
