import { layerName } from '../design/blank'
import { flatResolved } from '../design/resolve'
import { shownBounds } from '../geometry/warp'
import { defineCheck } from './define'

/** A slot that nobody filled would be delivered as a plain patch. */
export const emptySlot = defineCheck('empty-slot', 'Slots filled', ({ page }) =>
  flatResolved(page.layers).flatMap(({ layer }) =>
    layer.kind === 'slot' && layer.shown && layer.picture === null
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
