import type { Item } from '../compose/item'
import { joined } from '../compose/joined'
import type { Relation } from '../compose/relation'
import { MANY } from '../compose/relation'
import { type Bounds, heightOf, widthOf } from '../geometry/bounds'
import { columnOf } from './column'
import { blockOf, type Region } from './leaves'
import type { Axis, Node, Shape } from './node'
import { grazes, treeOf } from './tree'

/** A part of the page from edge to edge, with the field that fills it, if any, and what lies there. */
export type Zone = {
  field: Item | null
  /** Of the master, px. */
  box: Bounds
  items: Item[]
  tree: Node | null
  /** Its share of the page along the axis. */
  share: number
}
export type Zones = {
  axis: Axis
  zones: Zone[]
  /** Side by side may become one above the other. */
  turns: boolean
  /** A field that nothing lies on may become so thin, of its share. */
  thin: number
}
/** What is cut into zones: areas from edge to edge, what is known of all things, the page they come from. */
export type Given = {
  fields: readonly Item[]
  loose: readonly Item[]
  relations: readonly Relation[]
  page: { width: number; height: number }
  region: Omit<Region, 'box'>
}
/** How the things of a zone stand: in rows and columns, the same with words taken off what they graze, in one column, or as one thing. */
export type Manner = 'tree' | 'apart' | 'column' | 'whole'

/** Strips of page between fields that are thinner are no zones of their own. */
const LEAST = 0.05
/** Thinner fields are bands. */
const BAND = 0.3
/** An empty field may become so thin, of its share; where every word needs its room, this thin. */
const THIN = 0.55
const THINNEST = 0.15
/** Zones of at least this share can turn. */
const THICK = 0.2

/** The page cut along the edges of the fields that run across it; one zone where there are none. */
export function zonesOf(given: Given, loose: readonly Item[], manner: Manner): Zones {
  const { fields, relations, page, region } = given
  const axis = axisOf(fields, page)
  const [lo, hi] = axis === 'x' ? (['left', 'right'] as const) : (['top', 'bottom'] as const)
  const full = axis === 'x' ? page.width : page.height
  const across = fields.filter((f) => spans(f, axis, page))
  const ends = seamsOf(
    across.flatMap((f) => [f.ink[lo], f.ink[hi]]),
    full,
  )
  const zones = ends.slice(1).map((end, n): Zone => {
    const start = ends[n] as number
    const middle = (start + end) / 2
    // The front one of several that lie there.
    const field = across.filter((f) => f.ink[lo] <= middle && f.ink[hi] >= middle).at(-1) ?? null
    const box =
      axis === 'x'
        ? { left: start, right: end, top: 0, bottom: page.height }
        : { left: 0, right: page.width, top: start, bottom: end }
    return { field, box, items: [], tree: null, share: (end - start) / full }
  })
  const others = [...loose, ...fields.filter((f) => !across.includes(f))].sort((a, b) => a.depth - b.depth)
  const held = relations.filter((r) => HOLD.includes(r.kind) && !(manner !== 'tree' && grazes(r, loose)))
  const groups = joined(
    others,
    held.map((r) => [r.of[0], r.to[0]] as const),
  )
  for (const g of groups) {
    const area = (z: Zone) => g.reduce((sum, i) => sum + sharedWith(i, z.box), 0)
    const [best] = [...zones].sort((a, b) => area(b) - area(a))
    ;(best ?? zones[0])?.items.push(...g)
  }
  for (const z of zones) {
    z.items.sort((a, b) => a.depth - b.depth)
    z.tree = nodeOf(z, relations, { ...region, box: z.box }, manner)
  }
  const turns =
    zones.length > 1 &&
    zones.every((z) => z.share >= THICK) &&
    zones.length <= 3 &&
    !zones.some((z) => z.tree && crossesSeam(z.tree, axis, zones, z))
  return { axis, zones, turns, thin: manner === 'column' ? THINNEST : THIN }
}
const sharedWith = (i: Item, box: Bounds): number =>
  Math.max(0, Math.min(i.ink.right, box.right) - Math.max(i.ink.left, box.left)) *
  Math.max(0, Math.min(i.ink.bottom, box.bottom) - Math.max(i.ink.top, box.top))
/** Runs from edge to edge across an axis. */
const spans = (f: Item, axis: Axis, page: { width: number; height: number }): boolean =>
  axis === 'y'
    ? f.ink.left <= 1 && f.ink.right >= page.width - 1
    : f.ink.top <= 1 && f.ink.bottom >= page.height - 1
function axisOf(fields: readonly Item[], page: { width: number; height: number }): Axis {
  const area = (axis: Axis) => fields.filter((f) => spans(f, axis, page)).reduce((sum, f) => sum + f.area, 0)
  return area('x') > area('y') ? 'x' : 'y'
}
function nodeOf(
  { items }: Zone,
  relations: readonly Relation[],
  region: Region,
  manner: Manner,
): Node | null {
  if (items.length === 0) return null
  if (manner === 'whole' || items.length > MANY) return blockOf(items, region)
  if (manner === 'column') return columnOf(items, relations, region)
  return treeOf(items, relations, region, manner === 'apart')
}
/** Where the page is cut, from one edge to the other; strips that are too thin are none. */
function seamsOf(edges: readonly number[], full: number): number[] {
  const thin = (LEAST * full) / 2
  const out = [0]
  for (const edge of edges.map(Math.round).sort((a, b) => a - b))
    if (edge - (out.at(-1) as number) >= thin && full - edge >= thin) out.push(edge)
  return [...out, full]
}
/** Things that hold together go to one zone. */
const HOLD = ['on', 'rides', 'through', 'stands', 'together', 'caption']
function crossesSeam(tree: Node, axis: Axis, zones: readonly Zone[], z: Zone): boolean {
  const n = zones.indexOf(z)
  const [before, after] = axis === 'x' ? (['left', 'right'] as const) : (['top', 'bottom'] as const)
  return (n > 0 && tree.over.has(before)) || (n < zones.length - 1 && tree.over.has(after))
}

