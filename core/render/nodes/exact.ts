import { defineNode } from './definition'
import type { ExactNode } from './types'

/** A node whose blending is made at the scale of the master: it takes the place of what its part of the stack shows. */
export const exactNode = defineNode<ExactNode>({
  parts: (node) => [node.own, node.made],
  shows: (node) => [node.own],
  body: (node) => node.own,
  withShown(node, change) {
    const [own, made] = [change(node.own), change(node.made)]
    return made && (own ? { ...node, own, made } : { ...made, opacity: 1, mode: 0 })
  },
  alone: (node, only) => only([node.own])[0] ?? null,
  met: (node) => node.own,
  stands: true,
  sameAs: (node, region) => ({ node: node.own, region }),
  draw: (node, canvas, { raster, region, left, top }) =>
    canvas.blend(raster, { ...node.own, mode: 0, opacity: 1 }, region, left, top),
  blend(node, { filters }, { raster, region, left, top }) {
    filters.replace(raster, node.made, region, left, top, false)
    return true
  },
})
