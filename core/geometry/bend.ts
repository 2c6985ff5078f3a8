import { lengthOf } from './exact'
import type { Point } from './matrix'
import type { Bend } from './placement-schema'

type Curve = Extract<Bend, { kind: 'curve' }>
type UnitMap = (s: number, t: number) => Point
/** Steps between two points of a curve that its length is told by. */
const STEPS = 96

/** Catmull–Rom through four values. */
export const through = (a: number, b: number, c: number, d: number, t: number): number =>
  b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)))

/** A smooth line through points, even in its length: where a share of it lies. Beyond its ends it goes on straight. */
function lineThrough(points: readonly Point[]): (share: number) => Point {
  const last = points.length - 1
  const at = (k: number): Point => {
    const held = points[k]
    if (held) return held
    // Beyond an end as the last three would go on, or the last two.
    const [p, q, r] = (
      k < 0 ? [points[0], points[1], points[2]] : [points[last], points[last - 1], points[last - 2]]
    ) as [Point, Point, Point?]
    return r
      ? { x: 3 * p.x - 3 * q.x + r.x, y: 3 * p.y - 3 * q.y + r.y }
      : { x: 2 * p.x - q.x, y: 2 * p.y - q.y }
  }
  const place = (u: number): Point => {
    const k = Math.min(last - 1, Math.max(0, Math.floor(u)))
    const [a, b, c, d] = [at(k - 1), at(k), at(k + 1), at(k + 2)]
    return { x: through(a.x, b.x, c.x, d.x, u - k), y: through(a.y, b.y, c.y, d.y, u - k) }
  }
  const marks = Array.from({ length: last * STEPS + 1 }, (_, n) => place(n / STEPS))
  const lengths = [0]
  for (let n = 1; n < marks.length; n++) {
    const [p, q] = [marks[n - 1] as Point, marks[n] as Point]
    lengths.push((lengths[n - 1] as number) + lengthOf(q.x - p.x, q.y - p.y))
  }
  const whole = lengths.at(-1) as number
  return (share) => {
    if (whole === 0) return marks[0] as Point
    if (share <= 0 || share >= 1) {
      // Straight on, in the direction that the end has.
      const [end, near] =
        share <= 0 ? [marks[0] as Point, marks[1] as Point] : [marks.at(-1) as Point, marks.at(-2) as Point]
      const step = lengthOf(end.x - near.x, end.y - near.y)
      const beyond = ((share <= 0 ? -share : share - 1) * whole) / Math.max(1e-12, step)
      return { x: end.x + (end.x - near.x) * beyond, y: end.y + (end.y - near.y) * beyond }
    }
    const wanted = share * whole
    let [low, high] = [0, lengths.length - 1]
    while (high - low > 1) {
      const middle = (low + high) >> 1
      if ((lengths[middle] as number) <= wanted) low = middle
      else high = middle
    }
    const [from, to] = [lengths[low] as number, lengths[high] as number]
    return place((low + (to > from ? (wanted - from) / (to - from) : 0)) / STEPS)
  }
}

/** The box along one curve, upright lines at right angles to it, or between two, upright lines from one to the other. */
export function curved({ upper, lower }: Curve, width: number, height: number): UnitMap {
  const inPx = (points: readonly Point[]) => points.map((p) => ({ x: p.x * width, y: p.y * height }))
  const first = lineThrough(inPx(upper))
  if (lower) {
    const second = lineThrough(inPx(lower))
    return (s, t) => {
      const [p, q] = [first(s), second(s)]
      return { x: (p.x + (q.x - p.x) * t) / width, y: (p.y + (q.y - p.y) * t) / height }
    }
  }
  const step = 1 / 512
  return (s, t) => {
    const [p, before, after] = [first(s), first(s - step), first(s + step)]
    const [dx, dy] = [after.x - before.x, after.y - before.y]
    const away = ((t - 0.5) * height) / Math.max(1e-9, lengthOf(dx, dy))
    return { x: (p.x - dy * away) / width, y: (p.y + dx * away) / height }
  }
}

/** The places of a bend that can be taken hold of, in fractions of the box. */
export function bendHandles(bend: Bend | undefined): Point[] {
  if (!bend || bend.kind === 'arc') return []
  return bend.kind === 'net' ? bend.points : [...bend.upper, ...(bend.lower ?? [])]
}
/** The bend with one of these places moved. */
export function withHandle(bend: Bend, index: number, to: Point): Bend {
  if (bend.kind === 'arc') return bend
  const moved = (list: readonly Point[], n: number) => list.map((p, k) => (k === n ? to : p))
  if (bend.kind === 'net') return { ...bend, points: moved(bend.points, index) }
  const upper = moved(bend.upper, index)
  return { ...bend, upper, lower: bend.lower && moved(bend.lower, index - bend.upper.length) }
}

export const BEND_KINDS = ['arc', 'curve', 'two', 'net'] as const
export type BendKind = (typeof BEND_KINDS)[number]
export const kindOfBend = (bend: Bend | undefined): BendKind | null => {
  if (bend?.kind === 'curve') {
    if (bend.lower) return 'two'
    return 'curve'
  }
  return bend?.kind ?? null
}

/** A bend of another kind that lies where a map takes the box now; `side` handles on each line, or across and down. */
export function bendFrom(kind: BendKind, now: UnitMap, across: number, down = across): Bend {
  const shares = (count: number) => Array.from({ length: count }, (_, n) => n / (count - 1))
  const short = ({ x, y }: Point): Point => ({ x: Math.round(x * 1e5) / 1e5, y: Math.round(y * 1e5) / 1e5 })
  const line = (t: number) => shares(across).map((s) => short(now(s, t)))
  if (kind === 'net')
    return { kind: 'net', columns: across, rows: down, points: shares(down).flatMap((t) => line(t)) }
  if (kind === 'curve') return { kind: 'curve', upper: line(0.5), lower: null }
  if (kind === 'two') return { kind: 'curve', upper: line(0), lower: line(1) }
  return { kind: 'arc', angleDegrees: 60 }
}
/** Where a plain box has its places. */
export const unbent: UnitMap = (x, y) => ({ x, y })
