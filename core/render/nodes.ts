import type { COMBINES, Paint } from '../design/schema'
import type { Bounds } from '../geometry/bounds'
import type { Matrix } from '../geometry/matrix'
import { quickHash } from '../hash'
import type { NearWork, PointWork } from '../treatments/definition'
import type { ToUnit, Warped } from './warped'

export type Combine = (typeof COMBINES)[number]

/** One area to cover and colour, in px of the view. */
export type Fill = {
  outlines: { points: Float64Array; bounds: Bounds }[]
  evenOdd: boolean
  paint: Paint
  opacity: number
  /** View px to the layer's box. */
  toBox: Matrix
  /** Instead of `toBox` where the box is warped: view px to fractions of the box. */
  toUnit?: ToUnit
  /** Of a gradient in units of its own in a warped box: what takes the box, px, to them. */
  within?: Matrix
  width: number
  height: number
}
type Common = {
  id: string
  /** Changes when the pixels of this node change, its blending apart. */
  key: string
  /** View px, whole. */
  bounds: Bounds
  mode: number
  opacity: number
  fine: boolean
}
/** What stays the same when a node is only moved: it lies at (x, y), its `extent` included, px of the view. */
export type Body = { key: string; x: number; y: number; extent: Bounds }
export type PictureNode = Common & {
  kind: 'picture'
  body?: Body
  source: string
  /** The finest and coarsest level that is read; they differ where a perspective reduces more at one end than at the other. */
  level: number
  coarsest: number
  /** view px to px of level 0 */
  toSource: Matrix
  warped?: Warped
  sourceWidth: number
  sourceHeight: number
}
export type FillNode = Common & { kind: 'fill'; body?: Body; fills: Fill[] }
export type GroupNode = Common & { kind: 'group'; closed: boolean; children: PlanNode[] }
/** A holder with what is kept inside it: one closed picture with the holder's coverage. */
export type HeldNode = Common & {
  kind: 'held'
  holder: PlanNode
  insides: PlanNode[]
  /** How much of the holder itself shows. */
  body: number
}
/** A tone or colour picked, as the kernel wants it. */
export type Picking = { tone: boolean; a: number; b: number; c: number; tolerance: number; fade: number }
/** One mask as it is rendered. */
export type MaskStep = {
  id: string
  /** What it is seen by: the coverage or the lightness of this node, or wherever it covers at all; null where it covers nothing. */
  node: PlanNode | null
  by: 'coverage' | 'touch' | 'lightness' | Picking
  strength: number
  swap: boolean
  /** The node is planned at 1/`factor` of the scale and softened there; `sigma` in px of that. */
  soft: { factor: number; sigma: number } | null
  /** How far it is shown from where it lies, px of the view; only of what is softened. */
  offset?: { x: number; y: number }
  /** Being painted: other pixels with every frame, not worth keeping. */
  fleeting: boolean
  /** The colour that is taken out of what is left. */
  clean: { r: number; g: number; b: number } | null
  /** The thing's own colours, which half-covered px show; null to leave them. */
  colours: PlanNode | null
}
/** A node of which masks hide parts. */
export type MaskedNode = Common & {
  kind: 'masked'
  inner: PlanNode
  masks: MaskStep[]
}
/** Members as one shape: what they cover together, filled with one paint. */
export type CombinedNode = Common & { kind: 'combined'; paint: PlanNode; members: PlanNode[]; how: Combine }
/** The ring around a silhouette from `low` to `high` px: outside counts up, inside down. */
export type RimNode = Common & {
  kind: 'rim'
  silhouette: PlanNode
  low: number
  high: number
  colour: string
  /** Its corners are sharp and not round. */
  mitred: boolean
  /** Where it is measured, px of the view. */
  measured: Bounds
}
/**
 * A node with a treatment of its pixels, of which `masks` and `strength` say how much shows, mixed by `blend`. What looks
 * around a pixel reads `source`: the same planned at 1/`factor` of the scale; `sigma` is its softening there,
 * `reach` how far it looks, px of the view, and `box` takes the view to shares of the layer's box.
 */
