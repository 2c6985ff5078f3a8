import { defineNode, EVERYWHERE } from './definition'
import type { RimNode } from './types'

/** A ring around a silhouette, which is measured from all of it. */
export const rimNode = defineNode<RimNode>({
  parts: (node) => [node.silhouette],
  reads: (node) => [[node.silhouette, EVERYWHERE]],
  readsAgain: (node) => [node.silhouette],
  draw: (node, { rings }, { raster, region, left, top }) => rings.draw(raster, node, region, left, top),
})
