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
}
/** Things that are scaled evenly, as one. */
export type BlockNode = Common & { kind: 'block'; least: number; subject: boolean }
/** A picture in a form of its own, that may take another ratio. */
export type SlotNode = Common & { kind: 'slot'; item: Item }
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
/** Only shapes that nothing else beats in width, height and cost at once (Stockmeyer 1983, from memory, with a cost). */
export const unbeaten = (all: readonly Shape[], most = MOST): Shape[] =>
  unbeatenOf(all, most).map((n) => all[n] as Shape)

function isBeaten(s: Size, by: readonly Size[]): boolean {
  for (const o of by) if (o.height <= s.height + 0.01 && o.cost <= s.cost + 1e-9) return true
  return false
}
export type Size = { width: number; height: number; cost: number }
/** The numbers of those that nothing else beats, the narrowest first. */
export function unbeatenOf(all: readonly Size[], most = MOST): number[] {
  const at = (n: number) => all[n] as Size
  const sorted = Array.from(all, (_, n) => n).sort((p, q) => {
    const [a, b] = [at(p), at(q)]
    return a.width - b.width || a.height - b.height || a.cost - b.cost
  })
  const kept: number[] = []
  // All that are kept are narrower: only the lowest at each cost can beat what comes.
  const front: Size[] = []
  for (const n of sorted) {
    const s = at(n)
    if (isBeaten(s, front)) continue
    kept.push(n)
    let left = 0
    for (const o of front) if (o.height < s.height || o.cost < s.cost) front[left++] = o
    front.length = left
    front.push(s)
  }
  if (kept.length <= most) return kept
  // The cheapest of all, over the whole range.
  const byCost = [...kept].sort((p, q) => at(p).cost - at(q).cost)
  return byCost.slice(0, most).sort((p, q) => at(p).width - at(q).width)
}
