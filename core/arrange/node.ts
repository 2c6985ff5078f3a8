import type { Item } from '../compose/item'
import type { Channel } from '../design/channel-schema'
import type { LayerNode } from '../design/tree'
import type { Bounds } from '../geometry/bounds'
import type { FontBook } from '../type/fonts'

export type Side = 'left' | 'right' | 'top' | 'bottom'
export type Axis = 'x' | 'y'
/** What becomes of room that is left: things stay as they are in it, grow into it, or spread it between those that they hold. */
export type Room = 'keeps' | 'grows' | 'spreads'
type Common = {
  /** The same as long as it holds the same things. */
  key: string
  /** The room it takes on the master, px, cut at the edges that it goes over; of words their whole lines. */
  box: Bounds
  /** What is seen of it there: letters from capitals to the foot. */
  ink: Bounds
  items: readonly Item[]
  /** The edges that something of it goes over. */
  over: ReadonlySet<Side>
  room: Room
  /** Where its words begin in a wider box: 0 left, 1 right; null of what is not read line by line. */
  reads: number | null
  /** People said that it stays as large as on the master. */
  fixed: boolean
  /** The smallest share of what it takes on the master that people allow; 0 where they said nothing. */
  share: number
  /** Where it took nearly all of the width of what it stands with it may become so many times wider to do so again. */
  widens: number
  /** The direction in which its length follows what it stands between; null of what has a length of its own. */
  along: Axis | null
}
/** Ways to break words: how wide, at size 1, so many lines are at least. */
export type Wrap = { lines: number; width: number }
export type WordsNode = Common & {
  kind: 'words'
  item: Item
  wraps: readonly Wrap[]
  /** Lines that its author saw. */
  lines: number
  size: number
  leading: number
  /** The least multiple of the channel's smallest type that keeps its step in the hierarchy. */
  level: number
  /** Of the largest letters. */
  headline: boolean
  /** How far it is turned, degrees. */
  turn: number
  /** Room that its plate takes at both sides and above and below its lines, of its size. */
  plate: { across: number; down: number }
}
/** Things that are scaled evenly, as one. */
export type BlockNode = Common & { kind: 'block'; least: number; subject: boolean }
/** A picture in a form of its own, that may take another ratio, unless all of it must be seen. */
export type SlotNode = Common & { kind: 'slot'; item: Item; whole: boolean }
export type RuleNode = Common & { kind: 'rule'; item: Item; along: Axis }
export type Pads = { left: number; top: number; right: number; bottom: number }
/** What carries others: a card, a button, a plate. */
export type PanelNode = Common & {
  kind: 'panel'
  carrier: Item
  inner: Node
  pads: Pads
  alignX: number
  alignY: number
}
/** What overlaps the edge of one thing, with what lies on it: a badge with its price. It moves as one. */
export type Rider = { host: Item; rider: Item; items: readonly Item[] }
/** Things with others that overlap their edges: those stay at the same place of the outline that they overlap. */
export type RiddenNode = Common & { kind: 'ridden'; host: Node; riders: readonly Rider[] }
/** Things in a row or a column. */
export type LinesNode = Common & {
  kind: 'lines'
  axis: Axis
  children: readonly Node[]
  gaps: readonly number[]
  /** Where across the direction things lie: 0 start, 1 end. */
  align: number
  /** Stays as it is: a caption at its host may only turn as a whole. */
  bound: boolean
  rtl: boolean
}
/** Like things: how many stand in a row is free. */
export type SetNode = Common & {
  kind: 'set'
  children: readonly Node[]
  perRow: number
  gapX: number
  gapY: number
}
export type TableNode = Common & {
  kind: 'table'
  rows: readonly (readonly Item[])[]
  rules: readonly Item[]
  least: number
}
export type Node =
  | WordsNode
  | BlockNode
  | SlotNode
  | RuleNode
  | PanelNode
  | RiddenNode
  | LinesNode
  | SetNode
  | TableNode

