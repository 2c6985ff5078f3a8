import { isOperator } from '../../basics/blend-modes'
import { intersect } from '../../geometry/bounds'
import { ALPHA, PLANE_BYTES, STRIDE } from '../../pixels/memory'
import { regionIn } from '../region'
import { changed, defineNode } from './definition'
import { areaOnly } from './sharp'
import type { HeldNode } from './types'

/** The holder's own pixels as far as its body shows, and on them, within its coverage, what is kept inside. */
export const heldNode = defineNode<HeldNode>({
  parts: (node) => [node.holder, ...node.insides],
  shows: (node) => [node.holder, ...node.insides],
  bare: (node) => [node.holder, ...node.insides],
  within: (node) => node,
  stack: { nodes: (node) => node.insides, put: (node, insides) => ({ ...node, insides }) },
  withShown(node, change) {
    const holder = change(node.holder)
    return holder && { ...node, holder, insides: changed(node.insides, change) }
  },
  // What is kept inside is shown without its holder.
  alone: (node, only) => only(node.insides)[0] ?? only([node.holder])[0] ?? null,
  sharp(node, keep) {
    // What is kept inside shows within the holder: cut at its edge where that is one area that covers wholly.
    const area = areaOnly({ ...node.holder, mode: 0, opacity: 1 })
    if (!area) return keep.pixels(node)
    const body = { ...node.holder, mode: 0, opacity: node.body }
    return keep.closed(node, keep.stack([body, ...node.insides]), [area])
  },
  draw(node, canvas, { raster, region, left, top }) {
    const { memory } = canvas
    const { kernels } = memory
    const holder = canvas.rasterOf(node.holder, region, left, top)
    const rect = [PLANE_BYTES, STRIDE, region.width, region.height] as const
    kernels.copyRect(raster + region.offset, holder + region.offset, ...rect)
    // Copied, as drawing what is inside may let the holder's own raster go.
    const cover = memory.tile()
    kernels.copyRect(cover + region.offset, holder + region.offset, ...rect)
    if (node.body < 1) kernels.scaleRect(raster + region.offset, ...rect, node.body)
    const before = memory.tile()
    for (const inside of node.insides) {
      const part = regionIn(intersect(inside.bounds, node.bounds), left, top)
      const whole = regionIn(inside.bounds, left, top)
      if (!part || !whole || inside.opacity === 0) continue
      if (canvas.gradeWithin(raster, inside, part, left, top)) continue
      const source = canvas.rasterOf(inside, whole, left, top)
      const [at, size] = [part.offset, [PLANE_BYTES, STRIDE, part.width, part.height] as const]
      kernels.copyRect(before + at, raster + at, ...size)
      kernels.blendRect(raster + at, source + at, ...size, inside.mode, inside.opacity)
      // An operator says itself what becomes of what is there.
      if (!isOperator(inside.mode))
        kernels.withinRect(
          raster + at,
          before + at,
          cover + ALPHA + at,
          source + ALPHA + at,
          ...size,
          inside.opacity,
        )
    }
    memory.releaseTile(before)
    memory.releaseTile(cover)
  },
})
