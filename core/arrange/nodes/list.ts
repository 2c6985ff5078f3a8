import type { Bounds } from '../../geometry/bounds'
import type { Fit, Node, NodeDefinition, Placing, Shape } from '../node'
import { unbeaten } from '../node'
import { block } from './block'
import { lines } from './lines'
import { panel } from './panel'
import { ridden } from './ridden'
import { rule } from './rule'
import { set } from './set'
import { slot } from './slot'
import { table } from './table'
import { words } from './words'

const definitions: { [K in Node['kind']]: NodeDefinition<Extract<Node, { kind: K }>> } = {
  words,
  block,
  slot,
  rule,
  panel,
  ridden,
  lines,
  set,
  table,
}
const definitionOf = (node: Node): NodeDefinition<Node> =>
  definitions[node.kind] as unknown as NodeDefinition<Node>

/** All ways in which a tree can be drawn at a fit, none of them beaten by another. */
export function shapesAt(root: Node, fit: Fit): readonly Shape[] {
  const held = new Map<Node, readonly Shape[]>()
  const shapesOf = (node: Node): readonly Shape[] => {
    const found = held.get(node)
    if (found) return found
    const { room } = fit
    const fits = (s: Shape) => s.width <= room.width && s.height <= room.height && s.cost <= fit.dearest
    const made = unbeaten(definitionOf(node).shapes(node, sharing(node, fit), shapesOf).filter(fits))
    held.set(node, made)
    return made
  }
  return shapesOf(root)
}
/** What is drawn as one thing is never smaller than people allow; all else has its size from these. */
const ONE_THING = ['words', 'block', 'slot']
const sharing = (node: Node, fit: Fit): Fit =>
  node.share > 0 && ONE_THING.includes(node.kind)
    ? {
        ...fit,
        scale: Math.max(fit.scale, (node.share * fit.area) / (node.kind === 'words' ? fit.words : 1)),
      }
    : fit
/** Puts a tree as it was shaped into a box that is at least as large. */
export function placeShape(shape: Shape, box: Bounds, to: Placing): void {
  definitionOf(shape.node).place(shape.node, shape, box, to, (s, b) => placeShape(s, b, to))
}
/** What was chosen of each node, by its key, to be stored. */
export function choicesOf(shape: Shape, into: Record<string, string> = {}): Record<string, string> {
  if (shape.choice !== '') into[shape.node.key] = shape.choice
  for (const k of shape.kids) choicesOf(k, into)
  return into
}
