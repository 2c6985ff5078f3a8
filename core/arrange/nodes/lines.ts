import { type Bounds, heightOf, widthOf } from '../../geometry/bounds'
import type { Axis, Fit, LinesNode, Node, NodeDefinition, Shape, Side } from '../node'
import { Front, type Size } from '../node'
import { readingShare } from './words'

/** What it costs that a row becomes a column or the other way round, or breaks in two; of words and pictures alike. */
const TURNED = 0.22
const BROKEN = 0.3
/** A caption beside its host instead of beneath it. */
const BOUND = 0.3
/** Gaps are never closer than this share of the channel's smallest type, where they were wider on the master. */
const LEAST_GAP = 0.5
/** Two runs keep so much of the smaller side apart. */
const RUNS = 0.05
/** So far at most the room that is left widens the gaps, of all of them together. */
const SPREAD = 1.1

const other = (axis: Axis): Axis => (axis === 'x' ? 'y' : 'x')
const sizeAlong = (s: { width: number; height: number }, axis: Axis): number =>
  axis === 'x' ? s.width : s.height
const boxAlong = (b: Bounds, axis: Axis): number => (axis === 'x' ? widthOf(b) : heightOf(b))

/** The order in which things stand when the direction turns: what goes over an edge must lie at it; null where it cannot. */
export function turnedOrder(node: LinesNode): readonly number[] | null {
  const to = other(node.axis)
  const [first, last]: [Side, Side] = to === 'x' ? ['left', 'right'] : ['top', 'bottom']
  const indices = node.children.map((_, n) => n)
  // In words read from the right the first thing stands on the right.
  const order = node.rtl ? [...indices].reverse() : indices
  const rank = (n: number): number => {
    const { over } = node.children[n] as Node
    if (over.has(first) === over.has(last)) return 0
    return over.has(first) ? -1 : 1
  }
  if (indices.filter((n) => rank(n) === -1).length > 1 || indices.filter((n) => rank(n) === 1).length > 1)
    return null
  return [...order].sort((a, b) => rank(a) - rank(b))
}
const gapAt = (node: LinesNode, n: number, fit: Fit): number => {
  const gap = node.gaps[n] ?? 0
  return Math.max(gap * fit.scale, Math.min(gap, LEAST_GAP * fit.smallest))
}
/** The gap that things keep once they stand the other way: as wide as their gaps were, and never none. */
const turnedGap = (node: LinesNode, fit: Fit): number => {
  const widest = Math.max(0, ...node.gaps)
  const side = Math.min(widthOf(node.box), heightOf(node.box))
  return Math.max(widest * fit.scale, RUNS * side * fit.scale, LEAST_GAP * fit.smallest)
}

/** What overlaps does so by at most this share of the smaller one. */
const OVERLAP = 0.35
const between = (gap: number, before: number, after: number): number =>
  Math.max(gap, -OVERLAP * Math.min(before, after))

/** Things one after the other, as far as they were put together: their shapes from one end to the other. */
type Chain = Size & { kids: readonly Shape[] }
type Way = { axis: Axis; fit: Fit; gaps: readonly number[] }
const NOTHING: Chain = { width: 0, height: 0, cost: 0, kids: [] }

