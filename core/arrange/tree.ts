import { type Item, isWords } from '../compose/item'
import { joined } from '../compose/joined'
import type { Relation } from '../compose/relation'
import { placesInOrder } from '../compose/relations/order'
import { perRow } from '../compose/relations/set'
import { isEndRule, tableRows } from '../compose/relations/table'
import {
  areaOf,
  type Bounds,
  centreOf,
  grow,
  heightOf,
  overlapArea,
  overlaps,
  unionOf,
  widthOf,
} from '../geometry/bounds'
import { alignOf, cuts, gathered } from './cuts'
import { blockOf, canHug, commonOf, leafOf, type Region } from './leaves'
import type { Axis, LinesNode, Node, PanelNode, RiddenNode, Rider, SetNode, TableNode } from './node'
import { shareOf } from './nodes/lines'
import { readingShare } from './nodes/words'

/** Boxes that share more of the smaller one cannot be cut apart. */
const SHARED = 0.07
/** What rides is at most so large, of its host. */
const RIDER = 0.6

/**
 * Rows and columns of the things of a region, with what belongs together in nodes of its own. `apart` takes words off what they
 * partly cover: where there is no room for both as they were.
 */
export function treeOf(
  items: readonly Item[],
  relations: readonly Relation[],
  region: Region,
  apart = false,
): Node | null {
  if (items.length === 0) return null
  const own = apart ? relations.filter((r) => !grazes(r, items)) : relations
  return new Builder(own, region, apart).tree(items)
}
/** Whether words only overlap what they could stand beside: they ride on it, run behind it, or lie on a subject. */
export function grazes({ kind, of, to }: Relation, items: readonly Item[]): boolean {
  const roleOf = (id: string | undefined) => items.find((i) => i.id === id)?.role
  if (kind === 'rides' || kind === 'through') return [...of, ...to].some((id) => roleOf(id) === 'words')
  const under = roleOf(to[0])
  return kind === 'on' && roleOf(of[0]) === 'words' && (under === 'cutout' || under === 'group')
}

class Builder {
  constructor(
    private readonly relations: readonly Relation[],
    private readonly region: Region,
    private readonly loosely = false,
  ) {}

  tree(items: readonly Item[]): Node {
    return this.cut(this.units(items))
  }

  /** What belongs together on one level: panels, ridden things, blocks, captions with their hosts, sets and tables. */
  private units(items: readonly Item[]): Node[] {
    const here = new Set(items.map((i) => i.id))
    const inside = this.relations.filter((r) => [...r.of].every((id) => here.has(id)))
    const both = (r: Relation) => here.has(r.to[0] ?? '') && here.has(r.of[0] ?? '')
    const carried = new Map(
      inside.filter((r) => r.kind === 'on' && both(r)).map((r) => [r.of[0] as string, r.to[0] as string]),
    )
    const overlaps = inside.filter(
      (r) => ['rides', 'through', 'stands', 'together'].includes(r.kind) && both(r),
    )
    const outermost = (id: string): string => {
      let at = id
      for (let n = 0; n < 20 && carried.has(at); n++) at = carried.get(at) as string
      return at
    }
    /** Carriers whose things touch nothing but each other can hug. */
    const tops = items.filter((i) => !carried.has(i.id))
    const crossing = overlaps.filter((r) => outermost(r.of[0] as string) !== outermost(r.to[0] as string))
    const could = tops.filter((t) => this.rides(t, items, crossing, outermost))
    // What rides on a rider is one with it.
    const hostOf = (t: Item) =>
      outermost(crossing.find((r) => outermost(r.of[0] as string) === t.id)?.to[0] ?? '')
    const riding = could.filter((t) => !could.some((o) => hostOf(t) === o.id || hostOf(o) === t.id))
    const riders = new Set(riding.map((t) => t.id))
    const rigid = crossing.filter((r) => !riders.has(outermost(r.of[0] as string)))
    const groups = joined(
      tops.filter((t) => !riders.has(t.id)),
      rigid.map((r) => [outermost(r.of[0] as string), outermost(r.to[0] as string)] as const),
    )
    const heldBy = (some: readonly Item[]) => items.filter((i) => some.some((t) => outermost(i.id) === t.id))
    const touching = overlaps.filter((r) => !riders.has(outermost(r.of[0] as string)))
    const all = groups.map((g): Node => {
      const own = riding.filter((t) => g.some((host) => hostOf(t) === host.id))
      const [one, ...more] = g as [Item, ...Item[]]
      if (more.length > 0) return blockOf(heldBy([...g, ...own]), this.region)
      const made = this.single(one, heldBy(g), touching)
      if (own.length === 0) return made
      return this.ridden(
        made,
        own.map((rider) => ({ host: one, rider, items: heldBy([rider]) })),
      )
    })
    return this.sets(this.captions(this.tables(all)))
  }

