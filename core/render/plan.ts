import { lookUp } from '../colour/colour'
import { type BlendMode, reachesOut } from '../design/blend-modes'
import { withCopies } from '../design/mirror'
import { flatResolved, type ResolvedLayer, type ResolvedPage } from '../design/resolve'
import type { Design, Layer, Paint } from '../design/schema'
import { strewReach } from '../design/strew'
import { type Bounds, grow, heightOf, union, widthOf } from '../geometry/bounds'
import { shownBounds } from '../geometry/warp'
import type { FontBook } from '../type/fonts'
import { bentBounds, bentMembers } from './bent'
import { type Context, combinedNode, groupNode, heldNode, keyOf, type Missing, makers } from './makers'
import { hasAny, maskedNode } from './masked'
import { mergedNode } from './merged'
import { mirroredNode } from './mirrored'
import type { FillNode, PlanNode } from './nodes'
import type { SourceBook } from './sources'
import { gradeNode, treatedNode } from './treated'
import { weavesOf, wovenOver } from './woven'

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
  if (node.kind === 'grade') return node.masks.every((m) => !m.node || isHere(m.node, c))
  if (node.kind === 'mapped') return isHere(node.source, c)
  if (node.kind === 'rim') return isHere(node.silhouette, c)
  if (node.kind === 'filter') return isHere(node.inner, c) && (!('near' in node.work) || isHere(node.work.source, c))
  if (node.kind === 'group') return node.children.every((n) => isHere(n, c))
  if (node.kind === 'combined') return isHere(node.paint, c) && node.members.every((n) => isHere(n, c))
  if (node.kind === 'masked')
    return isHere(node.inner, c) && node.masks.every((m) => (!m.node || isHere(m.node, c)) && (!m.colours || isHere(m.colours, c)))
  if (node.kind === 'held') return [node.holder, ...node.insides].every((n) => isHere(n, c))
  if (node.kind !== 'picture' || c.whole) return true
  for (let level = node.level; level <= node.coarsest; level++) if (!c.sources.hasPicture(node.source, level)) return false
  return true
}

function nodeOf(resolved: ResolvedLayer, c: Context): PlanNode | null {
  if (resolved.layer.kind === 'grade') return gradeNode(resolved, c)
  const { layer } = resolved
  const made = (at: Context): PlanNode | null => {
    const bare = ownNode(resolved, at)
    return bare && hasAny(layer.masks) ? maskedNode(bare, resolved, at, (other) => plain(ownNode(resolved, other))) : bare
  }
  // What is kept inside is part of the thing that treatments go around.
  const filled = (at: Context): PlanNode | null => {
    const own = made(at)
    const insides = own ? resolved.insides.map((l) => nodeOf(l, at)).filter((n): n is PlanNode => n !== null) : []
    holding = insides.length > 0
    return own && holding ? heldNode(own, insides, layer.body) : own
  }
  // A holder's body is weaker by itself; of anything else all that treatments do not add.
  let holding = false
  const untreated = filled(c)
  if (!untreated) return null
  const body = holding ? 1 : layer.body
  const node = hasAny(layer.treatments) ? treatedNode(filled, untreated, resolved, body, c) : untreated
  if (!node) return null
  return reaching(hasAny(layer.treatments) || body === 1 ? node : { ...node, opacity: node.opacity * body }, layer.blend, c)
}

/** A group whose members follow its bend. */
const bent = (group: ResolvedLayer, c: Context): ResolvedLayer =>
  group.layer.placement.bend ? { ...group, children: bentMembers(group, c.page) } : group

const plain = (node: PlanNode | null): PlanNode | null => node && { ...node, mode: 0, opacity: 1 }

