import { edge, type Frame, type Move, moveBounds, movedNode, moveTo } from '../adapt/place'
import { type Edges, edgesCrossed } from '../adapt/units'
import { type Item, isWords, sharedArea } from '../compose/item'
import type { LayerNode } from '../design/tree'
import { areaOf, type Bounds, boundsOf, centreOf, overlapArea, unionOf } from '../geometry/bounds'
import type { Point } from '../geometry/matrix'
import { kindOf } from '../kinds/list'

/** Within this share of a side a thing belongs to that side: it keeps its distance to it. */
const SIDE = 0.3
/** Over an edge it reaches so far, px, the bleed apart. */
const BEYOND = 2
/** Sizes that decoration is tried at, where it would cover what it did not. */
const SMALLER = [1, 0.8, 0.62, 0.48, 0.36]
/** Steps that it may go along its edge, of the side; along which side they go where it is free to go both ways. */
const STEPS = [0, 0.12, -0.12, 0.25, -0.25, 0.4, -0.4]
const ALONG_Y = 0.2

/** Where a thing goes by itself, and the point about which it is made smaller there. */
type Own = { move: Move; about: Point; over: Edges }
function ownPlace(ink: Bounds, first: Item, f: Frame): Own {
  const { master, channel } = f
  const over = edgesCrossed(ink, master.width, master.height)
  const reach = channel.bleed + BEYOND
  if (over.left || over.right || over.top || over.bottom) {
    const move = edge({ id: first.id, node: first.node, bounds: ink, kind: 'edge', host: null }, f)
    const c = centreOf(moveBounds(ink, move))
    /** What lies a little over the edge stays there, so that it goes on bleeding. */
    const held = (low: boolean, high: boolean, size: number, middle: number) => {
      if (low === high) return middle
      return low ? -reach : size + reach
    }
    const about = {
      x: held(over.left, over.right, channel.width, c.x),
      y: held(over.top, over.bottom, channel.height, c.y),
    }
    return { move, about, over }
  }
  const scale = first.node.layer.behaviour.keepsSize ? 1 : Math.min(f.area, f.short * 1.25)
  /** Where the middle comes to lie, and what stays where it is. */
  const along = (low: number, high: number, from: number, to: number): [number, number] => {
    const [at, half] = [(low + high) / 2, ((high - low) * scale) / 2]
    if (at < SIDE * from) return [low * f.short + half, low * f.short]
    if (at > (1 - SIDE) * from) return [to - (from - high) * f.short - half, to - (from - high) * f.short]
    return [(at / from) * to, (at / from) * to]
  }
  const [x, aboutX] = along(ink.left, ink.right, master.width, channel.width)
  const [y, aboutY] = along(ink.top, ink.bottom, master.height, channel.height)
  return { move: moveTo(ink, scale, x, y), about: { x: aboutX, y: aboutY }, over }
}
const smaller = ({ move, about }: Own, by: number): Move => ({
  scale: move.scale * by,
  dx: about.x + (move.dx - about.x) * by,
  dy: about.y + (move.dy - about.y) * by,
})

/**
 * Puts things that stand in no row, each group as one, where they cover nothing that they did not cover on the master and
 * lie under nothing new: smaller, or farther along their edge, where they must. `placed` are the things that have their
 * place, on the master and here.
 */
export function placeDecor(
  groups: readonly (readonly Item[])[],
  placed: readonly (readonly [Item, Item])[],
  f: Frame,
  out: Map<string, LayerNode>,
): void {
  for (const group of groups) {
    const [first] = group
    if (!first) continue
    const move = freeMove(group, first, placed, f)
    for (const i of group) out.set(i.id, movedNode(i.node, move))
  }
}
function freeMove(
  group: readonly Item[],
  first: Item,
  placed: readonly (readonly [Item, Item])[],
  f: Frame,
): Move {
  const ink = unionOf(group.map((i) => i.ink))
  const own = ownPlace(ink, first, f)
  const { over } = own
  const across = (over.left && over.right) || (over.top && over.bottom)
  const sizes = across || kindOf(first.node.layer).readsBeneath ? [1] : SMALLER
  const slides = { x: !(over.left || over.right), y: !(over.top || over.bottom) }
  const met = (i: Item, was: Item) => sharedArea(i, was) >= 0.01 * Math.min(i.area, was.area) + 1
  const free = placed.filter(([was]) => !group.some((i) => met(i, was)))
  const page = boundsOf(0, 0, f.channel.width, f.channel.height)
  let [best, least] = [own.move, Number.POSITIVE_INFINITY]
  for (const by of sizes)
    for (const step of slides.x || slides.y ? STEPS : [0]) {
      const there = smaller(own, by)
      const upright = slides.y && (!slides.x || Math.abs(step) <= ALONG_Y)
      const move = upright
        ? { ...there, dy: there.dy + step * f.channel.height }
        : { ...there, dx: there.dx + step * f.channel.width }
      const box = moveBounds(ink, move)
      const covered = free.reduce((sum, [, is]) => sum + meeting(box, is), 0)
      const outside = slides.x && slides.y ? 1 - overlapArea(box, page) / Math.max(1, areaOf(box)) : 0
      const cost = covered * 10 + outside * 6 + (1 - by) * 1.2 + Math.abs(step) * 1.5
      if (cost < least - 1e-9) [best, least] = [move, cost]
    }
  return best
}
/** How much of something a box covers; words count most. */
function meeting(box: Bounds, is: Item): number {
  const shared = overlapArea(box, is.ink)
  if (shared <= 0) return 0
  return (isWords(is) ? 0.4 : 0.1) + shared / Math.max(1, Math.min(areaOf(box), areaOf(is.ink)))
}
