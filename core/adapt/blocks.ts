import type { Channel } from '../design/channel-schema'
import { clearBoxes, safeArea } from '../design/free-space'
import type { LayerNode } from '../design/tree'
import { areaOf, type Bounds, centreOf, grow, heightOf, overlapArea, widthOf } from '../geometry/bounds'
import { kindOf } from '../kinds/list'
import {
  anchor,
  carriedNode,
  type Frame,
  fractional,
  type Move,
  moveBounds,
  movedNode,
  moveTo,
  stretchedLayer,
} from './place'
import { type Block, typesIn, type Unit } from './units'

/** Where each unit goes; filled in the order in which one depends on another. */
export type Outcome = Map<string, LayerNode>

export function placeByMove(
  u: Unit,
  m: Move,
  out: Outcome,
  boxes: Map<string, Bounds>,
  channel: Channel,
): void {
  const { layer } = u.node
  if (
    u.kind === 'cover' &&
    (kindOf(layer).outline(layer) !== null || !kindOf(layer).placed) &&
    layer.placement.rotation === 0
  ) {
    // A plain area covers the page itself; only pictures are scaled to cover.
    const box = {
      left: -channel.bleed,
      top: -channel.bleed,
      right: channel.width + channel.bleed,
      bottom: channel.height + channel.bleed,
    }
    boxes.set(u.id, box)
    out.set(u.id, carriedNode(u.node, stretchedLayer(layer, grow(box, channel.bleed > 0 ? 2 : 0), 1)))
    return
  }
  boxes.set(u.id, moveBounds(u.bounds, m))
  out.set(u.id, movedNode(u.node, m))
}

export const keepsClear = (block: Block): boolean =>
  block.units.some((u) => u.node.layer.behaviour.keepsClear)

/**
 * A badge or decoration: its own place, else the nearest where it is off the type, smaller if need be. False where a
 * badge with words finds no room and may be left out.
 */
export function placeBlock(
  block: Block,
  frame: Frame,
  type: readonly Bounds[],
  others: readonly Bounds[],
  out: Outcome,
  boxes: Map<string, Bounds>,
): boolean {
  const { channel } = frame
  const first = block.units[0] as Unit
  const hasType = block.units.some((u) => typesIn(u.node).length > 0)
  const inner = hasType
    ? safeArea(channel)
    : { left: 0, top: 0, right: channel.width, bottom: channel.height }
  const avoid = [...(hasType ? [...type.map((t) => grow(t, 2)), ...clearBoxes(channel)] : type), ...others]
  const overlap = (b: Bounds) => avoid.reduce((sum, t) => sum + overlapArea(b, t), 0) / Math.max(1, areaOf(b))
  let wanted = anchor(first.node, block.bounds, frame)
  const least = hasType
    ? channel.smallestType / Math.min(...block.units.flatMap((u) => typesIn(u.node)).map((t) => t.style.size))
    : 0
  const backed = ['backdrop', 'setting'].includes(first.node.layer.plane) && !hasType && !keepsClear(block)
  if (hasType) {
    // Words stay inside the safe area, however large their badge would like to be.
    const most = Math.min(widthOf(inner) / widthOf(block.bounds), heightOf(inner) / heightOf(block.bounds))
    if (wanted.scale > most)
      wanted = moveTo(
        block.bounds,
        Math.max(least, most),
        ...fractional(block.bounds, Math.max(least, most), frame),
      )
  }
  let move = hasType ? intoBox(block.bounds, wanted, inner) : wanted
  if (!backed && overlap(moveBounds(block.bounds, move)) > 0.002) {
    const home = centreOf(moveBounds(block.bounds, move))
    let best = cost(move)
    function cost(m: Move): number {
      const box = moveBounds(block.bounds, m)
      return (
        overlap(box) * 40 +
        Math.hypot(centreOf(box).x - home.x, centreOf(box).y - home.y) /
          Math.min(channel.width, channel.height) +
        (1 - m.scale / wanted.scale)
      )
    }
    for (const share of hasType || keepsClear(block) ? [1, 0.8, 0.62, 0.45] : [1]) {
      const scale = Math.max(least, wanted.scale * share)
      const half = { x: (widthOf(block.bounds) * scale) / 2, y: (heightOf(block.bounds) * scale) / 2 }
      for (let n = 0; n < 99; n++) {
        const [fx, fy] = [(n % 11) / 10, Math.floor(n / 11) / 8]
        const at = intoBox(
          block.bounds,
          moveTo(
            block.bounds,
            scale,
            inner.left + half.x + fx * (widthOf(inner) - 2 * half.x),
            inner.top + half.y + fy * (heightOf(inner) - 2 * half.y),
          ),
          inner,
        )
        const price = cost(at)
        if (price < best - 1e-9) {
          best = price
          move = at
        }
      }
    }
    if (
      hasType &&
      overlap(moveBounds(block.bounds, move)) > 0 &&
      block.units.every((u) => u.node.layer.behaviour.importance !== 'must')
    )
      return false
  }
  for (const u of block.units) placeByMove(u, move, out, boxes, channel)
  return true
}

/** Shifted so that the box lies inside another, or in its middle where it is larger. */
function intoBox(bounds: Bounds, m: Move, inner: Bounds): Move {
  const b = moveBounds(bounds, m)
  const one = (low: number, high: number, from: number, to: number) => {
    if (high - low > to - from) return (from + to - low - high) / 2
    if (low < from) return from - low
    if (high > to) return to - high
    return 0
  }
  return {
    ...m,
    dx: m.dx + one(b.left, b.right, inner.left, inner.right),
    dy: m.dy + one(b.top, b.bottom, inner.top, inner.bottom),
  }
}

/** Stays at its host: the same offset in shares of the host's box, scaled as the host was. */
export function rideOn(
  u: Unit,
  units: readonly Unit[],
  frame: Frame,
  out: Outcome,
  boxes: Map<string, Bounds>,
): void {
  const host = units.find((h) => h.id === u.host)
  const box = host ? boxes.get(host.id) : undefined
  if (!host || !box) {
    placeByMove(u, anchor(u.node, u.bounds, frame), out, boxes, frame.channel)
    return
  }
  const scale = Math.min(
    widthOf(box) / Math.max(1, widthOf(host.bounds)),
    heightOf(box) / Math.max(1, heightOf(host.bounds)),
  )
  const [c, h, to] = [centreOf(u.bounds), centreOf(host.bounds), centreOf(box)]
  placeByMove(
    u,
    moveTo(u.bounds, scale, to.x + (c.x - h.x) * scale, to.y + (c.y - h.y) * scale),
    out,
    boxes,
    frame.channel,
  )
}
