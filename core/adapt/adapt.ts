import { fromHex, lookUp } from '../colour/colour'
import type { Arrangement, Channel, Design, Layer, LayerOf } from '../design/schema'
import type { LayerNode } from '../design/tree'
import { areaOf, type Bounds, centreOf, grow, heightOf, overlapArea, unionOf, widthOf } from '../geometry/bounds'
import type { FontBook } from '../type/fonts'
import { measureType } from '../type/layout'
import { clearBoxes, safeArea } from './free-space'
import type { LightOf } from './lightness'
import { anchor, cover, edge, type Frame, type Move, moveBounds, movedNode, moveTo, spanBox, stretchedLayer, typesetLayer } from './place'
import { carryOut, type Situation, search } from './solve'
import { type Align, type StackedText, type Text, widestPiece } from './type-stack'
import { type Block, blocksOf, typesIn, type Unit, unitsOf } from './units'

export type AdaptContext = { fonts: FontBook; lightOf: LightOf }
export type Adapted = {
  nodes: LayerNode[]
  arrangement: Arrangement
  leftOut: string[] /** the stored arrangement could not be kept */
  chosenAnew: boolean
}

const isText = (u: Unit): u is Unit & { node: { layer: LayerOf<'type'> } } => u.kind === 'reads' && u.node.layer.kind === 'type'

function frameOf(master: Channel, channel: Channel): Frame {
  return {
    master,
    channel,
    short: Math.min(channel.width, channel.height) / Math.min(master.width, master.height),
    area: Math.sqrt((channel.width * channel.height) / (master.width * master.height)),
  }
}

const alignOf = (unit: Unit & { node: { layer: LayerOf<'type'> } }): Align => unit.node.layer.style.align

/** Texts near each other in reading order form a cluster; the one with the largest letters leads. */
function clustersOf(units: readonly (Unit & { node: { layer: LayerOf<'type'> } })[]): (Unit & { node: { layer: LayerOf<'type'> } })[][] {
  const sorted = [...units].sort((a, b) => a.bounds.top - b.bounds.top || a.bounds.left - b.bounds.left)
  const out: (typeof sorted)[] = []
  for (const unit of sorted) {
    const near = out.find((c) =>
      c.some((o) => {
        const size = Math.max(unit.node.layer.style.size, o.node.layer.style.size)
        const gapY = Math.max(unit.bounds.top - o.bounds.bottom, o.bounds.top - unit.bounds.bottom)
        const gapX = Math.max(unit.bounds.left - o.bounds.right, o.bounds.left - unit.bounds.right)
        return gapY < size * 1.1 && gapX < size * 0.8
      }),
    )
    if (near) near.push(unit)
    else out.push([unit])
  }
  const largest = (c: (typeof out)[number]) => Math.max(...c.map((u) => u.node.layer.style.size))
  return out.sort((a, b) => largest(b) - largest(a))
}

function textsOf(cluster: ReturnType<typeof clustersOf>[number], plates: ReadonlyMap<string, Unit>, fonts: FontBook): Text[] {
  let before: Unit | null = null
  return cluster.map((unit): Text => {
    const { layer } = unit.node
    const measure = measureType(fonts, layer.text, layer.style)
    const plate = plates.get(unit.id)
    const gap: number = before
      ? Math.max(0.12 * layer.style.size, Math.min(1.2 * layer.style.size, (plate ?? unit).bounds.top - before.bounds.bottom))
      : 0
    before = plate ?? unit
    return {
      id: unit.id,
      layer,
      measure,
      size: layer.style.size,
      gap,
      importance: layer.behaviour.importance,
      widest: widestPiece(measure),
      padX: plate ? Math.max(0, (widthOf(plate.bounds) - widthOf(unit.bounds)) / 2) : 0,
      padY: plate ? Math.max(0, (heightOf(plate.bounds) - heightOf(unit.bounds)) / 2) : 0,
    }
  })
}

/** A wide band near the bottom that the subject stands on. */
function floorOf(units: readonly Unit[], placed: ReadonlyMap<string, Bounds>, subject: Block | null, master: Channel): Situation['floor'] {
  if (!subject) return null
  for (const u of units) {
    if (u.kind !== 'span' || widthOf(u.bounds) < heightOf(u.bounds) || u.bounds.bottom < master.height - 2) continue
    const to = placed.get(u.id)
    if (to && subject.bounds.bottom > u.bounds.top - heightOf(subject.bounds) * 0.06 && subject.bounds.bottom <= u.bounds.bottom + 1)
      return { master: u.bounds.top, channel: to.top }
  }
  return null
}

/** Where each unit goes; filled in the order in which one depends on another. */
type Outcome = Map<string, LayerNode>

/**
 * Lays a page out for another channel. `stored` is the arrangement kept for it: it is carried out unless a hard rule
 * breaks. Layers keep their order; ids of what had no room are in `leftOut`.
 */
