import { lookUp } from '../../colour/colour'
import { lumaOf } from '../../colour/light'
import type { KindDefinition } from '../definition'
import { plain, ratioOf } from '../plain'
import type { GraphicLayer } from './schema'

/** Stored vector artwork in named, recolourable parts. */
export const graphic: KindDefinition<GraphicLayer> = {
  ...plain,
  plane: 'setting',
  nameOf: () => 'graphic',
  sources: (layer) => [{ sha: layer.source, kind: 'graphic' }],
  light(layer, swatches) {
    const parts = Object.values(layer.parts).map((c) => lumaOf(lookUp(c, swatches)))
    return { light: parts.reduce((s, p) => s + p.light, 0) / (parts.length || 1), alpha: 0.5 }
  },
  colours: (layer) => Object.values(layer.parts),
  thing: ({ placement, source, parts, weights }) => ({
    kind: 'graphic',
    ratio: ratioOf(placement),
    source,
    parts,
    weights,
  }),
}
