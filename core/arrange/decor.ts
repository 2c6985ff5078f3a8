import { edge, type Frame, type Move, moveBounds, movedNode, moveTo } from '../adapt/place'
import { edgesCrossed } from '../adapt/units'
import { type Item, isWords, sharedArea } from '../compose/item'
import type { LayerNode } from '../design/tree'
import { areaOf, type Bounds, centreOf, heightOf, overlapArea, widthOf } from '../geometry/bounds'
import { kindOf } from '../kinds/list'

/** Within this share of a side a thing belongs to that side: it keeps its distance to it. */
const SIDE = 0.3
/** Sizes that decoration is tried at, where it would cover what it did not. */
const SMALLER = [1, 0.8, 0.62, 0.48, 0.36]
/** Steps that it may go along its edge, of the side. */
const STEPS = [0, 0.12, -0.12, 0.25, -0.25, 0.4, -0.4]

const unitOf = (i: Item) => ({ id: i.id, node: i.node, bounds: i.ink, kind: 'edge' as const, host: null })
/** Where decoration goes by itself: over its edges again, at its corner, or at its place in the page. */
function ownMove(i: Item, f: Frame, by: number): Move {
  const { master, channel } = f
  const over = edgesCrossed(i.ink, master.width, master.height)
  if (over.left || over.right || over.top || over.bottom) {
    const m = edge(unitOf(i), f)
    if (by === 1) return m
    const b = moveBounds(i.ink, m)
    const keep = (low: boolean, high: boolean, from: number, to: number) => {
      if (low && high) return (from + to) / 2
      if (low) return Math.min(from + ((to - from) * by) / 2, to - ((to - from) * by) / 2)
      return high ? to - ((to - from) * by) / 2 : (from + to) / 2
    }
    const scale = m.scale * by
    // Over the edge by the same share of itself.
    const beyond = (side: 'left' | 'top', size: number) =>
      (side === 'left' ? -b.left : -b.top) / Math.max(1, size)
    const x =
      over.left && !over.right
        ? widthOf(i.ink) * scale * (0.5 - beyond('left', widthOf(b)))
        : keep(false, over.right, b.left, b.right)
    const y =
      over.top && !over.bottom
        ? heightOf(i.ink) * scale * (0.5 - beyond('top', heightOf(b)))
        : keep(false, over.bottom, b.top, b.bottom)
    const right =
      over.right && !over.left
        ? channel.width + (b.right - channel.width) * by - (widthOf(i.ink) * scale) / 2
        : x
    const bottom =
      over.bottom && !over.top
        ? channel.height + (b.bottom - channel.height) * by - (heightOf(i.ink) * scale) / 2
        : y
    return moveTo(i.ink, scale, right, bottom)
  }
  const keeps = i.node.layer.behaviour.keepsSize
  const scale = (keeps ? 1 : Math.min(f.area, f.short * 1.25)) * by
  const c = centreOf(i.ink)
  const one = (at: number, low: number, high: number, from: number, to: number) => {
    const half = ((high - low) * scale) / 2
    if (at < SIDE * from) return low * f.short + half
    if (at > (1 - SIDE) * from) return to - (from - high) * f.short - half
    return (at / from) * to
  }
  return moveTo(
    i.ink,
    scale,
    one(c.x, i.ink.left, i.ink.right, master.width, channel.width),
    one(c.y, i.ink.top, i.ink.bottom, master.height, channel.height),
  )
}

/**
 * Puts decoration where it covers nothing that it did not cover on the master, and lies under nothing new: smaller, or
 * farther along its edge, where it must. `placed` are the things that were arranged, on the master and here.
 */
export function placeDecor(
  decor: readonly Item[],
  placed: readonly (readonly [Item, Item])[],
  f: Frame,
  out: Map<string, LayerNode>,
): void {
  for (const i of decor) {
    const free = placed.filter(([was]) => sharedArea(i, was) < 0.01 * Math.min(i.area, was.area) + 1)
    const keepsTo = kindOf(i.node.layer).readsBeneath
    const over = edgesCrossed(i.ink, f.master.width, f.master.height)
    let best: { move: Move; cost: number } | null = null
    for (const by of keepsTo ? [1] : SMALLER)
      for (const step of STEPS) {
        const own = ownMove(i, f, by)
        const slides = { x: !(over.left || over.right), y: !(over.top || over.bottom) }
        if (step !== 0 && !slides.x && !slides.y) continue
        const move = {
          ...own,
          dx: own.dx + (slides.x && (!slides.y || Math.abs(step) > 0.2) ? step * f.channel.width : 0),
          dy: own.dy + (slides.y && (!slides.x || Math.abs(step) <= 0.2) ? step * f.channel.height : 0),
        }
        const box = moveBounds(i.ink, move)
        const met = free.reduce((sum, [, is]) => sum + meeting(box, is), 0)
        const outside = slides.x && slides.y ? 1 - overlapArea(box, pageOf(f)) / Math.max(1, areaOf(box)) : 0
        const cost = met * 10 + outside * 6 + (1 - by) * 1.2 + Math.abs(step) * 1.5
        if (!best || cost < best.cost - 1e-9) best = { move, cost }
      }
    if (best) out.set(i.id, movedNode(i.node, best.move))
  }
}
const pageOf = (f: Frame): Bounds => ({ left: 0, top: 0, right: f.channel.width, bottom: f.channel.height })
/** How much of something a box covers; words count most. */
const meeting = (box: Bounds, is: Item): number => {
  const shared = overlapArea(box, is.ink)
  return shared > 0
    ? (isWords(is) ? 0.4 : 0.1) + shared / Math.max(1, Math.min(areaOf(box), areaOf(is.ink)))
    : 0
}
