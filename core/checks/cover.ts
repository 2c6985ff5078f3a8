import { type Bounds, intersect, isEmpty } from '../geometry/bounds'
import { PLANE_BYTES, STRIDE, TILE } from '../pixels/memory'
import type { PlanNode } from '../render/nodes'
import { regionIn } from '../render/region'
import type { Renderer } from '../render/renderer'

/** What a node covers of each px of a box (px of the view), 0–255. */
export function coverIn(node: PlanNode, box: Bounds, renderer: Renderer): Uint8Array {
  const [width, height] = [box.right - box.left, box.bottom - box.top]
  const { memory } = renderer
  const cover = new Uint8Array(width * height)
  const bytes = memory.block(TILE * TILE)
  for (let row = Math.floor(box.top / TILE); row * TILE < box.bottom; row++)
    for (let column = Math.floor(box.left / TILE); column * TILE < box.right; column++) {
      const [left, top] = [column * TILE, row * TILE]
      const region = regionIn(node.bounds, left, top)
      const part = intersect(intersect(node.bounds, box), {
        left,
        top,
        right: left + TILE,
        bottom: top + TILE,
      })
      if (!region || isEmpty(part)) continue
      const raster = renderer.nodeRaster(node, region, left, top)
      const [w, h] = [part.right - part.left, part.bottom - part.top]
      memory.kernels.coverBytes(
        bytes,
        TILE,
        raster + 3 * PLANE_BYTES + (part.top - top) * STRIDE + (part.left - left) * 4,
        STRIDE,
        w,
        h,
      )
      for (let y = 0; y < h; y++)
        cover.set(
          memory.bytes.subarray(bytes + y * TILE, bytes + y * TILE + w),
          (part.top - box.top + y) * width + part.left - box.left,
        )
    }
  memory.releaseBlock(bytes, TILE * TILE)
  return cover
}
