import { type BlendMode, blendModeNumber, reachesOut } from '../basics/blend-modes'
import { quickHash } from '../basics/hash'
import { lookUp } from '../colour/colour'
import type { Paint } from '../colour/paint'
import type { Design } from '../design/schema'
import { type Bounds, grow, heightOf, union, widthOf } from '../geometry/bounds'
import type { Layer } from '../kinds/list'
import { kindOf } from '../kinds/list'
import type { ResolvedLayer, ResolvedPage } from '../resolve/resolved'
import type { FontBook } from '../type/fonts'
import { beneathNode, setBeginning } from './beneath'
import { bentMembers } from './bent'
import { plannerOf } from './kinds/list'
import { type Beneath, type Context, groupNode, heldNode, keyOf, type Missing } from './makers'
import { hasAny, maskedNode } from './masked'
import { type BeneathNode, type FillNode, type PlanNode, partsOf } from './nodes'
import { definitionOf } from './nodes/list'
import { reducedNodeOf } from './nodes/reducing'
import { finer, finerBy, hasRough, isRough, isSmaller } from './rough'
import type { SourceBook } from './sources'
import { treatedNode } from './treated'
import { parted, weavesOf, wovenOver } from './woven'

/**
 * With `whole` every source is taken to be there at the level that is wanted: for who loads them band by band. Pictures
 * outside `seen` (px of the view) are not asked for. With `asIs` nothing is asked for: the nearest finer level does.
 */
export type View = { scale: number; whole?: boolean; seen?: Bounds; asIs?: boolean }
export type Plan = {
  nodes: PlanNode[]
  page: Bounds
  /** Sources that are not here in the level the plan wants. */
  missing: Missing[]
}

/** A node as it lies in the stack: operators that take away what lies beneath reach over the whole page and its apron. */
function reaching(node: PlanNode, blend: BlendMode, c: Context): PlanNode {
  return reachesOut(blend) ? { ...node, bounds: union(node.bounds, c.reach), key: `${node.key}*` } : node
}

/** Nodes of layers whose pixels did not change since the last plan at this scale are taken over as they are. */
type Held = { scale: number; swatches: Design['swatches']; node: PlanNode | null }
const memo = new WeakMap<Layer, Held[]>()

/** Whether what a node reads is still held: sources are let go where room is short. */
function isHere(node: PlanNode, c: Context): boolean {
  const own = definitionOf(node).levels?.(node)
  if (!own || c.whole) return partsOf(node).every((n) => isHere(n, c))
  for (let level = own.level; level <= own.coarsest; level++)
    if (!c.sources.hasPicture(own.source, level)) return false
  return true
}

/** Nodes are made once for each scale, whoever reads them. */
const scaleKey = (c: Context): string => `${c.scale}${c.seen ? '' : '*'}`

function nodeOf(
  resolved: ResolvedLayer,
  c: Context,
  beneath: Beneath = (at) => c.beneath(resolved.layer.id, at),
): PlanNode | null {
  const made = c.made.get(resolved) ?? new Map<string, PlanNode | null>()
  c.made.set(resolved, made)
  const key = scaleKey(c)
  const held = made.get(key)
  if (held !== undefined) return held
  const node = freshNode(resolved, c, beneath)
  made.set(key, node)
  return node
}

function freshNode(resolved: ResolvedLayer, c: Context, beneath: Beneath): PlanNode | null {
  const { layer } = resolved
  const { whole } = plannerOf(layer)
  if (whole) return whole(resolved, c, beneath)
  const made = (at: Context): PlanNode | null => {
    const bare = ownNode(resolved, at, beneath)
    return bare && hasAny(layer.masks)
      ? maskedNode(bare, resolved, at, (other) => plain(ownNode(resolved, other, beneath)))
      : bare
  }
  // What is kept inside is part of the thing that treatments go around.
  const filled = (at: Context, count = resolved.insides.length): PlanNode | null => {
    const own = made(at)
    const insides = own
      ? resolved.insides
          .slice(0, count)
          .flatMap(
            (l, n) => nodeOf(l, at, plannerOf(l.layer).withinHolder && ((other) => filled(other, n))) ?? [],
          )
      : []
    if (count === resolved.insides.length) holding = insides.length > 0
    return own && insides.length > 0 ? heldNode(own, insides, layer.body) : own
  }
  // A holder's body is weaker by itself; of anything else all that treatments do not add.
  let holding = false
  const untreated = filled(c)
  if (!untreated) return null
  const body = holding ? 1 : layer.body
  const node = hasAny(layer.treatments) ? treatedNode(filled, untreated, resolved, body, c) : untreated
  if (!node) return null
  return reaching(
    hasAny(layer.treatments) || body === 1 ? node : { ...node, opacity: node.opacity * body },
    layer.blend,
    c,
  )
}

const plain = (node: PlanNode | null): PlanNode | null => node && { ...node, mode: 0, opacity: 1 }