const acrossOf = (axis: Axis): Axis => (axis === 'x' ? 'y' : 'x')
/** Each zone of the channel with the shape that its things take there. */
export type LaidZone = { zone: Zone; box: Bounds; inner: Bounds; shape: Shape | null }
/** Where along a zone its things keep off its seam, of the master's distance there; at least so much of the shorter side. */
const SEAM = 0.03

/**
 * Zones side by side or one above the other on a page: as thick as what lies there needs, the room that is left shared as on
 * the master. `shapes` are those that may be chosen; null where they do not fit.
 */
export function layZones(
  { zones, axis: own, thin }: Zones,
  turned: boolean,
  page: Bounds,
  safe: Bounds,
  free: (box: Bounds) => readonly Bounds[],
  shapes: (z: Zone) => readonly Shape[],
  scale: number,
  rtl: boolean,
): LaidZone[] | null {
  const axis = turned ? acrossOf(own) : own
  const order = turned && rtl ? [...zones].reverse() : zones
  const full = axis === 'x' ? widthOf(page) : heightOf(page)
  const short = Math.min(widthOf(page), heightOf(page))
  const across = axis === 'x' ? heightOf(safe) : widthOf(safe)
  const [lo, hi] = axis === 'x' ? (['left', 'right'] as const) : (['top', 'bottom'] as const)
  const insets = order.map((z, n): [number, number] => {
    const room = z.tree ? roomAt(z, own, turned) : [0, 0]
    const seam = (v: number) => Math.max(SEAM * short, Math.min(v * scale, 0.12 * short))
    return [
      n === 0 ? safe[lo] - page[lo] : seam(room[0] as number),
      n === order.length - 1 ? page[hi] - safe[hi] : seam(room[1] as number),
    ]
  })
  const needs = order.map((z, n) => {
    if (!z.tree) return { least: z.field ? Math.min(z.share, 0.5) * full * thin : 0.02 * full, fits: true }
    const along = shapes(z)
      .filter((s) => (axis === 'x' ? s.height : s.width) <= across + 0.5)
      .map((s) => (axis === 'x' ? s.width : s.height))
    if (along.length === 0) return { least: 0, fits: false }
    const [before, after] = insets[n] as [number, number]
    return { least: Math.min(...along) + before + after, fits: true }
  })
  const total = needs.reduce((sum, n) => sum + n.least, 0)
  if (needs.some((n) => !n.fits) || total > full + 0.5) return null
  // The master's shares, but nobody less than it needs.
  const wanted = order.map((z, n) => {
    const least = needs[n]?.least ?? 0
    // A band is as thick as what lies on it asks, however far the safe area kept it from the edge.
    return z.field && z.tree && z.share < BAND ? least * 1.08 : Math.max(least, z.share * full)
  })
  const over = wanted.reduce((sum, w) => sum + w, 0) - full
  const slack = wanted.map((w, n) => w - (needs[n]?.least ?? 0))
  const slackTotal = slack.reduce((sum, s) => sum + s, 0)
  const sizes = wanted.map((w, n) =>
    over > 0 && slackTotal > 0
      ? w - (over * (slack[n] as number)) / slackTotal
      : w - over * growing(order, n),
  )
  let at = page[lo]
  const out: LaidZone[] = []
  for (const [n, zone] of order.entries()) {
    const size = sizes[n] as number
    const box =
      axis === 'x' ? { ...page, left: at, right: at + size } : { ...page, top: at, bottom: at + size }
    at += size
    const [before, after] = insets[n] as [number, number]
    const inner =
      axis === 'x'
        ? { ...safe, left: box.left + before, right: box.right - after }
        : { ...safe, top: box.top + before, bottom: box.bottom - after }
    if (!zone.tree) {
      out.push({ zone, box, inner, shape: null })
      continue
    }
    const found = fitting(free(inner), shapes(zone))
    if (!found) return null
    out.push({ zone, box, ...found })
  }
  return out
}
/** Who takes the room that is left: all but bands, by their shares. */
function growing(order: readonly Zone[], n: number): number {
  const takes = (z: Zone | undefined) => (z && !(z.field && z.tree && z.share < BAND) ? z.share : 0)
  const total = order.reduce((sum, z) => sum + takes(z), 0)
  return total > 0 ? takes(order[n]) / total : 1 / order.length
}
function fitting(boxes: readonly Bounds[], shapes: readonly Shape[]): { inner: Bounds; shape: Shape } | null {
  for (const inner of boxes) {
    let best: Shape | null = null
    for (const s of shapes)
      if (
        s.width <= widthOf(inner) + 0.5 &&
        s.height <= heightOf(inner) + 0.5 &&
        (!best || s.cost < best.cost - 1e-9)
      )
        best = s
    if (best) return { inner, shape: best }
  }
  return null
}
/** How far a zone's things keep off its two seams on the master; turned, as far as they keep off its sides. */
function roomAt(z: Zone, axis: Axis, turned: boolean): [number, number] {
  const b = z.tree?.box
  if (!b) return [0, 0]
  const along = turned ? acrossOf(axis) : axis
  return along === 'x'
    ? [Math.max(0, b.left - z.box.left), Math.max(0, z.box.right - b.right)]
    : [Math.max(0, b.top - z.box.top), Math.max(0, z.box.bottom - b.bottom)]
}
