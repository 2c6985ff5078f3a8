import type { AdaptContext } from '../adapt/adapt'
import type { LightOf } from '../adapt/lightness'
import { safeArea } from '../design/free-space'
import { onLayer, onPage, onSwatch } from '../design/properties/targets'
import { valuesOfRow } from '../design/table'
import { isPhoto, isWorded, type Worded } from '../kinds/facts'
import type { Layer } from '../kinds/list'
import { beginsAt, inPlaceOf } from '../kinds/type/box'
import type { FontBook } from '../type/fonts'
import { swatchesOn } from './content'
import { eachLayer, type PageTree, type Pass, withChanges } from './page-tree'
import { standsIn } from './stands-in'

/** How wide words may become that are as wide as their lines, px: up to the safe border of the master's page. */
function roomFor({ placement: p, style }: Worded, master: PageTree['master']): number {
  const safe = safeArea(master)
  const [left, right] = [p.x - p.width / 2 - safe.left, safe.right - (p.x + p.width / 2)]
  const share = beginsAt(style.align, false)
  if (share === 0.5) return p.width + 2 * Math.max(0, Math.min(left, right))
  return p.width + Math.max(0, share === 0 ? right : left)
}
const made = new WeakMap<Layer, { of: Layer; fonts: number; layer: Layer }[]>()
/** Words of a row in the place of a layer's; the same object for the same words and faces. */
function worded(layer: Worded, next: Worded, tree: PageTree, fonts: FontBook): Layer {
  const held = made.get(next)?.find((h) => h.of === layer && h.fonts === fonts.count)
  if (held) return held.layer
  const set = inPlaceOf(fonts, { ...next, text: layer.text }, next.text, roomFor(layer, tree.master))
  if (Object.isFrozen(next)) {
    Object.freeze(set)
    made.set(next, [...(made.get(next) ?? []).slice(-3), { of: layer, fonts: fonts.count, layer: set }])
  }
  return set
}

const stood = new WeakMap<Layer, { of: Layer; grids: unknown; layer: Layer }[]>()
/** Another picture in the place of a layer's own; the same object for the same pictures. */
function pictured(layer: Layer, next: Layer, lightOf: LightOf): Layer {
  if (!isPhoto(layer) || !isPhoto(next) || layer.source === next.source) return next
  // Until it is known what is seen of them they are taken for whole.
  const grids = lightOf(next.source)
  const held = stood.get(next)?.find((h) => h.of === layer && h.grids === grids)
  if (held) return held.layer
  const set = { ...next, placement: standsIn(layer, next, lightOf) }
  if (Object.isFrozen(next)) {
    Object.freeze(set)
    stood.set(next, [...(stood.get(next) ?? []).slice(-3), { of: layer, grids, layer: set }])
  }
  return set
}

/**
 * What a row of the design's table fills, in the place of the design's own. It comes before what differs on a channel, and where both
 * say something of the same the row is right: else its words would be seen on every channel but one.
 */
export const fromRow =
  ({ fonts, lightOf }: AdaptContext): Pass =>
  (tree) => {
    const { design, request, channel } = tree
    const values = valuesOfRow(design, request.row)
    if (values.size === 0) return tree
    const page = design.pages[request.page]
    const own = page && values.get(onPage(page.id))
    const given = <T extends object>(thing: T, target: string): T => {
      const all = values.get(target)
      return withChanges(withChanges(thing, all, channel, 'content'), all, channel, 'look')
    }
    const layers = (layer: Layer): Layer => {
      const next = given(layer, onLayer(layer.id))
      return next !== layer && isWorded(layer) && isWorded(next) && next.text !== layer.text
        ? worded(layer, next, tree, fonts)
        : pictured(layer, next, lightOf)
    }
    return {
      ...tree,
      changes: withoutThose(tree.changes, values),
      nodes: eachLayer(tree.nodes, layers),
      colour: page && own ? given(page, onPage(page.id)).colour : tree.colour,
      swatches: swatchesOn(
        tree.swatches,
        (id) => values.has(onSwatch(id)),
        (w) => given(w, onSwatch(w.id)),
      ),
    }
  }
type Changes = PageTree['changes']
/** What differs on a channel but for what a row says of the same. */
function withoutThose(changes: Changes, values: Changes): Changes {
  const both = [...values.keys()].filter((target) => changes.has(target))
  if (both.length === 0) return changes
  const left = new Map(changes)
  for (const target of both) {
    const said = new Set(values.get(target)?.map((v) => v.property))
    const rest = (changes.get(target) ?? []).filter((c) => !said.has(c.property))
    if (rest.length > 0) left.set(target, rest)
    else left.delete(target)
  }
  return left
}
