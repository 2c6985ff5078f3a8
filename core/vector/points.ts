import { type Bounds, unionOf } from '../geometry/bounds'
import { lengthOf } from '../geometry/exact'
import { apply, identity, type Matrix, type Point } from '../geometry/matrix'
import { type Command, flatten, outlineBounds, type Path } from './path'

/** A point of an outline with the control points of the curves that come and go; without one a line is straight there. */
export type PathPoint = { at: Point; before: Point | null; after: Point | null }
export type PointOutline = { points: PathPoint[]; closed: boolean }

const near = (a: Point, b: Point): boolean => Math.abs(a.x - b.x) < 1e-7 && Math.abs(a.y - b.y) < 1e-7

/** A path as the points that a person edits. */
export function pointsOf(path: Path): PointOutline[] {
  const out: PointOutline[] = []
  for (const c of path) {
    const own = out.at(-1)
    const last = own?.points.at(-1)
    if (c[0] === 'M')
      out.push({ points: [{ at: { x: c[1], y: c[2] }, before: null, after: null }], closed: false })
    else if (!own || !last) continue
    else if (c[0] === 'L') own.points.push({ at: { x: c[1], y: c[2] }, before: null, after: null })
    else if (c[0] === 'C') {
      const after = { x: c[1], y: c[2] }
      const at = { x: c[5], y: c[6] }
      const before = { x: c[3], y: c[4] }
      last.after = near(after, last.at) ? null : after
      own.points.push({ at, before: near(before, at) ? null : before, after: null })
    } else {
      own.closed = true
      // An outline that comes back to where it began ends there in the same point.
      const first = own.points[0]
      if (first && own.points.length > 1 && near(first.at, last.at)) {
        first.before = last.before
        own.points.pop()
      }
    }
  }
  return out.filter((o) => o.points.length > 0)
}

export function pathOf(outlines: readonly PointOutline[]): Path {
  return outlines.flatMap(({ points, closed }): Command[] => {
    const [first] = points
    if (!first) return []
    const to = (from: PathPoint, p: PathPoint): Command => {
      if (!from.after && !p.before) return ['L', p.at.x, p.at.y]
      const [a, b] = [from.after ?? from.at, p.before ?? p.at]
      return ['C', a.x, a.y, b.x, b.y, p.at.x, p.at.y]
    }
    const ways = points.slice(1).map((p, n) => to(points[n] as PathPoint, p))
    const last = points.at(-1) as PathPoint
    // A straight line back is what closing draws.
    const back = closed && (last.after || first.before) ? [to(last, first)] : []
    return [['M', first.at.x, first.at.y], ...ways, ...back, ...(closed ? [['Z'] as Command] : [])]
  })
}

/** The path data of SVG 2, five digits. */
export const pathData = (path: Path): string =>
  path.map(([letter, ...numbers]) => letter + numbers.map((n) => Number(n.toFixed(5))).join(' ')).join('')

export const mapPoints = (outlines: readonly PointOutline[], m: Matrix): PointOutline[] =>
  outlines.map((o) => ({
    ...o,
    points: o.points.map((p) => ({
      at: apply(m, p.at),
      before: p.before && apply(m, p.before),
      after: p.after && apply(m, p.after),
    })),
  }))

/** The box around outlines, control points only as far as they bend them; null for none. */
export function pointBounds(outlines: readonly PointOutline[]): Bounds | null {
  const flat = flatten(pathOf(outlines), identity, 0.02)
  const single = outlines
    .filter((o) => o.points.length === 1)
    .map(({ points: [p] }) => ({
      left: p?.at.x ?? 0,
      right: p?.at.x ?? 0,
      top: p?.at.y ?? 0,
      bottom: p?.at.y ?? 0,
    }))
  const made = outlineBounds(flat)
  const all = [...(made ? [made] : []), ...single]
  return all.length > 0 ? unionOf(all) : null
}

const mix = (a: Point, b: Point, t: number): Point => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t })
const onCurve = (a: PathPoint, b: PathPoint, t: number): Point => {
  const [p, q] = [a.after ?? a.at, b.before ?? b.at]
  const [u, v, w] = [mix(a.at, p, t), mix(p, q, t), mix(q, b.at, t)]
  return mix(mix(u, v, t), mix(v, w, t), t)
}