function ownNode(resolved: ResolvedLayer, c: Context): PlanNode | null {
  const { layer } = resolved
  if (!layer.shown) return null
  if (layer.kind === 'group' && layer.combine) {
    const members = bent(resolved, c).children.flatMap((child) => {
      const node = nodeOf(child, c)
      return node ? [{ layer: child.layer, node }] : []
    })
    return combinedNode(layer, layer.combine, members, c)
  }
  if (layer.kind === 'group' && layer.mirror) return mirroredNode(bent(resolved, c), c, stacked)
  if (layer.kind === 'group') {
    const children = stacked(bent(resolved, c).children, c)
    const graded = children.some((n) => n.kind === 'grade')
    return groupNode(layer, children, graded || !layer.open || layer.blend !== 'normal' || hasAny(layer.masks) || hasAny(layer.treatments))
  }
  if (layer.kind === 'merged') return mergedNode(layer, c)
  if (layer.kind === 'grade') return null
  const held = memo.get(layer) ?? []
  const same = held.find((h) => h.scale === c.scale && h.swatches === c.swatches)
  if (same?.node && isHere(same.node, c)) return same.node
  const before = c.standIns
  const node = (makers[layer.kind] as (l: Layer, c: Context) => PlanNode | null)(layer, c)
  // A node made from a stand-in is made again when its source has come.
  if (c.standIns === before) memo.set(layer, [...held.slice(-7), { scale: c.scale, swatches: c.swatches, node }])
  return node
}

/** Nodes of layers back to front, and after each what passes over it though it lies beneath. */
function stacked(layers: readonly ResolvedLayer[], c: Context, beneath: readonly PlanNode[] = []): PlanNode[] {
  const out: PlanNode[] = [...beneath]
  for (const l of layers) {
    const own = nodeOf(l, l.layer.kind === 'merged' ? { ...c, beneath: [...out] } : c)
    if (own) out.push(own, ...wovenOver(l.layer.id, c))
  }
  return out.slice(beneath.length)
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

/** What must be computed to see a page at a scale. Pure but for the memo of unchanged layers. */
export function plan(page: ResolvedPage, view: View, context: { fonts: FontBook; sources: SourceBook }): Plan {
  const bounds = pageBounds(page, view.scale)
  let byId: Map<string, ResolvedLayer> | null = null
  const find = (id: string): ResolvedLayer | undefined => {
    byId ??= new Map(flatResolved(page.everything).map((l) => [l.layer.id, l]))
    return byId.get(id)
  }
  // A mask that goes by what it hides itself would never end.
  const asked = new Set<string>()
  const c: Context = {
    ...context,
    page,
    masking: '',
    beneath: [],
    weaves: weavesOf(page),
    layerOf: find,
    hasLayer: (id) => find(id) !== undefined,
    nodeFor(id, at) {
      const found = find(id)
      if (!found || asked.has(id)) return null
      asked.add(id)
      const node = nodeOf(found.layer.shown ? found : { ...found, layer: { ...found.layer, shown: true } }, at)
      asked.delete(id)
      // A weak layer hides as weakly.
      return node && (node.opacity < 1 ? groupNode({ id, blend: 'normal', opacity: 1 }, [{ ...node, mode: 0 }], true) : { ...node, mode: 0 })
    },
    ownNodeFor(id, at) {
      const found = find(id)
      if (!found || asked.has(id)) return null
      asked.add(id)
      const node = nodeOf(found, at)
      asked.delete(id)
      return node
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
  const nodes = stacked(page.layers, c, ground ? [ground] : [])
  return { nodes: ground ? [ground, ...nodes] : nodes, page: bounds, missing: [...c.missing.values()] }
}

function groundNode(page: ResolvedPage, bounds: Bounds): FillNode | null {
  if (page.colour === 'transparent') return null
  const paint: Paint = { kind: 'solid', colour: lookUp(page.colour, page.swatches) }
  const points = Float64Array.of(bounds.left, bounds.top, bounds.right, bounds.top, bounds.right, bounds.bottom, bounds.left, bounds.bottom)
  return {
    kind: 'fill',
    id: '',
    fine: false,
    mode: 0,
    opacity: 1,
    bounds,
    key: keyOf('ground', paint, bounds),
    fills: [{ outlines: [{ points, bounds }], evenOdd: false, paint, opacity: 1, toBox: [1, 0, 0, 1, 0, 0], width: 1, height: 1 }],
  }
}

/** The box around what is shown of a layer; a group's is that of its members. */
export function layerBounds(resolved: ResolvedLayer): Bounds | null {
  if (resolved.layer.kind === 'strew') return grow(shownBounds(resolved.layer.placement), strewReach(resolved.layer))
  if (resolved.layer.kind !== 'group') return shownBounds(resolved.layer.placement)
  const inner = resolved.children.map(layerBounds).filter((b): b is Bounds => b !== null)
  return inner.length > 0 ? bentBounds(resolved, withCopies(resolved, inner.reduce(union))) : null
}
