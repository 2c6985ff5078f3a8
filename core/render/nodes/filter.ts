import { grow, scaled } from '../../geometry/bounds'
import { lengthOf } from '../../geometry/exact'
import { PLANE_BYTES, STRIDE } from '../../pixels/memory'
import { LEAST_BLUR } from '../near-works'
import { regionIn, sameRegion } from '../region'
import { defineNode, EVERYWHERE, inMasks, readByMasks } from './definition'
import type { FilterNode, PlanNode } from './types'

/** Whether a treatment makes all of its px from its source, so that what it is put on need not be drawn first. */
export function replacesAll({ work, strength, blend, masks }: FilterNode): boolean {
  if (!('near' in work) || strength < 1 || blend !== 0 || masks.length > 0) return false
  const { near } = work
  if (near.op === 'blur') return near.sigma >= LEAST_BLUR
  // These leave what is there where they have hardly anything to do.
  if (near.op === 'smear') return lengthOf(near.dx, near.dy) >= 1
  if (near.op === 'dabs') return near.radius / work.factor >= 0.3
  if (near.op === 'zoom' || near.op === 'spin') return near.by > 0
  return near.op === 'displace' || near.op === 'fringe'
}

/** What a treatment reads beside the node that it is put on. */
const readBy = (node: FilterNode): PlanNode[] => [
  ...('near' in node.work ? [node.work.source, ...(node.work.map ? [node.work.map] : [])] : []),
  ...inMasks(node.masks),
]

/** A node's pixels, treated. */
export const filterNode = defineNode<FilterNode>({
  parts: (node) => [node.inner, ...readBy(node)],
  // What is made anew from elsewhere needs nothing to be there.
  drawn: (node) => (replacesAll(node) ? readBy(node) : [node.inner, ...readBy(node)]),
  shows: (node) => [node.inner],
  body: (node) => node.inner,
  bare: (node) => [node.inner],
  works: (node) => ('near' in node.work ? node.work.near : null),
  withShown(node, change) {
    const inner = change(node.inner)
    if (!inner || !('near' in node.work)) return inner && { ...node, inner }
    const source = change(node.work.source)
    return source && { ...node, inner, work: { ...node.work, source } }
  },
  reads(node, part) {
    const masks = readByMasks(node.masks, EVERYWHERE)
    if (!('near' in node.work)) return [[node.inner, part], ...masks]
    const { source, factor, reach, map } = node.work
    return [
      [node.inner, part],
      ...(map ? [[map, part] as [typeof map, typeof part]] : []),
      ...masks,
      [source, grow(scaled(part, 1 / factor), reach / factor + 2)],
    ]
  },
  readsAgain: (node) => ('near' in node.work ? [node.work.source] : []),
  draw(node, canvas, { raster, region, left, top }) {
    const { memory, filters, drawing } = canvas
    const { kernels } = memory
    // What is made anew from elsewhere needs nothing to be there.
    if (!replacesAll(node)) {
      const { inner } = node
      const whole = regionIn(inner.bounds, left, top)
      // A picture that is there px for px is drawn where it is wanted; one that is resampled is kept, as its treatment may change next.
      if (
        'toSource' in inner &&
        inner.mode === 0 &&
        inner.opacity === 1 &&
        whole &&
        sameRegion(whole, region) &&
        drawing.onGrid(inner, region, left, top)
      )
        drawing.picture(raster, inner, region, left, top)
      else {
        kernels.clearRect(raster + region.offset, PLANE_BYTES, STRIDE, region.width, region.height)
        if (whole) canvas.blend(raster, inner, whole, left, top, node.bounds)
      }
    }
    filters.apply(node, raster, region, left, top)
  },
})
