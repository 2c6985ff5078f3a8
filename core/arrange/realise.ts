import { placeByMove } from '../adapt/blocks'
import type { LightOf } from '../adapt/lightness'
import { carriedNode, cover, type Frame, movedNode, moveTo, spanBox, stretchedLayer } from '../adapt/place'
import type { Unit } from '../adapt/units'
import { type Item, itemsOf } from '../compose/item'
import { joined } from '../compose/joined'
import type { Relation } from '../compose/relation'
import type { Channel } from '../design/channel-schema'
import { safeArea } from '../design/free-space'
import type { LayerNode } from '../design/tree'
import { type Bounds, centreOf, heightOf, intersect, isEmpty, unionOf, widthOf } from '../geometry/bounds'
import { isShape } from '../kinds/facts'
import type { FontBook } from '../type/fonts'
import { placeDecor } from './decor'
import type { Placing } from './node'
import { shareOf } from './nodes/lines'
import { placeShape } from './nodes/list'
import { pushOver } from './over-edges'
import type { Parts } from './parts'
import type { LaidZone } from './zones'

export type Scene = {
  parts: Parts
  frame: Frame
  master: Channel
  channel: Channel
  fonts: FontBook
  lightOf: LightOf
  relations: readonly Relation[]
}
/** A field reaches so far over the page's edge, px, its bleed apart. */
const BEYOND = 2
/** Where the master gave things less room they grow with it, but the gaps between them not without end. */
const MOST_ROOM = 1.9

const unitOf = (i: Item, kind: Unit['kind']): Unit => ({
  id: i.id,
  node: i.node,
  bounds: i.ink,
  kind,
  host: null,
})

/** Everything that is there whatever is arranged: covers, frames. Gives the box that frames leave for what is arranged. */
export function placeGrounds(s: Scene, out: Map<string, LayerNode>): Bounds {
  const boxes = new Map<string, Bounds>()
  const { parts, frame, channel } = s
  for (const i of parts.covers)
    placeByMove(unitOf(i, 'cover'), cover(unitOf(i, 'cover'), frame), out, boxes, channel)
  let inner = safeArea(channel)
  for (const i of parts.frames) {
    const box = spanBox(unitOf(i, 'span'), frame)
    const stretches = isShape(i.node.layer)
    const k = Math.min(widthOf(box) / widthOf(i.ink), heightOf(box) / heightOf(i.ink))
    const c = centreOf(box)
    out.set(
      i.id,
      stretches
        ? carriedNode(i.node, stretchedLayer(i.node.layer, box, frame.short))
        : movedNode(i.node, moveTo(i.ink, k, c.x, c.y)),
    )
    const loose = parts.loose.filter((l) => l.ink.left >= i.ink.left && l.ink.right <= i.ink.right)
    const content = loose.length > 0 ? unionOf(loose.map((l) => l.ink)) : i.ink
    const air = Math.min(
      0.06 * Math.min(channel.width, channel.height),
      Math.max(
        0.025 * Math.min(channel.width, channel.height),
        Math.min(content.left - i.ink.left, content.top - i.ink.top) * frame.short,
      ),
    )
    const within = {
      left: box.left + air,
      top: box.top + air,
      right: box.right - air,
      bottom: box.bottom - air,
    }
    const left = intersect(inner, within)
    if (!isEmpty(left)) inner = left
  }
  return inner
}

/** The box that a zone's things take of the room they have: as much of it as on the master, where they lay in it. */
export function roomFor(laid: LaidZone, s: Scene): Bounds {
  const { zone, inner, shape } = laid
  const tree = shape?.node
  if (!tree || !shape) return inner
  const from = intersect(safeArea(s.master), zone.box)
  const base = isEmpty(from) ? zone.box : from
  const take = (size: number, room: number, was: number, wasRoom: number) =>
    Math.min(room, Math.max(size, Math.min(size * MOST_ROOM, Math.min(1, was / wasRoom) * room)))
  const w = take(shape.width, widthOf(inner), widthOf(tree.box), widthOf(base))
  const h = take(shape.height, heightOf(inner), heightOf(tree.box), heightOf(base))
  const x = shareOf(tree.box.left, tree.box.right, base.left, base.right, 0.5)
  const y = shareOf(tree.box.top, tree.box.bottom, base.top, base.bottom, 0.5)
  const left = inner.left + (widthOf(inner) - w) * x
  const top = inner.top + (heightOf(inner) - h) * y
  return { left, top, right: left + w, bottom: top + h }
}

