import { type Bounds, centreOf } from './bounds'

/** A line that things snap to; `axis` x is an upright line at `at`. */
export type SnapLine = { axis: 'x' | 'y'; at: number; of: 'page' | 'centre' | 'safe' | 'neighbour' }
export type Snap = { dx: number; dy: number; lines: SnapLine[] }

const edges = (b: Bounds, of: SnapLine['of']): SnapLine[] => [
  ...[b.left, b.right].map((at) => ({ axis: 'x' as const, at, of })),
  ...[b.top, b.bottom].map((at) => ({ axis: 'y' as const, at, of })),
]
const middles = (b: Bounds, of: SnapLine['of']): SnapLine[] => [
  { axis: 'x', at: centreOf(b).x, of },
  { axis: 'y', at: centreOf(b).y, of },
]

/** All lines of a page: its edges and centre, its safe area, its neighbours' edges and centres. */
export const snapLines = (page: Bounds, safe: Bounds, neighbours: readonly Bounds[]): SnapLine[] => [
  ...edges(page, 'page'),
  ...middles(page, 'centre'),
  ...edges(safe, 'safe'),
  ...neighbours.flatMap((b) => [...edges(b, 'neighbour'), ...middles(b, 'neighbour')]),
]

function nearest(places: readonly number[], lines: readonly SnapLine[], reach: number): { by: number; lines: SnapLine[] } {
  let best = reach
  let by = 0
  for (const line of lines)
    for (const place of places) {
      const way = line.at - place
      if (Math.abs(way) < best) {
        best = Math.abs(way)
        by = way
      }
    }
  if (best === reach) return { by: 0, lines: [] }
  return { by, lines: lines.filter((l) => places.some((p) => Math.abs(l.at - p - by) < 1e-6)) }
}

/** The small step that brings a box's edges or centre onto the nearest lines within `reach` px, with the lines met. */
export function snapBox(box: Bounds, lines: readonly SnapLine[], reach: number): Snap {
  const x = nearest(
    [box.left, centreOf(box).x, box.right],
    lines.filter((l) => l.axis === 'x'),
    reach,
  )
  const y = nearest(
    [box.top, centreOf(box).y, box.bottom],
    lines.filter((l) => l.axis === 'y'),
    reach,
  )
  return { dx: x.by, dy: y.by, lines: [...x.lines, ...y.lines] }
}

/** The same for one moving edge or corner; a null place does not snap. */
export function snapPoint(place: { x: number | null; y: number | null }, lines: readonly SnapLine[], reach: number): Snap {
  const x =
    place.x === null
      ? { by: 0, lines: [] }
      : nearest(
          [place.x],
          lines.filter((l) => l.axis === 'x'),
          reach,
        )
  const y =
    place.y === null
      ? { by: 0, lines: [] }
      : nearest(
          [place.y],
          lines.filter((l) => l.axis === 'y'),
          reach,
        )
  return { dx: x.by, dy: y.by, lines: [...x.lines, ...y.lines] }
}
