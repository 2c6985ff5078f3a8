import { layerName } from '../kinds/facts'
import { familyByName } from '../type/catalogue'
import { defineCheck } from './define'
import { shownType } from './typesetting'

/** Words that are set in a typeface which is not here: another stands in, and lines may break otherwise. */
export const missingFace = defineCheck('missing-face', 'Every typeface here', ({ page, host }) =>
  shownType(page, host.fonts).flatMap(({ layer, at }) => {
    const { family } = layer.style
    if (host.fonts.knows(family)) return []
    const stands = familyByName(family).name
    const text = `“${layerName(layer)}” asks for the typeface ${family}, which is not here; ${stands} stands in. Bring its file, or choose another.`
    return [{ layer: layer.id, at, text }]
  }),
)
