import type { GraphicLayer } from '../../kinds/graphic/schema'
import { graphicNode } from '../graphic'
import { miss } from '../makers'
import type { Planner } from './definition'

export const graphic: Planner<GraphicLayer> = {
  alone(layer, c) {
    if (!c.sources.hasArtwork(layer.source)) miss(c, layer.source, { sha: layer.source, level: null })
    const art = c.sources.artwork(layer.source)
    if (!art) return null
    return graphicNode(layer, art, c)
  },
}