  /** A thing that overlaps one host and nothing else stays at its outline, with what lies on it; else all become one block. */
  private rides(
    rider: Item,
    items: readonly Item[],
    crossing: readonly Relation[],
    outermost: (id: string) => string,
  ): boolean {
    const own = crossing.filter((r) => [...r.of, ...r.to].some((id) => outermost(id) === rider.id))
    const hosts = new Set(own.map((r) => outermost(r.to[0] as string)))
    const host = items.find((i) => hosts.has(i.id))
    if (hosts.size !== 1 || !host || host === rider || own.some((r) => r.kind !== 'rides')) return false
    if (isWords(host) || (isWords(rider) && rider.types.length === 0)) return false
    return (
      smaller(rider, host) &&
      crossing.every((o) => outermost(o.to[0] as string) !== host.id || o.kind === 'rides')
    )
  }

  private single(top: Item, held: readonly Item[], overlapping: readonly Relation[]): Node {
    const rest = held.filter((i) => i !== top)
    if (rest.length === 0) return leafOf(top, this.region)
    const touched = overlapping.some((r) => r.of.includes(top.id) || r.to.includes(top.id))
    if (!canHug(top) || touched) return blockOf(held, this.region)
    const inner = this.tree(rest)
    return this.panel(top, inner, held)
  }
  private panel(carrier: Item, inner: Node, held: readonly Item[]): PanelNode {
    const [c, b] = [carrier.ink, inner.box]
    const { padding: said } = carrier.node.layer.behaviour
    const pads = {
      left: said ?? Math.max(0, b.left - c.left),
      top: said ?? Math.max(0, b.top - c.top),
      right: said ?? Math.max(0, c.right - b.right),
      bottom: said ?? Math.max(0, c.bottom - b.bottom),
    }
    const text = held.find((i) => isWords(i))
    const alignX = shareOf(b.left, b.right, c.left, c.right, text ? readingShare(text) : 0.5)
    return {
      kind: 'panel',
      ...commonOf('panel', held, this.region, 'grows'),
      box: c,
      carrier,
      inner,
      pads,
      alignX,
      alignY: shareOf(b.top, b.bottom, c.top, c.bottom, 0.5),
    }
  }
  private ridden(host: Node, riders: readonly Rider[]): RiddenNode {
    return {
      kind: 'ridden',
      ...commonOf('ridden', [...host.items, ...riders.flatMap((r) => r.items)], this.region, host.room),
      host,
      riders,
    }
  }
  /** Cells of a table become one node, with the rules that run through it. */
  private tables(nodes: readonly Node[]): Node[] {
    let now = [...nodes]
    for (const r of this.relations.filter((x) => x.kind === 'table')) {
      const cells = now.filter((n) => n.items.length === 1 && r.of.includes(n.items[0]?.id ?? ''))
      if (cells.length !== r.of.length) continue
      const rows = tableRows(r).map((row) =>
        row.map((id) => cells.find((n) => n.items[0]?.id === id)?.items[0] as Item),
      )
      const cellsBox = unionOf(cells.map((n) => n.box))
      const within = now.filter(
        (n) =>
          n.kind === 'rule' && overlaps(grow(cellsBox, 1), n.box) && centreOf(n.box).y > cellsBox.top - 2,
      )
      const step = heightOf(cellsBox) / Math.max(1, rows.length)
      const ends = now.filter(
        (n) =>
          n.kind === 'rule' &&
          !within.includes(n) &&
          isEndRule(
            n.box,
            within.map((w) => w.box),
            cellsBox,
            step,
          ),
      )
      const rules = [...within, ...ends]
      const items = [...cells, ...rules].flatMap((n) => n.items)
      const ended = unionOf([cellsBox, ...ends.map((n) => n.box)])
      // What else lies between its rows goes with it as it is.
      if (now.some((n) => !cells.includes(n) && !rules.includes(n) && overlapArea(n.ink, cellsBox) > 0))
        continue
      const made: TableNode = {
        kind: 'table',
        ...commonOf('table', items, this.region, 'spreads'),
        box: { ...cellsBox, top: ended.top, bottom: ended.bottom },
        rows,
        rules: rules.flatMap((n) => n.items),
        least: Math.min(Infinity, ...items.flatMap((i) => i.types.map((t) => t.style.size))),
      }
      now = [...now.filter((n) => !cells.includes(n) && !rules.includes(n)), made]
    }
    return now
  }

