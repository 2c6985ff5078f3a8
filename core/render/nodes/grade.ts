import { PLANE_BYTES, STRIDE } from '../../pixels/memory'
import { defineNode, EVERYWHERE, inMasks, type Read, readByMasks } from './definition'
import type { GradeNode } from './types'

/** Treatments of all that is beneath; it has no pixels of its own. */
export const gradeNode = defineNode<GradeNode>({
  parts: (node) => [...(node.made ? [node.made] : []), ...node.steps, ...inMasks(node.masks)],
  withShown: (node, change) => ({ ...node, made: node.made && change(node.made) }),
  reads: (node, part) => [
    ...(node.made ? [[node.made, part] as Read] : []),
    ...readByMasks([...node.masks, ...node.steps.flatMap((s) => s.masks)], EVERYWHERE),
  ],
  met: () => null,
  stands: true,
  madeOn: (node) => node.made,
  gradeWithin: (node, { filters }, raster, part, left, top) =>
    filters.grade(node, raster, part, left, top, true),
  grades: () => true,
  draw: (_, { memory }, { raster, region }) =>
    memory.kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height),
  blend(node, { filters }, { raster, region, left, top }) {
    filters.grade(node, raster, region, left, top)
    return true
  },
})
