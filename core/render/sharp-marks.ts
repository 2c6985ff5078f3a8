import { BLEND_MODES, type BlendMode } from '../basics/blend-modes'
import { quickHash } from '../basics/hash'
import { type Bounds, contains, intersect, isEmpty, overlaps, unionOf } from '../geometry/bounds'
import { compose, inverse, type Matrix, scaling } from '../geometry/matrix'
import { mapPath, type Path } from '../vector/path'
import type { Drawn, Fill, MaskedNode, MaskStep, PlanNode } from './nodes'
import { gradesBeneath } from './nodes'
import { definitionOf } from './nodes/list'
import {
  areaOnly,
  hasLines,
  type Keeping,
  type Lying,
  type Mark,
  type RasterMark,
  type StoredMark,
} from './nodes/sharp'
import { flatNode } from './parts'

export type { ClosedMark, Mark, PathsMark, RasterMark, StoredMark } from './nodes/sharp'

/** What the format of a file can say by itself. */
type Sayable = { modes: ReadonlySet<BlendMode> }

/**
 * The nodes of a plan as marks that keep lines, letters and pictures what they are, back to front. What the format cannot say is
 * made pixels in its own box alone: with what lies beneath it there where it depends on that.
 */
export function sharpMarks(nodes: readonly PlanNode[], page: Bounds, can: Sayable): Mark[] {
  const [ground] = nodes
  const grounded = ground?.mode === 0 && areaOnly(ground) !== null && contains(ground.bounds, page)
  return new Marks(page, can).over(nodes, grounded)
}
/** Layers that are shown as pixels, by their ids. */
export const rasterIds = (marks: readonly Mark[]): string[] => [
  ...new Set(
    marks.flatMap((m) => {
      if (m.kind === 'raster') return m.ids
      return m.kind === 'closed' ? rasterIds(m.marks) : []
    }),
  ),
]

const modeOf = (node: PlanNode): BlendMode => BLEND_MODES[node.mode] ?? 'normal'
const plain = (node: PlanNode): PlanNode => ({ ...node, mode: 0, opacity: 1 })

/** Nodes with those of open groups in their place. */
function opened(nodes: readonly PlanNode[]): PlanNode[] {
  return nodes.flatMap((node) => {
    const inner = node.opacity === 1 ? definitionOf(node).opened?.(node) : null
    return inner ? opened(inner) : [node]
  })
}

class Marks implements Keeping {
  constructor(
    private readonly page: Bounds,
    private readonly can: Sayable,
  ) {}

  /** Nodes that lie one over another; `grounded`: on something that covers all of the page. */
  over(nodes: readonly PlanNode[], grounded: boolean): Mark[] {
    const list = opened(nodes)
    let out: Mark[] = []
    for (const [n, node] of list.entries()) {
      const bounds = intersect(node.bounds, this.page)
      if (isEmpty(bounds) || node.opacity === 0) continue
      if (this.isSayable(node)) {
        out.push(...this.of(node))
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
    const { stands, opened: open } = definitionOf(node)
    return this.can.modes.has(modeOf(node)) && !stands && !gradesBeneath(node) && !open?.(node)
  }
  private of(node: PlanNode): Mark[] {
    return definitionOf(node).sharp?.(node, this) ?? this.pixels(node)
  }
  private raster(nodes: readonly PlanNode[], box: Bounds): RasterMark {
    const bounds = intersect(box, this.page)
    const id = nodes.at(-1)?.id ?? ''
    const ids = [...new Set(nodes.map((n) => n.id))].filter((i) => i !== '')
    return { kind: 'raster', id, ids, nodes: [...nodes], bounds, opacity: 1, blend: 'normal' }
  }

  lying(node: PlanNode): Lying {
    const bounds = intersect(node.bounds, this.page)
    return { id: node.id, bounds, opacity: node.opacity, blend: modeOf(node) }
  }
  stack(nodes: readonly PlanNode[]): Mark[] {
    return this.over(nodes, false)
  }
  bare(node: PlanNode): Mark[] {
    return this.of(plain(node))
  }
  pixels(node: PlanNode): RasterMark[] {
    return [{ ...this.raster([plain(node)], node.bounds), ...this.lying(node) }]
  }
  closed(node: PlanNode, marks: Mark[], clips: Fill[] = [], masks: MaskStep[] = []): Mark[] {
    if (marks.length === 0) return []
    const keeps = clips.length > 0 || hasLines(marks) || marks.some((m) => m.kind === 'stored')
    if (!keeps) return this.pixels(node)
    const isPlain = clips.length + masks.length === 0 && node.opacity === 1 && node.mode === 0
    // Over each other is the same in any brackets.
    if (isPlain && marks.every((m) => m.blend === 'normal')) return marks
    const mask = masks.length > 0 ? coverOf(node, masks) : null
    return [{ ...this.lying(node), kind: 'closed', marks, clips, mask }]
  }
}
/** What covers as much of a node's box as masks leave, white. */
function coverOf(node: PlanNode, masks: MaskStep[]): MaskedNode {
  const { id, bounds, fine } = node
  const inner = flatNode(id, '#ffffff', bounds)
  const key = quickHash(`cover${node.key}`)
  return { kind: 'masked', id, key, bounds, fine, mode: 0, opacity: 1, inner, masks }
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
export const unitToView = (m: Pick<StoredMark, 'width' | 'height' | 'toView'>): Matrix =>
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
