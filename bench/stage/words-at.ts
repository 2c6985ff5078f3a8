import { isLocked } from '@/core/design/tree'
import { holds } from '@/core/geometry/bounds'
import { apply, inverse, type Point } from '@/core/geometry/matrix'
import { matrixOf } from '@/core/geometry/placement'
import { isWorded } from '@/core/kinds/facts'
import { groundOf } from '@/core/resolve/ground'
import { flatResolved, type ResolvedLayer } from '@/core/resolve/resolved'
import type { Bench } from '../state/bench'

/**
 * What lies under a point, front first, with words that it lies among: nobody has to hit a letter. They come after all that is
 * hit, before the ground.
 */
export function withWords(bench: Bench, ids: readonly string[], at: Point): string[] {
  const s = bench.store.getState()
  const ground = groundOf(s.resolved)
  const within = ({ layer }: ResolvedLayer): boolean => {
    if (!isWorded(layer) || ids.includes(layer.id) || !layer.shown || isLocked(s.design, layer.id))
      return false
    const back = inverse(matrixOf(layer.placement))
    const q = back && apply(back, at)
    if (!q || q.x < 0 || q.y < 0 || q.x > layer.placement.width || q.y > layer.placement.height) return false
    const ink = bench.inks().get(layer.id)
    return ink !== undefined && holds(ink, at)
  }
  const words = flatResolved(s.resolved.layers)
    .filter(within)
    .map((l) => l.layer.id)
    .reverse()
  const isGround = (id: string) => ground.has(id)
  return [...ids.filter((id) => !isGround(id)), ...words, ...ids.filter(isGround)]
}
