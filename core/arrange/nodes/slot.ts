import { carriedNode, stretchedLayer } from '../../adapt/place'
import { heightOf, widthOf } from '../../geometry/bounds'
import type { NodeDefinition, SlotNode } from '../node'

/** Other ratios that a picture in a slot may take, as factors of its own, and what each costs. */
const RATIOS: readonly (readonly [number, number])[] = [
  [1, 0],
  [1.25, 0.08],
  [0.8, 0.08],
  [1.6, 0.22],
  [0.62, 0.22],
  [2.1, 0.42],
  [0.48, 0.42],
]
/** Of what may be cropped, as people said: any of them cheaper, and farther ones. */
const CROPPED = 0.3
const FARTHER: readonly (readonly [number, number])[] = [
  [3, 0.6],
  [0.33, 0.6],
]
function ratiosOf({ item, whole }: SlotNode): readonly (readonly [number, number])[] {
  if (whole) return RATIOS.slice(0, 1)
  return item.node.layer.behaviour.seen === 'cropped'
    ? [...RATIOS, ...FARTHER].map(([ratio, cost]) => [ratio, cost * CROPPED])
    : RATIOS
}
export const slot: NodeDefinition<SlotNode> = {
  shapes: (node, { scale }) =>
    ratiosOf(node).map(([ratio, cost]) => ({
      width: widthOf(node.box) * scale * Math.sqrt(ratio),
      height: (heightOf(node.box) * scale) / Math.sqrt(ratio),
      cost,
      node,
      choice: '',
      kids: [],
      scale,
      alike: String(ratio),
    })),
  place({ item }, shape, box, { out }) {
    out.set(item.id, carriedNode(item.node, stretchedLayer(item.node.layer, box, shape.scale)))
  },
}
