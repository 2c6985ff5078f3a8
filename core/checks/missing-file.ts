import { blobsOf } from '../design/sources-of'
import { shownBounds } from '../geometry/warp'
import { layerName } from '../kinds/facts'
import { flatResolved } from '../resolve/resolved'
import { defineCheck } from './define'

/** What shows a file that is gone or damaged would be delivered without it. */
export const missingFile = defineCheck('missing-file', 'Files there', ({ page, host }) =>
  flatResolved(page.layers).flatMap(({ layer }) => {
    const named = [...blobsOf({ layers: { [layer.id]: layer }, recipes: {}, reference: null })]
    if (!layer.shown || !named.some((sha) => host.sources.isAbsent(sha))) return []
    const text = `A file that “${layerName(layer)}” shows is missing or damaged on the server. Upload the same file again, which mends it, or replace it.`
    return [{ layer: layer.id, at: shownBounds(layer.placement), text }]
  }),
)
