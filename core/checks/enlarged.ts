import { layerName } from '../design/blank'
import { flatResolved } from '../design/resolve'
import { isFilled, pictureBox } from '../design/slot'
import { shownBounds } from '../geometry/warp'
import { defineCheck } from './define'

/** Enlargement up to this is not seen (*common practice*). */
const TOLERATED = 1.2

export const enlarged = defineCheck('enlarged', 'Pictures sharp enough', ({ page }) =>
  flatResolved(page.layers).flatMap(({ layer }) => {
    if (!layer.shown || layer.opacity === 0) return []
    const factor =
      layer.kind === 'picture'
        ? Math.max(layer.placement.width / layer.sourceWidth, layer.placement.height / layer.sourceHeight)
        : layer.kind === 'slot' && isFilled(layer)
          ? pictureBox(layer).width / layer.picture.sourceWidth
          : 0
    // Textures, shadows and lights have no detail that could turn soft.
    if (factor <= TOLERATED || layer.blend !== 'normal' || layer.plane === 'finish') return []
    return [
      {
        layer: layer.id,
        at: shownBounds(layer.placement),
        text: `“${layerName(layer)}” is enlarged to ${Math.round(factor * 100)} % of its own pixels.`,
      },
    ]
  }),
)
