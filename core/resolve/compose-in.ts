import type { AdaptContext } from '../adapt/adapt'
import { movedLayer } from '../adapt/place'
import { place } from '../design/commands'
import { changesIn, setOn, setOnLayer } from '../design/properties/set'
import { layerOfTarget } from '../design/properties/targets'
import type { Design } from '../design/schema'
import { isWorded } from '../kinds/facts'
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

/**
 * The same design with another channel as its master, and nothing lost by it: the composition that was the master stays as it
 * was on its channel, and so do the places that people gave things on the others. Throws as `composedIn` does.
 */
export function withMaster(design: Design, channel: string, context: AdaptContext): Design {
  if (channel === design.master) return design
  const next = structuredClone(composedIn(design, channel, context))
  for (const other of Object.values(next.channels)) {
    if (other.id === channel || other.elsewhere) continue
    const old = other.id === design.master
    for (const page of Object.keys(design.pages)) {
      const before = flatResolved(resolve(design, { page, channel: other.id }, context).layers)
      const kept = before.filter((l) => l.layer.shown && (old || l.changed.includes('place')))
      if (kept.length === 0) continue
      if (old)
        for (const { layer } of kept) {
          setOnLayer(next, other.id, layer.id, 'shown', true)
          if (isWorded(layer)) setOnLayer(next, other.id, layer.id, 'style', { size: layer.style.size })
        }
      const seen = flatResolved(resolve(next, { page, channel: other.id }, context).layers)
      const now = new Map(seen.map((l) => [l.layer.id, l]))
      for (const { layer } of kept) {
        const found = now.get(layer.id)
        // What lies in a group goes with it.
        if (found && layer.parent === null) place(next, other, layer.id, layer.placement, found.base)
      }
    }
  }
  return next
}
