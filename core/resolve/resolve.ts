import { type AdaptContext, adapt } from '../adapt/adapt'
import { missing } from '../basics/errors'
import { byOrder } from '../basics/order'
import { inRecipes } from '../design/follow'
import { clearBoxes, safeArea } from '../design/free-space'
import { properties, withChange } from '../design/properties'
import { placedBy } from '../design/register'
import {
  type Arrangement,
  arrangementKey,
  type Change,
  type ChangeProperty,
  type Channel,
  type Design,
} from '../design/schema'
import { type LayerNode, layerTree } from '../design/tree'
import type { Bounds } from '../geometry/bounds'
import type { Layer } from '../kinds/list'

export type ResolvedLayer = {
  layer: Layer
  children: ResolvedLayer[] /** kept inside it */
  insides: ResolvedLayer[] /** what differs here from the master */
  changed: ChangeProperty[] /** box before its own changes, the base of the channel's factors */
  base: Layer['placement']
}
export type ResolvedPage = {
  page: string
  channel: Channel
  width: number
  height: number
  bleed: number
  safe: Bounds
  clear: Bounds[]
  colour: string
  swatches: Design['swatches']
  /** Back to front. */
  layers: ResolvedLayer[]
  /** The same whole, for what looks for others, where `layers` are only some of them. */
  everything: ResolvedLayer[]
  /** The master's size, px: what is placed on the page itself is told in fractions of it. */
  master: { width: number; height: number }
  /** Ids of what had no room here. */
  leftOut: string[]
  arrangement: Arrangement | null
  chosenAnew: boolean
}

const changesOf = (design: Design, channel: string): Map<string, Change[]> => {
  const out = new Map<string, Change[]>()
  for (const c of Object.values(design.changes))
    if (c.channel === channel) out.set(c.target, [...(out.get(c.target) ?? []), c])
  return out
}

/**
 * The layers of one page on one channel: the only reader of a channel's changes. Throws `missing` for a page or
 * channel that the design does not have.
 */
export function resolve(
  design: Design,
  at: { page: string; channel: string },
  context: AdaptContext,
): ResolvedPage {
  const page = design.pages[at.page]
  const channel = design.channels[at.channel]
  const master = design.channels[design.master]
  if (!page || !channel || !master)
    throw missing('This page or channel is no longer in the design. Nothing was lost; choose another.')
  const tree = inRecipes(layerTree(design, at.page), design)
  const common = {
    page: at.page,
    channel,
    width: channel.width,
    height: channel.height,
    bleed: channel.bleed,
    safe: safeArea(channel),
    clear: clearBoxes(channel),
    colour: page.colour,
    swatches: design.swatches,
    master: { width: master.width, height: master.height },
  }
  if (channel.id === design.master) {
    const layers = inRegister(tree.map(untouched), design)
    return { ...common, layers, everything: layers, leftOut: [], arrangement: null, chosenAnew: false }
  }

  const changes = changesOf(design, channel.id)
  const early = tree.map((n) => withChanges(n, changes, channel, (p) => properties[p].phase === 'content'))
  // What was placed by hand is arranged like the rest but kept where the hand put it.
  const stored = design.arrangements[arrangementKey(at.page, channel.id)] ?? null
  const adapted = adapt(
    early.filter((n) => n.layer.shown && placedBy(design, n.layer.id) === n.layer.id),
    design,
    master,
    channel,
    page.colour,
    stored,
    context,
  )
  const apart = early.some((n) => !n.layer.shown || n.layer.register)
  const nodes = apart ? merge(design, early, adapted.nodes) : adapted.nodes
  const layers = nodes.map((n) => finished(n, changes, channel))
  const sorted = inRegister(sortBands(layers), design)
  return {
    ...common,
    layers: sorted,
    everything: sorted,
    leftOut: adapted.leftOut,
    arrangement: adapted.arrangement,
    chosenAnew: adapted.chosenAnew,
  }
}

