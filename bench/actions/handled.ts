import { withWeights } from '@/core/adapt/place'
import { place, turnGroups } from '@/core/design/commands'
import { setOnLayer } from '@/core/design/properties/set'
import { placedBy } from '@/core/design/register'
import type { Design } from '@/core/design/schema'
import { withTied } from '@/core/design/ties'
import { isLocked, leavesOf, membersOf } from '@/core/design/tree'
import { type Bounds, union } from '@/core/geometry/bounds'
import type { Matrix, Point } from '@/core/geometry/matrix'
import { mapAbout, mapped, placedBounds, turnedBox } from '@/core/geometry/placement'
import type { Placement } from '@/core/geometry/placement-schema'
import { hasMembers, isPhoto, isShape, isWorded, takesPicture } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { isFilled, refitted } from '@/core/kinds/slot/framing'
import { boxOfWords, HUG } from '@/core/kinds/type/box'
import { findResolved, type ResolvedLayer } from '@/core/resolve/resolved'
import type { TypeStyle } from '@/core/type/style'
import type { Bench, BenchState } from '../state/bench'
import { measureAgain } from './fonts'

/** Device px per px of the page on the stage. */
export const stageScale = (s: Pick<BenchState, 'view'>): number =>
  s.view.zoom * (globalThis.devicePixelRatio || 1)

export type Leaf = Exclude<Layer, { kind: 'group' }>

export const resolvedOf = (s: Pick<BenchState, 'resolved'>, id: string): ResolvedLayer | null =>
  findResolved(s.resolved.layers, id)

/** The selected things that can be handled, groups opened into their members, as they are on the channel shown. */
export function handledLeaves(
  bench: Bench,
  ids: readonly string[] = bench.store.getState().selection,
): Leaf[] {
  const s = bench.store.getState()
  return leavesOf(s.design, ids)
    .filter((l) => !isLocked(s.design, l.id))
    .flatMap((l) => {
      const found = resolvedOf(s, l.id)?.layer
      return found && !hasMembers(found) ? [found] : []
    })
}

/** The selection with all that is tied to it: what moves when it moves. */
export const movedAlong = (bench: Bench): string[] => {
  const { design, selection } = bench.store.getState()
  return withTied(design, selection)
}

/** The upright box around things on the channel shown, px of the page; null for none. */
export function boundsOfIds(
  s: Pick<BenchState, 'resolved' | 'design'>,
  ids: readonly string[],
): Bounds | null {
  const boxes = leavesOf(s.design, ids).flatMap((l) => {
    const found = resolvedOf(s, l.id)?.layer
    return found ? [placedBounds(found.placement)] : []
  })
  const [first, ...rest] = boxes
  return first ? rest.reduce(union, first) : null
}

/** How far the selection's box is turned: a group's as it was turned as a whole; several things stand upright. */
export function turnOfSelection(s: Pick<BenchState, 'design' | 'selection'>): number {
  const only = s.selection.length === 1 ? s.design.layers[s.selection[0] ?? ''] : undefined
  return hasMembers(only) ? only.placement.rotation : 0
}

/** The point that the selection turns, grows and is mirrored about; of a turned group the middle of its turned box. */
export function middleOfSelection(s: Pick<BenchState, 'design' | 'selection' | 'resolved'>): Point | null {
  const placements = leavesOf(s.design, s.selection).flatMap(
    (l) => resolvedOf(s, l.id)?.layer.placement ?? [],
  )
  const [a, , c] = turnedBox(placements, turnOfSelection(s)) ?? []
  return a && c ? { x: (a.x + c.x) / 2, y: (a.y + c.y) / 2 } : null
}

/** The upright box around a thing of the page shown, a group's around its members; null for an empty group. */
export function boundsOfNode(node: ResolvedLayer): Bounds | null {
  if (!hasMembers(node.layer)) return placedBounds(node.layer.placement)
  const boxes = node.children.flatMap((c) => boundsOfNode(c) ?? [])
  return boxes.length > 0 ? boxes.reduce(union) : null
}

/** Where one thing goes, by how much its inner lengths (type, strokes, radii) are scaled, and how much wider its letters become. */
export type Target = {
  id: string
  placement: Placement
  scale?: number
  stretch?: number
  /** Words keep the width that this gives them. */
  width?: true
}
/** A thing under an affine map of the page; words are lettered wider or narrower where it is. Null where it would fold. */
export function mappedTarget(layer: Leaf, by: Matrix): Target | null {
  const placement = mapped(layer.placement, by)
  if (!placement) return null
  const { width, height } = layer.placement
  const [kx, ky] = [placement.width / width, placement.height / height]
  if (Math.abs(kx - 1) < 1e-9 && Math.abs(ky - 1) < 1e-9) return { id: layer.id, placement }
  if (isWorded(layer)) return { id: layer.id, placement, scale: ky, stretch: kx / ky }
  return { id: layer.id, placement, ...(Math.abs(kx / ky - 1) < 1e-6 ? { scale: kx } : {}) }
}

/** How far `by` is, the tangent of an angle, things slant about a point along axes that are turned: the top to the right. */
export const slantAbout = (about: Point, turned: number, by: number): Matrix =>
  mapAbout(about, turned, [1, 0, -by, 1, 0, 0])

