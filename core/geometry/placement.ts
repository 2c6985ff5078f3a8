import { type Bounds, mapBounds } from './bounds'
import { cosine, sine } from './exact'
import { apply, compose, inverse, type Matrix, type Point, scaling, translation, turning } from './matrix'
import type { Placement } from './placement-schema'

/** The slant of a placement as a map about its centre: the top leans right by `skew` degrees (SVG's skewX, mirrored). */
function slanting(p: Pick<Placement, 'skew'>): Matrix {
  if (!p.skew) return [1, 0, 0, 1, 0, 0]
  const r = (p.skew * Math.PI) / 180
  return [1, 0, -sine(r) / cosine(r), 1, 0, 0]
}
/** What turns and slants a box's own axes into the page's. */
const axesOf = (p: Pick<Placement, 'skew' | 'rotation'>): Matrix => compose(slanting(p), turning(p.rotation))

/** Maps a layer's own box, (0, 0) to (width, height), onto the page. */
export function matrixOf(p: Placement): Matrix {
  const centred = translation(-p.width / 2, -p.height / 2)
  const flipped = compose(centred, scaling(p.flipX ? -1 : 1, p.flipY ? -1 : 1))
  const slanted = p.skew ? compose(flipped, slanting(p)) : flipped
  return compose(compose(slanted, turning(p.rotation)), translation(p.x, p.y))
}

/** The upright box around a placed layer, px of the page; what a perspective or bend does is not in it. */
export const placedBounds = (p: Placement): Bounds =>
  mapBounds(matrixOf(p), { left: 0, top: 0, right: p.width, bottom: p.height })

/** The corners of a placed box: top left, top right, bottom right, bottom left as the layer itself sees them. */
export function placedCorners(p: Placement): [Point, Point, Point, Point] {
  const m = matrixOf({ ...p, flipX: false, flipY: false })
  return [
    apply(m, { x: 0, y: 0 }),
    apply(m, { x: p.width, y: 0 }),
    apply(m, { x: p.width, y: p.height }),
    apply(m, { x: 0, y: p.height }),
  ]
}

/** The box around placed layers along axes turned by an angle: top left, top right, bottom right, bottom left of the turned box; null for none. */
export function turnedBox(
  all: readonly Placement[],
  angleDegrees: number,
): [Point, Point, Point, Point] | null {
  const back = turning(-angleDegrees)
  const corners = all.flatMap((p) => placedCorners(p).map((q) => apply(back, q)))
  if (corners.length === 0) return null
  const [xs, ys] = [corners.map((p) => p.x), corners.map((p) => p.y)]
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const on = turning(angleDegrees)
  return [
    apply(on, { x: left, y: top }),
    apply(on, { x: right, y: top }),
    apply(on, { x: right, y: bottom }),
    apply(on, { x: left, y: bottom }),
  ]
}

export const moved = (p: Placement, dx: number, dy: number): Placement => ({ ...p, x: p.x + dx, y: p.y + dy })

/** Scales about a fixed point of the page by the same factor both ways. */
export const scaledAbout = (p: Placement, about: Point, factor: number): Placement => ({
  ...p,
  x: about.x + (p.x - about.x) * factor,
  y: about.y + (p.y - about.y) * factor,
  width: p.width * factor,
  height: p.height * factor,
})

/** Scales about a fixed point of the page by a factor for each axis of the page; exact for boxes that stand upright or on their side. */
export function stretchedAbout(p: Placement, about: Point, kx: number, ky: number): Placement {
  const quarter = Math.abs(Math.round(p.rotation / 90)) % 2 === 1
  return {
    ...p,
    x: about.x + (p.x - about.x) * kx,
    y: about.y + (p.y - about.y) * ky,
    width: p.width * (quarter ? ky : kx),
    height: p.height * (quarter ? kx : ky),
  }
}

/**
 * A box slanted by dragging the middle of a side (`hx`, `hy` as in `resized`) along itself by `dx`, `dy` px of the page;
 * the opposite side stays. A slant of the upright sides is a turn and a slant of the level ones. `step` rounds the angle.
 */
export function slanted(p: Placement, hx: number, hy: number, dx: number, dy: number, step = 0): Placement {
  const own = apply(turning(-p.rotation), { x: dx, y: dy })
  const before = Math.tan(((p.skew ?? 0) * Math.PI) / 180)
  const round = (a: number) => Math.min(75, Math.max(-75, step > 0 ? Math.round(a / step) * step : a))
  if (hy !== 0) {
    // Level sides move along themselves: the upper to the right leans right.
    const skew = round((Math.atan(before - (own.x * hy) / p.height) * 180) / Math.PI)
    return keepingSide({ ...p, skew }, p, hx, hy)
  }
  // Upright sides move along themselves: y' = y + v x. As a turn and a slant that is tan a = v, and t' = t (1 + v²) − v.
  const turn = round((Math.atan((own.y * hx) / p.width) * 180) / Math.PI)
  const v = Math.tan((turn * Math.PI) / 180)
  const skew = (Math.atan(before * (1 + v * v) - v) * 180) / Math.PI
  if (Math.abs(skew) > 75) return p
  const c = 1 / Math.hypot(1, v)
  return keepingSide(
    { ...p, rotation: wrapDegrees(p.rotation + turn), width: p.width / c, height: p.height * c, skew },
    p,
    hx,
    hy,
  )
}
/** Moved so that the middle of the side opposite to a handle lies where it lay. */
function keepingSide(next: Placement, before: Placement, hx: number, hy: number): Placement {
  const side = (p: Placement) =>
    apply(matrixOf({ ...p, flipX: false, flipY: false }), {
      x: ((1 - hx) / 2) * p.width,
      y: ((1 - hy) / 2) * p.height,
    })
  const [from, to] = [side(before), side(next)]
  return { ...next, x: next.x + from.x - to.x, y: next.y + from.y - to.y }
}

