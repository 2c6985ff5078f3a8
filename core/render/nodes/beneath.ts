import { PLANE_BYTES, STRIDE } from '../../pixels/memory'
import { regionIn } from '../region'
import { changed, defineNode } from './definition'
import type { BeneathNode } from './types'

/** What the picture beneath held before, and what came on it. */
export const beneathNode = defineNode<BeneathNode>({
  parts: (node) => (node.before ? [node.before, ...node.nodes] : node.nodes),
  withShown: (node, change) => ({
    ...node,
    before: node.before && (change(node.before) as BeneathNode | null),
    nodes: changed(node.nodes, change),
  }),
  readsAgain: (node) => [node],
  draw(node, canvas, { raster, region, left, top }) {
    const { kernels } = canvas.memory
    kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height)
    const part = node.before && regionIn(node.before.bounds, left, top)
    if (node.before && part) {
      const before = canvas.rasterOf(node.before, part, left, top)
      kernels.copyRect(
        raster + part.offset,
        before + part.offset,
        PLANE_BYTES,
        STRIDE,
        part.width,
        part.height,
      )
    }
    canvas.blendAll(raster, node.nodes, left, top)
  },
})
