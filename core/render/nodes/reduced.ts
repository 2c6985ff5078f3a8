import { grow, scaled } from '../../geometry/bounds'
import { defineNode } from './definition'
import { reducedNodeOf } from './reducing'
import type { ReducedNode } from './types'

/** A node planned finer, reduced by area. */
export const reducedNode = defineNode<ReducedNode>({
  parts: (node) => [node.source],
  shows: (node) => [node.source],
  elsewhere: true,
  reduced: (node, other) => reducedNodeOf(other, node.factor),
  withShown(node, change) {
    const source = change(node.source)
    return source && { ...node, source }
  },
  reads: (node, part) => [[node.source, grow(scaled(part, node.factor), 2)]],
  readsAgain: (node) => [node.source],
  draw: (node, { filters }, { raster, region, left, top }) =>
    filters.reduced(node, raster, region, left, top),
})