function ownNode(resolved: ResolvedLayer, c: Context, beneath: Beneath): PlanNode | null {
  const { layer } = resolved
  if (!layer.shown) return null
  const { alone, among } = plannerOf(layer)
  if (among) return among(resolved, c, { stacked, nodeOf, beneath })
  if (!alone) return null
  const held = memo.get(layer) ?? []
  const same = held.find((h) => h.scale === c.scale && h.swatches === c.swatches)
  if (same?.node && isHere(same.node, c)) return same.node
  const before = c.standIns
  const node = alone(layer, c)
  // A node made from a stand-in is made again when its source has come.
  if (c.standIns === before)
    memo.set(layer, [...held.slice(-7), { scale: c.scale, swatches: c.swatches, node }])
  return node
}

/** A layer as it lies in the stack, and what passes over it though it lies beneath. */
function withWoven(l: ResolvedLayer, c: Context): PlanNode[] {
  const bare = nodeOf(l, c)
  const own = bare && parted(bare, l.layer.id, c)
  if (!own) return []
  const nodes = [own, ...wovenOver(l.layer.id, c)]
  return c.hasRough && isSmaller(c) ? exactly(l, own, nodes, c) : nodes
}
const [NORMAL, MULTIPLY, SCREEN] = [
  blendModeNumber('normal'),
  blendModeNumber('multiply'),
  blendModeNumber('screen'),
]
/** A layer's nodes; where its blending is not linear and what it blends is rough, as one that is made finer with all beneath. */
function exactly(l: ResolvedLayer, own: PlanNode, nodes: PlanNode[], c: Context): PlanNode[] {
  if (own.mode === NORMAL) return nodes
  const { madeOn } = definitionOf(own)
  const under = madeOn ? madeOn(own) : c.beneath(l.layer.id, c)
  const [above, below] = [isRough(own), under !== null && isRough(under)]
  const linear = own.mode === MULTIPLY || own.mode === SCREEN
  if (linear ? !(above && below) : !(above || below)) return nodes
  const factor = finerBy(own, c)
  if (factor === 1) return nodes
  const fine = finer(c, factor)
  const whole = beneathNode(c.beneath(l.layer.id, fine) as BeneathNode | null, withWoven(l, fine))
  if (!whole) return nodes
  const made = reducedNodeOf(whole, factor)
  return [{ ...own, kind: 'exact', own, made, key: quickHash(`exact${own.key}/${made.key}`) } as PlanNode]
}
/** Nodes of layers back to front. */
const stacked = (layers: readonly ResolvedLayer[], c: Context): PlanNode[] =>
  layers.flatMap((l) => withWoven(l, c))

/** Whether a layer reads the picture of what lies beneath it. */
const readsBeneath = ({ layer }: ResolvedLayer): boolean => kindOf(layer).readsBeneath

/** What lies beneath the layer at a place in its stack: pictures that grow from one reader to the next, each made once for each scale. */
type Pile = {
  at(place: number, c: Context): BeneathNode | null
  /** The same if it was made already. */
  held(place: number, c: Context): BeneathNode | null
}
function pileOf(layers: readonly ResolvedLayer[], ground: (c: Context) => PlanNode | null): Pile {
  const made = new Map<string, BeneathNode | null>()
  const at = (place: number, c: Context): BeneathNode | null => {
    const key = `${place}/${scaleKey(c)}`
    const held = made.get(key)
    if (held !== undefined) return held
    const last = layers.slice(0, place).findLastIndex(readsBeneath)
    const under = last < 0 ? ground(c) : null
    let before: BeneathNode | null
    if (last < 0) {
      if (under) before = beneathNode(null, [under])
      else before = null
    } else before = at(last, c)
    const node = beneathNode(before, stacked(layers.slice(Math.max(0, last), place), c))
    made.set(key, node)
    return node
  }
  return { at, held: (place, c) => made.get(`${place}/${scaleKey(c)}`) ?? null }
}

/** Where each layer of a page lies, told once it is asked for. */
function placesOf(page: ResolvedPage, membersOf: (group: ResolvedLayer) => ResolvedLayer[]) {
  const places = new Map<string, { found: ResolvedLayer; pile: Pile; place: number }>()
  const register = (layers: readonly ResolvedLayer[], ground: (c: Context) => PlanNode | null): void => {
    const pile = pileOf(layers, ground)
    const put = (found: ResolvedLayer, place: number): void => {
      places.set(found.layer.id, { found, pile, place })
      for (const inside of found.insides) put(inside, place)
      if (found.children.length > 0) register(membersOf(found), () => null)
    }
    layers.forEach(put)
  }
  register(page.everything, (c) => groundNode(page, pageBounds(page, c.scale)))
  return places
}

