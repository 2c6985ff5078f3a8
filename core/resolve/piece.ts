import { movedLayer } from '../adapt/place'
import { blankDesign } from '../design/blank'
import { ownChannel } from '../design/channels'
import { withReferences } from '../design/references'
import type { Design } from '../design/schema'
import { insidesOf, withMembers } from '../design/tree'
import type { Bounds } from '../geometry/bounds'
import type { Layer } from '../kinds/list'

/** The one page and channel of a piece. */
export const PIECE = { page: 'page1', channel: 'piece' } as const

/** Layers with their members and what is kept inside them, each once. */
function allOf(design: Design, ids: readonly string[]): Map<string, Layer> {
  const found = new Map<string, Layer>()
  const take = (id: string): void => {
    for (const l of withMembers(design, id)) {
      if (found.has(l.id)) continue
      found.set(l.id, l)
      for (const inside of insidesOf(design, l.id)) take(inside.id)
    }
  }
  for (const id of ids) take(id)
  return found
}
/**
 * Some layers of a design as a design of their own, on a see-through page of the size of a box (px of the master): with all that
 * they use. What they say of layers that do not come along goes.
 */
export function pieceOf(
  design: Design,
  ids: readonly string[],
  box: Bounds,
  { id, name }: { id: string; name: string },
): Design {
  const [width, height] = [Math.ceil(box.right - box.left), Math.ceil(box.bottom - box.top)]
  const made = blankDesign(id, name, [ownChannel(PIECE.channel, name, width, height)], {
    colour: 'transparent',
  })
  const all = allOf(design, ids)
  const here = (other: string | null) => (other !== null && all.has(other) ? other : null)
  for (const layer of all.values()) {
    const moved = movedLayer(layer, { scale: 1, dx: -box.left, dy: -box.top })
    made.layers[layer.id] = {
      ...moved,
      ...withReferences(moved, here),
      page: PIECE.page,
      parent: here(layer.parent),
      inside: here(layer.inside),
    }
  }
  const { swatches, recipes, faces, author } = design
  return structuredClone({ ...made, swatches, recipes, faces, author })
}
