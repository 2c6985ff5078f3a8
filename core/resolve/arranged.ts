import { type AdaptContext, type Adapted, adapt } from '../adapt/adapt'
import { placedBy } from '../design/register'
import { arrangementKey } from '../design/schema'
import type { LayerNode } from '../design/tree'
import { kindOf } from '../kinds/list'
import type { PageTree } from './page-tree'

/** Arrangements that are kept, of all pages and channels together. */
const MOST_KEPT = 96
const numbers = new WeakMap<object, number>()
let count = 0
/** A number of its own for each object, the same as long as it is the same. */
function numberOf(thing: object | null): number {
  if (!thing) return 0
  const held = numbers.get(thing)
  if (held !== undefined) return held
  numbers.set(thing, ++count)
  return count
}
const kept = new WeakMap<AdaptContext['fonts'], Map<string, Adapted>>()

/**
 * A page laid out on its channel. What was laid out is kept by all that it is made from: layers, both channels, colours, the
 * arrangement that is stored, the faces that are open, how light its photos are. So frames of a motion and changes of looks
 * arrange nothing.
 */
export function arranged(tree: PageTree, context: AdaptContext): Adapted {
  const { design, request, master, channel, colour, swatches } = tree
  const nodes = tree.nodes.filter((n) => n.layer.shown && placedBy(design, n.layer.id) === n.layer.id)
  const stored = design.arrangements[arrangementKey(request.page, channel.id)] ?? null
  const make = () => adapt(nodes, { swatches }, master, channel, colour, stored, context)
  const layers: LayerNode['layer'][] = []
  const told: string[] = []
  const tell = (all: readonly LayerNode[]): void => {
    for (const n of all) {
      layers.push(n.layer)
      const photo = kindOf(n.layer).picture(n.layer)
      told.push(`${numberOf(n.layer)}${photo ? `:${numberOf(context.lightOf(photo.source))}` : ''}`)
      if (n.children.length > 0 || n.insides.length > 0) {
        told.push('(')
        tell(n.children)
        told.push('|')
        tell(n.insides)
        told.push(')')
      }
    }
  }
  tell(nodes)
  // What may still be changed in place is no key.
  if (!layers.every(Object.isFrozen)) return make()
  const key = [
    numberOf(master),
    numberOf(channel),
    numberOf(stored),
    numberOf(swatches),
    colour,
    context.fonts.count,
    ...told,
  ].join(' ')
  const own = kept.get(context.fonts) ?? new Map<string, Adapted>()
  kept.set(context.fonts, own)
  const found = own.get(key)
  own.delete(key)
  const made = found ?? make()
  own.set(key, made)
  for (const oldest of own.keys()) {
    if (own.size <= MOST_KEPT) break
    own.delete(oldest)
  }
  return made
}