/** Carries out how the zones of a page were laid: every thing where it goes. */
export function realise(
  s: Scene,
  zones: readonly LaidZone[],
  grounds: ReadonlyMap<string, LayerNode>,
  leftOut: ReadonlySet<string>,
): Map<string, LayerNode> {
  const out = new Map(grounds)
  const { channel, parts } = s
  for (const laid of zones) {
    const { field } = laid.zone
    if (field) out.set(field.id, fieldNode(field, laid, channel, s.frame))
    if (!laid.shape) continue
    const placing: Placing = { channel, fonts: s.fonts, out, blocks: [] }
    placeShape(laid.shape, roomFor(laid, s), placing)
    pushOver(placing, s.master, laid.zone.box, laid.box)
  }
  const arranged = placedOf(s, out)
  // What stands in no row finds its place like decoration: where it covers nothing that it did not cover.
  const beside = parts.loose.filter((i) => !out.has(i.id) && !leftOut.has(i.id))
  const bound = s.relations.filter((r) => BINDS.includes(r.kind))
  placeDecor(
    joined(
      beside,
      bound.map((r) => [r.of[0], r.to[0]] as const),
    ),
    arranged,
    s.frame,
    out,
  )
  placeDecor(
    parts.decor.map((i) => [i]),
    beside.length > 0 ? placedOf(s, out) : arranged,
    s.frame,
    out,
  )
  for (const veil of parts.veils) out.set(veil.id, veilNode(veil, arranged, s))
  return out
}
/** Relations of things that are moved as one. */
const BINDS = ['on', 'rides', 'stands', 'through', 'together']
/** The loose things that have their place, as they were and as they are. */
const placedOf = (s: Scene, out: ReadonlyMap<string, LayerNode>): (readonly [Item, Item])[] =>
  s.parts.loose.flatMap((was) => {
    const node = out.get(was.id)
    const is = node && itemsOf([node], s.fonts, s.lightOf)[0]
    return is ? [[was, is] as const] : []
  })
function fieldNode(field: Item, { box }: LaidZone, channel: Channel, frame: Frame): LayerNode {
  const reach = channel.bleed + BEYOND
  const near = (a: number, b: number) => Math.abs(a - b) < 1
  const to = {
    left: near(box.left, 0) ? -reach : box.left,
    top: near(box.top, 0) ? -reach : box.top,
    right: near(box.right, channel.width) ? channel.width + reach : box.right,
    bottom: near(box.bottom, channel.height) ? channel.height + reach : box.bottom,
  }
  return carriedNode(field.node, stretchedLayer(field.node.layer, to, frame.short))
}
/** A veil from its edge to beyond the words that it serves, by as much as on the master. */
function veilNode(veil: Item, arranged: readonly (readonly [Item, Item])[], s: Scene): LayerNode {
  const box = spanBox(unitOf(veil, 'span'), s.frame)
  const served = arranged.filter(
    ([was]) =>
      was.types.length > 0 &&
      was.depth > veil.depth &&
      centreOf(was.ink).y > veil.ink.top &&
      centreOf(was.ink).y < veil.ink.bottom &&
      centreOf(was.ink).x > veil.ink.left &&
      centreOf(was.ink).x < veil.ink.right,
  )
  if (served.length === 0) return carriedNode(veil.node, stretchedLayer(veil.node.layer, box, s.frame.short))
  const [was, is] = [unionOf(served.map(([a]) => a.ink)), unionOf(served.map(([, b]) => b.ink))]
  const { channel, master, frame } = s
  const reach = channel.bleed + BEYOND
  const side = (
    lo: number,
    hi: number,
    wasLo: number,
    wasHi: number,
    from: number,
    to: number,
  ): [number, number] => {
    const before = lo <= 1 ? null : (wasLo - lo) * frame.short
    const after = hi >= from - 1 ? null : (hi - wasHi) * frame.short
    return [before ?? -reach, after ?? to + reach]
  }
  const [bl, ar] = side(veil.ink.left, veil.ink.right, was.left, was.right, master.width, channel.width)
  const [bt, ab] = side(veil.ink.top, veil.ink.bottom, was.top, was.bottom, master.height, channel.height)
  const to = {
    left: veil.ink.left <= 1 ? bl : is.left - bl,
    right: veil.ink.right >= master.width - 1 ? ar : is.right + ar,
    top: veil.ink.top <= 1 ? bt : is.top - bt,
    bottom: veil.ink.bottom >= master.height - 1 ? ab : is.bottom + ab,
  }
  return carriedNode(veil.node, stretchedLayer(veil.node.layer, to, frame.short))
}
