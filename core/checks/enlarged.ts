import { shownBounds } from '../geometry/warp'
import { layerName } from '../kinds/facts'
import { kindOf } from '../kinds/list'
import { flatResolved } from '../resolve/resolved'
import { defineCheck } from './define'

/** Enlargement up to this is not seen (*common practice*). */
const TOLERATED = 1.2
/** px to the inch that printers ask for (*common practice*). */
const LEAST_PPI = 200

export const enlarged = defineCheck('enlarged', 'Pictures sharp enough', ({ page }) => {
  const { print } = page.channel
  const tolerated = Math.max(TOLERATED, print ? print.ppi / LEAST_PPI : 0)
  return flatResolved(page.layers).flatMap(({ layer }) => {
    if (!layer.shown || layer.opacity === 0) return []
    const factor = kindOf(layer).enlargedBy(layer)
    // Textures, shadows and lights have no detail that could turn soft.
    if (factor <= tolerated || layer.blend !== 'normal' || layer.plane === 'finish') return []
    return [
      {
        layer: layer.id,
        at: shownBounds(layer.placement),
        text: print
          ? `“${layerName(layer)}” has ${Math.round(print.ppi / factor)} ppi in print, where ${Math.round(print.ppi / tolerated)} are the least.`
          : `“${layerName(layer)}” is enlarged to ${Math.round(factor * 100)} % of its own pixels.`,
      },
    ]
  })
})
