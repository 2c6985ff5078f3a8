import { fromHex, lookUp } from '../colour/colour'
import type { Swatches } from '../colour/paint'
import { shownBounds } from '../geometry/warp'
import { isWorded, layerName } from '../kinds/facts'
import type { Layer } from '../kinds/list'
import { flatResolved } from '../resolve/resolved'
import { defineCheck, type Found } from './define'
import { shownType } from './typesetting'

/** What printers ask for (*common practice*): points of a line, points of type in several inks. */
const LEAST_LINE = 0.25
const LEAST_INKED = 8
/** Less of an ink than this is not seen. */
const TRACE = 0.1

const seen = (layer: Layer): boolean => layer.shown && layer.opacity > 0

export const printLines = defineCheck('print-lines', 'Lines that print', ({ page }) => {
  const { print } = page.channel
  if (!print) return []
  return flatResolved(page.layers).flatMap(({ layer }): Found[] => {
    const weight = 'stroke' in layer ? layer.stroke.weight : 0
    const points = (weight / print.ppi) * 72
    if (!seen(layer) || weight === 0 || points >= LEAST_LINE) return []
    return [
      {
        layer: layer.id,
        at: shownBounds(layer.placement),
        text: `The line of “${layerName(layer)}” is ${points.toFixed(2)} pt thin in print, where ${LEAST_LINE} pt is the least.`,
      },
    ]
  })
})

/** How many inks a colour takes: neutral ones are printed in black alone. */
function inksOf(colour: string, swatches: Swatches): number {
  const { r, g, b } = fromHex(lookUp(colour, swatches))
  if (r === g && g === b) return r === 1 ? 0 : 1
  const black = 1 - Math.max(r, g, b)
  return [1 - r - black, 1 - g - black, 1 - b - black, black].filter((v) => v > TRACE).length
}
export const printType = defineCheck('print-type', 'Small type in few inks', ({ page, host }) => {
  const { print } = page.channel
  if (!print) return []
  return shownType(page, host.fonts).flatMap(({ layer, at }): Found[] => {
    if (!isWorded(layer) || layer.fill.kind !== 'solid') return []
    const points = (layer.style.size / print.ppi) * 72
    const inks = inksOf(layer.fill.colour, page.swatches)
    if (points >= LEAST_INKED || inks < 3) return []
    return [
      {
        layer: layer.id,
        at,
        text: `“${layerName(layer)}” is ${points.toFixed(1)} pt small and printed in ${inks} inks, which must lie on each other exactly: take black, or a larger size.`,
      },
    ]
  })
})
