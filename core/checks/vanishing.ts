import { intersect, isEmpty } from '../geometry/bounds'
import { connectedParts } from '../geometry/connected'
import { layerName } from '../kinds/facts'
import { nodeWith, type PlanNode, shownIn } from '../render/nodes'
import { definitionOf } from '../render/nodes/list'
import { flatResolved } from '../resolve/resolved'
import { coverIn } from './cover'
import { defineCheck, type Found } from './define'

/** Coverage from which a px is seen, of 255. */
const SEEN = 100
/** A part is lost when no more than this share of it is left; parts under so many px of the check are no letters. */
const LOST = 0.2
const LEAST_PART = 6

/** A thing before and after the print edge that a layer's node ends in, wherever in its chain it lies. */
type Printed = { before: PlanNode; after: PlanNode }
function printEdgeIn(node: PlanNode, id: string): Printed | null {
  const { works, body, reduced, stack } = definitionOf(node)
  const inner = body?.(node)
  if (inner && works?.(node)?.op === 'print') return { before: inner, after: node }
  if (inner) return printEdgeIn(inner, id)
  const [source] = shownIn(node)
  if (reduced && source) {
    const fine = printEdgeIn(source, id)
    return fine && { before: reduced(node, fine.before), after: reduced(node, fine.after) }
  }
  for (const child of stack?.nodes(node) ?? []) {
    const found = child.id === id ? printEdgeIn(child, id) : null
    if (found) return found
  }
  return null
}

/** Fine parts, such as lettering, that a print edge takes away. */
export const vanishing = defineCheck(
  'vanishing',
  'Nothing lost to a print edge',
  ({ page, plan, scale, host }) =>
    flatResolved(page.layers).flatMap(({ layer }): Found[] => {
      if (!layer.shown || !Object.values(layer.treatments).some((t) => t.on && t.kind === 'print-edge'))
        return []
      const whole = nodeWith(plan.nodes, layer.id)
      const edge = whole && printEdgeIn(whole, layer.id)
      const box = edge && intersect(edge.before.bounds, plan.page)
      if (!edge || !box || isEmpty(box)) return []
      const width = box.right - box.left
      const [before, after] = [
        coverIn(edge.before, box, host.renderer),
        coverIn(edge.after, box, host.renderer),
      ]
      const lost = [
        ...connectedParts(width, box.bottom - box.top, (n) => (before[n] as number) >= SEEN),
      ].filter((part) => {
        const sum = (of: Uint8Array) => part.reduce((s, n) => s + (of[n] as number), 0)
        return part.length >= LEAST_PART && sum(after) < LOST * sum(before)
      })
      const [first] = lost
      if (!first) return []
      const xs = first.map((n) => box.left + (n % width))
      const ys = first.map((n) => box.top + Math.floor(n / width))
      const at = {
        left: Math.min(...xs),
        top: Math.min(...ys),
        right: Math.max(...xs) + 1,
        bottom: Math.max(...ys) + 1,
      }
      return [
        {
          layer: layer.id,
          at: {
            left: at.left / scale,
            top: at.top / scale,
            right: at.right / scale,
            bottom: at.bottom / scale,
          },
          text: `${lost.length === 1 ? 'A fine part' : `${lost.length} fine parts`} of “${layerName(layer)}” would be lost to its print edge. Thicken it first, or make the edge less soft.`,
        },
      ]
    }),
)
