import { outlinesOf } from '@/core/compose/item'
import { isLocked } from '@/core/design/tree'
import { boundsOf, holds } from '@/core/geometry/bounds'
import type { Point } from '@/core/geometry/matrix'
import { placedBounds } from '@/core/geometry/placement'
import { overlapOfPolygons, polygonOf } from '@/core/geometry/polygon'
import { isWorded } from '@/core/kinds/facts'
import { groundOf } from '@/core/resolve/ground'
import { flatResolved } from '@/core/resolve/resolved'
import type { Bench } from '../state/bench'

/**
 * What lies under a point, front first, with words that it lies among: nobody has to hit a letter. They come after all that is
 * hit, before the ground.
 */
export function withWords(bench: Bench, ids: readonly string[], at: Point): string[] {
  const s = bench.store.getState()
  const ground = groundOf(s.resolved)
  const spot = polygonOf(boundsOf(at.x - 0.5, at.y - 0.5, 1, 1))
  const words = flatResolved(s.resolved.layers)
    .map((l) => l.layer)
    .filter((l) => isWorded(l) && l.shown && !ids.includes(l.id) && !isLocked(s.design, l.id))
    .filter((l) => holds(placedBounds(l.placement), at))
    .filter((l) =>
      outlinesOf(l, bench.fonts, bench.lightOf).some((line) => overlapOfPolygons(line, spot) > 0),
    )
    .map((l) => l.id)
    .reverse()
  const isGround = (id: string) => ground.has(id)
  return [...ids.filter((id) => !isGround(id)), ...words, ...ids.filter(isGround)]
}
