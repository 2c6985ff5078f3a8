import { literalPaint } from '../../colour/gradient'
import { platePath } from '../../kinds/type/plate'
import type { TypeLayer } from '../../kinds/type/schema'
import { layoutType, shownText } from '../../type/layout'
import { mapPath, type Path } from '../../vector/path'
import { type FillSpec, fillNode } from '../makers'
import type { Planner } from './definition'

export const type: Planner<TypeLayer> = {
  alone(layer, c) {
    const layout = layoutType(c.fonts, layer.text, layer.style, layer.placement.width)
    const path: Path = layout.lines.flatMap((line) =>
      line.glyphs.flatMap((g) =>
        mapPath(g.face.outline(g.glyph), [layout.size * layout.stretch, 0, 0, layout.size, g.x, g.y]),
      ),
    )
    if (path.length === 0) return null
    const { plate } = layer
    const letters = {
      lines: layout.lines,
      size: layout.size,
      stretch: layout.stretch,
      text: shownText(layer.text, layer.style),
    }
    const specs: FillSpec[] = [
      { path, evenOdd: false, paint: literalPaint(layer.fill, c.swatches), opacity: 1, letters },
    ]
    if (plate) {
      const under = { path: platePath(plate, layout), evenOdd: false, opacity: 1 }
      specs.unshift({ ...under, paint: literalPaint(plate.fill, c.swatches) })
    }
    return fillNode(layer, specs, c, layer.placement.width, layer.placement.height)
  },
}
