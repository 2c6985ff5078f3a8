import { lookUp } from '../../colour/colour'
import { literalPaint } from '../../colour/gradient'
import type { ShapeLayer } from '../../kinds/shape/schema'
import { shapePath } from '../../vector/shapes'
import { type FillSpec, fillNode } from '../makers'
import type { Planner } from './definition'

export const shape: Planner<ShapeLayer> = {
  alone(layer, c) {
    const path = shapePath(layer)
    const fills: FillSpec[] = []
    if (layer.form !== 'line' && layer.fill.kind !== 'none')
      fills.push({
        path,
        evenOdd: layer.evenOdd ?? false,
        paint: literalPaint(layer.fill, c.swatches),
        opacity: 1,
      })
    if (layer.stroke.weight > 0)
      fills.push({
        path,
        evenOdd: false,
        paint: { kind: 'solid', colour: lookUp(layer.stroke.colour, c.swatches) },
        opacity: 1,
        stroke: layer.stroke,
      })
    return fillNode(layer, fills, c, layer.placement.width, layer.placement.height)
  },
}
