import { apply, compose, identity, inverse, translation } from '../../geometry/matrix'
import { PLANE_BYTES, STRIDE } from '../../pixels/memory'
import { defineNode } from './definition'
import type { PictureNode } from './types'

/** Its corners on the view, x and y in turn. */
function cornersOf(node: PictureNode): Float64Array {
  const toView = inverse(node.toSource) ?? identity
  const [w, h] = [node.sourceWidth, node.sourceHeight]
  return Float64Array.from(
    [
      apply(toView, { x: 0, y: 0 }),
      apply(toView, { x: w, y: 0 }),
      apply(toView, { x: w, y: h }),
      apply(toView, { x: 0, y: h }),
    ].flatMap((p) => [p.x, p.y]),
  )
}

/** Stored files are named by their SHA-256. */
const STORED = /^[0-9a-f]{64}$/
/** A picture, resampled from its levels. */
export const pictureNode = defineNode<PictureNode>({
  parts: () => [],
  levels: (node) => node,
  moved: (node, dx, dy) => ({ ...node, toSource: compose(translation(-dx, -dy), node.toSource) }),
  lines: (node) => [node.warped ? node.warped.outline : { points: cornersOf(node), closed: true }],
  sharp(node, keep) {
    const toView = node.warped ? null : inverse(node.toSource)
    // What people paint has no file of its own.
    if (!toView || !STORED.test(node.source)) return keep.pixels(node)
    const { source, sourceWidth: width, sourceHeight: height } = node
    return [{ ...keep.lying(node), kind: 'stored', source, width, height, toView }]
  },
  draw: (node, { drawing }, { raster, region, left, top }) =>
    drawing.picture(raster, node, region, left, top),
  blend(node, { drawing, memory }, { raster, region, left, top }) {
    const grid = drawing.onGrid(node, region, left, top)
    if (!grid) return false
    // The same bits as drawing and blending, in one step and without a raster of its own.
    memory.kernels.blendPicture(
      raster + region.offset,
      PLANE_BYTES,
      STRIDE,
      region.width,
      region.height,
      grid.at,
      grid.width,
      grid.x,
      grid.y,
      node.mode,
      node.opacity,
    )
    return true
  },
})
