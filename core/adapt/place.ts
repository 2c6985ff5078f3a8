import type { Channel } from '../design/channel-schema'
import type { LayerNode } from '../design/tree'
import { type Bounds, centreOf, heightOf, widthOf } from '../geometry/bounds'
import { placedBounds } from '../geometry/placement'
import type { Placement } from '../geometry/placement-schema'
import { isPhoto } from '../kinds/facts'
import type { Layer } from '../kinds/list'
import { kindOf } from '../kinds/list'
import { sizedTreatment } from '../treatments/list'
import { edgesCrossed, typesIn, type Unit } from './units'

/** Uniform scale, then shift: where a unit of the master goes on a channel. */
export type Move = { scale: number; dx: number; dy: number }
type Size = Pick<Channel, 'width' | 'height'>
export type Frame = {
  master: Size
  channel: Channel
  /** ratio of the short sides */
  short: number
  /** ratio of the square roots of the areas */
  area: number
}

export const moveBounds = (b: Bounds, m: Move): Bounds => ({
  left: b.left * m.scale + m.dx,
  top: b.top * m.scale + m.dy,
  right: b.right * m.scale + m.dx,
  bottom: b.bottom * m.scale + m.dy,
})
/** The move that brings a box's centre to a point at a scale. */
export const moveTo = (b: Bounds, scale: number, x: number, y: number): Move => ({
  scale,
  dx: x - centreOf(b).x * scale,
  dy: y - centreOf(b).y * scale,
})

const keeps = (layer: Layer, scale: number): number => (layer.behaviour.keepsSize ? 1 : scale)
/** A group with type is not made smaller than its smallest type may be. */
const floorFor = (node: LayerNode, scale: number, smallest: number): number => {
  const least = Math.min(...typesIn(node).map((t) => t.style.size))
  return Number.isFinite(least) ? Math.max(scale, smallest / least) : scale
}

/** Fills the page and its bleed, its focal point kept where it was in the page as far as the cover allows. */
export function cover(unit: Unit, f: Frame): Move {
  const { channel, master } = f
  const b = unit.bounds
  const outer = {
    left: -channel.bleed,
    top: -channel.bleed,
    right: channel.width + channel.bleed,
    bottom: channel.height + channel.bleed,
  }
  const whole = unit.node.layer.behaviour.seen === 'whole'
  // All of it is seen, as people said, though the page's colour is seen beside it.
  if (whole) {
    const k = Math.min(channel.width / widthOf(b), channel.height / heightOf(b))
    return moveTo(b, k, channel.width / 2, channel.height / 2)
  }
  const scale = Math.max(widthOf(outer) / widthOf(b), heightOf(outer) / heightOf(b))
  const focal = isPhoto(unit.node.layer) ? unit.node.layer.focal : { x: 0.5, y: 0.5 }
  const at = { x: b.left + widthOf(b) * focal.x, y: b.top + heightOf(b) * focal.y }
  const wanted = {
    x: Math.min(0.94, Math.max(0.06, at.x / master.width)) * channel.width,
    y: Math.min(0.94, Math.max(0.06, at.y / master.height)) * channel.height,
  }
  const within = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value))
  return {
    scale,
    dx: within(wanted.x - at.x * scale, outer.right - b.right * scale, outer.left - b.left * scale),
    dy: within(wanted.y - at.y * scale, outer.bottom - b.bottom * scale, outer.top - b.top * scale),
  }
}

