import { quickHash } from '@/core/basics/hash'
import { literalPaint } from '@/core/colour/gradient'
import { type Bounds, grow, intersect, union } from '@/core/geometry/bounds'
import { identity } from '@/core/geometry/matrix'
import {
  type Fill,
  type FillNode,
  type MaskedNode,
  nodeWith,
  onlyOf,
  type PlanNode,
  shownIn,
  shows,
  withShown,
} from '@/core/render/nodes'
import { definitionOf } from '@/core/render/nodes/list'
import type { Plan } from '@/core/render/plan'
import { type Outline, outlineBounds } from '@/core/vector/path'
import { strokeOutlines } from '@/core/vector/stroke'

/** Ways of looking at the stage that change no design and nothing that is delivered. */
export type Seeing = {
  /** Layers shown half see-through. */
  faint: readonly string[]
  /** The one layer that is shown alone. */
  solo: string | null
  /** Outlines instead of the artwork: of everything, or of these layers. */
  bare: 'all' | readonly string[] | null
  /** A loud colour beneath everything, `#rrggbb`. */
  ground: string | null
  /** One mask shown by itself, white where it shows, or over the design, red where it hides. */
  mask: { layer: string; id: string; as: Exclude<MaskView, 'result'> } | null
}
export type MaskView = 'result' | 'overlay' | 'alone'
export const plainSeeing: Seeing = { faint: [], solo: null, bare: null, ground: null, mask: null }

/** How strong things are shown that are looked through. */
const STRENGTH = 0.5

/** The plan as it is looked at; the same plan where nothing is out of the ordinary. */
export function seenAs(made: Plan, seeing: Seeing): Plan {
  let nodes = made.nodes
  if (seeing.faint.length > 0) {
    const faint = new Set(seeing.faint)
    nodes = withShown(nodes, (n) => (faint.has(n.id) ? { ...n, opacity: n.opacity * STRENGTH } : undefined))
  }
  if (seeing.solo) nodes = onlyOf(nodes, seeing.solo)
  if (seeing.bare) {
    const { bare } = seeing
    nodes = nodes.flatMap((n) => bared(n, bare === 'all' ? null : new Set(bare)))
  }
  const ground = seeing.ground ?? (seeing.bare === 'all' ? '#ffffff' : null)
  if (ground) nodes = [flat(ground, made.page), ...nodes.filter((n) => n.id !== '')]
  const seen = seeing.mask && maskIn(made.nodes, seeing.mask.layer, seeing.mask.id)
  if (seen && seeing.mask?.as === 'alone')
    nodes = [flat('#000000', made.page), through(flat('#ffffff', made.page), seen.step, false)]
  else if (seen)
    nodes = [
      ...nodes,
      { ...through(flat('#e5182d', intersect(made.page, seen.bounds)), seen.step, true), opacity: 0.55 },
    ]
  return nodes === made.nodes ? made : { ...made, nodes }
}

type Step = MaskedNode['masks'][number]
/** A layer's mask as it is rendered, wherever the layer lies; null where it leaves nothing of it to be seen. */
function maskIn(
  nodes: readonly PlanNode[],
  layer: string,
  id: string,
): { step: Step; bounds: Bounds } | null {
  for (const node of nodes) {
    const step =
      node.id === layer &&
      definitionOf(node)
        .hides?.(node)
        .find((m) => m.id === id)
    const [hidden] = shownIn(node)
    if (step && hidden) return { step, bounds: hidden.bounds }
    const inner = maskIn(shownIn(node), layer, id)
    if (inner) return inner
  }
  return null
}
/** A colour where a mask shows, or where it hides. */
function through(colour: FillNode, step: Step, hidden: boolean): MaskedNode {
  const mask = { ...step, strength: 1, clean: null, colours: null, swap: step.swap !== hidden }
  return {
    kind: 'masked',
    id: '',
    inner: colour,
    masks: [mask],
    bounds: colour.bounds,
    mode: 0,
    opacity: 1,
    fine: false,
    key: quickHash(
      `seen${colour.key}/${step.node?.key}/${mask.swap}/${JSON.stringify(step.by)}/${step.soft?.sigma}/${step.soft?.factor}`,
    ),
  }
}

const bares = new WeakMap<PlanNode, FillNode>()
/** Nodes as their outlines; `only` says of which layers, null of all. */
function bared(node: PlanNode, only: ReadonlySet<string> | null): PlanNode[] {
  if (node.id === '') return [node]
  if (only === null || only.has(node.id)) {
    const { bare, lines } = definitionOf(node)
    if (bare) return bare(node).flatMap((n) => bared(n, null))
    if (!lines) return []
    const held = bares.get(node) ?? drawnLines(node, lines(node))
    bares.set(node, held)
    return [held]
  }
  const { stack } = definitionOf(node)
  if (stack) {
    const before = stack.nodes(node)
    const nodes = before.flatMap((n) => bared(n, only))
    return nodes.length === before.length && nodes.every((n, k) => n === before[k])
      ? [node]
      : [{ ...stack.put(node, nodes), key: quickHash(`${node.key}/${nodes.map((n) => n.key).join('|')}`) }]
  }
  // Of what is treated or masked together the outlines lie over the rest, which is treated without them.
  const members = [...only].filter((id) => shows(node, id))
  const inside = members.flatMap((id) => nodeWith([node], id) ?? [])
  if (inside.length === 0) return [node]
  return [
    ...withShown([node], (n) => (members.includes(n.id) ? null : undefined)),
    ...inside.flatMap((n) => bared(n, null)),
  ]
}

function drawnLines(node: PlanNode, outlines: Outline[]): FillNode {
  const fills = [
    [3, '#ffffff'],
    [1.2, '#1c1c1c'],
  ].flatMap(([weight, colour]): Fill[] => {
    const stroked = strokeOutlines(outlines, weight as number, { cap: 'butt', join: 'round' }).flatMap(
      (o) => {
        const bounds = outlineBounds([o])
        return bounds ? [{ points: o.points, bounds }] : []
      },
    )
    return [
      {
        outlines: stroked,
        evenOdd: false,
        paint: literalPaint({ kind: 'solid', colour: colour as string }, {}),
        opacity: 1,
        toBox: identity,
        width: 1,
        height: 1,
      },
    ]
  })
  const all = fills.flatMap((f) => f.outlines.map((o) => o.bounds))
  const bounds = whole(grow(all.length > 0 ? all.reduce(union) : node.bounds, 1))
  return {
    kind: 'fill',
    id: node.id,
    fills,
    bounds,
    fine: true,
    mode: 0,
    opacity: 1,
    key: quickHash(`bare${node.key}`),
  }
}
const whole = (b: Bounds): Bounds => ({
  left: Math.floor(b.left),
  top: Math.floor(b.top),
  right: Math.ceil(b.right),
  bottom: Math.ceil(b.bottom),
})

function flat(colour: string, page: Bounds): FillNode {
  const points = Float64Array.of(
    page.left,
    page.top,
    page.right,
    page.top,
    page.right,
    page.bottom,
    page.left,
    page.bottom,
  )
  return {
    kind: 'fill',
    id: '',
    fine: false,
    mode: 0,
    opacity: 1,
    bounds: page,
    key: quickHash(`flat${colour}${page.left},${page.top},${page.right},${page.bottom}`),
    fills: [
      {
        outlines: [{ points, bounds: page }],
        evenOdd: false,
        paint: { kind: 'solid', colour },
        opacity: 1,
        toBox: identity,
        width: 1,
        height: 1,
      },
    ],
  }
}
