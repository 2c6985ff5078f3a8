import { intersect } from '../../geometry/bounds'
import { PLANE_BYTES, STRIDE } from '../../pixels/memory'
import { regionIn } from '../region'
import { defineNode, inMasks, readByMasks } from './definition'
import { areaOnly, hasLines } from './sharp'
import type { Fill, MaskedNode, MaskStep } from './types'

/** The area that a mask shows sharply, all of it; null where it does more. */
const clipOf = ({ node, by, strength, swap, soft, offset }: MaskStep): Fill | null =>
  by !== 'coverage' || strength < 1 || swap || soft || offset ? null : areaOnly(node)

/** A node's own pixels, and of them what its masks leave. */
export const maskedNode = defineNode<MaskedNode>({
  parts: (node) => [node.inner, ...inMasks(node.masks)],
  shows: (node) => [node.inner],
  body: (node) => node.inner,
  bare: (node) => [node.inner],
  hides: (node) => node.masks,
  withShown(node, change) {
    const inner = change(node.inner)
    return inner && { ...node, inner }
  },
  reads: (node, part) => [[node.inner, part], ...readByMasks(node.masks, part)],
  sharp(node, keep) {
    if (node.masks.some((m) => m.clean || m.colours)) return keep.pixels(node)
    const inner = keep.bare(node.inner)
    const soft = node.masks.filter((m) => clipOf(m) === null)
    if (inner.length === 0) return []
    if (soft.length > 0 && !hasLines(inner)) return keep.pixels(node)
    return keep.closed(
      node,
      inner,
      node.masks.flatMap((m) => clipOf(m) ?? []),
      soft,
    )
  },
  draw(node, canvas, { raster, region, left, top }) {
    const { memory, covering } = canvas
    const { kernels } = memory
    const rect = [region.width, region.height] as const
    const whole = regionIn(node.inner.bounds, left, top)
    kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, ...rect)
    if (!whole) return
    canvas.blend(raster, node.inner, whole, left, top, node.bounds)
    const cover = memory.tile()
    for (const step of node.masks) {
      covering.cover(cover, step, region, left, top)
      const args = [
        raster + region.offset,
        PLANE_BYTES,
        STRIDE,
        cover + region.offset,
        STRIDE,
        ...rect,
        step.strength,
        step.swap ? 1 : 0,
      ] as const
      const own = step.colours && regionIn(intersect(step.colours.bounds, node.bounds), left, top)
      if (step.colours && own) {
        const from = canvas.rasterOf(step.colours, regionIn(step.colours.bounds, left, top) ?? own, left, top)
        const [at, size] = [own.offset, [own.width, own.height] as const]
        kernels.maskColours(
          raster + at,
          PLANE_BYTES,
          STRIDE,
          cover + at,
          STRIDE,
          from + at,
          ...size,
          step.strength,
          step.swap ? 1 : 0,
        )
      }
      if (step.clean) kernels.maskClean(...args, step.clean.r, step.clean.g, step.clean.b)
      else kernels.maskRect(...args)
    }
    memory.releaseTile(cover)
  },
  blend(node, canvas, { raster, region, left, top }) {
    if (!node.masks.some((m) => m.fleeting)) return false
    canvas.passing(() => canvas.blendRaster(raster, node, region, region, left, top))
    return true
  },
})
