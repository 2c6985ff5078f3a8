import { type Bounds, contains } from '../../geometry/bounds'
import { TILE } from '../../pixels/memory'
import { regionIn, sameRegion } from '../region'
import { defineNode } from './definition'
import type { EdgedNode } from './types'

/** A part, and as much more as it takes to reach into a box. */
const outTo = (part: Bounds, box: Bounds): Bounds => ({
  left: Math.min(part.left, box.right - 1),
  top: Math.min(part.top, box.bottom - 1),
  right: Math.max(part.right, box.left + 1),
  bottom: Math.max(part.bottom, box.top + 1),
})
/** A node's pixels within a box, and beyond it the nearest of them. */
export const edgedNode = defineNode<EdgedNode>({
  parts: (node) => [node.source],
  withShown(node, change) {
    const source = change(node.source)
    return source && { ...node, source }
  },
  reads: (node, part) => [[node.source, outTo(part, node.edge)]],
  readsAgain: (node) => [node.source],
  sameAs(node, region, left, top) {
    if (!contains(node.edge, { left, top, right: left + TILE, bottom: top + TILE })) return null
    const own = regionIn(node.source.bounds, left, top)
    return own && sameRegion(own, region) ? { node: node.source, region: own } : null
  },
  draw: (node, { filters }, { raster, region, left, top }) => filters.edged(node, raster, region, left, top),
})
