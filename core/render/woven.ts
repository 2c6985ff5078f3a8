import { quickHash } from '../basics/hash'
import { type Bounds, intersect, isEmpty, scaled } from '../geometry/bounds'
import { apply, type Point } from '../geometry/matrix'
import type { WeaveMark } from '../kinds/weave-schema'
import { frameMatrix } from '../masks/mask-frame'
import { flatResolved, type ResolvedLayer, type ResolvedPage } from '../resolve/resolved'
import type { Path } from '../vector/path'
import { type Context, combinedNode, fillNode, pairOf, type Woven } from './makers'
import { bare, frameOf, hasAny, WHITE } from './masked'
import { coverStep, type PlanNode } from './nodes'
import { thickenedNode } from './rimmed'

/** The weaves of a page by the upper layer of each pair. */
export function weavesOf(page: ResolvedPage): ReadonlyMap<string, readonly Woven[]> {
  const out = new Map<string, Woven[]>()
  const all = flatResolved(page.everything)
  if (!all.some((l) => hasAny(l.layer.weaves))) return out
  const places = new Map(all.map((l, n) => [l.layer.id, n]))
  for (const { layer } of all)
    for (const w of Object.values(layer.weaves)) {
      const [mine, theirs] = [places.get(layer.id), places.get(w.other)]
      if (mine === undefined || theirs === undefined) continue
      const upper = mine > theirs ? layer.id : w.other
      const made: Woven = {
        carrier: layer.id,
        other: w.other,
        upper,
        lower: upper === layer.id ? w.other : layer.id,
        gap: w.gap ?? 0,
        marks: Object.values(w.marks),
      }
      out.set(upper, [...(out.get(upper) ?? []), made])
    }
  return out
}

/** A mark on the page: its middle between both of its points, and how far it reaches, px. */
export type Site = { at: Point; radius: number; over: boolean; painted: boolean }
export function sitesOf(
  marks: readonly WeaveMark[],
  carrier: ResolvedLayer,
  other: ResolvedLayer,
  page: ResolvedPage,
): Site[] {
  const [own, theirs] = [frameOf({ frame: 'layer' }, carrier, page), frameOf({ frame: 'layer' }, other, page)]
  if (!own || !theirs) return []
  return marks.map((m) => {
    const [a, b] = [apply(frameMatrix(own), m.own), apply(frameMatrix(theirs), m.other)]
    return {
      at: { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 },
      radius: m.radius * Math.min(own.width, own.height),
      over: m.over,
      painted: m.painted,
    }
  })
}
/** Which site a point belongs to: the least |p − site|² − radius² (the power diagram: F. Aurenhammer, SIAM J. Comput. 16, 1987). */
export function siteAt<S extends Site>(sites: readonly S[], p: Point): S | null {
  let [best, least] = [null as S | null, Infinity]
  for (const s of sites) {
    const d = (p.x - s.at.x) ** 2 + (p.y - s.at.y) ** 2 - s.radius ** 2
    if (d < least) [best, least] = [s, d]
  }
  return best
}
/** Whether the other passes over the carrier at a point: what was painted there last counts, else the nearest crossing; null where nothing says. */
export function passesOver(sites: readonly Site[], p: Point): boolean | null {
  const painted = sites.findLast((s) => s.painted && Math.hypot(p.x - s.at.x, p.y - s.at.y) <= s.radius)
  return (
    painted?.over ??
    siteAt(
      sites.filter((s) => !s.painted),
      p,
    )?.over ??
    null
  )
}
/** The part of a box that belongs to one site, a convex outline; empty where none does. */
export function cellOf(site: Site, sites: readonly Site[], box: Bounds): Point[] {
  let cell: Point[] = [
    { x: box.left, y: box.top },
    { x: box.right, y: box.top },
    { x: box.right, y: box.bottom },
    { x: box.left, y: box.bottom },
  ]
  for (const [n, other] of sites.entries()) {
    if (other === site || cell.length === 0) continue
    // |p − a|² − ra² ≤ |p − b|² − rb² is a half-plane: n · p ≤ c.
    const [nx, ny] = [2 * (other.at.x - site.at.x), 2 * (other.at.y - site.at.y)]
    const c =
      other.at.x ** 2 +
      other.at.y ** 2 -
      other.radius ** 2 -
      (site.at.x ** 2 + site.at.y ** 2 - site.radius ** 2)
    if (nx === 0 && ny === 0) {
      if (c < 0 || (c === 0 && n < sites.indexOf(site))) cell = []
      continue
    }
    cell = cut(cell, (p) => nx * p.x + ny * p.y - c)
  }
  return cell
}
/** What of an outline lies where a linear function is at most 0 (I. Sutherland, G. Hodgman, 1974). */
function cut(cell: readonly Point[], side: (p: Point) => number): Point[] {
  return cell.flatMap((p, n) => {
    const q = cell[(n + 1) % cell.length] as Point
    const [a, b] = [side(p), side(q)]
    const kept = a <= 0 ? [p] : []
    if (a <= 0 === b <= 0) return kept
    const t = a / (a - b)
    return [...kept, { x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t }]
  })
}