/** Stays on the edges it crosses, still reaches over them, keeps its share of the short side. */
export function edge(unit: Unit, f: Frame): Move {
  const { channel, master } = f
  const b = unit.bounds
  const e = edgesCrossed(b, master.width, master.height)
  let scale = keeps(unit.node.layer, f.short)
  if (e.left && e.right) scale = Math.max(scale, (channel.width + 2 * channel.bleed) / widthOf(b))
  if (e.top && e.bottom) scale = Math.max(scale, (channel.height + 2 * channel.bleed) / heightOf(b))
  scale = floorFor(unit.node, scale, channel.smallestType)
  /** How far over the edge: at least the whole bleed, never the whole thing. */
  const over = (by: number, size: number) =>
    Math.min(size * scale * 0.9, Math.max(by * scale, channel.bleed + 2))
  const c = centreOf(b)
  const along = (at: number, from: number, to: number, size: number) =>
    Math.min(to + size / 2 - 2, Math.max(2 - size / 2, (at / from) * to))
  let x: number
  if (e.left && e.right) x = channel.width / 2
  else if (e.left) x = -over(-b.left, widthOf(b)) + (widthOf(b) * scale) / 2
  else if (e.right) x = channel.width + over(b.right - master.width, widthOf(b)) - (widthOf(b) * scale) / 2
  else x = along(c.x, master.width, channel.width, widthOf(b) * scale)
  let y: number
  if (e.top && e.bottom) y = channel.height / 2
  else if (e.top) y = -over(-b.top, heightOf(b)) + (heightOf(b) * scale) / 2
  else if (e.bottom)
    y = channel.height + over(b.bottom - master.height, heightOf(b)) - (heightOf(b) * scale) / 2
  else y = along(c.y, master.height, channel.height, heightOf(b) * scale)
  return moveTo(b, scale, x, y)
}

/** Keeps its place in the composition and its weight in it, inside the page. */
export function anchor(node: LayerNode, bounds: Bounds, f: Frame): Move {
  const { channel } = f
  const most = Math.min((channel.width * 0.96) / widthOf(bounds), (channel.height * 0.96) / heightOf(bounds))
  const scale = floorFor(node, keeps(node.layer, Math.min(f.area, most)), channel.smallestType)
  return moveTo(bounds, scale, ...fractional(bounds, scale, f))
}

/** The centre on the channel whose margins are in the same ratio as on the master. */
export function fractional(b: Bounds, scale: number, { master, channel }: Frame): [number, number] {
  const one = (low: number, high: number, from: number, to: number) => {
    const [before, after] = [Math.max(0, low), Math.max(0, from - high)]
    const size = (high - low) * scale
    const share = before + after > 0 ? before / (before + after) : 0.5
    return share * (to - size) + size / 2
  }
  return [
    one(b.left, b.right, master.width, channel.width),
    one(b.top, b.bottom, master.height, channel.height),
  ]
}

/** A band, rule or border: as long as its share of the page, as thick as the short side says. */
export function spanBox(unit: Unit, f: Frame): Bounds {
  const { channel, master } = f
  const b = unit.bounds
  const bleed = channel.bleed
  const axis = (low: number, high: number, from: number, to: number): [number, number] => {
    const long = high - low > from * 0.78
    const [before, after] = [low, from - high]
    // Beyond the edge it reaches past the bleed, inside it keeps its margin.
    const margin = (m: number) => (m <= 1 ? Math.min(m * f.short, -bleed) : m * f.short)
    if (long) return [margin(before), to - margin(after)]
    const size = (high - low) * f.short
    if (before <= 1) return [Math.min(before * f.short, -bleed), Math.min(before * f.short, 0) + size]
    if (after <= 1) return [to - Math.min(after * f.short, 0) - size, to - Math.min(after * f.short, -bleed)]
    const centre = (before / (before + after)) * (to - size) + size / 2
    return [centre - size / 2, centre + size / 2]
  }
  const [left, right] = axis(b.left, b.right, master.width, channel.width)
  const [top, bottom] = axis(b.top, b.bottom, master.height, channel.height)
  return { left, top, right, bottom }
}

const MOST_SEEN = 24
const seen = new WeakMap<Layer, Map<string, Layer>>()
/**
 * The same object for the same outcome, so that what is kept by layer stays valid from one resolve to the next. `how` says by
 * which numbers it is made, all that it depends on beside the layer.
 */