/** The page with its bleed, px of the view. */
export function pageBounds(page: Pick<ResolvedPage, 'width' | 'height' | 'bleed'>, scale: number): Bounds {
  return {
    left: Math.round(-page.bleed * scale),
    top: Math.round(-page.bleed * scale),
    right: Math.round((page.width + page.bleed) * scale),
    bottom: Math.round((page.height + page.bleed) * scale),
  }
}

/** Whether drawing nodes has another drawn as it is. */
function drawsIt(nodes: readonly PlanNode[], wanted: PlanNode): boolean {
  const told = new Set<string>()
  const draws = (node: PlanNode): boolean => {
    if (node.key === wanted.key) return true
    if (told.has(node.key)) return false
    told.add(node.key)
    return (definitionOf(node).drawn?.(node) ?? partsOf(node)).some(draws)
  }
  return nodes.some(draws)
}

/** What must be computed to see a page at a scale. Pure but for the memo of unchanged layers. */
export function plan(
  page: ResolvedPage,
  view: View,
  context: { fonts: FontBook; sources: SourceBook },
): Plan {
  const bounds = pageBounds(page, view.scale)
  const bentOnes = new Map<ResolvedLayer, ResolvedLayer[]>()
  const membersOf = (group: ResolvedLayer): ResolvedLayer[] => {
    if (!group.layer.placement.bend) return group.children
    const held = bentOnes.get(group) ?? bentMembers(group, page)
    bentOnes.set(group, held)
    return held
  }
  let places: ReturnType<typeof placesOf> | null = null
  const find = (id: string) => (places ??= placesOf(page, membersOf)).get(id)
  // A mask that goes by what it hides itself would never end.
  const asked = new Set<string>()
  const once = (id: string, make: () => PlanNode | null): PlanNode | null => {
    if (asked.has(id)) return null
    asked.add(id)
    const node = make()
    asked.delete(id)
    return node
  }
  const revealed = new Map<ResolvedLayer, ResolvedLayer>()
  const shownOf = (found: ResolvedLayer): ResolvedLayer => {
    if (found.layer.shown) return found
    const held = revealed.get(found) ?? { ...found, layer: { ...found.layer, shown: true } }
    revealed.set(found, held)
    return held
  }
  const c: Context = {
    ...context,
    page,
    masking: '',
    made: new Map(),
    silhouettes: new Map(),
    membersOf,
    hasRough: view.scale < 1 && hasRough(page),
    beneath(id, at) {
      const place = find(id)
      return place ? place.pile.at(place.place, at) : null
    },
    weaves: weavesOf(page),
    layerOf: (id) => find(id)?.found,
    hasLayer: (id) => find(id) !== undefined,
    nodeFor(id, at) {
      const found = find(id)?.found
      const node = found ? once(id, () => nodeOf(shownOf(found), at)) : null
      // A weak layer hides as weakly.
      return (
        node &&
        (node.opacity < 1
          ? groupNode({ id, blend: 'normal', opacity: 1 }, [{ ...node, mode: 0 }], true)
          : { ...node, mode: 0 })
      )
    },
    ownNodeFor(id, at) {
      const found = find(id)?.found
      return found ? once(id, () => nodeOf(found, at)) : null
    },
    swatches: page.swatches,
    reach: grow(bounds, Math.max(widthOf(bounds), heightOf(bounds))),
    scale: view.scale,
    whole: view.whole ?? false,
    seen: view.seen,
    asIs: view.asIs ?? false,
    missing: new Map(),
    standIns: 0,
  }
  const ground = groundNode(page, bounds)
  const nodes: PlanNode[] = ground ? [ground] : []
  let beginning: { count: number; node: BeneathNode } | null = null
  for (const l of page.layers) {
    const count = nodes.length
    nodes.push(...withWoven(l, c))
    const place = page.layers === page.everything && readsBeneath(l) ? find(l.layer.id) : undefined
    const under = place?.pile.held(place.place, c)
    if (under) beginning = { count, node: under }
  }
  // Where nothing else has it drawn, blending it all once more takes less.
  if (beginning && drawsIt(nodes.slice(beginning.count), beginning.node)) setBeginning(nodes, beginning)
  return { nodes, page: bounds, missing: [...c.missing.values()] }
}

function groundNode(page: ResolvedPage, bounds: Bounds): FillNode | null {
  if (page.colour === 'transparent') return null
  const paint: Paint = { kind: 'solid', colour: lookUp(page.colour, page.swatches) }
  const points = Float64Array.of(
    bounds.left,
    bounds.top,
    bounds.right,
    bounds.top,
    bounds.right,
    bounds.bottom,
    bounds.left,
    bounds.bottom,
  )
  return {
    kind: 'fill',
    id: '',
    fine: false,
    mode: 0,
    opacity: 1,
    bounds,
    key: keyOf('ground', paint, bounds),
    fills: [
      {
        outlines: [{ points, bounds }],
        evenOdd: false,
        paint,
        opacity: 1,
        toBox: [1, 0, 0, 1, 0, 0],
        width: 1,
        height: 1,
      },
    ],
  }
}
