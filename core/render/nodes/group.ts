import { PLANE_BYTES, STRIDE } from '../../pixels/memory'
import { changed, defineNode } from './definition'
import type { GroupNode } from './types'

/** Nodes that blend with each other, or, where it is open, with what lies beneath. */
export const groupNode = defineNode<GroupNode>({
  parts: (node) => node.children,
  shows: (node) => node.children,
  opened: (node) => (node.closed ? null : node.children),
  bare: (node) => node.children,
  members: (node) => ({ nodes: node.children, one: false }),
  stack: { nodes: (node) => node.children, put: (node, children) => ({ ...node, children }) },
  withShown: (node, change) => ({ ...node, children: changed(node.children, change) }),
  sharp: (node, keep) => keep.closed(node, keep.stack(node.children)),
  draw(node, canvas, { raster, region, left, top }) {
    canvas.memory.kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height)
    canvas.blendAll(raster, node.children, left, top)
  },
  blend(node, canvas, { raster, region, left, top }, _, clip) {
    if (node.closed) return false
    const { memory } = canvas
    const { kernels } = memory
    if (node.opacity === 1) {
      canvas.blendAll(raster, node.children, left, top, clip)
      return true
    }
    const rect = [PLANE_BYTES, STRIDE, region.width, region.height] as const
    const through = memory.tile()
    kernels.copyRect(through + region.offset, raster + region.offset, ...rect)
    canvas.blendAll(through, node.children, left, top, clip)
    kernels.mixRect(raster + region.offset, through + region.offset, ...rect, node.opacity)
    memory.releaseTile(through)
    return true
  },
})
