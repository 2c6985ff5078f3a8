import { literalPaint } from '../../colour/gradient'
import type { TypeLayer } from '../../kinds/type/schema'
import { layoutType } from '../../type/layout'
import { mapPath, type Path } from '../../vector/path'
import { fillNode } from '../makers'
import type { Planner } from './definition'

export const type: Planner<TypeLayer> = {
  alone(layer, c) {
    const layout = layoutType(c.fonts, layer.text, layer.style, layer.placement.width)
    const path: Path = layout.lines.flatMap((line) =>
      line.glyphs.flatMap((g) =>
        mapPath(g.face.outline(g.glyph), [layout.size, 0, 0, layout.size, g.x, g.y]),
      ),
    )
    if (path.length === 0) return null
    return fillNode(
      layer,
      [{ path, evenOdd: false, paint: literalPaint(layer.fill, c.swatches), opacity: 1 }],
      c,
      layer.placement.width,
      layer.placement.height,
    )
  },
}