  private captions(nodes: readonly Node[]): Node[] {
    let now = [...nodes]
    const hosts = new Map<Node, Node[]>()
    for (const r of this.relations.filter((x) => x.kind === 'caption' || x.kind === 'together')) {
      const words = now.find((n) => n.items.some((i) => i.id === r.of[0]))
      const host = now.find((n) => n.items.some((i) => i.id === r.to[0]))
      if (!words || !host || words === host) continue
      hosts.set(host, [...(hosts.get(host) ?? []), words])
    }
    for (const [host, words] of hosts) {
      const parts = [host, ...words].filter((n) => now.includes(n))
      if (parts.length < 2 || !now.includes(host)) continue
      const unit = this.cut(parts)
      now = [
        ...now.filter((n) => !parts.includes(n)),
        unit.kind === 'lines' ? { ...unit, bound: true } : unit,
      ]
    }
    return now
  }

  private sets(nodes: readonly Node[]): Node[] {
    let now = [...nodes]
    for (const r of this.relations.filter((x) => x.kind === 'set')) {
      const members = r.of.map((id) => now.find((n) => n.items.some((i) => i.id === id)))
      const distinct = new Set(members)
      if (members.some((m) => m === undefined) || distinct.size !== members.length) continue
      const children = this.asSaid(members as Node[], false)
      const box = unionOf(children.map((c) => c.box))
      // Something else between them: they stay where the cuts put them.
      if (now.some((n) => !distinct.has(n) && overlapArea(n.ink, box) > 0.15 * areaOf(n.ink))) continue
      // A badge on one of them makes it no other: it rides where it rode, they stay alike.
      const bare = children.map((c) => (c.kind === 'ridden' ? c.host : c))
      if (bare.some((c) => c.over.size > 0) || !alike(bare)) continue
      const riders = children.flatMap((c) => (c.kind === 'ridden' ? c.riders : []))
      const made = this.set(bare, perRow(r), riders)
      now = [...now.filter((n) => !distinct.has(n)), riders.length > 0 ? this.ridden(made, riders) : made]
    }
    return now
  }
  private set(members: readonly Node[], columns: number, riders: readonly Rider[]): SetNode {
    const children = askedAlike(members)
    const gaps = (axis: Axis) => {
      const [lo, hi] = axis === 'x' ? (['left', 'right'] as const) : (['top', 'bottom'] as const)
      const step = axis === 'x' ? 1 : columns
      const found = children.flatMap((c, n) => {
        const next = children[n + step]
        if (!next || (axis === 'x' && (n + 1) % columns === 0)) return []
        return [Math.max(0, next.box[lo] - c.box[hi])]
      })
      return found.length > 0 ? found.reduce((s, g) => s + g, 0) / found.length : null
    }
    const [x, y] = [gaps('x'), gaps('y')]
    // Where they never stood what rides on one must not reach another.
    const free = (gap: number | null, axis: Axis) =>
      Math.max(gap ?? 0, ...riders.map((r) => reachOf(r, axis)))
    return {
      kind: 'set',
      ...commonOf(
        'set',
        children.flatMap((c) => c.items),
        this.region,
        'spreads',
      ),
      box: unionOf(children.map((c) => c.box)),
      children,
      perRow: columns,
      gapX: x ?? free(y, 'x'),
      gapY: y ?? free(x, 'y'),
    }
  }

