import { sourcesOf } from '../kinds/facts'
import type { Layer } from '../kinds/list'
import { blobsOfMask, masksOf } from '../masks/mask'
import { filesOf } from '../treatments/list'
import { blobsOfChanges } from './properties/set'
import type { Design } from './schema'
import { blobsOfRows } from './table'

/** Tiles of what is painted in a layer's masks, and colours of what was cut out. */
const maskTilesOf = (layer: Layer): string[] => masksOf(layer).flatMap(blobsOfMask)

/** Every blob that a design names, pinned pictures too. */
export function blobsOf(
  design: Pick<Design, 'layers' | 'reference' | 'recipes'> &
    Partial<Pick<Design, 'changes' | 'faces' | 'columns' | 'rows'>>,
): Set<string> {
  const shown = Object.values(design.layers).flatMap((l) => [
    ...sourcesOf(l).map((s) => s.sha),
    ...maskTilesOf(l),
    ...filesOf(l.treatments),
  ])
  shown.push(...Object.values(design.faces ?? {}).map((f) => f.source))
  shown.push(...blobsOfChanges(design.changes ?? {}))
  shown.push(...blobsOfRows({ columns: design.columns ?? {}, rows: design.rows ?? {} }))
  shown.push(...Object.values(design.recipes).flatMap((r) => filesOf(r.treatments)))
  return new Set(design.reference ? [...shown, design.reference.source] : shown)
}
