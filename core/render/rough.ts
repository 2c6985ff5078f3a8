import { areaOf, intersect } from '../geometry/bounds'
import { flatResolved, type ResolvedPage } from '../resolve/resolved'
import { treatmentKinds } from '../treatments/list'
import { treatmentsOf } from '../treatments/order'
import type { Context } from './makers'
import { smaller } from './masked'
import { type PlanNode, partsOf } from './nodes'
import { definitionOf } from './nodes/list'

/**
 * What is rougher than the px of a small view (grain, dots, hard edges made of soft ones) is made at the scale of the master
 * and reduced. All that is not linear and done to it, be it a treatment or a blend mode, is done there too: the reduction of
 * what it makes is not what it makes of the reduction.
 */

/** px at the scale of the master that are made for a smaller view at most: of something larger fewer must do. */
const MOST_FINE = 24_000_000

/** Whether a view is smaller than the master; drafts are taken as they are. */
export const isSmaller = (c: Context): boolean => c.scale < 0.999 && !c.asIs

/** How many times as fine as the view something rough must be made; 1 for as it is. */
export function finerBy({ bounds }: Pick<PlanNode, 'bounds'>, c: Context): number {
  if (!isSmaller(c)) return 1
  const area = areaOf(intersect(bounds, c.reach))
  if (area / c.scale ** 2 <= MOST_FINE) return 1 / c.scale
  let factor = 1
  while (area * (factor * 2) ** 2 <= MOST_FINE) factor *= 2
  return factor
}
/** The same work at a finer scale. */
export function finer(c: Context, factor: number): Context {
  const at = smaller(c, 1 / factor)
  return Math.abs(at.scale - 1) < 1e-6 ? { ...at, scale: 1 } : at
}

/** Whether anything on a page is made at the scale of the master. */
export const hasRough = (page: ResolvedPage): boolean =>
  flatResolved(page.everything).some(({ layer }) =>
    treatmentsOf(layer).some((t) => t.on && treatmentKinds.get(t.kind)?.exactAt === 'master'),
  )

const told = new WeakMap<PlanNode, boolean>()
/** Whether a node shows anything that was made finer and reduced. */
export function isRough(node: PlanNode): boolean {
  const held = told.get(node)
  if (held !== undefined) return held
  const rough = definitionOf(node).reduced !== undefined || partsOf(node).some(isRough)
  told.set(node, rough)
  return rough
}
