import { coloursOfPaint, paintLight } from '../../colour/light'
import { shapePath } from '../../vector/shapes'
import type { KindDefinition } from '../definition'
import { plain, ratioOf, roundEnds, sizedEdges } from '../plain'
import { THING_SIDE } from '../strew/copies'
import type { ShapeLayer } from './schema'

/** A filled and stroked outline. */
export const shape: KindDefinition<ShapeLayer> = {
  ...plain,
  plane: 'setting',
  nameOf: () => 'shape',
  outline: shapePath,
  weighed: sizedEdges,
  stretched: roundEnds,
  light: (layer, swatches) => paintLight(layer.fill, swatches),
  colours: ({ stroke, fill }) => [...coloursOfPaint(fill), ...(stroke.weight > 0 ? [stroke.colour] : [])],
  thing({ placement, form, d, evenOdd, corners, inner, fill, radii, stroke }) {
    const by = THING_SIDE / Math.max(placement.width, placement.height)
    const edges = sizedEdges({ radii, stroke }, by)
    const path = { ...(d === undefined ? {} : { d }), ...(evenOdd === undefined ? {} : { evenOdd }) }
    return { kind: 'shape', ratio: ratioOf(placement), form, ...path, corners, inner, fill, ...edges }
  },
  empty: ({ fill, stroke }) => fill.kind === 'none' && stroke.weight === 0,
}
