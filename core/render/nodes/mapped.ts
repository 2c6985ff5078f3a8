import { grow, mapBounds } from '../../geometry/bounds'
import { defineNode } from './definition'
import type { MappedNode } from './types'

/** The pixels of another node, shown elsewhere. */
export const mappedNode = defineNode<MappedNode>({
  parts: (node) => [node.source],
  withShown(node, change) {
    const source = change(node.source)
    return source && { ...node, source }
  },
  reads: (node, part) => [[node.source, grow(mapBounds(node.back, part), 4)]],
  readsAgain: (node) => [node.source],
  acrossRows: true,
  draw: (node, { filters }, { raster, region, left, top }) => filters.mapped(node, raster, region, left, top),
})
