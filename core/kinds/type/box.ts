import type { Placement } from '../../geometry/placement-schema'
import type { FontBook } from '../../type/fonts'
import { layoutType, measureType, wrapMeasured } from '../../type/layout'
import type { TypeStyle } from '../../type/style'
import type { TypeLayer } from './schema'

/** A box that hugs is so much wider than its widest line, px: as wide as the line itself it might break it. */
export const HUG = 1
/** Where lines begin in their box: 0 at its left, 1 at its right. */
export function beginsAt(align: TypeStyle['align'], rtl: boolean): number {
  if (align === 'centre') return 0.5
  return (align === 'end') !== rtl ? 1 : 0
}
/** A text's box made as high as its lines, its top edge kept; where it hugs them as wide as the widest, from the side they begin at. */
export function boxOfWords(
  fonts: FontBook,
  { text, style, hugs, placement: p }: Pick<TypeLayer, 'text' | 'style' | 'hugs' | 'placement'>,
): { box: Placement; share: number } {
  const free = layoutType(fonts, text, style, hugs ?? p.width)
  const widest = Math.max(0, ...free.lines.map((l) => l.width))
  const width = hugs === undefined ? p.width : Math.max(style.size * 0.3, widest + HUG)
  const share = beginsAt(style.align, free.lines[0]?.rtl ?? false)
  const [across, down] = [(width - p.width) * (0.5 - share), (free.height - p.height) / 2]
  const [c, s] = [Math.cos((p.rotation * Math.PI) / 180), Math.sin((p.rotation * Math.PI) / 180)]
  const box = {
    ...p,
    width,
    height: Math.max(1, free.height),
    x: p.x + across * c - down * s,
    y: p.y + across * s + down * c,
  }
  return { box, share }
}

/** Words are made no smaller than this share of their size, to fit. */
const LEAST = 0.4
/** How much higher than its box a text may stand and still fit: lines and boxes are rounded differently. */
const SLACK = 1.02
/**
 * Other words in the place of some: they break where those did, `room` px wide at the most, and are made smaller until they stand
 * no higher than those, though not below two fifths; their box follows them.
 */
export function inPlaceOf(fonts: FontBook, layer: TypeLayer, text: string, room: number): TypeLayer {
  const { style, placement } = layer
  const hugs = layer.hugs === undefined ? undefined : Math.max(1, Math.min(layer.hugs, room))
  const width = hugs ?? placement.width
  const measured = measureType(fonts, text, style)
  const before = wrapMeasured(
    measureType(fonts, layer.text, style),
    style.size,
    layer.hugs ?? placement.width,
  )
  const most = Math.max(before.height, style.size * style.leading) * SLACK
  const fits = (size: number): boolean => {
    const made = wrapMeasured(measured, size, width)
    return made.height <= most && made.widest <= width + HUG
  }
  let size = style.size
  if (!fits(size)) {
    let [low, high] = [size * LEAST, size]
    for (let n = 0; n < 14; n++) {
      const middle = (low + high) / 2
      if (fits(middle)) low = middle
      else high = middle
    }
    size = low
  }
  const set = { ...layer, text, style: { ...style, size }, ...(hugs === undefined ? {} : { hugs }) }
  return { ...set, placement: boxOfWords(fonts, set).box }
}
