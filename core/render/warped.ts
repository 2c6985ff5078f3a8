import type { Bounds } from '../geometry/bounds'
import { lengthOf } from '../geometry/exact'
import {
  applyHomography,
  composeHomographies,
  fromAffine,
  type Homography,
  inverseHomography,
} from '../geometry/homography'
import { type Point, scaling } from '../geometry/matrix'
import type { Placement } from '../geometry/placement-schema'
import { type Warp, warpOf } from '../geometry/warp'
import { flatten, type Outline, outlineBounds, type Path } from '../vector/path'

/** How a warped node finds what lies under a pixel of the view, in fractions of its box. */
export type ToUnit =
  | { kind: 'perspective'; map: Homography }
  /** Triangles, x y s t of each corner; `box` the view box of each. */
  | { kind: 'net'; triangles: Float32Array; boxes: Float32Array }
export type Warped = {
  warp: Warp
  toUnit: ToUnit
  outline: Outline
  /** view px to a place in the box → px of the view */
  scale: number
}

/** Cells of a net are about this large, px of the view. */
const CELL = 10
const MOST_CELLS = 160

const rim = (point: (s: number, t: number) => Point, steps: number): Float64Array => {
  const out: number[] = []
  const side = (s0: number, t0: number, s1: number, t1: number) => {
    for (let n = 0; n < steps; n++) {
      const p = point(s0 + ((s1 - s0) * n) / steps, t0 + ((t1 - t0) * n) / steps)
      out.push(p.x, p.y)
    }
  }
  side(0, 0, 1, 0)
  side(1, 0, 1, 1)
  side(1, 1, 0, 1)
  side(0, 1, 0, 0)
  return Float64Array.from(out)
}

/** A placement's perspective or bend at a scale of the view; null for a plain box or one that cannot be mapped back. */
export function warpedAt(p: Placement, scale: number): Warped | null {
  const warp = warpOf(p)
  if (!warp) return null
  const point = (s: number, t: number): Point => {
    const at = warp.point(s, t)
    return { x: at.x * scale, y: at.y * scale }
  }
  if (warp.perspective) {
    const map = inverseHomography(composeHomographies(warp.perspective, fromAffine(scaling(scale))))
    return (
      map && {
        warp,
        scale,
        toUnit: { kind: 'perspective', map },
        outline: { points: rim(point, 1), closed: true },
      }
    )
  }
  const cells = Math.min(MOST_CELLS, Math.max(4, Math.ceil((Math.max(p.width, p.height) * scale) / CELL)))
  return {
    warp,
    scale,
    toUnit: netOf(point, cells),
    outline: { points: rim(point, cells * 2), closed: true },
  }
}

/** The box in cells, two triangles each, and a ring of cells around it so that its edge pixels find their place. */
function netOf(point: (s: number, t: number) => Point, cells: number): ToUnit {
  const side = cells + 3
  const places = Array.from({ length: side * side }, (_, n) => {
    const [s, t] = [((n % side) - 1) / cells, (Math.floor(n / side) - 1) / cells]
    return { ...point(s, t), s, t }
  })
  const triangles: number[] = []
  const boxes: number[] = []
  const add = (...corners: (typeof places)[number][]) => {
    for (const c of corners) triangles.push(c.x, c.y, c.s, c.t)
    const [xs, ys] = [corners.map((c) => c.x), corners.map((c) => c.y)]
    boxes.push(Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys))
  }
  // The ring first: the box's own cells win where they lie over it.
  const inner = (c: number, r: number) => c > 0 && r > 0 && c < side - 2 && r < side - 2
  for (const own of [false, true])
    for (let r = 0; r < side - 1; r++)
      for (let c = 0; c < side - 1; c++) {
        if (inner(c, r) !== own) continue
        const [a, b, d, e] = [
          places[r * side + c],
          places[r * side + c + 1],
          places[(r + 1) * side + c],
          places[(r + 1) * side + c + 1],
        ]
        if (!a || !b || !d || !e) continue
        add(a, b, d)
        add(b, e, d)
      }
  return { kind: 'net', triangles: Float32Array.from(triangles), boxes: Float32Array.from(boxes) }
}

/** The box around everything that a warped box covers, px of the view. */
export function warpedBounds(w: Warped): Bounds {
  const edge = outlineBounds([w.outline]) ?? { left: 0, top: 0, right: 0, bottom: 0 }
  if (w.toUnit.kind === 'perspective') return edge
  // A net may bulge beyond its own edge.
  for (let n = 0; n < w.toUnit.triangles.length; n += 4) {
    const [x, y, s, t] = w.toUnit.triangles.subarray(n, n + 4) as unknown as [number, number, number, number]
    if (s < 0 || t < 0 || s > 1 || t > 1) continue
    edge.left = Math.min(edge.left, x)
    edge.right = Math.max(edge.right, x)
    edge.top = Math.min(edge.top, y)
    edge.bottom = Math.max(edge.bottom, y)
  }
  return edge
}

/** Source px per px of the view along each axis at a place of the box: the length of the map's steps there. */
export function reductionAt(
  w: Warped,
  s: number,
  t: number,
  width: number,
  height: number,
): { x: number; y: number } {
  if (w.toUnit.kind === 'perspective') {
    const at = w.warp.point(s, t)
    const p = { x: at.x * w.scale, y: at.y * w.scale }
    const { map } = w.toUnit
    const here = applyHomography(map, p)
    const [right, low] = [
      applyHomography(map, { x: p.x + 0.5, y: p.y }),
      applyHomography(map, { x: p.x, y: p.y + 0.5 }),
    ]
    return {
      x: 2 * width * lengthOf(right.x - here.x, low.x - here.x),
      y: 2 * height * lengthOf(right.y - here.y, low.y - here.y),
    }
  }
  const step = 1 / 64
  const [from, right, low] = [w.warp.point(s, t), w.warp.point(s + step, t), w.warp.point(s, t + step)]
  const along = (to: Point, size: number) =>
    (size * step) / Math.max(1e-9, lengthOf(to.x - from.x, to.y - from.y) * w.scale)
  return { x: along(right, width), y: along(low, height) }
}

/** Outlines given in px of the box at `scale`, through the warp to px of the view; `longest` px between points along bends. */
export function throughWarp(
  outlines: readonly Outline[],
  w: Warped,
  width: number,
  height: number,
  at: number,
): Outline[] {
  const longest = w.warp.perspective ? Infinity : CELL / 3
  return outlines.map(({ points, closed }) => {
    const out: number[] = []
    const count = points.length / 2
    for (let n = 0; n < count; n++) {
      const [x, y] = [points[2 * n] as number, points[2 * n + 1] as number]
      let next: number
      if (n + 1 < count) next = n + 1
      else if (closed) next = 0
      else next = n
      const [dx, dy] = [(points[2 * next] as number) - x, (points[2 * next + 1] as number) - y]
      const steps = Math.max(1, Math.ceil(lengthOf(dx, dy) / longest))
      for (let k = 0; k < (next === n ? 1 : steps); k++) {
        const p = w.warp.point((x + (dx * k) / steps) / (width * at), (y + (dy * k) / steps) / (height * at))
        out.push(p.x * w.scale, p.y * w.scale)
      }
    }
    return { points: Float64Array.from(out), closed }
  })
}

/** A path in px of the box, flattened finely enough for its warp. */
export const flattenForWarp = (path: Path, at: number): Outline[] => flatten(path, scaling(at), 1 / 32)