/** Writes placements to the draft: to the master itself or as changes of the channel shown. */
export function writeTargets(
  bench: Bench,
  d: Design,
  targets: readonly Target[],
  before: ReadonlyMap<string, { layer: Leaf; base: Placement }>,
): void {
  const s = bench.store.getState()
  const channel = d.channels[s.channel]
  if (!channel) return
  const onMaster = channel.id === d.master
  for (const t of targets) {
    const was = before.get(t.id)
    const layer = d.layers[t.id]
    if (!was || !layer) continue
    // Parts in register move by the one whose place counts.
    place(d, channel, placedBy(d, t.id), t.placement, was.base)
    // A slot that takes another shape keeps in sight what it showed.
    if (takesPicture(was.layer) && takesPicture(layer) && isFilled(was.layer) && onMaster)
      layer.pan = refitted(was.layer, { ...was.layer, placement: t.placement })
    if (t.width && onMaster && isWorded(layer)) delete layer.hugs
    const [scale, stretch] = [t.scale ?? 1, t.stretch ?? 1]
    if (scale === 1 && stretch === 1) continue
    if (isWorded(was.layer)) {
      const { style, hugs } = was.layer
      setOnLayer(d, channel.id, t.id, 'style', {
        size: Math.max(1, style.size * scale),
        ...(stretch === 1 ? {} : { stretch: clampStretch((style.stretch ?? 1) * stretch) }),
      })
      if (hugs !== undefined && onMaster && isWorded(layer)) layer.hugs = hugs * scale * stretch
    }
    if (!t.scale || scale === 1) continue
    if (!s.weightsFollow || !onMaster) continue
    const sized = withWeights(was.layer, scale)
    layer.treatments = sized.treatments
    if ('stroke' in layer && 'stroke' in sized) {
      layer.stroke = sized.stroke
      layer.radii = sized.radii
    }
  }
}

const clampStretch = (by: number): number => Math.min(10, Math.max(0.1, by))

/** What `writeTargets` needs of the state at a gesture's start. */
export function grip(bench: Bench, leaves: readonly Leaf[]): Map<string, { layer: Leaf; base: Placement }> {
  const s = bench.store.getState()
  return new Map(
    leaves.map((layer) => [layer.id, { layer, base: resolvedOf(s, layer.id)?.base ?? layer.placement }]),
  )
}

/** Moves, scales or turns the selection in one recorded step. */
export function transform(
  bench: Bench,
  name: string,
  change: (layer: Leaf) => Target | null,
  ids?: readonly string[],
  turned = 0,
): void {
  const leaves = handledLeaves(bench, ids)
  const before = grip(bench, leaves)
  if (leaves.length === 0 && bench.store.getState().selection.length > 0)
    bench.notify('Everything selected is locked. Nothing was changed; unlock it first.')
  const targets = leaves.map(change).filter((t): t is Target => t !== null)
  if (targets.length > 0)
    bench.edit(name, (d) => {
      writeTargets(bench, d, targets, before)
      if (turned !== 0) turnGroups(d, ids ?? bench.store.getState().selection, turned)
    })
}

/** A type's box made as high as its lines, its top edge kept; where it hugs them as wide as the widest, from the side they begin at. */
export function fitType(bench: Bench, layer: Extract<Layer, { kind: 'type' }>): Placement {
  const { hugs, placement: p } = layer
  const { box: to, share } = boxOfWords(bench.fonts, layer)
  // What is centred keeps its middle.
  const stays = hugs === undefined || layer.parent || p.rotation !== 0 || share === 0.5
  return stays ? to : onPage(bench, p, to)
}
/** A box that grew over a side of the master's page is moved back as far as it has room. */
function onPage(bench: Bench, was: Placement, to: Placement): Placement {
  const { design } = bench.store.getState()
  const page = design.channels[design.master]?.width ?? 0
  const over = (p: Placement) => p.x + p.width / 2 - page
  const under = (p: Placement) => p.width / 2 - p.x
  if (over(to) > 0 && over(was) <= HUG)
    return { ...to, x: to.x - Math.min(over(to), Math.max(0, -under(to))) }
  if (under(to) > 0 && under(was) <= HUG)
    return { ...to, x: to.x + Math.min(under(to), Math.max(0, -over(to))) }
  return to
}
/** Has the box of words hug them, as they are broken now, or keep the width that it has. */
export function hugWords(bench: Bench, d: Design, id: string, on: boolean): void {
  const layer = d.layers[id]
  if (!isWorded(layer)) return
  if (on) layer.hugs = layer.placement.width
  else delete layer.hugs
  measureWords(bench, layer)
}
/** The box of words after their lines; once more when their faces have come, where they were not here yet. */
function measureWords(bench: Bench, layer: Extract<Layer, { kind: 'type' }>): void {
  layer.placement = fitType(bench, layer)
  measureAgain(bench, layer, (words) => fitType(bench, words))
}

/** Text or style of a type layer on the channel shown; on the master its box follows its lines. */
export function writeType(
  bench: Bench,
  d: Design,
  id: string,
  change: { text?: string; style?: Partial<TypeStyle> },
): void {
  const s = bench.store.getState()
  if (change.text !== undefined) setOnLayer(d, s.channel, id, 'text', change.text)
  if (change.style) {
    setOnLayer(d, s.channel, id, 'style', change.style)
  }
  const layer = d.layers[id]
  if (s.channel === d.master && isWorded(layer)) measureWords(bench, layer)
}

/** Into a group to its front member, into a text to write, into a slot to its picture. */
export function goInto(bench: Bench, id: string, member: string | null = null): void {
  const { design } = bench.store.getState()
  const layer = design.layers[id]
  if (!layer) return
  if (hasMembers(layer)) {
    const inner = member ?? membersOf(design, id).at(-1)?.id
    bench.set({ inside: id })
    bench.select(inner ? [inner] : [])
    return
  }
  bench.select([id])
  if (takesPicture(layer) && layer.picture) bench.set({ reframing: id })
  else if (isPhoto(layer)) bench.set({ cropping: id })
  else if (isWorded(layer)) bench.set({ editingType: id })
  else if (isShape(layer) && layer.form === 'path') bench.set({ tool: 'path' })
}