  /** Cut into rows or columns at the widest gaps; what cannot be cut is one block. */
  cut(nodes: readonly Node[]): Node {
    const now = this.apart(nodes)
    const boxOf = (n: Node) => (this.loosely ? core(n.ink) : n.ink)
    if (now.length === 1) return now[0] as Node
    const [x, y] = [cuts(now, 'x', boxOf), cuts(now, 'y', boxOf)]
    if (x.parts.length === 1 && y.parts.length === 1)
      return blockOf(
        now.flatMap((n) => n.items),
        this.region,
      )
    const widest = (gaps: readonly number[]) => Math.max(-1, ...gaps)
    const columnFirst = y.parts.length > 1 && (x.parts.length === 1 || widest(y.gaps) >= widest(x.gaps) * 0.8)
    const axis: Axis = columnFirst ? 'y' : 'x'
    const { parts, gaps } = gathered(columnFirst ? y : x)
    const children = parts.map((p) => this.cut(p))
    return this.lines(axis, children, gaps)
  }
  private lines(axis: Axis, cut: readonly Node[], gaps: readonly number[]): LinesNode {
    const items = cut.flatMap((c) => c.items)
    const words = items.filter(isWords)
    const rtl = words.filter((w) => w.layout?.lines[0]?.rtl).length * 2 > words.length
    const children = this.asSaid(cut, rtl && axis === 'x')
    return {
      kind: 'lines',
      ...commonOf('lines', items, this.region, 'spreads'),
      box: unionOf(children.map((c) => c.box)),
      axis,
      children,
      gaps,
      align: axis === 'y' ? alignOf(children, 'x') : alignOf(children, 'y'),
      bound: false,
      rtl,
    }
  }
  /** What people said is read in another order changes places; what they did not speak of stays, and what lies at an edge. */
  private asSaid(nodes: readonly Node[], fromRight: boolean): readonly Node[] {
    const places = placesInOrder(this.relations)
    // What rides on a thing says nothing of when that is read.
    const itemsOf = (n: Node) => (n.kind === 'ridden' ? n.host.items : n.items)
    const placeOf = (n: Node) =>
      Math.min(...itemsOf(n).map((i) => places.get(i.id) ?? Number.POSITIVE_INFINITY))
    const moves = (n: Node) => n.over.size === 0 && Number.isFinite(placeOf(n))
    const sorted = nodes.filter(moves).sort((a, b) => (placeOf(a) - placeOf(b)) * (fromRight ? -1 : 1))
    return nodes.map((n) => (moves(n) ? (sorted.shift() as Node) : n))
  }
  /** Nodes whose boxes meet are one. */
  private apart(nodes: readonly Node[]): Node[] {
    let now = [...nodes]
    for (;;) {
      const met = firstMeeting(now, (n) => (this.loosely ? core(n.ink) : n.ink))
      if (!met) return now
      const [a, b] = met
      now = [...now.filter((n) => n !== a && n !== b), blockOf([...a.items, ...b.items], this.region)]
    }
  }
}
/** How far what rides stands out beyond what it rides on, in one direction, px of the master. */
function reachOf({ host, items }: Rider, axis: Axis): number {
  const [lo, hi] = axis === 'x' ? (['left', 'right'] as const) : (['top', 'bottom'] as const)
  const all = unionOf(items.map((i) => i.ink))
  return Math.max(0, host.ink[lo] - all[lo], all[hi] - host.ink[hi]) * CLEARLY
}
/** Not only just. */
const CLEARLY = 1.15
/** Small enough to stay at the outline of its host. */
const smaller = (rider: Item, host: Item): boolean =>
  rider.area < RIDER * host.area &&
  widthOf(rider.ink) < 0.95 * widthOf(host.ink) &&
  heightOf(rider.ink) < 0.95 * heightOf(host.ink)
function firstMeeting(nodes: readonly Node[], boxOf: (n: Node) => Bounds): [Node, Node] | null {
  for (const [n, a] of nodes.entries())
    for (const b of nodes.slice(n + 1)) {
      const [p, q] = [boxOf(a), boxOf(b)]
      const shared = overlapArea(p, q)
      if (shared > SHARED * Math.min(areaOf(p), areaOf(q)) + 1) return [a, b]
    }
  return null
}
/** The middle of a box: where things are told apart that overlap at their sides. */
const CORE = 0.3
function core(b: Bounds): Bounds {
  const [w, h, c] = [widthOf(b) * CORE, heightOf(b) * CORE, centreOf(b)]
  return { left: c.x - w / 2, right: c.x + w / 2, top: c.y - h / 2, bottom: c.y + h / 2 }
}
const isThing = (n: Node): boolean => n.room === 'keeps' && n.reads === null
/** Nodes that are of one make: three cards, three captions with their cups. */
const alike = ([first, ...rest]: readonly Node[]): boolean =>
  first !== undefined && rest.every((n) => n.kind === first.kind || (isThing(n) && isThing(first)))

/** The things of a node one by one, in its order. */
function thingsIn(n: Node): Node[] {
  if (n.kind === 'panel') return thingsIn(n.inner)
  if (n.kind === 'ridden') return thingsIn(n.host)
  return n.kind === 'lines' || n.kind === 'set' ? n.children.flatMap(thingsIn) : [n]
}
/** What people ask of one of a set holds for what is at the same place in the others: they stay alike. */
function askedAlike(members: readonly Node[]): readonly Node[] {
  const all = members.map(thingsIn)
  const [first] = all
  if (!first || all.some((list) => list.length !== first.length)) return members
  for (const n of first.keys()) {
    const same = all.map((list) => list[n] as Node)
    const share = Math.max(...same.map((o) => o.share))
    const whole = same.some((o) => o.kind === 'slot' && o.whole)
    for (const o of same) {
      o.share = share
      if (whole && o.kind === 'slot') Object.assign(o, { whole, widens: 1 })
    }
  }
  return members
}
