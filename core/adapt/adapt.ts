import { fromHex, lookUp } from '../colour/colour'
import type { Channel } from '../design/channel-schema'
import { clearBoxes, freeBoxes, safeArea } from '../design/free-space'
import type { Design, SharedOut } from '../design/schema'
import type { LayerNode } from '../design/tree'
import { type Bounds, centreOf, heightOf, overlapArea, unionOf, widthOf } from '../geometry/bounds'
import { placedBounds } from '../geometry/placement'
import { hasMembers, isWorded } from '../kinds/facts'
import type { Layer, LayerOf } from '../kinds/list'
import type { FontBook } from '../type/fonts'
import { measureType } from '../type/layout'
import { keepsClear, type Outcome, placeBlock, placeByMove, rideOn } from './blocks'
import type { LightOf } from './lightness'
import {
  anchor,
  carriedNode,
  cover,
  edge,
  type Frame,
  moveBounds,
  movedNode,
  moveTo,
  spanBox,
  stretchedLayer,
  typesetLayer,
} from './place'
import { carryOut, type Situation, search } from './solve'
import { type Align, type StackedText, type Text, widestPiece } from './type-stack'
import { type Block, blocksOf, typesIn, type Unit, unitsOf } from './units'

export type AdaptContext = { fonts: FontBook; lightOf: LightOf }
export type Adapted = {
  nodes: LayerNode[]
  arrangement: SharedOut
  leftOut: string[]
  /** the stored arrangement could not be kept */
  chosenAnew: boolean
}

const isText = (u: Unit): u is Unit & { node: { layer: LayerOf<'type'> } } =>
  u.kind === 'reads' && isWorded(u.node.layer)

function frameOf(master: Channel, channel: Channel): Frame {
  return {
    master,
    channel,
    short: Math.min(channel.width, channel.height) / Math.min(master.width, master.height),
    area: Math.sqrt((channel.width * channel.height) / (master.width * master.height)),
  }
}

type Size = { width: number; height: number }
const sizeOf = (b: Bounds): Size => ({ width: widthOf(b), height: heightOf(b) })
const alignOf = (unit: Unit & { node: { layer: LayerOf<'type'> } }): Align => unit.node.layer.style.align

/** Texts near each other in reading order form a cluster; the one with the largest letters leads. */
function clustersOf(
  units: readonly (Unit & { node: { layer: LayerOf<'type'> } })[],
): (Unit & { node: { layer: LayerOf<'type'> } })[][] {
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

/** Beyond this a text is a label up or down an edge; in the stack it is set upright. */
const MOST_TURN = 30
const turnOf = (layer: Layer): number =>
  Math.abs(layer.placement.rotation) <= MOST_TURN ? layer.placement.rotation : 0
/** A label up or down an edge keeps its turn, unless the channel is too small for it at its smallest type. */
function isLabel(u: Unit & { node: { layer: LayerOf<'type'> } }, channel: Channel): boolean {
  const { layer } = u.node
  if (Math.abs(layer.placement.rotation) <= MOST_TURN) return false
  const [least, safe] = [channel.smallestType / layer.style.size, safeArea(channel)]
  return freeBoxes(safe, clearBoxes(channel)).some(
    (b) => widthOf(u.bounds) * least <= widthOf(b) && heightOf(u.bounds) * least <= heightOf(b),
  )
}
/** A plate that is turned as its text is. */
const turnsAlong = (plate: Layer, text: Layer): boolean =>
  !hasMembers(plate) &&
  turnOf(text) !== 0 &&
  Math.abs(plate.placement.rotation - text.placement.rotation) < 0.01

function textsOf(
  cluster: ReturnType<typeof clustersOf>[number],
  plates: ReadonlyMap<string, Unit>,
  fonts: FontBook,
): Text[] {
  let before: Unit | null = null
  return cluster.map((unit): Text => {
    const { layer } = unit.node
    const measure = measureType(fonts, layer.text, layer.style)
    const plate = plates.get(unit.id)
    let [inner, outer]: [Size, Size] = [layer.placement, layer.placement]
    if (plate && turnsAlong(plate.node.layer, layer)) outer = plate.node.layer.placement
    else if (plate) [inner, outer] = [sizeOf(unit.bounds), sizeOf(plate.bounds)]
    const gap: number = before
      ? Math.max(
          0.12 * layer.style.size,
          Math.min(1.2 * layer.style.size, (plate ?? unit).bounds.top - before.bounds.bottom),
        )
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
      turn: turnOf(layer),
      padX: Math.max(0, (outer.width - inner.width) / 2),
      padY: Math.max(0, (outer.height - inner.height) / 2),
    }
  })
}