export type FilterNode = Common & {
  kind: 'filter'
  inner: PlanNode
  work:
    | { point: PointWork }
    | {
        near: NearWork
        source: PlanNode
        factor: number
        sigma: number
        reach: number
        box: Matrix
        map: PlanNode | null
      }
  strength: number
  blend: number
  masks: MaskStep[]
  /** px of the page to one of the view. */
  step: number
}
/** The pixels of another node, shown elsewhere: `back` takes px of the view to where they lie. */
export type MappedNode = Common & { kind: 'mapped'; source: PlanNode; back: Matrix }
/**
 * The picture of all that lies beneath a layer in its stack, as a closed group has it: what the last of its kind held, and
 * the nodes that came since. Whoever reads what is beneath reads this one.
 */
export type BeneathNode = Common & { kind: 'beneath'; before: BeneathNode | null; nodes: PlanNode[] }
/** A node's pixels within a box, and beyond it the nearest of them: what a softened edge of the page takes. */
export type EdgedNode = Common & { kind: 'edged'; source: PlanNode; edge: Bounds }
/** A node planned `factor` times as fine, reduced by area: what changes with scale is made at the scale of the master. */
export type ReducedNode = Common & { kind: 'reduced'; source: PlanNode; factor: number }
/** A node whose blending is not linear, on or of what is rough: `made` is what its part of the stack shows from it down. */
export type ExactNode = Common & { kind: 'exact'; own: PlanNode; made: PlanNode }
/**
 * Treatments of all that is beneath; has no pixels of its own. Those of single pixels (`steps`) are done in place; where one
 * looks further, `made` is what all of them make of the picture beneath.
 */
export type GradeNode = Common & {
  kind: 'grade'
  steps: FilterNode[]
  made: PlanNode | null
  strength: number
  blend: number
  masks: MaskStep[]
  step: number
}
export type PlanNode =
  | BeneathNode
  | EdgedNode
  | ExactNode
  | ReducedNode
  | MappedNode
  | GradeNode
  | FilterNode
  | RimNode
  | CombinedNode
  | MaskedNode
  | PictureNode
  | FillNode
  | GroupNode
  | HeldNode

type ByKind<T> = { [K in PlanNode['kind']]: (node: Extract<PlanNode, { kind: K }>) => T }
const ofMasks = (masks: readonly MaskStep[]): PlanNode[] =>
  masks.flatMap((m) => [m.node, m.colours].filter((n) => n !== null))
const parts: ByKind<PlanNode[]> = {
  picture: () => [],
  fill: () => [],
  group: (n) => n.children,
  held: (n) => [n.holder, ...n.insides],
  masked: (n) => [n.inner, ...ofMasks(n.masks)],
  combined: (n) => [n.paint, ...n.members],
  rim: (n) => [n.silhouette],
  mapped: (n) => [n.source],
  edged: (n) => [n.source],
  exact: (n) => [n.own, n.made],
  reduced: (n) => [n.source],
  beneath: (n) => (n.before ? [n.before, ...n.nodes] : n.nodes),
  grade: (n) => [...(n.made ? [n.made] : []), ...n.steps, ...ofMasks(n.masks)],
  filter: (n) => [
    n.inner,
    ...('near' in n.work ? [n.work.source, ...(n.work.map ? [n.work.map] : [])] : []),
    ...ofMasks(n.masks),
  ],
}
/** All nodes that a node's pixels are made of, directly. One may be part of several: what walks them remembers where it was. */
export const partsOf = (node: PlanNode): PlanNode[] => (parts[node.kind] as (n: PlanNode) => PlanNode[])(node)

/** Whether a node changes what lies beneath it and covers nothing itself. */
export const gradesBeneath = (node: PlanNode): boolean =>
  node.kind === 'grade' || (node.kind === 'exact' && gradesBeneath(node.own))

