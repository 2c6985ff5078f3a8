import type { AdaptContext } from '../adapt/adapt'
import { movedLayer } from '../adapt/place'
import type { Design } from '../design/schema'
import { flatResolved, resolve } from './resolve'

/**
 * The same design with another channel as its master: what was adapted there becomes the composition, the others follow
 * from it. Layers that had no room are kept, hidden. Throws `missing` for a channel that the design does not have.
 */
export function composedIn(design: Design, channel: string, context: AdaptContext): Design {
  if (channel === design.master) return design
  const [from, to] = [design.channels[design.master], design.channels[channel]]
  const layers: Design['layers'] = {}
  for (const page of Object.keys(design.pages)) {
    const seen = new Map(
      flatResolved(resolve(design, { page, channel }, context).layers).map((l) => [l.layer.id, l.layer]),
    )
    for (const layer of Object.values(design.layers)) {
      if (layer.page !== page) continue
      const here = seen.get(layer.id)
      const scale = from && to ? Math.min(to.width / from.width, to.height / from.height) : 1
      layers[layer.id] = here ?? { ...movedLayer(layer, { scale, dx: 0, dy: 0 }), shown: false }
    }
  }
  // A place on a channel is told in factors of what adapting gives, which is another now; everything else stays.
  const changes = Object.fromEntries(
    Object.entries(design.changes).filter(([, c]) => c.channel !== channel && c.property !== 'place'),
  )
  return { ...design, master: channel, layers, changes, arrangements: {} }
}
