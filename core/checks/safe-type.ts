import { contains, overlaps } from '../geometry/bounds'
import { layerName } from '../kinds/facts'
import { defineCheck } from './define'
import { shownType } from './typesetting'

export const safeType = defineCheck('safe-type', 'Type in the safe area', ({ page, host }) =>
  shownType(page, host.fonts).flatMap(({ layer, at }) => {
    const under = page.channel.clear.find((_, n) => {
      const box = page.clear[n]
      return box && overlaps(box, at)
    })
    if (under)
      return [
        {
          layer: layer.id,
          at,
          text: `“${layerName(layer)}” lies where the ${under.label || 'destination'} will cover it.`,
        },
      ]
    if (contains(page.safe, at, 1.5)) return []
    return [{ layer: layer.id, at, text: `“${layerName(layer)}” reaches out of the safe area.` }]
  }),
)
