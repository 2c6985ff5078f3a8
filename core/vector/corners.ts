import { angleOf, cosine, lengthOf, sine } from '../geometry/exact'

/** A sharp corner of a silhouette: where its two straight edges meet, and their outward normals in the order of the walk. */
export type Corner = {
  x: number
  y: number
  before: readonly [number, number]
  after: readonly [number, number]
  convex: boolean
}

/** A mitre goes at most so many times as far from its corner as its edges do; sharper ones stay round. */
export const MITRE_LIMIT = 4

const INSIDE = 128
/** How far a contour may lie from the lines that stand for it, and px of an edge from its own line (root mean square). */
const [LOOSE, STRAIGHT] = [0.7, 0.25]
/** Edges shorter than the first are no edges but part of a curve, than the second perhaps, px. */
const [LEAST_EDGE, SHORT_EDGE] = [4, 12]
/** What turns less is no corner, radians; and of a corner no more than this share comes from the bend of its edges. */
const [LEAST_TURN, MOST_BEND] = [0.35, 0.2]
/** A corner lies this near to where the contour turns, px. */
const NEAR = 3
/** Contours this near to the border of what is looked at are cut off by it, px. */
const BORDER = 1.5

/**
 * Closed contours of a coverage of `width` × `height` bytes at one half, px: x and y in turn, what is covered on the right.
 * Points lie between the middles of px by how much these are covered.
 */
export function contoursOf(cover: Uint8Array, width: number, height: number): Float64Array[] {
  const at = (x: number, y: number): number =>
    x < 0 || y < 0 || x >= width || y >= height ? 0 : (cover[y * width + x] as number)
  const walked = new Uint8Array(width * height)
  const out: Float64Array[] = []
  for (let y0 = 0; y0 < height; y0++)
    for (let x0 = 0; x0 < width; x0++) {
      const n = y0 * width + x0
      if ((cover[n] as number) < INSIDE || walked[n] || at(x0, y0 - 1) >= INSIDE) continue
      const points: number[] = []
      let [x, y, dx, dy] = [x0, y0, 1, 0]
      do {
        // What is outside lies on the left of the way.
        const [ox, oy] = [dy, -dx]
        const own = at(x, y)
        const t = (own - INSIDE + 0.5) / (own - at(x + ox, y + oy))
        points.push(x + 0.5 + ox * t, y + 0.5 + oy * t)
        if (dx === 1) walked[y * width + x] = 1
        if (at(x + dx, y + dy) < INSIDE) [dx, dy] = [-dy, dx]
        else if (at(x + dx + ox, y + dy + oy) >= INSIDE) [x, y, dx, dy] = [x + dx + ox, y + dy + oy, ox, oy]
        else [x, y] = [x + dx, y + dy]
      } while (x !== x0 || y !== y0 || dx !== 1)
      out.push(Float64Array.from(points))
    }
  return out
}

/** Indices of the points that stand for a part of a contour (D. Douglas, T. Peucker, 1973), without the last one. */
function standing(p: Float64Array, from: number, to: number): number[] {
  const count = p.length / 2
  const x = (n: number) => p[2 * (n % count)] as number
  const y = (n: number) => p[2 * (n % count) + 1] as number
  const kept: number[] = []
  const open: [number, number][] = [[from, to]]
  for (let part = open.pop(); part; part = open.pop()) {
    const [a, b] = part
    const [ux, uy] = [x(b) - x(a), y(b) - y(a)]
    const length = lengthOf(ux, uy)
    let [most, furthest] = [LOOSE, -1]
    for (let n = a + 1; n < b; n++) {
      const [vx, vy] = [x(n) - x(a), y(n) - y(a)]
      const away = length > 0 ? Math.abs(ux * vy - uy * vx) / length : lengthOf(vx, vy)
      if (away > most) [most, furthest] = [away, n]
    }
    if (furthest < 0) kept.push(a)
    else open.push([furthest, b], [a, furthest])
  }
  return kept
}

