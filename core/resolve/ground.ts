import { apply, inverse } from '../geometry/matrix'
import { matrixOf } from '../geometry/placement'
import { hasMembers, isShape, isWorded } from '../kinds/facts'
import type { Layer } from '../kinds/list'
import { kindOf } from '../kinds/list'
import type { ResolvedLayer, ResolvedPage } from './resolved'

/** A strip that is left free at an edge counts as covered up to this share of the shorter side: it is to be filled again. */
const NEARLY = 0.015

const told = new WeakMap<readonly ResolvedLayer[], ReadonlySet<string>>()
/**
 * What fills the page at the bottom: it is ground, and not what a hand on the stage means. Ids of layers at the top of the page,
 * the hindmost first, up to the first that does not cover it.
 */
export function groundOf(page: Pick<ResolvedPage, 'layers' | 'width' | 'height'>): ReadonlySet<string> {
  const held = told.get(page.layers)
  if (held) return held
  const out = new Set<string>()
  const slack = NEARLY * Math.min(page.width, page.height)
  for (const { layer } of page.layers) {
    if (!layer.shown) continue
    // What reaches over everything has no place of its own that could cover.
    if (hasMembers(layer) || isWorded(layer) || !kindOf(layer).placed) break
    // A border round the page is none, however far out it runs.
    if (isShape(layer) && layer.fill.kind === 'none') break
    if (!coversPage(layer, page, slack)) break
    out.add(layer.id)
  }
  told.set(page.layers, out)
  return out
}
/** Whether the box of a layer reaches over a page but for `slack` px at each edge. */
export function coversPage(layer: Layer, page: { width: number; height: number }, slack: number): boolean {
  const { placement: p } = layer
  if (p.bend || p.corners) return false
  const back = inverse(matrixOf(p))
  if (!back) return false
  const [x, y] = [slack, slack]
  return [
    { x, y },
    { x: page.width - x, y },
    { x: page.width - x, y: page.height - y },
    { x, y: page.height - y },
  ].every((corner) => {
    const q = apply(back, corner)
    return q.x >= -0.01 && q.y >= -0.01 && q.x <= p.width + 0.01 && q.y <= p.height + 0.01
  })
}
