import { type Bounds, union } from '../geometry/bounds'
import { shownBounds } from '../geometry/warp'
import { isWorded } from '../kinds/facts'
import type { LayerOf } from '../kinds/list'
import { flatResolved, type ResolvedPage } from '../resolve/resolved'
import type { FontBook } from '../type/fonts'
import { layoutType, type TypeLayout } from '../type/layout'

export type SetType = {
  layer: LayerOf<'type'>
  layout: TypeLayout
  /** box of the lines on the page */
  at: Bounds
}

/** All type that is seen on a page, laid out; empty texts are passed over. */
export function shownType(page: ResolvedPage, fonts: FontBook): SetType[] {
  return flatResolved(page.layers).flatMap(({ layer }): SetType[] => {
    if (!isWorded(layer) || !layer.shown || layer.opacity === 0 || !layer.text.trim()) return []
    const layout = layoutType(fonts, layer.text, layer.style, layer.placement.width)
    // Each line by itself, as the corner of a short line reaches less far where the text is turned.
    const boxes = layout.lines
      .filter((l) => l.glyphs.length > 0)
      .map(
        (l): Bounds =>
          shownBounds(layer.placement, {
            left: l.left,
            top: l.top,
            right: l.left + l.width,
            bottom: l.top + l.height,
          }),
      )
    const [first, ...rest] = boxes
    return first ? [{ layer, layout, at: rest.reduce(union, first) }] : []
  })
}