const disc = ({ at, radius: r }: Site): Path => {
  const k = r * 0.5522847498
  const { x, y } = at
  return [
    ['M', x + r, y],
    ['C', x + r, y + k, x + k, y + r, x, y + r],
    ['C', x - k, y + r, x - r, y + k, x - r, y],
    ['C', x - r, y - k, x - k, y - r, x, y - r],
    ['C', x + k, y - r, x + r, y - k, x + r, y],
    ['Z'],
  ]
}

/** Where the lower of two layers is lifted over the upper, as coverage; null where nowhere. */
function liftedArea(w: Woven, sites: readonly Site[], c: Context): PlanNode | null {
  // A mark tells where the other passes over the carrier: where the order is the other way round, all others are meant.
  const lifts = (s: Site) => s.over === (w.upper === w.carrier)
  const page = {
    x: c.page.width / 2,
    y: c.page.height / 2,
    width: c.page.width,
    height: c.page.height,
    rotation: 0,
    flipX: false,
    flipY: false,
  }
  const plain = { ...bare(`${w.lower}~${w.upper}`, page), fill: WHITE }
  const area = (path: Path) =>
    path.length > 0
      ? fillNode(plain, [{ path, evenOdd: false, paint: WHITE, opacity: 1 }], c, page.width, page.height)
      : null
  const crossings = sites.filter((s) => !s.painted)
  const box = scaled(c.reach, 1 / c.scale)
  let made: PlanNode | null = area(
    crossings.filter(lifts).flatMap((s): Path => {
      const [first, ...rest] = cellOf(s, crossings, box)
      return first ? [['M', first.x, first.y], ...rest.map((p): Path[number] => ['L', p.x, p.y]), ['Z']] : []
    }),
  )
  // What was painted lies over that in its order.
  const painted = sites.filter((s) => s.painted)
  for (let from = 0; from < painted.length; ) {
    const up = lifts(painted[from] as Site)
    let to = from
    while (to < painted.length && lifts(painted[to] as Site) === up) to++
    const way = area(painted.slice(from, to).flatMap(disc))
    if (way && made) made = combinedNode(plain, up ? 'join' : 'punch', pairOf(plain, made, way), c)
    else if (way && up) made = way
    from = to
  }
  return made
}

/** Where the lower of two layers passes over the upper: the area, and what both cover there, rims included, shadows not. */
function passing(
  w: Woven,
  c: Context,
): { area: PlanNode; lower: PlanNode; upper: PlanNode; outline: PlanNode } | null {
  const [carrier, other] = [c.layerOf(w.carrier), c.layerOf(w.other)]
  if (!carrier?.layer.shown || !other?.layer.shown) return null
  const [upper, lower] = [c.ownNodeFor(w.upper, c), c.ownNodeFor(w.lower, c)]
  const area = upper && lower && liftedArea(w, sitesOf(w.marks, carrier, other, c.page), c)
  if (!area) return null
  const solid = (node: PlanNode): PlanNode => ({
    ...(c.silhouettes.get(node.key) ?? node),
    mode: 0,
    opacity: 1,
  })
  return { area, lower, upper: solid(upper), outline: solid(lower) }
}

/** A layer with an even gap beside what passes over it, where one is wanted. */
export function parted(node: PlanNode, id: string, c: Context): PlanNode {
  const gaps = (c.weaves.get(id) ?? []).flatMap((w) => {
    const found = w.gap > 0 ? passing(w, c) : null
    const wide = found && thickenedNode(found.outline, w.gap * c.scale, c)
    if (!found || !wide) return []
    const bounds = intersect(wide.bounds, found.area.bounds)
    if (isEmpty(bounds)) return []
    const key = quickHash(`gap${wide.key}|${found.area.key}`)
    const gap: PlanNode = {
      kind: 'masked',
      id,
      key,
      bounds,
      mode: 0,
      opacity: 1,
      fine: false,
      inner: wide,
      masks: [coverStep(found.area)],
    }
    return [{ ...coverStep(gap), swap: true }]
  })
  if (gaps.length === 0) return node
  const key = quickHash(`parted${node.key}|${gaps.map((g) => g.node?.key).join('|')}`)
  const { id: own, bounds, mode, opacity, fine } = node
  return {
    kind: 'masked',
    id: own,
    key,
    bounds,
    mode,
    opacity,
    fine,
    inner: { ...node, mode: 0, opacity: 1 },
    masks: gaps,
  }
}

/**
 * What passes over a layer though it lies beneath it: drawn once more where a mark says so, wherever the other covers at all. As
 * much of it as the other covers would leave half of that to be seen along its soft edge.
 */
export function wovenOver(id: string, c: Context): PlanNode[] {
  return (c.weaves.get(id) ?? []).flatMap((w): PlanNode[] => {
    const found = passing(w, c)
    if (!found) return []
    const { area, lower, upper } = found
    const bounds = intersect(intersect(upper.bounds, lower.bounds), area.bounds)
    if (isEmpty(bounds)) return []
    return [
      {
        kind: 'masked',
        id: w.lower,
        key: quickHash(`woven${lower.key}|${upper.key}|${area.key}`),
        bounds,
        mode: lower.mode,
        opacity: lower.opacity,
        fine: false,
        inner: { ...lower, mode: 0, opacity: 1 },
        masks: [{ ...coverStep(upper), by: 'touch' }, coverStep(area)],
      },
    ]
  })
}