/** A wide band near the bottom that the subject stands on. */
function floorOf(
  units: readonly Unit[],
  placed: ReadonlyMap<string, Bounds>,
  subject: Block | null,
  master: Channel,
): Situation['floor'] {
  if (!subject) return null
  for (const u of units) {
    if (u.kind !== 'span' || widthOf(u.bounds) < heightOf(u.bounds) || u.bounds.bottom < master.height - 2)
      continue
    const to = placed.get(u.id)
    if (
      to &&
      subject.bounds.bottom > u.bounds.top - heightOf(subject.bounds) * 0.06 &&
      subject.bounds.bottom <= u.bounds.bottom + 1
    )
      return { master: u.bounds.top, channel: to.top }
  }
  return null
}

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
  stored: SharedOut | null,
  context: AdaptContext,
  fixed: readonly Bounds[] = [],
): Adapted {
  const made = layOut(tree, design, master, channel, ground, stored, context, fixed, true)
  return made.crowded ? layOut(tree, design, master, channel, ground, stored, context, fixed, false) : made
}

/** `crowded` says that a turned label found no place of its own; it is then set upright with the other texts. */
function layOut(
  tree: readonly LayerNode[],
  design: Pick<Design, 'swatches'>,
  master: Channel,
  channel: Channel,
  ground: string,
  stored: SharedOut | null,
  context: AdaptContext,
  fixed: readonly Bounds[],
  labels: boolean,
): Adapted & { crowded: boolean } {
  const frame = frameOf(master, channel)
  const units = unitsOf(tree, master)
  if (labels) for (const u of units) if (isText(u) && isLabel(u, channel)) u.kind = 'anchor'
  const texts = units.filter(isText)
  const textIds = new Set(texts.map((t) => t.id))
  const plates = new Map(
    units.flatMap((u) =>
      u.kind === 'ride' && u.host && textIds.has(u.host) && u.node.layer.plane === 'message'
        ? [[u.host, u] as const]
        : [],
    ),
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
        hasMembers(u.node.layer)
          ? movedNode(
              u.node,
              moveTo(
                u.bounds,
                Math.min(widthOf(box) / widthOf(u.bounds), heightOf(box) / heightOf(u.bounds)),
                centreOf(box).x,
                centreOf(box).y,
              ),
            )
          : carriedNode(u.node, stretchedLayer(u.node.layer, box, frame.short)),
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
    return placed &&
      !hasMembers(placed.layer) &&
      u.node.layer.plane !== 'front' &&
      u.node.layer.plane !== 'finish' &&
      u.node.layer.shown
      ? [placed.layer]
      : []
  })
  const groundHex = ground === 'transparent' ? '#ffffff' : lookUp(ground, design.swatches)
  const g = fromHex(groundHex)
  const situation: Situation = {
    frame,
    subject,
    keepClear: [...(subject?.units ?? []), ...texts].some((u) => u.node.layer.behaviour.keepsClear),
    beneath,
    swatches: design.swatches,
    lightOf: context.lightOf,
    ground: 0.2126 * g.r + 0.7152 * g.g + 0.0722 * g.b,
    inFront: units.flatMap((u) =>
      u.kind === 'edge' &&
      (u.node.layer.plane === 'front' || u.node.layer.plane === 'message') &&
      u.node.layer.blend === 'normal'
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
  if (subject && solution.subject)
    for (const u of subject.units) placeByMove(u, solution.subject, out, boxes, channel)
  const typeBoxes = [...stacked.map((t) => boxes.get(t.id) ?? t.box), ...fixed]
  const subjectBox = subject && solution.subject ? moveBounds(subject.bounds, solution.subject) : null
  /** What has its place: a thing that keeps clear stays off all of it, everything else off those that keep clear. */
  const others = subject && subjectBox ? [{ box: subjectBox, clear: keepsClear(subject) }] : []
  const noRoom: string[] = []
  let crowded = false
  for (const block of blocks) {
    if (block === subject) continue
    const avoid = others.filter((o) => o.clear || keepsClear(block)).map((o) => o.box)
    const placed = placeBlock(block, frame, typeBoxes, avoid, out, boxes)
    if (placed && labels && block.units.some((u) => isWorded(u.node.layer)))
      crowded ||= meetsAny(block, boxes, [...typeBoxes, ...clearBoxes(channel)])
    if (placed)
      others.push({
        box: unionOf(block.units.map((u) => boxes.get(u.id) ?? u.bounds)),
        clear: keepsClear(block),
      })
    if (!placed) noRoom.push(...block.units.map((u) => u.id))
    else if (block.units.some((u) => typesIn(u.node).length > 0))
      for (const u of block.units) typeBoxes.push(boxes.get(u.id) ?? u.bounds)
  }
  for (const u of units) if (u.kind === 'ride' && !out.has(u.id)) rideOn(u, units, frame, out, boxes)

  const leftOut = [...solution.arrangement.leftOut, ...noRoom].flatMap((id) => [
    id,
    ...units.filter((u) => u.host === id).map((u) => u.id),
  ])
  const hidden = new Set(leftOut)
  return {
    nodes: units.flatMap((u) =>
      hidden.has(u.id) ? [] : [out.get(u.id) ?? movedNode(u.node, anchor(u.node, u.bounds, frame))],
    ),
    arrangement: solution.arrangement,
    leftOut,
    chosenAnew: stored !== null && kept === null,
    crowded,
  }
}

const meetsAny = (block: Block, boxes: ReadonlyMap<string, Bounds>, others: readonly Bounds[]): boolean =>
  block.units.some((u) => {
    const box = boxes.get(u.id)
    return box !== undefined && others.some((o) => overlapArea(box, o) > 0.5)
  })

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
  if (!isWorded(unit?.node.layer)) return
  const apart = s.apart.some((a) => a.texts.some((x) => x.id === t.id))
  const turn = turnOf(unit.node.layer)
  const set = typesetLayer(unit.node.layer, t.box, t.size, apart ? unit.node.layer.style.align : align, turn)
  out.set(t.id, carriedNode(unit.node, set))
  boxes.set(t.id, turn === 0 ? t.box : placedBounds(set.placement))
  const plate = plates.get(t.id)
  if (!plate) return
  const k = t.size / unit.node.layer.style.size
  if (turnsAlong(plate.node.layer, unit.node.layer)) {
    const [was, wasPlate] = [unit.node.layer.placement, plate.node.layer.placement]
    const half = {
      x: (widthOf(t.box) + (wasPlate.width - was.width) * k) / 2,
      y: (heightOf(t.box) + (wasPlate.height - was.height) * k) / 2,
    }
    const c = {
      x: centreOf(t.box).x + (wasPlate.x - was.x) * k,
      y: centreOf(t.box).y + (wasPlate.y - was.y) * k,
    }
    const layer = stretchedLayer(
      plate.node.layer,
      { left: c.x - half.x, top: c.y - half.y, right: c.x + half.x, bottom: c.y + half.y },
      k,
    )
    out.set(plate.id, carriedNode(plate.node, layer))
    boxes.set(plate.id, placedBounds(layer.placement))
    return
  }
  const box = {
    left: t.box.left - Math.max(0, unit.bounds.left - plate.bounds.left) * k,
    top: t.box.top - Math.max(0, unit.bounds.top - plate.bounds.top) * k,
    right: t.box.right + Math.max(0, plate.bounds.right - unit.bounds.right) * k,
    bottom: t.box.bottom + Math.max(0, plate.bounds.bottom - unit.bounds.bottom) * k,
  }
  boxes.set(plate.id, box)
  out.set(plate.id, carriedNode(plate.node, stretchedLayer(plate.node.layer, box, k)))
}
