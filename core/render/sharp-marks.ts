import { BLEND_MODES, type BlendMode } from '../basics/blend-modes'
import { quickHash } from '../basics/hash'
import { fromHex } from '../colour/colour'
import { type Bounds, contains, intersect, isEmpty, overlaps, unionOf } from '../geometry/bounds'
import { compose, inverse, type Matrix, scaling } from '../geometry/matrix'
import { mapPath, type Path } from '../vector/path'
import type { Drawn, Fill, FillNode, HeldNode, MaskedNode, MaskStep, PictureNode, PlanNode } from './nodes'
import { gradesBeneath } from './nodes'
import { definitionOf } from './nodes/list'
import { flatNode } from './parts'

/** How a mark lies on those beneath it; `bounds` are px of the view, `id` is its layer's. */
type Common = { id: string; bounds: Bounds; opacity: number; blend: BlendMode }
/** Lines and areas of one layer, blended as one where it is not wholly there. */
export type PathsMark = Common & { kind: 'paths'; fills: Fill[] }
/** A stored picture as it is: `toView` takes its px to px of the view. */
export type PictureMark = Common & {
  kind: 'picture'
  source: string
  width: number
  height: number
  toView: Matrix
}
/** Marks as one closed picture, shown within all of `clips`, as strongly as `mask` covers where there is one. */
export type GroupMark = Common & { kind: 'group'; marks: Mark[]; clips: Fill[]; mask: PlanNode | null }
/** What only pixels can say: these nodes, within the box. `ids` are the layers that became pixels. */
export type RasterMark = Common & { kind: 'raster'; nodes: PlanNode[]; ids: string[] }
export type Mark = PathsMark | PictureMark | GroupMark | RasterMark

/** What the format of a file can say by itself. */
export type Sayable = { modes: ReadonlySet<BlendMode> }

/**
 * The nodes of a plan as marks that keep lines, letters and pictures what they are, back to front. What the format cannot say is
 * made pixels in its own box alone: with what lies beneath it there where it depends on that.
 */
export function sharpMarks(nodes: readonly PlanNode[], page: Bounds, can: Sayable): Mark[] {
  return new Marks(page, can).stack(nodes, isGround(nodes[0], page))
}
/** Layers that are shown as pixels, by their ids. */
export const rasterIds = (marks: readonly Mark[]): string[] => [
  ...new Set(
    marks.flatMap((m) => {
      if (m.kind === 'raster') return m.ids
      return m.kind === 'group' ? rasterIds(m.marks) : []
    }),
  ),
]

const isGround = (node: PlanNode | undefined, page: Bounds): boolean =>
  node?.kind === 'fill' &&
  node.opacity === 1 &&
  node.mode === 0 &&
  node.fills.length === 1 &&
  isOpaqueFill(node.fills[0]) &&
  contains(node.bounds, page)
const isOpaqueFill = (fill: Fill | undefined): boolean =>
  fill !== undefined &&
  fill.opacity === 1 &&
  (fill.paint.kind === 'solid'
    ? fromHex(fill.paint.colour).a === 1
    : fill.paint.kind !== 'none' && Object.values(fill.paint.stops).every((s) => fromHex(s.colour).a === 1))

const modeOf = (node: PlanNode): BlendMode => BLEND_MODES[node.mode] ?? 'normal'
const plain = (node: PlanNode): PlanNode => ({ ...node, mode: 0, opacity: 1 })

/** Nodes with those of open groups in their place. */
function opened(nodes: readonly PlanNode[]): PlanNode[] {
  return nodes.flatMap((node) => {
    const inner = node.opacity === 1 ? definitionOf(node).opened?.(node) : null
    return inner ? opened(inner) : [node]
  })
}

class Marks {
  constructor(
    private readonly page: Bounds,
    private readonly can: Sayable,
  ) {}

  /** Nodes that lie one over another; `grounded`: on something that covers all of the page. */
  stack(nodes: readonly PlanNode[], grounded: boolean): Mark[] {
    const list = opened(nodes)
    let out: Mark[] = []
    for (const [n, node] of list.entries()) {
      const bounds = intersect(node.bounds, this.page)
      if (isEmpty(bounds) || node.opacity === 0) continue
      if (this.isSayable(node)) {
        out.push(...this.marks(node))
        continue
      }
      const under = list.slice(0, n + 1)
      if (grounded) {
        // What it makes of the page covers all that lies there.
        out = out.filter((m) => !contains(bounds, m.bounds))
        out.push(
          this.raster(
            under.filter((u) => overlaps(u.bounds, bounds)),
            bounds,
          ),
        )
      } else out = [this.raster(under, unionOf(under.map((u) => u.bounds)))]
    }
    return out
  }
  /** Whether it can lie on what is beneath it without becoming one picture with that. */
  private isSayable(node: PlanNode): boolean {
    const { opened: open } = definitionOf(node)
    return (
      this.can.modes.has(modeOf(node)) &&
      node.kind !== 'exact' &&
      !gradesBeneath(node) &&
      (open?.(node) ?? null) === null
    )
  }
  private common(node: PlanNode): Common {
    return {
      id: node.id,
      bounds: intersect(node.bounds, this.page),
      opacity: node.opacity,
      blend: modeOf(node),
    }
  }
  private raster(nodes: readonly PlanNode[], box: Bounds): RasterMark {
    const bounds = intersect(box, this.page)
    const id = nodes.at(-1)?.id ?? ''
    const ids = [...new Set(nodes.map((n) => n.id))].filter((i) => i !== '')
    return { kind: 'raster', id, ids, nodes: [...nodes], bounds, opacity: 1, blend: 'normal' }
  }
  private pixels(node: PlanNode): RasterMark[] {
    return [{ ...this.raster([plain(node)], node.bounds), ...this.common(node) }]
  }

