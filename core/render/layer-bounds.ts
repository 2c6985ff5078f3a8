import { withCopies } from '../design/mirror'
import type { ResolvedLayer } from '../design/resolve'
import { strewReach } from '../design/strew'
import { type Bounds, grow, union } from '../geometry/bounds'
import { shownBounds } from '../geometry/warp'
import { bentBounds } from './bent'

/** The box around what is shown of a layer; a group's is that of its members. */
export function layerBounds(resolved: ResolvedLayer): Bounds | null {
  if (resolved.layer.kind === 'strew')
    return grow(shownBounds(resolved.layer.placement), strewReach(resolved.layer))
  if (resolved.layer.kind !== 'group') return shownBounds(resolved.layer.placement)
  const inner = resolved.children.map(layerBounds).filter((b): b is Bounds => b !== null)
  return inner.length > 0 ? bentBounds(resolved, withCopies(resolved, inner.reduce(union))) : null
}
