import { shift } from '../../geometry/bounds'
import { compose, translation } from '../../geometry/matrix'
import { defineNode } from './definition'
import type { FillNode } from './types'

/** Areas covered and coloured. */
export const fillNode = defineNode<FillNode>({
  parts: () => [],
  lines: (node) => node.fills.flatMap((f) => f.outlines.map((o) => ({ points: o.points, closed: true }))),
  moved: (node, dx, dy) => ({
    ...node,
    fills: node.fills.map((fill) => ({
      ...fill,
      toBox: compose(translation(-dx, -dy), fill.toBox),
      ...(fill.drawn
        ? { drawn: { ...fill.drawn, toView: compose(fill.drawn.toView, translation(dx, dy)) } }
        : {}),
      outlines: fill.outlines.map((o) => ({
        points: o.points.map((v, n) => v + (n % 2 === 0 ? dx : dy)),
        bounds: shift(o.bounds, dx, dy),
      })),
    })),
  }),
  sharp(node, keep) {
    const fills = node.fills.filter((f) => f.paint.kind !== 'none')
    // A sweep around a point, and colours in a box that is warped, have no name in such files.
    if (fills.some((f) => f.paint.kind === 'conic' || (f.toUnit && f.paint.kind !== 'solid')))
      return keep.pixels(node)
    return fills.length > 0 ? [{ ...keep.lying(node), kind: 'paths', fills }] : []
  },
  draw: (node, { drawing }, { raster, region, left, top }) => drawing.fills(raster, node, region, left, top),
})