  private marks(node: PlanNode): Mark[] {
    if (node.kind === 'fill') return this.ofFill(node)
    if (node.kind === 'picture') return this.ofPicture(node)
    if (node.kind === 'group') return this.grouped(node, this.stack(node.children, false), [], null)
    if (node.kind === 'held') return this.ofHeld(node)
    if (node.kind === 'masked') return this.ofMasked(node)
    return this.pixels(node)
  }
  private ofFill(node: FillNode): Mark[] {
    const fills = node.fills.filter((f) => f.paint.kind !== 'none')
    // A sweep around a point, and colours in a box that is warped, have no name in such files.
    if (fills.some((f) => f.paint.kind === 'conic' || (f.toUnit && f.paint.kind !== 'solid')))
      return this.pixels(node)
    return fills.length > 0 ? [{ ...this.common(node), kind: 'paths', fills }] : []
  }
  private ofPicture(node: PictureNode): Mark[] {
    const toView = node.warped ? null : inverse(node.toSource)
    // What people paint has no file of its own.
    if (!toView || !/^[0-9a-f]{64}$/.test(node.source)) return this.pixels(node)
    const { source, sourceWidth: width, sourceHeight: height } = node
    return [{ ...this.common(node), kind: 'picture', source, width, height, toView }]
  }
  /** A thing with what is kept inside it, where the thing is one area that covers wholly. */
  private ofHeld(node: HeldNode): Mark[] {
    const { holder } = node
    const [fill, ...more] = holder.kind === 'fill' ? holder.fills : []
    if (!fill || more.length > 0 || fill.drawn?.stroke || !isOpaqueFill(fill)) return this.pixels(node)
    const insides = this.stack([{ ...plain(holder), opacity: node.body }, ...node.insides], false)
    return this.grouped(node, insides, [fill], null)
  }
  private ofMasked(node: MaskedNode): Mark[] {
    if (node.masks.some((m) => m.clean || m.colours)) return this.pixels(node)
    const clips = node.masks.flatMap((m) => clipOf(m) ?? [])
    const soft = node.masks.filter((m) => clipOf(m) === null)
    const inner = this.marks(plain(node.inner))
    const sharp = hasLines(inner)
    if (inner.length === 0) return []
    if (soft.length > 0 && !sharp) return this.pixels(node)
    return this.grouped(node, inner, clips, soft.length > 0 ? coverOf(node, soft) : null)
  }
  /** Members as one; as they are where that is the same. What keeps no line is one picture. */
  private grouped(node: PlanNode, marks: Mark[], clips: Fill[], mask: PlanNode | null): Mark[] {
    if (marks.length === 0) return []
    if (!hasLines(marks) && !marks.some((m) => m.kind === 'picture') && clips.length === 0)
      return this.pixels(node)
    const isPlain = clips.length === 0 && mask === null && node.opacity === 1 && node.mode === 0
    // Over each other is the same in any brackets.
    if (isPlain && marks.every((m) => m.blend === 'normal')) return marks
    return [{ ...this.common(node), kind: 'group', marks, clips, mask }]
  }
}
const hasLines = (marks: readonly Mark[]): boolean =>
  marks.some((m) => m.kind === 'paths' || (m.kind === 'group' && (m.clips.length > 0 || hasLines(m.marks))))

/** The area that a mask shows sharply, all of it; null where it does more. */
function clipOf(step: MaskStep): Fill | null {
  const { node, by, strength, swap, soft, offset } = step
  if (by !== 'coverage' || strength < 1 || swap || soft || offset || node?.kind !== 'fill') return null
  const [fill, ...more] = node.fills
  return fill && more.length === 0 && node.opacity === 1 && !fill.drawn?.stroke && isOpaqueFill(fill)
    ? fill
    : null
}
/** What covers as much as masks leave, white. */
function coverOf(node: MaskedNode, masks: MaskStep[]): PlanNode {
  const inner = flatNode(node.id, '#ffffff', node.bounds)
  return { ...node, inner, masks, mode: 0, opacity: 1, key: quickHash(`cover${node.key}`) }
}

/** How a gradient lies: what takes its own units to px of the view: linear along x from 0 to 1, radial the unit circle. */
export function gradientToView(rows: {
  x: readonly [number, number, number]
  y: readonly [number, number, number]
}): Matrix | null {
  const [a, c, e] = rows.x
  // A linear one says nothing of its other axis: any at right angles will do.
  const [b, d, f] = rows.y.some((v) => v !== 0) ? rows.y : ([-c, a, 0] as const)
  return inverse([a, b, c, d, e, f])
}
/** A picture's unit square, upright, to px of the view. */
export const unitToView = (m: Pick<PictureMark, 'width' | 'height' | 'toView'>): Matrix =>
  compose(scaling(m.width, m.height), m.toView)
/** The area of a fill: its own curves where it has them. */
export function areaOf({ drawn, outlines }: Pick<Fill, 'outlines'> & { drawn?: Drawn }): Path {
  if (drawn && !drawn.stroke) return mapPath(drawn.path, drawn.toView)
  return outlines.flatMap(
    ({ points }): Path => [
      ['M', points[0] as number, points[1] as number],
      ...Array.from(
        { length: points.length / 2 - 1 },
        (_, n) => ['L', points[2 * n + 2] as number, points[2 * n + 3] as number] as const,
      ),
      ['Z'],
    ],
  )
}
