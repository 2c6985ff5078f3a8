import type { Design } from '@/core/design/schema'
import { layerTree, outermost } from '@/core/design/tree'

/** The outermost things that some layers lie in, back to front. */
export function inPaintOrder(design: Design, ids: readonly string[]): string[] {
  const wanted = new Set(ids.map((id) => outermost(design, id)))
  const page = design.layers[ids[0] ?? '']?.page
  return page === undefined
    ? []
    : layerTree(design, page).flatMap((n) => (wanted.has(n.layer.id) ? [n.layer.id] : []))
}
