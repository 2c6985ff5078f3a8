import { layerName } from '../kinds/facts'
import { defineCheck } from './define'
import { shownType } from './typesetting'

export const smallType = defineCheck('small-type', 'Type large enough', ({ page, host }) =>
  shownType(page, host.fonts).flatMap(({ layer, at }) =>
    layer.style.size < page.channel.smallestType - 0.05
      ? [
          {
            layer: layer.id,
            at,
            text: `“${layerName(layer)}” is ${Math.round(layer.style.size)} px tall where ${Math.round(page.channel.smallestType)} is the least.`,
          },
        ]
      : [],
  ),
)