/** Of all ways to put one more thing to a chain those that fit and that nothing beats; `before` puts it at the beginning. */
function longer(
  all: readonly Chain[],
  list: readonly Shape[],
  gap: number,
  { axis, fit }: Way,
  before = false,
): Chain[] {
  const front = new Front()
  const apartOf = (a: Chain, s: Shape) => {
    const last = before ? a.kids[0] : a.kids.at(-1)
    return last ? between(gap, sizeAlong(last, axis), sizeAlong(s, axis)) : 0
  }
  const widthWith = (a: Chain, s: Shape, apart: number) =>
    axis === 'x' ? a.width + apart + s.width : Math.max(a.width, s.width)
  const heightWith = (a: Chain, s: Shape, apart: number) =>
    axis === 'y' ? a.height + apart + s.height : Math.max(a.height, s.height)
  for (let m = 0; m < all.length; m++)
    for (let n = 0; n < list.length; n++) {
      const [a, s] = [all[m] as Chain, list[n] as Shape]
      const cost = a.cost + s.cost
      if (cost > fit.dearest) continue
      const apart = apartOf(a, s)
      const [width, height] = [widthWith(a, s, apart), heightWith(a, s, apart)]
      if (width <= fit.room.width && height <= fit.room.height)
        front.add(width, height, cost, m * list.length + n)
    }
  return front.taken().map((key) => {
    const a = all[Math.floor(key / list.length)] as Chain
    const s = list[key % list.length] as Shape
    const apart = apartOf(a, s)
    const kids = before ? [s, ...a.kids] : [...a.kids, s]
    return { width: widthWith(a, s, apart), height: heightWith(a, s, apart), cost: a.cost + s.cost, kids }
  })
}
/** The chains of the first, the first two, … of some things. */
function chains(lists: readonly (readonly Shape[])[], way: Way): Chain[][] {
  let all: Chain[] = [NOTHING]
  return lists.map((list, n) => {
    all = longer(all, list, way.gaps[n - 1] ?? 0, way)
    return all
  })
}
/** The chains of the last, the last two, … of some things, by the number of their first. */
function chainsFromEnd(lists: readonly (readonly Shape[])[], way: Way): Chain[][] {
  const out: Chain[][] = []
  let all: Chain[] = [NOTHING]
  for (let n = lists.length - 1; n >= 0; n--) {
    all = longer(all, lists[n] as readonly Shape[], way.gaps[n] ?? 0, way, true)
    out[n] = all
  }
  return out
}
const shapeOf = (c: Chain, node: LinesNode, choice: string, cost: number, { fit, gaps }: Way): Shape => ({
  width: c.width,
  height: c.height,
  cost: c.cost + cost,
  node,
  choice,
  kids: c.kids,
  scale: fit.scale,
  extra: gaps,
})

export const lines: NodeDefinition<LinesNode> = {
  shapes(node, fit, shapesOf) {
    const kept = fit.kept?.[node.key]
    const lists = node.children.map((c) => shapesOf(c))
    const out: Shape[] = []
    const wants = (choice: string) => kept === undefined || kept === choice
    const way: Way = { axis: node.axis, fit, gaps: node.gaps.map((_, n) => gapAt(node, n, fit)) }
    const splits = breaks(node) ? splitsOf(node).filter((at) => wants(`broken ${at}`)) : []
    const starts = wants('as') || splits.length > 0 ? chains(lists, way) : []
    if (wants('as')) out.push(...(starts.at(-1) ?? []).map((c) => shapeOf(c, node, 'as', 0, way)))
    const order = turnedOrder(node)
    if (order && wants('turned')) {
      const gap = turnedGap(node, fit)
      const turned: Way = { axis: other(node.axis), fit, gaps: order.slice(1).map(() => gap) }
      const all =
        chains(
          order.map((n) => lists[n] as readonly Shape[]),
          turned,
        ).at(-1) ?? []
      out.push(...all.map((c) => shapeOf(c, node, 'turned', node.bound ? BOUND : TURNED, turned)))
    }
    const ends = splits.length > 0 ? chainsFromEnd(lists, way) : []
    for (const at of splits)
      out.push(...broken(node, starts[at - 1] as Chain[], ends[at] as Chain[], at, way))
    // A choice that cannot be had any more leaves all free.
    return out.length > 0 || kept === undefined ? out : lines.shapes(node, { ...fit, kept: null }, shapesOf)
  },
  place(node, shape, box, _to, placeNode) {
    if (shape.choice.startsWith('broken')) return placeRuns(node, shape, box, placeNode)
    const turned = shape.choice === 'turned'
    const order = turned ? turnedOrder(node) : null
    const children = order ? order.map((n) => node.children[n] as Node) : node.children
    run(
      children,
      shape.kids,
      shape.extra ?? [],
      turned ? other(node.axis) : node.axis,
      node,
      box,
      placeNode,
      turned,
    )
  },
}
/** At most so many places are tried to break a run at: those that leave both halves most alike. */
const SPLITS = 3
function splitsOf(node: LinesNode): number[] {
  const sizes = node.children.map((c) => boxAlong(c.box, node.axis))
  const total = sizes.reduce((s, v) => s + v, 0)
  const uneven = (at: number) => Math.abs(total / 2 - sizes.slice(0, at).reduce((s, v) => s + v, 0))
  return sizes
    .map((_, n) => n)
    .slice(1)
    .sort((a, b) => uneven(a) - uneven(b) || a - b)
    .slice(0, SPLITS)
}
const breaks = (node: LinesNode): boolean =>
  !node.bound && node.children.length >= 3 && node.children.every((c) => c.over.size === 0)