/** A layer that holds nothing comes out as the same object each time, as long as it is the same. */
const alone = new WeakMap<Layer, ResolvedLayer>()
function untouched(node: LayerNode): ResolvedLayer {
  const { layer } = node
  const bare = node.children.length === 0 && node.insides.length === 0 && Object.isFrozen(layer)
  const held = bare ? alone.get(layer) : undefined
  if (held) return held
  const made: ResolvedLayer = {
    layer,
    children: node.children.map(untouched),
    insides: node.insides.map(untouched),
    changed: [],
    base: layer.placement,
  }
  if (bare) alone.set(layer, made)
  return made
}

function withChanges(
  node: LayerNode,
  changes: ReadonlyMap<string, Change[]>,
  channel: Channel,
  which: (p: ChangeProperty) => boolean,
): LayerNode {
  const own = (changes.get(node.layer.id) ?? []).filter((c) => which(c.property))
  return {
    layer: own.reduce((l, c) => withChange(l, c, channel), node.layer),
    children: node.children.map((c) => withChanges(c, changes, channel, which)),
    insides: node.insides.map((c) => withChanges(c, changes, channel, which)),
  }
}

function finished(node: LayerNode, changes: ReadonlyMap<string, Change[]>, channel: Channel): ResolvedLayer {
  const own = changes.get(node.layer.id) ?? []
  const late = own.filter((c) => properties[c.property].phase !== 'content')
  return {
    layer: late.length === 0 ? node.layer : late.reduce((l, c) => withChange(l, c, channel), node.layer),
    children: node.children.map((c) => finished(c, changes, channel)),
    insides: node.insides.map((c) => finished(c, changes, channel)),
    changed: own.map((c) => c.property),
    base: node.layer.placement,
  }
}

/** Hidden layers keep their place in the list though they take no part in the arrangement; what lies in register goes with its part. */
const merge = (design: Design, all: readonly LayerNode[], adapted: readonly LayerNode[]): LayerNode[] => {
  const byId = new Map(adapted.map((n) => [n.layer.id, n]))
  return all.flatMap((n) => {
    const part = placedBy(design, n.layer.id)
    return byId.get(n.layer.id) ?? (!n.layer.shown || (part !== n.layer.id && byId.has(part)) ? [n] : [])
  })
}

/** Parts of one photo lie where the part lies whose place counts. */
function inRegister(layers: ResolvedLayer[], design: Design): ResolvedLayer[] {
  if (!Object.values(design.layers).some((l) => l.register)) return layers
  const places = new Map(flatResolved(layers).map((l) => [l.layer.id, l]))
  const moved = (l: ResolvedLayer): ResolvedLayer => {
    const part = l.layer.register ? places.get(placedBy(design, l.layer.id)) : undefined
    const children = l.children.length === 0 ? l.children : l.children.map(moved)
    const insides = l.insides.length === 0 ? l.insides : l.insides.map(moved)
    if (!part || part === l)
      return children === l.children && insides === l.insides ? l : { ...l, children, insides }
    return {
      ...l,
      children,
      insides,
      layer: { ...l.layer, placement: part.layer.placement },
      base: part.base,
    }
  }
  return layers.map(moved)
}

/** Within each plane and group the order of a channel's own changes counts. */
function sortBands(layers: ResolvedLayer[]): ResolvedLayer[] {
  const planes = [...new Set(layers.map((l) => l.layer.plane))]
  return planes.flatMap((plane) =>
    layers.filter((l) => l.layer.plane === plane).sort((a, b) => byOrder(a.layer, b.layer)),
  )
}

/** A layer anywhere in a resolved page. */
export function findResolved(layers: readonly ResolvedLayer[], id: string): ResolvedLayer | null {
  for (const l of layers) {
    if (l.layer.id === id) return l
    const within = findResolved(l.children, id) ?? findResolved(l.insides, id)
    if (within) return within
  }
  return null
}
export const flatResolved = (layers: readonly ResolvedLayer[]): ResolvedLayer[] =>
  layers.flatMap((l) => [l, ...flatResolved(l.children), ...flatResolved(l.insides)])
