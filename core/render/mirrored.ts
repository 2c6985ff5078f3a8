import { blendModeNumber } from '../basics/blend-modes'
import { quickHash } from '../basics/hash'
import type { Paint } from '../colour/paint'
import { boundsOf, centreOf, grow, mapBounds, union } from '../geometry/bounds'
import { apply, compose, inverse, type Matrix, scaling } from '../geometry/matrix'
import type { Placement } from '../geometry/placement-schema'
import { copiesOf, isAxis, keptPart, mirrorOf, ownPart } from '../kinds/group/mirror'
import type { ResolvedLayer } from '../resolve/resolved'
import { layerBounds } from './layer-bounds'
import { type Context, fillNode, groupNode } from './makers'
import { bare } from './masked'
import { coverStep, type MappedNode, type PlanNode } from './nodes'

const WHITE: Paint = { kind: 'solid', colour: '#ffffff' }
/** Adds both: parts that share an edge px cover it together. */
const PLUS = blendModeNumber('plus-lighter')

/** What a mirrored group shows: the stored part and its copies; null where nothing is stored. `make` plans its members. */
export function mirroredNode(
  own: ResolvedLayer,
  c: Context,
  make: (members: readonly ResolvedLayer[], c: Context) => PlanNode[],
): PlanNode | null {
  const found = mirrorOf(own)
  const members = own.children.filter((m) => !isAxis(m.layer))
  // What is seen of a copy may lie elsewhere in what is stored.
  const half = groupNode(
    { id: own.layer.id, blend: 'normal', opacity: 1 },
    make(members, found ? { ...c, seen: undefined } : c),
    true,
  )
  if (!half || !found) return half && groupNode(own.layer, [half], true)
  const { mirror, axis } = found
  const onView = (m: Matrix): Matrix => compose(compose(scaling(1 / c.scale), m), scaling(c.scale))
  const copies = copiesOf(mirror, axis).map((m) => ({ map: m, node: mappedNode(half, onView(m)) }))
  if (!mirror.cut) return groupNode(own.layer, [...copies.map((k) => k.node).reverse(), half], true)
  const far = (2 * Math.max(c.reach.right - c.reach.left, c.reach.bottom - c.reach.top)) / c.scale
  const part = ownPart(
    mirror,
    axis,
    keptPart(
      mirror,
      axis,
      members.flatMap((m) => (m.layer.shown ? (layerBounds(m) ?? []) : [])),
    ),
    far,
  )
  const within = (node: PlanNode, map: Matrix | null): PlanNode[] => {
    const corners = map ? part.map((p) => apply(map, p)) : part
    const box = corners.map((p) => boundsOf(p.x, p.y, 0.01, 0.01)).reduce(union)
    const placement: Placement = {
      ...centreOf(box),
      width: box.right - box.left,
      height: box.bottom - box.top,
      rotation: 0,
      flipX: false,
      flipY: false,
    }
    const path = [
      ...corners.map((p, n) => [n === 0 ? 'M' : 'L', p.x - box.left, p.y - box.top] as const),
      ['Z'] as const,
    ]
    const sector = fillNode(
      bare(`${own.layer.id}~`, placement),
      [{ path: path as never, evenOdd: false, paint: WHITE, opacity: 1 }],
      c,
      placement.width,
      placement.height,
    )
    if (!sector) return []
    const key = quickHash(`part${node.key}/${sector.key}`)
    return [
      {
        kind: 'masked',
        id: own.layer.id,
        key,
        bounds: node.bounds,
        mode: PLUS,
        opacity: 1,
        fine: false,
        inner: node,
        masks: [coverStep(sector)],
      },
    ]
  }
  return groupNode(own.layer, [...copies.flatMap((k) => within(k.node, k.map)), ...within(half, null)], true)
}

/** A node's pixels somewhere else: `map` goes from where they lie to where they are shown, px of the view. */
function mappedNode(source: PlanNode, map: Matrix): MappedNode {
  const b = grow(mapBounds(map, source.bounds), 2)
  return {
    kind: 'mapped',
    id: source.id,
    source,
    back: inverse(map) ?? map,
    bounds: {
      left: Math.floor(b.left),
      top: Math.floor(b.top),
      right: Math.ceil(b.right),
      bottom: Math.ceil(b.bottom),
    },
    mode: 0,
    opacity: 1,
    fine: false,
    key: quickHash(`mapped${source.key}/${map}`),
  }
}