/**
 * A placement under any affine map of the page: sized, turned, slanted and mirrored as it says; what bends the box goes
 * along with it. Null where it would be pressed flat or lean farther than a slant may.
 */
export function mapped(p: Placement, by: Matrix): Placement | null {
  const [a, b, c, d] = compose(matrixOf({ ...p, flipX: false, flipY: false }), by)
  const along = { x: a * p.width, y: b * p.width }
  const down = { x: c * p.height, y: d * p.height }
  const mirrors = along.x * down.y - along.y * down.x < 0
  // The side is turned over that leaves less to turn.
  const turnOf = (sign: 1 | -1) => Math.abs(wrapDegrees(degreesOf(along, sign) - p.rotation))
  const across = mirrors && turnOf(-1) < turnOf(1)
  const sign = across ? -1 : 1
  const rotation = wrapDegrees(degreesOf(along, sign))
  const own = apply(turning(-rotation), mirrors && !across ? { x: -down.x, y: -down.y } : down)
  const width = Math.hypot(along.x, along.y)
  if (width < 0.01 || own.y < 0.01) return null
  const skew = (Math.atan(-own.x / own.y) * 180) / Math.PI
  if (Math.abs(skew) > 75) return null
  const { skew: _, ...rest } = p
  return {
    ...rest,
    ...apply(by, { x: p.x, y: p.y }),
    width,
    height: own.y,
    rotation,
    ...(Math.abs(skew) > 1e-9 ? { skew } : {}),
    flipX: across ? !p.flipX : p.flipX,
    flipY: mirrors && !across ? !p.flipY : p.flipY,
  }
}
const degreesOf = (v: Point, sign: 1 | -1): number => (Math.atan2(v.y * sign, v.x * sign) * 180) / Math.PI
/** An affine map about a point of the page, along axes that are turned by degrees: `own` is what it does there. */
export const mapAbout = (about: Point, angleDegrees: number, own: Matrix): Matrix =>
  compose(
    compose(compose(translation(-about.x, -about.y), turning(-angleDegrees)), own),
    compose(turning(angleDegrees), translation(about.x, about.y)),
  )
/** The map of the page that takes one placement to another. */
export function mapBetween(from: Placement, to: Placement): Matrix | null {
  const unit = (p: Placement) => compose(scaling(p.width, p.height), matrixOf(p))
  const back = inverse(unit(from))
  return back && compose(back, unit(to))
}

/** Turns about a fixed point of the page. */
export function turnedAbout(p: Placement, about: Point, angleDegrees: number): Placement {
  const at = apply(turning(angleDegrees), { x: p.x - about.x, y: p.y - about.y })
  return { ...p, x: about.x + at.x, y: about.y + at.y, rotation: wrapDegrees(p.rotation + angleDegrees) }
}

/** Mirrors a placement in a vertical (`x`) or horizontal (`y`) line through a point of the page. */
export const mirroredAbout = (p: Placement, about: Point, axis: 'x' | 'y'): Placement =>
  axis === 'x'
    ? { ...p, ...leaning(p), x: 2 * about.x - p.x, rotation: wrapDegrees(-p.rotation), flipX: !p.flipX }
    : { ...p, ...leaning(p), y: 2 * about.y - p.y, rotation: wrapDegrees(-p.rotation), flipY: !p.flipY }
/** A mirrored slant leans the other way. */
const leaning = (p: Placement): { skew?: number } => (p.skew ? { skew: -p.skew } : {})

/** An angle brought to −180 … 180. */
export function wrapDegrees(angle: number): number {
  const a = ((angle % 360) + 360) % 360
  return a > 180 ? a - 360 : a
}

/**
 * A box resized by dragging one of its handles: `hx`, `hy` are −1, 0 or 1 (left/top, middle, right/bottom) and
 * `dx`, `dy` the pointer's way in px of the page. The opposite handle stays put, or the centre where `fromCentre`.
 */
export function resized(
  p: Placement,
  hx: number,
  hy: number,
  dx: number,
  dy: number,
  how: { proportional: boolean; fromCentre: boolean; smallest?: number },
): Placement {
  const axes = axesOf(p)
  const own = apply(inverse(axes) ?? turning(-p.rotation), { x: dx, y: dy })
  const reach = how.fromCentre ? 2 : 1
  const least = how.smallest ?? 1
  let width = Math.max(least, p.width + own.x * hx * reach)
  let height = Math.max(least, p.height + own.y * hy * reach)
  if (how.proportional && hx !== 0 && hy !== 0) {
    // The pointer's way projected on the diagonal gives one factor for both sides.
    const length = p.width * p.width + p.height * p.height
    const factor = Math.max(
      least / Math.min(p.width, p.height),
      1 + ((own.x * hx * p.width + own.y * hy * p.height) * reach) / length,
    )
    width = p.width * factor
    height = p.height * factor
  }
  if (hx === 0) width = p.width
  if (hy === 0) height = p.height
  const drift = how.fromCentre
    ? { x: 0, y: 0 }
    : apply(axes, { x: ((width - p.width) / 2) * hx, y: ((height - p.height) / 2) * hy })
  return { ...p, x: p.x + drift.x, y: p.y + drift.y, width, height }
}

/** A line from one point to another: its box turned to lie along it. */
export function lineBox(a: Point, b: Point): Placement {
  const length = Math.max(2, Math.hypot(b.x - a.x, b.y - a.y))
  return {
    x: (a.x + b.x) / 2,
    y: (a.y + b.y) / 2,
    width: length,
    height: 4,
    rotation: (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI,
    flipX: false,
    flipY: false,
  }
}
