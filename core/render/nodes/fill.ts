import { defineNode } from './definition'
import type { FillNode } from './types'

/** Areas covered and coloured. */
export const fillNode = defineNode<FillNode>({
  parts: () => [],
  draw: (node, { drawing }, { raster, region, left, top }) => drawing.fills(raster, node, region, left, top),
})
