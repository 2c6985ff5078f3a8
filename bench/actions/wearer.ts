import { inOrder } from '@/core/basics/order'
import { fromHex, lookUp, toHex } from '@/core/colour/colour'
import { coloursOfPaint } from '@/core/colour/light'
import { hasMembers, isPhoto, isShape, isWorded, takesPicture } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import type { Wearer } from '@/core/treatments/sized'
import type { Bench } from '../state/bench'
import { boundsOfNode, resolvedOf } from './handled'

/** `#rrggbb` of the first colour of a thing's own fill; null for pictures and what has none. */
function inkOf(layer: Layer, swatches: Parameters<typeof lookUp>[1]): string | null {
  if (!isWorded(layer) && !isShape(layer)) return null
  const [first] = coloursOfPaint(layer.fill)
  return first ? toHex({ ...fromHex(lookUp(first, swatches)), a: 1 }) : null
}
/** What a thing is to what is put on it: its size on the page shown, its colour, what lies beneath. */
export function wearerOf(bench: Bench, id: string): Wearer | null {
  const s = bench.store.getState()
  const found = resolvedOf(s, id)
  if (!found) return null
  const { layer } = found
  const { width, height, swatches } = s.resolved
  const box = boundsOfNode(found)
  const side = box ? Math.min(box.right - box.left, box.bottom - box.top) : Math.min(width, height)
  const plain = !hasMembers(layer) && (isShape(layer) || takesPicture(layer))
  const opaque = isPhoto(layer) && (s.sources[layer.source]?.opaque ?? false)
  let kind: Wearer['kind'] = 'cutout'
  if (isWorded(layer)) kind = 'words'
  else if (plain || (opaque && Object.keys(layer.masks).length === 0)) kind = 'block'
  return {
    kind,
    size: isWorded(layer) ? layer.style.size : side,
    page: Math.min(width, height),
    ink: inkOf(layer, swatches),
    ground: bench.lightUnder(id),
    palette: inOrder(s.design.swatches).map((w) => toHex({ ...fromHex(lookUp(w.colour, swatches)), a: 1 })),
  }
}
