import { areaOf, around, type Bounds, heightOf, unionOf, widthOf } from '../geometry/bounds'
import { connectedParts } from '../geometry/connected'
import { lengthOf } from '../geometry/exact'
import type { Point } from '../geometry/matrix'
import { nodeWith, type PlanNode } from './nodes'
import type { Renderer } from './renderer'

/** The longer side of the grid that openings are looked for on, and what share of it one must have at least. */
const GRID = 420
const LEAST_SHARE = 0.01

/**
 * The see-through openings of a layer: what is enclosed by what it covers, the largest first; outlines in px of the view, a
 * little under the edge of the frame around them.
 */
export function openingsOf(nodes: readonly PlanNode[], id: string, renderer: Renderer): Point[][] {
  const node = nodeWith(nodes, id)
  if (!node) return []
  const { bounds } = node
  const step = Math.max(widthOf(bounds), heightOf(bounds)) / GRID
  // A cell of margin all around, so that the outside hangs together.
  const [columns, rows] = [Math.ceil(widthOf(bounds) / step) + 2, Math.ceil(heightOf(bounds) / step) + 2]
  const cells = (count: number, from: number) =>
    Array.from({ length: count }, (_, n) => Math.floor(from + (n - 0.5) * step))
  const covers = renderer.alphasAt(
    { ...node, opacity: 1 },
    cells(columns, bounds.left),
    cells(rows, bounds.top),
  )
  const parts = [...connectedParts(columns, rows, (n) => (covers[n] ?? 0) < 0.5)]
  // What hangs together with the margin is the outside.
  const holes = parts.filter((p) => p[0] !== 0)
  return holes
    .filter((h) => h.length > columns * rows * LEAST_SHARE)
    .sort((a, b) => b.length - a.length)
    .map((h) =>
      outlineOf(new Set(h), columns).map(({ x, y }) => ({
        x: bounds.left + (x - 1) * step,
        y: bounds.top + (y - 1) * step,
      })),
    )
}

/** Panes that are no further apart than this, of the longer side of all openings, are looked through at one thing. */
const BARS = 0.08
/**
 * Openings that belong together as the panes of a window do, as what is behind it is seen through all of them: outlines as they were
 * given, those of the largest view first.
 */
export function viewsOf(openings: readonly Point[][]): Point[][][] {
  if (openings.length === 0) return []
  const boxes = openings.map(around)
  const all = unionOf(boxes)
  const near = BARS * Math.max(widthOf(all), heightOf(all))
  const beside = (a: Bounds, b: Bounds) =>
    a.left - b.right <= near &&
    b.left - a.right <= near &&
    a.top - b.bottom <= near &&
    b.top - a.bottom <= near
  const left = new Set(openings.keys())
  const views: number[][] = []
  for (const first of left) {
    const view = [first]
    left.delete(first)
    for (const n of view)
      for (const m of left)
        if (beside(boxes[n] as Bounds, boxes[m] as Bounds)) {
          left.delete(m)
          view.push(m)
        }
    views.push(view)
  }
  const areaOfView = (view: readonly number[]) => view.reduce((sum, n) => sum + areaOf(boxes[n] as Bounds), 0)
  return views
    .sort((a, b) => areaOfView(b) - areaOfView(a))
    .map((view) => view.map((n) => openings[n] as Point[]))
}
/** Walks around cells with their open side on the left; corners on whole numbers, then made simple and half a cell wider. */
function outlineOf(cells: ReadonlySet<number>, columns: number): Point[] {
  const has = (x: number, y: number) => x >= 0 && x < columns && cells.has(y * columns + x)
  // Spread into arguments so many cells would be too many.
  let start = Number.POSITIVE_INFINITY
  for (const n of cells) if (n < start) start = n
  const [sx, sy] = [start % columns, Math.floor(start / columns)]
  let [x, y, dx, dy] = [sx, sy, 1, 0]
  const points: Point[] = []
  do {
    points.push({ x, y })
    x += dx
    y += dy
    // Cells before the corner on the right and the left of the way.
    const right = has(x + (dx - dy - 1) / 2, y + (dy + dx - 1) / 2)
    const left = has(x + (dx + dy - 1) / 2, y + (dy - dx - 1) / 2)
    if (left) [dx, dy] = [dy, -dx]
    else if (!right) [dx, dy] = [-dy, dx]
  } while ((x !== sx || y !== sy) && points.length < 20_000)
  const simple = simplified(points, 0.8)
  return simple.map((p, n) => {
    const [a, b] = [simple[(n + simple.length - 1) % simple.length], simple[(n + 1) % simple.length]] as [
      Point,
      Point,
    ]
    const [tx, ty] = [b.x - a.x, b.y - a.y]
    const long = lengthOf(tx, ty) || 1
    return { x: p.x + (ty / long) * 0.8, y: p.y - (tx / long) * 0.8 }
  })
}
/** Fewer points of a closed outline, none of the others further off than `by` (D. Douglas, T. Peucker, 1973). */
export function simplified(points: readonly Point[], by: number): Point[] {
  const far = points.reduce(
    (best, p, n) =>
      lengthOf(p.x - (points[0]?.x ?? 0), p.y - (points[0]?.y ?? 0)) > best.d
        ? { d: lengthOf(p.x - (points[0]?.x ?? 0), p.y - (points[0]?.y ?? 0)), n }
        : best,
    { d: -1, n: 0 },
  ).n
  const run = (from: number, to: number): Point[] => {
    const at = (n: number) => points[n % points.length] as Point
    const [a, b] = [at(from), at(to)]
    const long = lengthOf(b.x - a.x, b.y - a.y) || 1
    let [most, split] = [by, -1]
    for (let n = from + 1; n < to; n++) {
      const p = at(n)
      const d = Math.abs((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / long
      if (d > most) [most, split] = [d, n]
    }
    return split < 0 ? [a] : [...run(from, split), ...run(split, to)]
  }
  return far === 0 ? [...points] : [...run(0, far), ...run(far, points.length)]
}
