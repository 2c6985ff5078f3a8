import { grow } from '../../geometry/bounds'
import { shownBounds } from '../../geometry/warp'
import type { KindDefinition, UsedSource } from '../definition'
import { plain } from '../plain'
import { strewReach } from './copies'
import type { StrewLayer } from './schema'

/** Copies of a few things by chance, the same for the same seed. */
export const strew: KindDefinition<StrewLayer> = {
  ...plain,
  plane: 'setting',
  nameOf: () => 'strew',
  sources: (layer) =>
    layer.things.flatMap((t): UsedSource[] => ('source' in t ? [{ sha: t.source, kind: t.kind }] : [])),
  bounds: (layer) => grow(shownBounds(layer.placement), strewReach(layer)),
}
