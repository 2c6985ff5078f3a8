import { curved, through } from './bend'
import type { Bounds } from './bounds'
import { cosine, sine } from './exact'
import {
  applyHomography,
  composeHomographies,
  fromAffine,
  type Homography,
  inverseHomography,
  isConvex,
  type Quad,
  squareToQuad,
} from './homography'
import { apply, compose, inverse, type Point, scaling } from './matrix'
import { matrixOf } from './placement'
import type { Bend, Placement } from './placement-schema'

/** How a layer's box lies on the page where that is more than an affine map. */
export type Warp = {
  /** A place in the box, in fractions of it, on the page. */
  point(s: number, t: number): Point
  /** The same as a perspective map, where nothing is bent. */
  perspective: Homography | null
}

/** The corners of a perspective in fractions of the box, from their offsets. */
export const quadOf = (corners: NonNullable<Placement['corners']>): Quad => [
  { x: corners[0].x, y: corners[0].y },
  { x: 1 + corners[1].x, y: corners[1].y },
  { x: 1 + corners[2].x, y: 1 + corners[2].y },
  { x: corners[3].x, y: 1 + corners[3].y },
]

/** The box's own warp, from page px; null for a plain box. Bends come first, then the corners, then the placement. */
export function warpOf(p: Placement): Warp | null {
  const quad = p.corners ? squareToQuad(quadOf(p.corners)) : null
  const bent = p.bend ? bentPoint(p.bend, p.width, p.height) : null
  if (!quad && !bent) return null
  const toPage = compose(scaling(p.width, p.height), matrixOf(p))
  return {
    perspective: quad && !bent ? composeHomographies(quad, fromAffine(toPage)) : null,
    point(s, t) {
      const within = bent ? bent(s, t) : { x: s, y: t }
      return apply(toPage, quad ? applyHomography(quad, within) : within)
    },
  }
}

const UNIT: Quad = [
  { x: 0, y: 0 },
  { x: 1, y: 0 },
  { x: 1, y: 1 },
  { x: 0, y: 1 },
]
/**
 * The perspective that takes each corner of a box, as it is shown, to where a map of the page takes it; bends stay within.
 * Null where the box would fold over or reach too far.
 */
export function cornersUnder(
  p: Placement,
  map: (at: Point) => Point,
): NonNullable<Placement['corners']> | null {
  const toPage = compose(scaling(p.width, p.height), matrixOf(p))
  const back = inverse(toPage)
  const quad = p.corners ? squareToQuad(quadOf(p.corners)) : null
  if (!back) return null
  const [a, b, c, d] = UNIT.map((u) =>
    apply(back, map(apply(toPage, quad ? applyHomography(quad, u) : u))),
  ) as unknown as Quad
  const made = [a, b, c, d].map((q, n) => ({ x: q.x - (UNIT[n]?.x ?? 0), y: q.y - (UNIT[n]?.y ?? 0) }))
  if (!isConvex([a, b, c, d]) || made.some((o) => Math.abs(o.x) > 20 || Math.abs(o.y) > 20)) return null
  return made as NonNullable<Placement['corners']>
}

type UnitMap = (s: number, t: number) => Point
const bentPoint = (bend: Bend, width: number, height: number): UnitMap => {
  if (bend.kind === 'arc') return arc(bend.angleDegrees, width, height)
  if (bend.kind === 'curve') return curved(bend, width, height)
  return net(bend)
}

/**
 * The box around a circular arc: its middle line keeps its length, upright lines become radii. Positive angles arch
 * upward. Held back where the inner side would fold.
 */
function arc(angleDegrees: number, width: number, height: number): UnitMap {
  const most = (1.9 * width) / height
  const angle = Math.min(most, Math.max(-most, (angleDegrees * Math.PI) / 180))
  if (Math.abs(angle) < 1e-4) return (s, t) => ({ x: s, y: t })
  const radius = width / angle
  return (s, t) => {
    const a = (s - 0.5) * angle
    const r = radius + (0.5 - t) * height
    return { x: 0.5 + (r * sine(a)) / width, y: 0.5 + (radius - r * cosine(a)) / height }
  }
}

/** A smooth surface through the points of a net; beyond its edge it goes on straight. */
function net(bend: Extract<Bend, { kind: 'net' }>): UnitMap {
  const { columns, rows, points } = bend
  const at = (c: number, r: number, axis: 'x' | 'y'): number => {
    // A point beyond the edge mirrors the one inside it.
    if (c < 0) return 2 * at(0, r, axis) - at(1, r, axis)
    if (c >= columns) return 2 * at(columns - 1, r, axis) - at(columns - 2, r, axis)
    if (r < 0) return 2 * at(c, 0, axis) - at(c, 1, axis)
    if (r >= rows) return 2 * at(c, rows - 1, axis) - at(c, rows - 2, axis)
    return points[r * columns + c]?.[axis] ?? 0
  }
  return (s, t) => {
    const [u, v] = [s * (columns - 1), t * (rows - 1)]
    const c = Math.min(columns - 2, Math.max(0, Math.floor(u)))
    const r = Math.min(rows - 2, Math.max(0, Math.floor(v)))
    const along = (axis: 'x' | 'y', row: number) =>
      through(at(c - 1, row, axis), at(c, row, axis), at(c + 1, row, axis), at(c + 2, row, axis), u - c)
    const value = (axis: 'x' | 'y') =>
      through(along(axis, r - 1), along(axis, r), along(axis, r + 1), along(axis, r + 2), v - r)
    return { x: value('x'), y: value('y') }
  }
}

