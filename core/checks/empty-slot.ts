import { shownBounds } from '../geometry/warp'
import { layerName, takesPicture } from '../kinds/facts'
import { flatResolved } from '../resolve/resolved'
import { defineCheck } from './define'

/** A slot that nobody filled would be delivered as a plain patch. */
export const emptySlot = defineCheck('empty-slot', 'Slots filled', ({ page }) =>
  flatResolved(page.layers).flatMap(({ layer }) =>
    takesPicture(layer) && layer.shown && layer.picture === null
      ? [
          {
            layer: layer.id,
            at: shownBounds(layer.placement),
            text: `The slot “${layerName(layer)}” is empty.`,
          },
        ]
      : [],
  ),
)
