import { quickHash } from '../basics/hash'
import { lookUp } from '../colour/colour'
import type { Paint } from '../colour/paint'
import { areaOf, grow, intersect, isEmpty } from '../geometry/bounds'
import { type Rim, ringsOf } from '../treatments/order'
import { MITRE_LIMIT } from '../vector/corners'
import { outlineBounds } from '../vector/path'
import { widened } from '../vector/widened'
import { type Context, combinedNode, groupNode, pairOf } from './makers'
import { bare } from './masked'
import { coverStep, type Fill, type FillNode, type PlanNode } from './nodes'

/** px that a silhouette is measured on at most. */
const MOST_MEASURED = 42_000_000
/** The furthest that distances are told, px: a wider ring of a picture ends there. */
const FURTHEST = 2000

/** Rim lines around a silhouette, back to front: those outside lie beneath the thing, the others on it. */
export function ringsAround(
  silhouette: PlanNode,
  rims: readonly Rim[],
  c: Context,
): { under: PlanNode[]; over: PlanNode[] } {
  const made = ringsOf(rims, c.scale).map(({ rim, from, to }) => ({
    rim,
    node: ringNode(silhouette, rim, from, to, c),
  }))
  const of = (under: boolean) =>
    made.flatMap(({ rim, node }) =>
      node && (rim.place === 'outside') === under ? [{ ...node, mode: 0, opacity: rim.strength }] : [],
    )
  // Outer rings first, so that an inner one lies over their edge.
  return { under: of(true).reverse(), over: of(false) }
}

const PLAIN_RIM = {
  id: 'rim',
  kind: 'rim',
  order: 'a',
  on: true,
  strength: 1,
  width: 1,
  gap: 0,
  join: 'round',
} as const
/** A thing made wider by so many px of the view, in the colours of what is near, or narrower. */
export function thickenedNode(node: PlanNode, by: number, c: Context): PlanNode | null {
  const colour =
    'fills' in node && node.fills[0]?.paint.kind === 'solid' ? node.fills[0].paint.colour : '#808080'
  const rim: Rim = { ...PLAIN_RIM, place: by > 0 ? 'outside' : 'inside', colour }
  const ring = ringNode(node, rim, 0, Math.abs(by), c)
  if (!ring) return node
  if (by > 0) return groupNode({ id: node.id, blend: 'normal', opacity: 1 }, [ring, node], true)
  const step = { ...coverStep(ring), swap: true }
  return {
    kind: 'masked',
    id: node.id,
    inner: node,
    masks: [step],
    bounds: node.bounds,
    fine: false,
    mode: 0,
    opacity: node.opacity,
    key: quickHash(`thin${node.key}/${ring.key}`),
  }
}

function ringNode(body: PlanNode, rim: Rim, from: number, end: number, c: Context): PlanNode | null {
  const colour = lookUp(rim.colour, c.swatches)
  if ('fills' in body) return drawnRing(body, rim, from, end, colour, c)
  const to = Math.min(end, FURTHEST)
  const sign = rim.place === 'inside' ? -1 : 1
  // Under the thing itself a ring goes on a little, so that no hairline is left between both.
  const beside = sign > 0 ? [from === 0 ? -1 : from, to] : [-to, -from]
  const [low, high] = (rim.place === 'centre' ? [-to, to] : beside) as [number, number]
  const mitred = rim.join === 'mitred'
  const furthest = Math.max(0, high) * (mitred ? MITRE_LIMIT : 1)
  const bounds = grow(body.bounds, Math.ceil(furthest) + 1)
  // Of something huge only what is seen is measured, and as far around as its edge matters.
  const all = grow(body.bounds, Math.ceil(furthest) + 2)
  const measured =
    areaOf(all) <= MOST_MEASURED || !c.seen
      ? all
      : intersect(all, grow(c.seen, Math.ceil(Math.max(furthest, -low)) + 300))
  if (isEmpty(measured) || areaOf(measured) > MOST_MEASURED) return null
  return {
    kind: 'rim',
    id: body.id,
    silhouette: body,
    low,
    high,
    colour,
    mitred,
    measured,
    fine: false,
    mode: 0,
    opacity: 1,
    bounds,
    key: quickHash(
      `rim${body.key}/${low}/${high}/${colour}/${rim.join}/${measured === all ? '' : Object.values(measured)}`,
    ),
  }
}

/** The ring of what has outlines: they themselves made wider. */
function drawnRing(
  body: FillNode,
  rim: Rim,
  from: number,
  to: number,
  colour: string,
  c: Context,
): PlanNode | null {
  const paint: Paint = { kind: 'solid', colour }
  const wide = (reach: number): FillNode | null => {
    const outlines = body.fills.flatMap((f) =>
      widened(
        f.outlines.map((o) => ({ points: o.points, closed: true })),
        reach,
        rim.join,
      ),
    )
    const extent = outlineBounds(outlines)
    if (!extent) return null
    const prepared = outlines.flatMap((o) => {
      const bounds = outlineBounds([o])
      return bounds ? [{ points: o.points, bounds }] : []
    })
    const fill: Fill = {
      outlines: prepared,
      evenOdd: false,
      paint,
      opacity: 1,
      toBox: [1, 0, 0, 1, 0, 0],
      width: 1,
      height: 1,
    }
    const bounds = {
      left: Math.floor(extent.left),
      top: Math.floor(extent.top),
      right: Math.ceil(extent.right),
      bottom: Math.ceil(extent.bottom),
    }
    return {
      kind: 'fill',
      id: body.id,
      fills: [fill],
      bounds,
      fine: false,
      mode: 0,
      opacity: 1,
      key: quickHash(`wide${body.key}/${reach}/${rim.join}/${colour}`),
    }
  }
  const plain = {
    ...bare(body.id, { x: 0, y: 0, width: 1, height: 1, rotation: 0, flipX: false, flipY: false }),
    fill: paint,
  }
  const both = (how: 'punch' | 'overlap' | 'join', a: PlanNode, b: PlanNode) =>
    combinedNode(plain, how, pairOf(plain, a, b), c)
  const outer = wide(to)
  if (!outer || rim.place === 'centre') return outer
  // Under the ring before it, which lies over it, it goes on a little too.
  const inner = rim.place === 'outside' && rim.gap === 0 ? Math.max(0, from - 1) : from
  const near = inner > 0 ? wide(inner) : null
  if (rim.place === 'inside') {
    const within = both('overlap', outer, body)
    return within && near ? both('punch', within, near) : within
  }
  const gone = near && both('join', near, body)
  return gone ? both('punch', outer, gone) : outer
}
