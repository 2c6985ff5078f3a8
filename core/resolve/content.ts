import { onLayer, onPage, onSwatch } from '../design/properties/targets'
import { eachLayer, type Pass, withChanges } from './page-tree'

/** What a channel shows at all: words, what is hidden, depth, the page's colour and the swatches. It is measured as it will be. */
export const content: Pass = (tree) => {
  const { design, changes, channel, request } = tree
  if (changes.size === 0) return tree
  const page = design.pages[request.page]
  const at = (target: string) => changes.get(target)
  return {
    ...tree,
    nodes: eachLayer(tree.nodes, (l) => withChanges(l, at(onLayer(l.id)), channel, 'content')),
    colour:
      page && at(onPage(page.id))
        ? withChanges(page, at(onPage(page.id)), channel, 'content').colour
        : tree.colour,
    swatches: swatchesOn(
      tree.swatches,
      (id) => at(onSwatch(id)) !== undefined,
      (w) => withChanges(w, at(onSwatch(w.id)), channel, 'content'),
    ),
  }
}
type Swatches = Parameters<Pass>[0]['swatches']
const made = new WeakMap<Swatches, Swatches[]>()
/** The same record for the same swatches: plans are kept by it. */
export function swatchesOn(
  all: Swatches,
  differs: (id: string) => boolean,
  on: (swatch: Swatches[string]) => Swatches[string],
): Swatches {
  if (!Object.keys(all).some(differs)) return all
  const now = Object.fromEntries(Object.entries(all).map(([id, w]) => [id, on(w)]))
  const held = made.get(all)?.find((h) => Object.keys(now).every((id) => h[id] === now[id]))
  if (held) return held
  made.set(all, [...(made.get(all) ?? []).slice(-11), now])
  return now
}