/** `bend`: how far an edge itself turns from its middle to its end, radians. */
type Line = { x: number; y: number; dx: number; dy: number; length: number; off: number; bend: number }
/** The line nearest to the inner points from one index to another, least squares across it, and the parabola about it. */
function lineThrough(p: Float64Array, from: number, to: number): Line {
  const count = p.length / 2
  const skip = Math.min(3, Math.floor((to - from) / 5))
  let [n, sx, sy] = [0, 0, 0]
  for (let k = from + skip; k <= to - skip; k++) {
    sx += p[2 * (k % count)] as number
    sy += p[2 * (k % count) + 1] as number
    n++
  }
  const [mx, my] = [sx / n, sy / n]
  let [xx, xy, yy] = [0, 0, 0]
  for (let k = from + skip; k <= to - skip; k++) {
    const [vx, vy] = [(p[2 * (k % count)] as number) - mx, (p[2 * (k % count) + 1] as number) - my]
    xx += vx * vx
    xy += vx * vy
    yy += vy * vy
  }
  const half = angleOf(2 * xy, xx - yy) / 2
  let [dx, dy] = [cosine(half), sine(half)]
  const [ex, ey] = [0, 1].map(
    (k) => (p[2 * (to % count) + k] as number) - (p[2 * (from % count) + k] as number),
  ) as [number, number]
  if (ex * dx + ey * dy < 0) [dx, dy] = [-dx, -dy]
  const off = Math.sqrt(Math.max(0, xx * dy * dy - 2 * xy * dx * dy + yy * dx * dx) / n)
  const mean = (xx * dx * dx + 2 * xy * dx * dy + yy * dy * dy) / n
  let [up, down] = [0, 0]
  for (let k = from + skip; k <= to - skip; k++) {
    const [vx, vy] = [(p[2 * (k % count)] as number) - mx, (p[2 * (k % count) + 1] as number) - my]
    const square = (vx * dx + vy * dy) ** 2 - mean
    up += square * (vy * dx - vx * dy)
    down += square * square
  }
  const length = lengthOf(ex, ey)
  return { x: mx, y: my, dx, dy, length, off, bend: down > 0 ? (up / down) * length : 0 }
}

/** The sharp corners of a contour. Curves have none: only where two straight edges meet is one. */
export function cornersOf(p: Float64Array, width: number, height: number): Corner[] {
  const count = p.length / 2
  if (count < 8) return []
  // The closed line is opened where it turns furthest from its start.
  let [far, opposite] = [0, 0]
  for (let n = 1; n < count; n++) {
    const away = lengthOf(
      (p[2 * n] as number) - (p[0] as number),
      (p[2 * n + 1] as number) - (p[1] as number),
    )
    if (away > far) [far, opposite] = [away, n]
  }
  let further = 0
  let start = 0
  for (let n = 0; n < count; n++) {
    const away = lengthOf(
      (p[2 * n] as number) - (p[2 * opposite] as number),
      (p[2 * n + 1] as number) - (p[2 * opposite + 1] as number),
    )
    if (away > further) [further, start] = [away, n]
  }
  const second = opposite > start ? opposite : opposite + count
  const kept = [...standing(p, start, second), ...standing(p, second, start + count)]
  const lines = kept.map((n, k) => lineThrough(p, n, kept[k + 1] ?? (kept[0] as number) + count))
  const straight = (l: Line): boolean =>
    l.length >= LEAST_EDGE && l.off <= STRAIGHT && Math.abs(l.bend) < MOST_BEND
  if (lines.length < 3) return []
  return lines.flatMap((a, k): Corner[] => {
    const next = lines[(k + 1) % lines.length] as Line
    // The corner itself, which is never quite sharp, may stand between both edges.
    const b =
      straight(next) || next.length > 1.5 * LEAST_EDGE ? next : (lines[(k + 2) % lines.length] as Line)
    if (!straight(a) || !straight(b)) return []
    const turn = a.dx * b.dy - a.dy * b.dx
    const angle = Math.abs(angleOf(turn, a.dx * b.dx + a.dy * b.dy))
    // A short edge may still be a flat part of a small curve.
    const least = Math.min(a.length, b.length) < SHORT_EDGE ? 2 * LEAST_TURN : LEAST_TURN
    if (angle < least || Math.abs(turn) < 1e-6 || Math.abs(a.bend + b.bend) > MOST_BEND * angle) return []
    const t = ((b.x - a.x) * b.dy - (b.y - a.y) * b.dx) / turn
    const [x, y] = [a.x + a.dx * t, a.y + a.dy * t]
    const end = (kept[(k + 1) % kept.length] as number) % count
    if (lengthOf(x - (p[2 * end] as number), y - (p[2 * end + 1] as number)) > NEAR) return []
    if (x < BORDER || y < BORDER || x > width - BORDER || y > height - BORDER) return []
    return [{ x, y, before: [a.dy, -a.dx], after: [b.dy, -b.dx], convex: turn > 0 }]
  })
}

/** What makes a round offset of a silhouette mitred: at each corner of a kind what lies between both edges moved by `reach` px. */
export function mitresAt(corners: readonly Corner[], reach: number, convex: boolean): Float64Array[] {
  const sign = convex ? reach : -reach
  return corners.flatMap(({ x, y, before: [ax, ay], after: [bx, by], convex: own }) => {
    const between = ax * bx + ay * by
    if (own !== convex || 2 / (1 + between) > MITRE_LIMIT ** 2) return []
    const k = sign / (1 + between)
    return [
      Float64Array.of(
        x,
        y,
        x + ax * sign,
        y + ay * sign,
        x + (ax + bx) * k,
        y + (ay + by) * k,
        x + bx * sign,
        y + by * sign,
      ),
    ]
  })
}