function stable(layer: Layer, how: string, make: () => Layer): Layer {
  const held = seen.get(layer) ?? new Map<string, Layer>()
  seen.set(layer, held)
  const found = held.get(how)
  if (found) return found
  const made = make()
  // What is made of it further on is kept by it too.
  Object.freeze(made)
  Object.values(made.treatments).forEach(Object.freeze)
  held.set(how, made)
  if (held.size > MOST_SEEN) held.delete(held.keys().next().value as string)
  return made
}

const movedPlacement = (p: Placement, m: Move): Placement => ({
  ...p,
  x: p.x * m.scale + m.dx,
  y: p.y * m.scale + m.dy,
  width: p.width * m.scale,
  height: p.height * m.scale,
})

/** A layer with every length scaled: box, type size, radii, stroke. */
export function movedLayer(layer: Layer, m: Move): Layer {
  return stable(layer, `moved ${m.scale} ${m.dx} ${m.dy}`, () => ({
    ...kindOf(layer).sized(withWeights(layer, m.scale), m.scale),
    placement: movedPlacement(layer.placement, m),
  }))
}
/** The lengths of treatments multiplied, unless the layer keeps its weight. */
function withTreatments<L extends Layer>(layer: L, by: number): L {
  if (by === 1 || layer.behaviour.keepsWeight || Object.keys(layer.treatments).length === 0) return layer
  return {
    ...layer,
    treatments: Object.fromEntries(
      Object.entries(layer.treatments).map(([id, t]) => [id, sizedTreatment(t, by)]),
    ),
  }
}
/** Strokes, corner radii and lengths of treatments multiplied, unless the layer keeps its weight. */
export function withWeights<L extends Layer>(whole: L, by: number): L {
  if (whole.behaviour.keepsWeight) return whole
  const layer = withTreatments(whole, by)
  return kindOf(layer).weighed(layer, by) as L
}
export const movedNode = (node: LayerNode, m: Move): LayerNode => ({
  layer: movedLayer(node.layer, m),
  children: node.children.map((c) => movedNode(c, m)),
  insides: node.insides.map((c) => movedNode(c, m)),
})

/** A layer that was set or stretched anew, with what is kept inside it: scaled evenly so that it fills no less than before. */
export function carriedNode(node: LayerNode, layer: Layer): LayerNode {
  if (node.insides.length === 0) return { layer, children: [], insides: [] }
  const [from, to] = [placedBounds(node.layer.placement), placedBounds(layer.placement)]
  const scale = Math.max(
    widthOf(to) / Math.max(0.01, widthOf(from)),
    heightOf(to) / Math.max(0.01, heightOf(from)),
  )
  const move = moveTo(from, scale, centreOf(to).x, centreOf(to).y)
  return { layer, children: [], insides: node.insides.map((c) => movedNode(c, move)) }
}

/** A layer stretched into a box without turning thicker. */
export function stretchedLayer(layer: Layer, box: Bounds, weight: number): Layer {
  const quarter = Math.abs(layer.placement.rotation % 180) === 90
  const [w, h] = [Math.max(0.01, widthOf(box)), Math.max(0.01, heightOf(box))]
  const c = centreOf(box)
  return stable(layer, `stretched ${c.x} ${c.y} ${w} ${h} ${weight}`, () => {
    const placement = { ...layer.placement, ...c, width: quarter ? h : w, height: quarter ? w : h }
    return kindOf(layer).stretched({ ...withWeights(layer, weight), placement }, layer)
  })
}

/** A text set in a box at a size, turned about its centre. */
export function typesetLayer(
  layer: Extract<Layer, { kind: 'type' }>,
  box: Bounds,
  size: number,
  align: 'start' | 'centre' | 'end',
  rotation: number,
): Layer {
  const { left, top, right, bottom } = box
  return stable(layer, `set ${left} ${top} ${right} ${bottom} ${size} ${align} ${rotation}`, () => ({
    ...layer,
    placement: { ...layer.placement, ...centreOf(box), width: widthOf(box), height: heightOf(box), rotation },
    style: { ...layer.style, size, align },
  }))
}
