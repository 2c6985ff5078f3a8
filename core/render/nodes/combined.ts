import { COMBINES } from '../../kinds/group/schema'
import { PLANE_BYTES, STRIDE } from '../../pixels/memory'
import { regionIn } from '../region'
import { defineNode } from './definition'
import { type CombinedNode, coverStep } from './types'

/** The paint where the members together cover. */
export const combinedNode = defineNode<CombinedNode>({
  parts: (node) => [node.paint, ...node.members],
  bare: (node) => node.members,
  members: (node) => ({ nodes: node.members, one: true }),
  draw(node, canvas, { raster, region, left, top }) {
    const { memory, covering } = canvas
    const { kernels } = memory
    const rect = [region.width, region.height] as const
    const [cover, own] = [memory.tile(), memory.tile()]
    node.members.forEach((member, n) => {
      covering.cover(n === 0 ? cover : own, coverStep(member), region, left, top)
      if (n > 0)
        kernels.combinePlane(
          cover + region.offset,
          own + region.offset,
          STRIDE,
          ...rect,
          COMBINES.indexOf(node.how),
        )
    })
    memory.releaseTile(own)
    kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, ...rect)
    const whole = regionIn(node.paint.bounds, left, top)
    if (whole) canvas.blend(raster, node.paint, whole, left, top, node.bounds)
    kernels.maskRect(
      raster + region.offset,
      PLANE_BYTES,
      STRIDE,
      cover + region.offset,
      STRIDE,
      ...rect,
      1,
      0,
    )
    memory.releaseTile(cover)
  },
})