/** Two runs beside each other, across the direction. */
function broken(
  node: LinesNode,
  one: readonly Chain[],
  two: readonly Chain[],
  at: number,
  way: Way,
): Shape[] {
  const { fit, gaps } = way
  const apart = turnedGap(node, fit)
  const across = other(node.axis)
  const front = new Front()
  const sizes: Size[] = []
  for (const a of one)
    for (const b of two) {
      const width = across === 'x' ? a.width + apart + b.width : Math.max(a.width, b.width)
      const height = across === 'y' ? a.height + apart + b.height : Math.max(a.height, b.height)
      const uneven = Math.abs(Math.log2(sizeAlong(a, node.axis) / Math.max(1, sizeAlong(b, node.axis))))
      const cost = BROKEN + a.cost + b.cost + 0.05 * Math.min(3, uneven)
      if (cost <= fit.dearest && width <= fit.room.width && height <= fit.room.height)
        front.add(width, height, cost, sizes.length)
      sizes.push({ width, height, cost })
    }
  const halves: [Way, Way] = [
    { ...way, gaps: gaps.slice(0, at - 1) },
    { ...way, gaps: gaps.slice(at) },
  ]
  return front.taken().map((n): Shape => {
    const [a, b] = [one[Math.floor(n / two.length)] as Chain, two[n % two.length] as Chain]
    const kids = [shapeOf(a, node, '', 0, halves[0]), shapeOf(b, node, '', 0, halves[1])]
    const { width, height, cost } = sizes[n] as Size
    return { width, height, cost, node, choice: `broken ${at}`, kids, scale: fit.scale, extra: [apart, at] }
  })
}
function placeRuns(
  node: LinesNode,
  shape: Shape,
  box: Bounds,
  placeNode: (s: Shape, b: Bounds) => void,
): void {
  const across = other(node.axis)
  const [a, b] = shape.kids
  const [apart = 0, at = 1] = shape.extra ?? []
  if (!a || !b) return
  const spare = Math.max(0, boxAlong(box, across) - sizeAlong(shape, across))
  const gap = apart + Math.min(spare, apart)
  const first = node.rtl && across === 'x' ? b : a
  const second = first === a ? b : a
  let from = (across === 'x' ? box.left : box.top) + (spare - Math.min(spare, apart)) / 2
  for (const s of [first, second]) {
    const size = sizeAlong(s, across)
    const part =
      across === 'x' ? { ...box, left: from, right: from + size } : { ...box, top: from, bottom: from + size }
    const children = s === a ? node.children.slice(0, at) : node.children.slice(at)
    run(children, s.kids, s.extra ?? [], node.axis, node, part, placeNode, false)
    from += size + gap
  }
}

