import { badInput } from '../basics/errors'
import { hasMembers } from '../kinds/facts'
import { changeKey } from './change-schema'
import { maskDependsOn } from './mask-commands'
import { placedBy } from './register'
import type { Design } from './schema'

/** The most groups within groups. */
const MAX_DEPTH = 24
const MAX_LAYERS = 2000

/** The rules that a schema cannot say. Throws `bad-input` with the first rule broken. */
export function checkStructure(design: Design): void {
  const fail = (what: string): never => {
    throw badInput(`${what} Nothing stored was changed.`)
  }
  if (!design.channels[design.master]) fail('The master channel is not among the channels.')
  if (Object.keys(design.pages).length === 0) fail('A design needs a page.')
  if (Object.keys(design.layers).length > MAX_LAYERS) fail(`A design holds at most ${MAX_LAYERS} layers.`)
  for (const record of [design.channels, design.pages, design.layers, design.swatches])
    for (const [key, entry] of Object.entries(record))
      if (key !== entry.id) fail(`The entry ${key} carries another id.`)
  for (const layer of Object.values(design.layers)) {
    if (!design.pages[layer.page]) fail(`The layer ${layer.id} lies on a page that is not there.`)
    let depth = 0
    for (let parent = layer.parent; parent; parent = design.layers[parent]?.parent ?? null) {
      const group = design.layers[parent]
      if (!hasMembers(group)) fail(`The layer ${layer.id} lies in something that is not a group.`)
      if (group && (group.plane !== layer.plane || group.page !== layer.page))
        fail(`The layer ${layer.id} lies in another plane or page than its group.`)
      if (++depth > MAX_DEPTH || parent === layer.id) fail('A group cannot lie inside itself.')
    }
    depth = 0
    for (let at = layer; at.inside; ) {
      const holder = design.layers[at.inside]
      if (!holder) return fail(`The layer ${at.id} is kept inside something that is not there.`)
      if (holder.page !== at.page || holder.plane !== at.plane || holder.parent !== at.parent)
        fail(`The layer ${at.id} lies in another page, plane or group than its holder.`)
      if (++depth > MAX_DEPTH || holder.id === layer.id) fail('A layer cannot be kept inside itself.')
      at = holder
    }
  }
  for (const layer of Object.values(design.layers))
    for (const [key, mask] of Object.entries(layer.masks)) {
      if (key !== mask.id) fail(`The mask ${key} carries another id.`)
      if (mask.kind === 'layer' && design.layers[mask.layer] && maskDependsOn(design, mask.layer, layer.id))
        fail(`A mask of the layer ${layer.id} goes by a layer that this one is part of.`)
    }
  for (const layer of Object.values(design.layers)) {
    if (
      layer.register &&
      (layer.register === layer.id || placedBy(design, layer.id) === layer.id) &&
      design.layers[layer.register]?.page === layer.page
    )
      fail(`The layer ${layer.id} lies in register with itself.`)
    for (const [key, w] of Object.entries(layer.weaves))
      if (key !== w.id || w.other === layer.id) fail(`A weave of the layer ${layer.id} is filed wrongly.`)
  }
  for (const [key, c] of Object.entries(design.changes)) {
    if (key !== changeKey(c.channel, c.target, c.property))
      fail(`The change ${key} is filed under another name.`)
    if (!design.channels[c.channel]) fail(`A change is for a channel that is not there.`)
  }
}