type Change = (node: PlanNode) => PlanNode | null
const list = (nodes: readonly PlanNode[], change: Change): PlanNode[] => nodes.flatMap((n) => change(n) ?? [])
const shown: {
  [K in PlanNode['kind']]?: (node: Extract<PlanNode, { kind: K }>, change: Change) => PlanNode | null
} = {
  group: (n, change) => ({ ...n, children: list(n.children, change) }),
  held(n, change) {
    const holder = change(n.holder)
    return holder && { ...n, holder, insides: list(n.insides, change) }
  },
  masked(n, change) {
    const inner = change(n.inner)
    return inner && { ...n, inner }
  },
  exact(n, change) {
    const [own, made] = [change(n.own), change(n.made)]
    return made && (own ? { ...n, own, made } : { ...made, opacity: 1, mode: 0 })
  },
  edged(n, change) {
    const source = change(n.source)
    return source && { ...n, source }
  },
  reduced(n, change) {
    const source = change(n.source)
    return source && { ...n, source }
  },
  mapped(n, change) {
    const source = change(n.source)
    return source && { ...n, source }
  },
  beneath: (n, change) => ({
    ...n,
    before: n.before && (change(n.before) as BeneathNode | null),
    nodes: list(n.nodes, change),
  }),
  grade: (n, change) => ({ ...n, made: n.made && change(n.made) }),
  filter(n, change) {
    const inner = change(n.inner)
    if (!inner || !('near' in n.work)) return inner && { ...n, inner }
    const source = change(n.work.source)
    return source && { ...n, inner, work: { ...n.work, source } }
  },
}
/**
 * Nodes with some of what they show changed or, where the change gives null, left out; the same node where nothing of it
 * changed. What masks go by is not shown.
 */
export function withShown(
  nodes: readonly PlanNode[],
  change: (node: PlanNode) => PlanNode | null | undefined,
): PlanNode[] {
  const told = new Map<PlanNode, PlanNode | null>()
  const changed: Change = (node) => {
    const held = told.get(node)
    if (held !== undefined) return held
    const own = change(node)
    const made = own === undefined ? through(node) : own
    told.set(node, made)
    return made
  }
  const through = (node: PlanNode): PlanNode | null => {
    const keys: string[] = []
    const remade = (shown[node.kind] as ((n: PlanNode, c: Change) => PlanNode | null) | undefined)?.(
      node,
      (inner) => {
        const now = changed(inner)
        if (now !== inner) keys.push(`${inner.key}>${now?.key ?? ''}/${now?.opacity}`)
        return now
      },
    )
    if (remade === null) return null
    return remade === undefined || keys.length === 0
      ? node
      : { ...remade, key: quickHash(`${node.key}~${keys.join('|')}`) }
  }
  return list(nodes, changed)
}

/** How a node shows other layers' nodes where they lie: through what they are treated, masked and kept in. */
const holding: { [K in PlanNode['kind']]?: (node: Extract<PlanNode, { kind: K }>) => PlanNode[] } = {
  group: (n) => n.children,
  held: (n) => [n.holder, ...n.insides],
  masked: (n) => [n.inner],
  filter: (n) => [n.inner],
  exact: (n) => [n.own],
  reduced: (n) => [n.source],
}
/** The nodes that a node shows where they lie; not what it goes by or shows elsewhere (masks, copies, mirror pictures). */
export const shownIn = (node: PlanNode): PlanNode[] =>
  (holding[node.kind] as ((n: PlanNode) => PlanNode[]) | undefined)?.(node) ?? []
/** Whether a node is a layer's own or shows it. */
export const shows = (node: PlanNode, id: string): boolean =>
  node.id === id || shownIn(node).some((n) => shows(n, id))

/** The node of a layer, wherever it lies; null where it is not seen. */
export function nodeWith(nodes: readonly PlanNode[], id: string): PlanNode | null {
  for (const node of nodes) {
    if (node.id === id) return node
    // What was reduced lies at another scale: no place of the view is its own.
    const found = node.kind === 'reduced' ? null : nodeWith(shownIn(node), id)
    if (found) return found
  }
  return null
}

/** What only a layer shows of some nodes, with all that is done to it there. */
export function onlyOf(nodes: readonly PlanNode[], id: string): PlanNode[] {
  const within = (node: PlanNode): PlanNode | null | undefined => {
    if (node.id === id) return node
    if (!shows(node, id)) return null
    // What is kept inside is shown without its holder.
    if (node.kind === 'held') return onlyOf(node.insides, id)[0] ?? onlyOf([node.holder], id)[0] ?? null
    return node.kind === 'exact' ? (onlyOf([node.own], id)[0] ?? null) : undefined
  }
  return withShown(nodes, within)
}

/** A mask by what a node covers, all of it, as it is. */
export const coverStep = (node: PlanNode): MaskStep => ({
  id: node.id,
  node,
  by: 'coverage',
  strength: 1,
  swap: false,
  soft: null,
  fleeting: false,
  clean: null,
  colours: null,
})