export function adapt(
  tree: readonly LayerNode[],
  design: Pick<Design, 'swatches'>,
  master: Channel,
  channel: Channel,
  ground: string,
  stored: Arrangement | null,
  context: AdaptContext,
  fixed: readonly Bounds[] = [],
): Adapted {
  const frame = frameOf(master, channel)
  const units = unitsOf(tree, master)
  const texts = units.filter(isText)
  const textIds = new Set(texts.map((t) => t.id))
  const plates = new Map(
    units.flatMap((u) => (u.kind === 'ride' && u.host && textIds.has(u.host) && u.node.layer.plane === 'message' ? [[u.host, u] as const] : [])),
  )
  const out: Outcome = new Map()
  const boxes = new Map<string, Bounds>()

  for (const u of units) {
    if (u.kind === 'cover') placeByMove(u, cover(u, frame), out, boxes, channel)
    else if (u.kind === 'edge') placeByMove(u, edge(u, frame), out, boxes, channel)
    else if (u.kind === 'span') {
      const box = spanBox(u, frame)
      boxes.set(u.id, box)
      out.set(
        u.id,
        u.node.layer.kind === 'group'
          ? movedNode(
              u.node,
              moveTo(u.bounds, Math.min(widthOf(box) / widthOf(u.bounds), heightOf(box) / heightOf(u.bounds)), centreOf(box).x, centreOf(box).y),
            )
          : { layer: stretchedLayer(u.node.layer, box, frame.short), children: [] },
      )
    }
  }

  const blocks = blocksOf(
    units.filter((u) => !boxes.has(u.id)),
    textIds,
  )
  const subject = blocks.find((b) => b.main) ?? null
  const clusters = clustersOf(texts)
  const [lead, ...rest] = clusters
  const beneath = units.flatMap((u): Layer[] => {
    const placed = out.get(u.id)
    return placed && placed.layer.kind !== 'group' && u.node.layer.plane !== 'front' && u.node.layer.plane !== 'finish' && u.node.layer.shown
      ? [placed.layer]
      : []
  })
  const groundHex = ground === 'transparent' ? '#ffffff' : lookUp(ground, design.swatches)
  const g = fromHex(groundHex)
  const situation: Situation = {
    frame,
    subject,
    beneath,
    swatches: design.swatches,
    lightOf: context.lightOf,
    ground: 0.2126 * g.r + 0.7152 * g.g + 0.0722 * g.b,
    inFront: units.flatMap((u) =>
      u.kind === 'edge' && (u.node.layer.plane === 'front' || u.node.layer.plane === 'message') && u.node.layer.blend === 'normal'
        ? [boxes.get(u.id) ?? u.bounds]
        : [],
    ),
    texts: lead ? textsOf(lead, plates, context.fonts) : [],
    apart: rest.map((c) => ({
      texts: textsOf(c, plates, context.fonts),
      bounds: unionOf(c.map((u) => u.bounds)),
      align: alignOf(c[0] as (typeof c)[number]),
    })),
    textBounds: lead ? unionOf(lead.map((u) => u.bounds)) : null,
    align: lead?.[0] ? alignOf(lead[0]) : 'start',
    floor: floorOf(units, boxes, subject, master),
  }
  const kept = stored ? carryOut(situation, stored) : null
  const solution = kept ?? search(situation)

  const stacked = solution.stacks.flatMap((s) => s.texts)
  for (const t of stacked) placeText(t, units, solution.arrangement.align, situation, plates, out, boxes)
  if (subject && solution.subject) for (const u of subject.units) placeByMove(u, solution.subject, out, boxes, channel)
  const typeBoxes = [...stacked.map((t) => t.box), ...fixed]
  const noRoom: string[] = []
  for (const block of blocks) {
    if (block === subject) continue
    if (!placeBlock(block, frame, typeBoxes, out, boxes)) noRoom.push(...block.units.map((u) => u.id))
    else if (block.units.some((u) => typesIn(u.node).length > 0)) for (const u of block.units) typeBoxes.push(boxes.get(u.id) ?? u.bounds)
  }
  for (const u of units) if (u.kind === 'ride' && !out.has(u.id)) rideOn(u, units, frame, out, boxes)

  const leftOut = [...solution.arrangement.leftOut, ...noRoom].flatMap((id) => [id, ...units.filter((u) => u.host === id).map((u) => u.id)])
  const hidden = new Set(leftOut)
  return {
    nodes: units.flatMap((u) => (hidden.has(u.id) ? [] : [out.get(u.id) ?? movedNode(u.node, anchor(u.node, u.bounds, frame))])),
    arrangement: solution.arrangement,
    leftOut,
    chosenAnew: stored !== null && kept === null,
  }
}

function placeByMove(u: Unit, m: Move, out: Outcome, boxes: Map<string, Bounds>, channel: Channel): void {
  const { layer } = u.node
  if (u.kind === 'cover' && layer.kind === 'shape' && layer.placement.rotation === 0) {
    // A plain area covers the page itself; only pictures are scaled to cover.
    const box = { left: -channel.bleed, top: -channel.bleed, right: channel.width + channel.bleed, bottom: channel.height + channel.bleed }
    boxes.set(u.id, box)
    out.set(u.id, { layer: stretchedLayer(layer, grow(box, channel.bleed > 0 ? 2 : 0), 1), children: [] })
    return
  }
  boxes.set(u.id, moveBounds(u.bounds, m))
  out.set(u.id, movedNode(u.node, m))
}

