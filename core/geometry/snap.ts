import { type Bounds, centreOf, heightOf, widthOf } from './bounds'

type Axis = 'x' | 'y'
/** A line that things snap to; `axis` x is an upright line at `at`. */
export type SnapLine = {
  axis: Axis
  at: number
  of: 'page' | 'centre' | 'safe' | 'bleed' | 'guide' | 'column' | 'neighbour'
}
/** A distance that is met elsewhere too: a gap, or a side as long as a neighbour's; drawn along `axis` from `from` to `to` at `across`. */
export type SnapMark = { axis: Axis; from: number; to: number; across: number; of: 'gap' | 'size' }
export type Snap = { dx: number; dy: number; lines: SnapLine[]; marks: SnapMark[] }
/** What there is to snap to: lines of each axis, and the neighbours whose gaps and sizes count. */
export type SnapField = { x: SnapLine[]; y: SnapLine[]; neighbours: readonly Bounds[] }

const edges = (b: Bounds, of: SnapLine['of']): SnapLine[] => [
  ...[b.left, b.right].map((at) => ({ axis: 'x' as const, at, of })),
  ...[b.top, b.bottom].map((at) => ({ axis: 'y' as const, at, of })),
]
const middles = (b: Bounds, of: SnapLine['of']): SnapLine[] => [
  { axis: 'x', at: centreOf(b).x, of },
  { axis: 'y', at: centreOf(b).y, of },
]

/** All that a page offers: its edges, bleed and centre, its safe area, its guides and columns, its neighbours' edges and centres. */
export function snapField(
  page: Bounds,
  safe: Bounds,
  neighbours: readonly Bounds[],
  more: { bleed?: Bounds | undefined; lines?: readonly SnapLine[] } = {},
): SnapField {
  const lines = [
    ...edges(page, 'page'),
    ...middles(page, 'centre'),
    ...edges(safe, 'safe'),
    ...(more.bleed ? edges(more.bleed, 'bleed') : []),
    ...(more.lines ?? []),
    ...neighbours.flatMap((b) => [...edges(b, 'neighbour'), ...middles(b, 'neighbour')]),
  ]
  return { x: lines.filter((l) => l.axis === 'x'), y: lines.filter((l) => l.axis === 'y'), neighbours }
}

/** A box seen along one axis: from, to, and its middle across. */
type Span = { from: number; to: number; across: number }
const spanOf = (b: Bounds, axis: Axis): Span =>
  axis === 'x'
    ? { from: b.left, to: b.right, across: centreOf(b).y }
    : { from: b.top, to: b.bottom, across: centreOf(b).x }
const meetsAcross = (a: Bounds, b: Bounds, axis: Axis): boolean =>
  axis === 'x' ? a.top < b.bottom && b.top < a.bottom : a.left < b.right && b.left < a.right

type Offer = { by: number; marks: SnapMark[] }

/** Places where gaps would be equal: in the middle between two neighbours, or as far from one as it is from the next. */
function gapOffers(box: Bounds, neighbours: readonly Bounds[], axis: Axis, reach: number): Offer[] {
  const own = spanOf(box, axis)
  const size = own.to - own.from
  const row = neighbours
    .filter((b) => meetsAcross(b, box, axis))
    .map((b) => spanOf(b, axis))
    .sort((a, b) => a.from - b.from)
  const out: Offer[] = []
  const mark = (from: number, to: number): SnapMark => ({ axis, from, to, across: own.across, of: 'gap' })
  const offer = (from: number, marks: SnapMark[]) => {
    if (Math.abs(from - own.from) < reach) out.push({ by: from - own.from, marks })
  }
  for (let n = 0; n + 1 < row.length; n++) {
    const [a, c] = [row[n] as Span, row[n + 1] as Span]
    const gap = c.from - a.to
    if (gap <= 0) continue
    if (size < gap) {
      const from = a.to + (gap - size) / 2
      offer(from, [mark(a.to, from), mark(from + size, c.from)])
    }
    offer(c.to + gap, [mark(a.to, c.from), mark(c.to, c.to + gap)])
    offer(a.from - gap - size, [mark(a.from - gap, a.from), mark(a.to, c.from)])
  }
  return out
}

const bestOf = (offers: readonly Offer[]): Offer | null =>
  offers.reduce<Offer | null>(
    (best, o) => (!best || Math.abs(o.by) < Math.abs(best.by) - 1e-9 ? o : best),
    null,
  )

function lineOffer(places: readonly number[], lines: readonly SnapLine[], reach: number): Offer | null {
  let best = reach
  let by: number | null = null
  for (const line of lines)
    for (const place of places) {
      const way = line.at - place
      if (Math.abs(way) < best) {
        best = Math.abs(way)
        by = way
      }
    }
  return by === null ? null : { by, marks: [] }
}
const metBy = (places: readonly number[], by: number, lines: readonly SnapLine[]): SnapLine[] =>
  lines.filter((l) => places.some((p) => Math.abs(l.at - p - by) < 1e-6))

/** One axis: the nearest of all offers, with every line and equal distance that it meets. */
function along(
  places: readonly number[],
  lines: readonly SnapLine[],
  more: readonly Offer[],
  reach: number,
): { by: number; lines: SnapLine[]; marks: SnapMark[] } {
  const line = lineOffer(places, lines, reach)
  const best = bestOf([...(line ? [line] : []), ...more])
  if (!best) return { by: 0, lines: [], marks: [] }
  const same = more.find((o) => Math.abs(o.by - best.by) < 1e-6)
  return { by: best.by, lines: metBy(places, best.by, lines), marks: same?.marks ?? [] }
}

