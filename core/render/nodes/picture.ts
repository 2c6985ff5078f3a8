import { PLANE_BYTES, STRIDE } from '../../pixels/memory'
import { defineNode } from './definition'
import type { PictureNode } from './types'

/** A picture, resampled from its levels. */
export const pictureNode = defineNode<PictureNode>({
  parts: () => [],
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
