import { type Bounds, union } from '../geometry/bounds'
import { withCopies } from '../kinds/group/mirror'
import { kindOf } from '../kinds/list'
import type { ResolvedLayer } from '../resolve/resolved'
import { bentBounds } from './bent'

/** The box around what is shown of a layer; a group's is that of its members, mirrored and bent as it is. */
export function layerBounds(resolved: ResolvedLayer): Bounds | null {
  const { layer, children } = resolved
  const inner = children.flatMap((c) => layerBounds(c) ?? [])
  const members = inner.length > 0 ? bentBounds(resolved, withCopies(resolved, inner.reduce(union))) : null
  return kindOf(layer).bounds(layer, members)
}