/** Where along a stretch something lay: 0 at its start, 1 at its end; near the middle it is the middle. */
export function shareOf(low: number, high: number, from: number, to: number, otherwise: number): number {
  const [before, after] = [Math.max(0, low - from), Math.max(0, to - high)]
  if (before + after < 0.02 * (to - from)) return otherwise
  const share = before / (before + after)
  if (share < 0.12) return 0
  if (share > 0.88) return 1
  return Math.abs(share - 0.5) < 0.1 ? 0.5 : share
}
/** What took so much of the whole across the direction takes all of it again; a rule already less. */
const FILLS = 0.72
const RULE_FILLS = 0.5
/** One run of things in a box: room that is left widens the gaps, then lies at both ends as on the master. */
function run(
  children: readonly Node[],
  shapes: readonly Shape[],
  asked: readonly number[],
  axis: Axis,
  node: LinesNode,
  box: Bounds,
  placeNode: (s: Shape, b: Bounds) => void,
  turned: boolean,
): void {
  const sizes = shapes.map((s) => sizeAlong(s, axis))
  const gaps = sizes.slice(1).map((size, n) => between(asked[n] ?? 0, sizes[n] as number, size))
  const used = sizes.reduce((sum, s) => sum + s, 0) + gaps.reduce((sum, g) => sum + g, 0)
  const spare = Math.max(0, boxAlong(box, axis) - used)
  const total = gaps.reduce((sum, g) => sum + Math.max(0, g), 0)
  const spread = node.bound ? 0 : Math.max(0, Math.min(spare, total * SPREAD))
  const squares = gaps.reduce((sum, g) => sum + Math.max(0, g) ** 2, 0)
  const cross = other(axis)
  let at = (axis === 'x' ? box.left : box.top) + (spare - spread) * restShare(node, turned)
  children.forEach((child, n) => {
    const s = shapes[n] as Shape
    const [size, across] = [sizeAlong(s, axis), boxAlong(box, cross)]
    const [lo, hi] = cross === 'x' ? (['left', 'right'] as const) : (['top', 'bottom'] as const)
    const wide = boxAlong(child.box, cross) / Math.max(1, boxAlong(node.box, cross))
    const fills =
      (child.along === cross && wide > RULE_FILLS) || (child.room !== 'keeps' && wide > FILLS && !turned)
    const own = fills ? across : lengthOf(child, s, cross, across, wide)
    const share = turned
      ? turnedShare(node, cross)
      : shareOf(child.box[lo], child.box[hi], node.box[lo], node.box[hi], node.align)
    const inset = turned ? 0 : insetOf(child, node, cross) * s.scale
    const start = (cross === 'x' ? box.left : box.top) + withInset(across - own, share, inset)
    placeNode(
      s,
      cross === 'x'
        ? { left: start, right: start + own, top: at, bottom: at + size }
        : { left: at, right: at + size, top: start, bottom: start + own },
    )
    const gap = gaps[n] ?? 0
    at += size + gap + (squares > 0 ? (spread * Math.max(0, gap) ** 2) / squares : 0)
  })
}
/** Across a turned run: things stand level in a row, and in reading order at the start of a column unless they were centred. */
const turnedShare = (node: LinesNode, cross: Axis): number => (cross === 'y' ? 0.5 : node.align)
/** Where the room that is left lies before the first: a caption keeps to its host, all else lies in the middle or as it was. */
function restShare(node: LinesNode, turned: boolean): number {
  if (turned) return 0.5
  if (node.bound) return 0
  return node.axis === 'y' ? 0.5 : node.align
}
/** What took so much of the width took all of it. */
const SPANS = 0.92
function lengthOf(child: Node, s: Shape, cross: Axis, across: number, wide: number): number {
  const [own, was] = [sizeAlong(s, cross), boxAlong(child.box, cross) * s.scale]
  if (child.along === cross) return Math.min(across, was)
  return child.widens > 1 && wide > SPANS ? Math.max(own, Math.min(across, was * child.widens)) : own
}
/** Words that begin a little inside of what they stand with do so again: how far, px of the master; negative from the other side. */
const INSET = 0.15
function insetOf(child: Node, node: Node, cross: Axis): number {
  if (cross !== 'x' || child.items.some((i) => i.types.length === 0)) return 0
  const [reads, ...others] = child.items.map(readingShare)
  if (others.some((r) => r !== reads)) return 0
  const [before, after] = [child.box.left - node.box.left, node.box.right - child.box.right]
  const most = INSET * widthOf(node.box)
  if (reads === 0 && before > 0 && before < most) return before
  return reads === 1 && after > 0 && after < most ? -after : 0
}
const withInset = (spare: number, share: number, inset: number): number => {
  if (inset > 0) return Math.min(inset, spare)
  return inset < 0 ? Math.max(0, spare + inset) : spare * share
}
