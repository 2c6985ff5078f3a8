import type { AdaptContext } from '../adapt/adapt'
import { movedLayer } from '../adapt/place'
import { changesIn, setOn } from '../design/properties/set'
import { layerOfTarget } from '../design/properties/targets'
import type { Design } from '../design/schema'
import { resolve } from './resolve'
import { flatResolved } from './resolved'

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
  const { pages, swatches, recipes } = structuredClone({
    pages: design.pages,
    swatches: design.swatches,
    recipes: design.recipes,
  })
  const next = { ...design, master: channel, layers, pages, swatches, recipes, changes, arrangements: {} }
  // What differed there of what is no layer becomes the master's too.
  for (const c of changesIn(design, { channel, targets: (t) => layerOfTarget(t) === null }))
    setOn(next, channel, c.target, c.property, c.value)
  return next
}
