import type { Design } from '../design/schema'
import type { LayerNode } from '../design/tree'
import { isWorded } from '../kinds/facts'
import type { Layer } from '../kinds/list'

const made = new WeakMap<Layer, Layer>()
/** The same layer with its shorter words, one and the same object for one layer. */
function shortened(layer: Layer): Layer {
  const held = made.get(layer)
  if (held) return held
  const short = isWorded(layer) && layer.short ? { ...layer, text: layer.short } : layer
  const own = Object.isFrozen(layer) ? Object.freeze(short) : short
  if (Object.isFrozen(layer)) made.set(layer, own)
  return own
}
/** Layers with shorter words of their own that stand in full, whose words nobody changed on this channel. */
export const withShortForms = (nodes: readonly LayerNode[], design: Design): string[] =>
  nodes.flatMap(({ layer, children }) => {
    const master = design.layers[layer.id]
    const own =
      isWorded(layer) && layer.short && isWorded(master) && master.text === layer.text ? [layer.id] : []
    return [...own, ...withShortForms(children, design)]
  })
/** The same things with the short forms of some. */
export const inShortForm = (nodes: readonly LayerNode[], ids: ReadonlySet<string>): LayerNode[] =>
  ids.size === 0
    ? [...nodes]
    : nodes.map((n) => ({
        ...n,
        layer: ids.has(n.layer.id) ? shortened(n.layer) : n.layer,
        children: inShortForm(n.children, ids),
      }))