/** One way in which a node can be drawn: how large it is then, px of the channel, and what it costs. */
export type Shape = {
  width: number
  height: number
  cost: number
  node: Node
  /** What was chosen of the node, to be stored; the same choice gives the same structure at another scale. */
  choice: string
  kids: readonly Shape[]
  /** The factor it is drawn at, and what else its kind needs to draw it. */
  scale: number
  /** What things of one set have alike beside their choices. */
  alike?: string
  extra?: readonly number[]
}
/** At which sizes things are tried. */
export type Fit = {
  /** Of the master, for everything but words that stand by themselves. */
  scale: number
  /** Those words are so much larger still. */
  words: number
  smallest: number
  /** What the areas of the two pages say: a thing at this scale has the share that it had. */
  area: number
  /** Nothing that is larger is of use, px. */
  room: { width: number; height: number }
  /** Nothing that costs more is of use. */
  dearest: number
  /** Choices that are kept, by the keys of nodes; null where all is free. */
  kept: Readonly<Record<string, string>> | null
}
export type Placing = {
  channel: Channel
  fonts: FontBook
  /** What was placed, by the ids of items. */
  out: Map<string, LayerNode>
  /** Blocks that go over an edge, with the box that they were put into: they are pushed over it again. */
  blocks: { node: BlockNode; box: Bounds; scale: number }[]
}
/** What a kind of node can be shaped to, and how it is put into a box that is at least as large. */
export type NodeDefinition<N extends Node> = {
  shapes: (node: N, fit: Fit, shapesOf: (n: Node) => readonly Shape[]) => Shape[]
  place: (node: N, shape: Shape, box: Bounds, to: Placing, placeNode: (s: Shape, b: Bounds) => void) => void
}

/** At most so many shapes of one node are kept. */
const MOST = 8
export type Size = { width: number; height: number; cost: number }
/** Only shapes that nothing else beats in width, height and cost at once (Stockmeyer 1983, from memory, with a cost). */
export function unbeaten(all: readonly Shape[], most = MOST): Shape[] {
  const front = new Front()
  for (let n = 0; n < all.length; n++) {
    const { width, height, cost } = all[n] as Shape
    front.add(width, height, cost, n)
  }
  return front.taken(most).map((n) => all[n] as Shape)
}

/** Width, height, cost and key of one after the other. */
const FIELDS = 4
/** Every shape of a search goes through a front; one at a time is filled and read, so all write to the same room. */
let room = new Float64Array(64 * FIELDS)

/** Gathers sizes and keeps those that no other is as small and as cheap as; of equal ones the first stays. */
export class Front {
  private end = 0

  add(width: number, height: number, cost: number, key: number): void {
    const { end } = this
    for (let n = 0; n < end; n += FIELDS)
      if (
        (room[n] as number) <= width &&
        (room[n + 1] as number) <= height + ALIKE &&
        (room[n + 2] as number) <= cost + SAME
      )
        return
    let left = 0
    for (let n = 0; n < end; n += FIELDS) {
      const beaten =
        width <= (room[n] as number) &&
        height <= (room[n + 1] as number) + ALIKE &&
        cost <= (room[n + 2] as number) + SAME
      if (beaten) continue
      if (left !== n) room.copyWithin(left, n, n + FIELDS)
      left += FIELDS
    }
    if (left + FIELDS > room.length) {
      const larger = new Float64Array(2 * room.length)
      larger.set(room)
      room = larger
    }
    room[left] = width
    room[left + 1] = height
    room[left + 2] = cost
    room[left + 3] = key
    this.end = left + FIELDS
  }
  /** The keys of those that nothing beats, the narrowest first; of too many the cheapest. */
  taken(most = MOST): number[] {
    const field = (n: number, f: number) => room[n + f] as number
    const narrowest = (a: number, b: number) =>
      field(a, 0) - field(b, 0) || field(a, 1) - field(b, 1) || field(a, 2) - field(b, 2)
    let order: number[] = []
    for (let n = 0; n < this.end; n += FIELDS) order.push(n)
    order.sort(narrowest)
    if (order.length > most) {
      const cheapest = order.sort((a, b) => field(a, 2) - field(b, 2)).slice(0, most)
      order = cheapest.sort(narrowest)
    }
    return order.map((n) => field(n, 3))
  }
}
/** Heights and costs that differ by less are the same. */
const ALIKE = 0.01
const SAME = 1e-9