function placeText(
  t: StackedText,
  units: readonly Unit[],
  align: Align,
  s: Situation,
  plates: ReadonlyMap<string, Unit>,
  out: Outcome,
  boxes: Map<string, Bounds>,
): void {
  const unit = units.find((u) => u.id === t.id)
  if (unit?.node.layer.kind !== 'type') return
  const apart = s.apart.some((a) => a.texts.some((x) => x.id === t.id))
  out.set(t.id, { layer: typesetLayer(unit.node.layer, t.box, t.size, apart ? unit.node.layer.style.align : align), children: [] })
  boxes.set(t.id, t.box)
  const plate = plates.get(t.id)
  if (!plate) return
  const k = t.size / unit.node.layer.style.size
  const box = {
    left: t.box.left - Math.max(0, unit.bounds.left - plate.bounds.left) * k,
    top: t.box.top - Math.max(0, unit.bounds.top - plate.bounds.top) * k,
    right: t.box.right + Math.max(0, plate.bounds.right - unit.bounds.right) * k,
    bottom: t.box.bottom + Math.max(0, plate.bounds.bottom - unit.bounds.bottom) * k,
  }
  boxes.set(plate.id, box)
  out.set(plate.id, { layer: stretchedLayer(plate.node.layer, box, k), children: [] })
}

/**
 * A badge or decoration: its own place, else the nearest where it is off the type, smaller if need be. False where a
 * badge with words finds no room and may be left out.
 */
function placeBlock(block: Block, frame: Frame, type: readonly Bounds[], out: Outcome, boxes: Map<string, Bounds>): boolean {
  const { channel } = frame
  const first = block.units[0] as Unit
  const hasType = block.units.some((u) => typesIn(u.node).length > 0)
  const inner = hasType ? safeArea(channel) : { left: 0, top: 0, right: channel.width, bottom: channel.height }
  const avoid = hasType ? [...type.map((t) => grow(t, 2)), ...clearBoxes(channel)] : type
  const overlap = (b: Bounds) => avoid.reduce((sum, t) => sum + overlapArea(b, t), 0) / Math.max(1, areaOf(b))
  const wanted = anchor(first.node, block.bounds, frame)
  const least = hasType ? channel.smallestType / Math.min(...block.units.flatMap((u) => typesIn(u.node)).map((t) => t.style.size)) : 0
  const backed = ['backdrop', 'setting'].includes(first.node.layer.plane) && !hasType
  let move = hasType ? intoBox(block.bounds, wanted, inner) : wanted
  if (!backed && overlap(moveBounds(block.bounds, move)) > 0.002) {
    const home = centreOf(moveBounds(block.bounds, move))
    let best = cost(move)
    function cost(m: Move): number {
      const box = moveBounds(block.bounds, m)
      return (
        overlap(box) * 40 +
        Math.hypot(centreOf(box).x - home.x, centreOf(box).y - home.y) / Math.min(channel.width, channel.height) +
        (1 - m.scale / wanted.scale)
      )
    }
    for (const share of hasType ? [1, 0.8, 0.62] : [1]) {
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
    if (hasType && overlap(moveBounds(block.bounds, move)) > 0 && block.units.every((u) => u.node.layer.behaviour.importance !== 'must')) return false
  }
  for (const u of block.units) placeByMove(u, move, out, boxes, channel)
  return true
}

/** Shifted so that the box lies inside another, or in its middle where it is larger. */
function intoBox(bounds: Bounds, m: Move, inner: Bounds): Move {
  const b = moveBounds(bounds, m)
  const one = (low: number, high: number, from: number, to: number) =>
    high - low > to - from ? (from + to - low - high) / 2 : low < from ? from - low : high > to ? to - high : 0
  return { ...m, dx: m.dx + one(b.left, b.right, inner.left, inner.right), dy: m.dy + one(b.top, b.bottom, inner.top, inner.bottom) }
}

/** Stays at its host: the same offset in shares of the host's box, scaled as the host was. */
function rideOn(u: Unit, units: readonly Unit[], frame: Frame, out: Outcome, boxes: Map<string, Bounds>): void {
  const host = units.find((h) => h.id === u.host)
  const box = host ? boxes.get(host.id) : undefined
  if (!host || !box) {
    placeByMove(u, anchor(u.node, u.bounds, frame), out, boxes, frame.channel)
    return
  }
  const scale = Math.min(widthOf(box) / Math.max(1, widthOf(host.bounds)), heightOf(box) / Math.max(1, heightOf(host.bounds)))
  const [c, h, to] = [centreOf(u.bounds), centreOf(host.bounds), centreOf(box)]
  placeByMove(u, moveTo(u.bounds, scale, to.x + (c.x - h.x) * scale, to.y + (c.y - h.y) * scale), out, boxes, frame.channel)
}