const STRAIGHT: NonNullable<Placement['corners']> = [
  { x: 0, y: 0 },
  { x: 0, y: 0 },
  { x: 0, y: 0 },
  { x: 0, y: 0 },
]

/**
 * A placement with one corner (0 top left, then clockwise as the layer sees it) at an offset from the box's own, in
 * fractions of the box; null where the corners would fold over. Corners that are all straight are none.
 */
export function withCorner(p: Placement, corner: 0 | 1 | 2 | 3, offset: Point): Placement | null {
  const corners = [...(p.corners ?? STRAIGHT)] as NonNullable<Placement['corners']>
  corners[corner] = { x: Math.round(offset.x * 1e5) / 1e5, y: Math.round(offset.y * 1e5) / 1e5 }
  if (!isConvex(quadOf(corners)) || corners.some((c) => Math.abs(c.x) > 20 || Math.abs(c.y) > 20)) return null
  const { corners: _, ...plain } = p
  return corners.every((c) => c.x === 0 && c.y === 0) ? plain : { ...plain, corners }
}

/** A place in a layer's box, px of it, as it is shown on the page: through its bend and perspective. */
export function shownPoint(p: Placement): (at: Point) => Point {
  const warp = warpOf(p)
  if (warp) return ({ x, y }) => warp.point(x / p.width, y / p.height)
  const m = matrixOf(p)
  return (at) => apply(m, at)
}

/** Where the bend and perspective of a box take what lies on its plain plane, page px both; null for a plain box. */
export function carrierOf(p: Placement): ((at: Point) => Point) | null {
  const { corners: _c, bend: _b, ...plain } = p
  const [warp, back] = [warpOf(p), inverse(compose(scaling(p.width, p.height), matrixOf(plain)))]
  if (!warp || !back) return null
  return (at) => {
    const { x, y } = apply(back, at)
    return warp.point(x, y)
  }
}
/** A placement whose places lie where a map of the page takes them, by a net of so many points a side. */
export function carried(p: Placement, through: (at: Point) => Point, side = 9): Placement {
  const { corners: _c, bend: _b, ...plain } = p
  const shown = shownPoint(p)
  const back = inverse(compose(scaling(p.width, p.height), matrixOf(plain)))
  if (!back) return p
  const points = Array.from({ length: side * side }, (_, n): Point => {
    const at = { x: (p.width * (n % side)) / (side - 1), y: (p.height * Math.floor(n / side)) / (side - 1) }
    const { x, y } = apply(back, through(shown(at)))
    return { x: limited(x), y: limited(y) }
  })
  return { ...plain, bend: { kind: 'net', columns: side, rows: side, points } }
}
const limited = (v: number): number => Math.min(20, Math.max(-20, v))

/** Sides of a bent box are followed in so many steps. */
const STEPS = 24
/** The outline of a part of a layer's box, px of it, as it is shown on the page: its corners, or more of them where it is bent. */
export function shownOutline(p: Placement, box: Bounds): Point[] {
  const point = shownPoint(p)
  const corners = [
    { x: box.left, y: box.top },
    { x: box.right, y: box.top },
    { x: box.right, y: box.bottom },
    { x: box.left, y: box.bottom },
  ]
  const steps = p.bend ? STEPS : 1
  return corners.flatMap((from, n) => {
    const to = corners[(n + 1) % 4] as Point
    return Array.from({ length: steps }, (_, k) =>
      point({ x: from.x + ((to.x - from.x) * k) / steps, y: from.y + ((to.y - from.y) * k) / steps }),
    )
  })
}
/** The upright box around what is shown of a layer, or of a part of its box, px of the page. */
export function shownBounds(
  p: Placement,
  box: Bounds = { left: 0, top: 0, right: p.width, bottom: p.height },
): Bounds {
  const outline = shownOutline(p, box)
  const [xs, ys] = [outline.map((q) => q.x), outline.map((q) => q.y)]
  return { left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) }
}

/**
 * The place in a layer's box, px of it, that is shown at a point of the page; null where the box is flat. Bends are
 * found back by Newton's method from where the plain box has the point.
 */
export function placeUnder(p: Placement, at: Point): Point | null {
  const plain = inverse(matrixOf(p))
  if (!plain) return null
  const start = apply(plain, at)
  const warp = warpOf(p)
  if (!warp) return start
  if (warp.perspective) {
    const back = inverseHomography(warp.perspective)
    const unit = back && applyHomography(back, at)
    return unit && { x: unit.x * p.width, y: unit.y * p.height }
  }
  let [s, t] = [Math.min(1, Math.max(0, start.x / p.width)), Math.min(1, Math.max(0, start.y / p.height))]
  const step = 1e-4
  for (let n = 0; n < 24; n++) {
    const [here, right, low] = [warp.point(s, t), warp.point(s + step, t), warp.point(s, t + step)]
    const [a, b, c, d] = [
      (right.x - here.x) / step,
      (low.x - here.x) / step,
      (right.y - here.y) / step,
      (low.y - here.y) / step,
    ]
    const determinant = a * d - b * c
    if (Math.abs(determinant) < 1e-9) return null
    const [dx, dy] = [at.x - here.x, at.y - here.y]
    // No leap further than the box is large, so that a strong bend does not throw it off.
    const limit = (v: number) => Math.min(0.5, Math.max(-0.5, v))
    const [ds, dt] = [limit((d * dx - b * dy) / determinant), limit((a * dy - c * dx) / determinant)]
    s += ds
    t += dt
    if (Math.abs(ds) + Math.abs(dt) < 1e-7) break
  }
  return { x: s * p.width, y: t * p.height }
}