/** The small step that brings a box's edges or centre onto the nearest lines or into equal gaps within `reach` px. */
export function snapBox(box: Bounds, field: SnapField, reach: number): Snap {
  const x = along(
    [box.left, centreOf(box).x, box.right],
    field.x,
    gapOffers(box, field.neighbours, 'x', reach),
    reach,
  )
  const y = along(
    [box.top, centreOf(box).y, box.bottom],
    field.y,
    gapOffers(box, field.neighbours, 'y', reach),
    reach,
  )
  return { dx: x.by, dy: y.by, lines: [...x.lines, ...y.lines], marks: [...x.marks, ...y.marks] }
}

/** Sides as long as a neighbour's; `sign` says which way the moving edge grows the box. */
function sizeOffers(
  box: Bounds,
  neighbours: readonly Bounds[],
  axis: Axis,
  sign: number,
  reach: number,
): Offer[] {
  const own = spanOf(box, axis)
  const out: Offer[] = []
  for (const b of neighbours) {
    const other = spanOf(b, axis)
    const more = other.to - other.from - (own.to - own.from)
    if (Math.abs(more) >= reach) continue
    const at = sign > 0 ? { from: own.from, to: own.to + more } : { from: own.from - more, to: own.to }
    out.push({
      by: more * sign,
      marks: [
        { axis, ...other, of: 'size' },
        { axis, ...at, across: own.across, of: 'size' },
      ],
    })
  }
  return out
}

/**
 * The same for one moving edge or corner of a box: `hx`, `hy` say which (−1 left or top, 1 right or bottom, 0 none). It
 * meets lines, and sizes of neighbours.
 */
export function snapEdge(box: Bounds, hx: number, hy: number, field: SnapField, reach: number): Snap {
  const none = { by: 0, lines: [], marks: [] }
  const x =
    hx === 0
      ? none
      : along(
          [hx < 0 ? box.left : box.right],
          field.x,
          sizeOffers(box, field.neighbours, 'x', hx, reach),
          reach,
        )
  const y =
    hy === 0
      ? none
      : along(
          [hy < 0 ? box.top : box.bottom],
          field.y,
          sizeOffers(box, field.neighbours, 'y', hy, reach),
          reach,
        )
  return { dx: x.by, dy: y.by, lines: [...x.lines, ...y.lines], marks: [...x.marks, ...y.marks] }
}

/** The lines of columns and rows within margins: both edges of each. */
export function gridLines(
  page: { width: number; height: number },
  grid: { columns: number; rows: number; gutter: number; margin: number },
): SnapLine[] {
  const one = (axis: Axis, length: number, count: number): SnapLine[] => {
    const width = (length - 2 * grid.margin - grid.gutter * (count - 1)) / count
    if (count === 0 || width <= 0) return []
    return Array.from({ length: count }, (_, n) => grid.margin + n * (width + grid.gutter)).flatMap(
      (from) => [
        { axis, at: from, of: 'column' as const },
        { axis, at: from + width, of: 'column' as const },
      ],
    )
  }
  return [...one('x', page.width, grid.columns), ...one('y', page.height, grid.rows)]
}

/** The shortest way between two boxes along each axis, for measuring lines; null where they overlap on it. */
export function gapBetween(a: Bounds, b: Bounds): { x: SnapMark | null; y: SnapMark | null } {
  const one = (axis: Axis): SnapMark | null => {
    const [p, q] = [spanOf(a, axis), spanOf(b, axis)]
    const [first, second] = p.from <= q.from ? [p, q] : [q, p]
    const across =
      axis === 'x'
        ? overlapMiddle(a.top, a.bottom, b.top, b.bottom)
        : overlapMiddle(a.left, a.right, b.left, b.right)
    return second.from > first.to ? { axis, from: first.to, to: second.from, across, of: 'gap' } : null
  }
  return { x: one('x'), y: one('y') }
}
const overlapMiddle = (a: number, b: number, c: number, d: number): number => {
  const [from, to] = [Math.max(a, c), Math.min(b, d)]
  return from < to ? (from + to) / 2 : (a + b) / 2
}

/** The margins of a box within another: left, right, top, bottom. */
export function marginsWithin(box: Bounds, outer: Bounds): SnapMark[] {
  const c = centreOf(box)
  const mark = (axis: Axis, from: number, to: number, across: number): SnapMark => ({
    axis,
    from,
    to,
    across,
    of: 'gap',
  })
  return [
    mark('x', outer.left, box.left, c.y),
    mark('x', box.right, outer.right, c.y),
    mark('y', outer.top, box.top, c.x),
    mark('y', box.bottom, outer.bottom, c.x),
  ].filter((m) => m.to - m.from > 0.5)
}

/** Shares a row out evenly: the centres stay in order, gaps become equal between `from` and `to`. Returns each one's step. */
export function distribute(boxes: readonly Bounds[], axis: Axis, from: number, to: number): number[] {
  const order = boxes
    .map((b, n) => ({ n, span: spanOf(b, axis) }))
    .sort((a, b) => a.span.from + a.span.to - b.span.from - b.span.to)
  const total = boxes.reduce((sum, b) => sum + (axis === 'x' ? widthOf(b) : heightOf(b)), 0)
  const gap = boxes.length > 1 ? (to - from - total) / (boxes.length - 1) : 0
  const out = boxes.map(() => 0)
  let at = boxes.length > 1 ? from : (from + to - total) / 2
  for (const { n, span } of order) {
    out[n] = at - span.from
    at += span.to - span.from + gap
  }
  return out
}