export type OnPath = { outline: number; index: number; t: number; distance: number; at: Point }
/** The place on outlines nearest to a point: after the point `index`, at `t` of the way to the next. */
export function nearestOn(outlines: readonly PointOutline[], p: Point): OnPath | null {
  let best: OnPath | null = null
  outlines.forEach(({ points, closed }, outline) => {
    for (let index = 0; index < points.length - (closed ? 0 : 1); index++) {
      const [a, b] = [points[index], points[(index + 1) % points.length]] as [PathPoint, PathPoint]
      const try_ = (t: number) => {
        const at = onCurve(a, b, t)
        const distance = lengthOf(at.x - p.x, at.y - p.y)
        if (!best || distance < best.distance) best = { outline, index, t, distance, at }
      }
      for (let n = 0; n <= 24; n++) try_(n / 24)
      // Halving steps around the best of these.
      for (
        let step = 1 / 48;
        best && best.outline === outline && best.index === index && step > 1e-4;
        step /= 2
      ) {
        const { t } = best as OnPath
        try_(Math.max(0, t - step))
        try_(Math.min(1, t + step))
      }
    }
  })
  return best
}

/** Outlines with one more point on them, their course unchanged (de Casteljau). */
export function withPointAt(
  outlines: readonly PointOutline[],
  { outline, index, t }: Pick<OnPath, 'outline' | 'index' | 't'>,
): PointOutline[] {
  return outlines.map((o, n) => {
    if (n !== outline) return o
    const next = (index + 1) % o.points.length
    const [a, b] = [o.points[index], o.points[next]] as [PathPoint, PathPoint]
    if (!a.after && !b.before)
      return {
        ...o,
        points: [
          ...o.points.slice(0, index + 1),
          { at: mix(a.at, b.at, t), before: null, after: null },
          ...o.points.slice(index + 1),
        ],
      }
    const [p, q] = [a.after ?? a.at, b.before ?? b.at]
    const [u, v, w] = [mix(a.at, p, t), mix(p, q, t), mix(q, b.at, t)]
    const [before, after] = [mix(u, v, t), mix(v, w, t)]
    const points = o.points.map((own, k) => {
      if (k === index) return { ...own, after: u }
      if (k === next) return { ...own, before: w }
      return own
    })
    return {
      ...o,
      points: [
        ...points.slice(0, index + 1),
        { at: mix(before, after, t), before, after },
        ...points.slice(index + 1),
      ],
    }
  })
}
/** Outlines without one of their points; what is left of fewer than two is gone. */
export const withoutPoint = (
  outlines: readonly PointOutline[],
  outline: number,
  index: number,
): PointOutline[] =>
  outlines
    .map((o, n) => (n === outline ? { ...o, points: o.points.filter((_, k) => k !== index) } : o))
    .filter((o) => o.points.length > 1)

/** A point moved, its control points along with it. */
export const movedPoint = (p: PathPoint, to: Point): PathPoint => {
  const by = (q: Point | null) => q && { x: q.x + to.x - p.at.x, y: q.y + to.y - p.at.y }
  return { at: to, before: by(p.before), after: by(p.after) }
}
/** A control point moved; with `both` the other one goes to the opposite side. */
export function movedControl(p: PathPoint, which: 'before' | 'after', to: Point, both: boolean): PathPoint {
  const other = which === 'before' ? 'after' : 'before'
  const own = p[other]
  if (!both) return { ...p, [which]: to }
  const length = own ? lengthOf(own.x - p.at.x, own.y - p.at.y) : lengthOf(to.x - p.at.x, to.y - p.at.y)
  const way = lengthOf(to.x - p.at.x, to.y - p.at.y) || 1
  return {
    ...p,
    [which]: to,
    [other]: { x: p.at.x - ((to.x - p.at.x) / way) * length, y: p.at.y - ((to.y - p.at.y) / way) * length },
  }
}
/** A corner made smooth along the way from its neighbour before to the one after, or a smooth point made a corner. */
export function turnedSmooth(o: PointOutline, index: number): PathPoint {
  const p = o.points[index] as PathPoint
  if (p.before || p.after) return { ...p, before: null, after: null }
  const count = o.points.length
  const [a, b] = [o.points[(index + count - 1) % count], o.points[(index + 1) % count]] as [
    PathPoint,
    PathPoint,
  ]
  const [x, y] = [(b.at.x - a.at.x) / 6, (b.at.y - a.at.y) / 6]
  return { ...p, before: { x: p.at.x - x, y: p.at.y - y }, after: { x: p.at.x + x, y: p.at.y + y } }
}
