import { blendModeNumber } from '../basics/blend-modes'
import { quickHash } from '../basics/hash'
import type { Paint } from '../colour/paint'
import { type Bounds, grow, intersect, isEmpty, scaled, shift } from '../geometry/bounds'
import { cosine, sine } from '../geometry/exact'
import type { Placement } from '../geometry/placement-schema'
import { masksOf } from '../masks/mask'
import type { ResolvedLayer } from '../resolve/resolved'
import type { Part } from '../treatments/definition'
import type { Treatment } from '../treatments/order'
import type { Path } from '../vector/path'
import { shapePath } from '../vector/shapes'
import { type Context, fillNode } from './makers'
import { bare, smaller, stamp, stepsOf, WHITE } from './masked'
import { coverStep, type FillNode, type MaskStep, type PlanNode } from './nodes'
import { thickenedNode } from './rimmed'
import { softening, softReach } from './softening'

const NOWHERE: Bounds = { left: 0, top: 0, right: 0, bottom: 0 }

/** What a treatment puts under or over a thing; null where nothing of it is seen. */
export function partNode(
  part: Part,
  treatment: Treatment,
  own: ResolvedLayer,
  frame: Placement,
  c: Context,
  silhouette: PlanNode,
  at: (c: Context) => PlanNode | null,
): PlanNode | null {
  const masks: MaskStep[] = []
  const formed =
    part.form === 'vignette' || part.form === 'leak' ? null : formStep(part, frame, c, silhouette, at)
  if (formed) masks.push(formed.step)
  if (part.within === 'own') masks.push(coverStep(silhouette))
  else if (part.within) {
    const container = c.nodeFor(part.within.layer, c)
    if (container) masks.push(coverStep(container))
  }
  if (treatment.mask)
    masks.push(
      ...stepsOf(
        masksOf(own.layer).filter((m) => m.id === treatment.mask),
        own,
        c,
        at,
      ),
    )
  const all = formed && !part.inverse ? formed.bounds : silhouette.bounds
  const seen = part.within === 'own' ? intersect(all, silhouette.bounds) : all
  const bounds = {
    left: Math.floor(seen.left),
    top: Math.floor(seen.top),
    right: Math.ceil(seen.right),
    bottom: Math.ceil(seen.bottom),
  }
  if (isEmpty(bounds)) return null
  const inner =
    part.form === 'vignette' || part.form === 'leak'
      ? fadeNode(part, frame, c)
      : flatNode(own.layer.id, part.colour, bounds)
  if (!inner) return null
  return {
    kind: 'masked',
    id: own.layer.id,
    inner,
    masks,
    bounds,
    fine: false,
    mode: blendModeNumber(part.blend ?? 'normal'),
    opacity: treatment.strength * (part.opacity ?? 1),
    key: quickHash(`part${inner.key}|${masks.map(stamp).join('|')}|${Object.values(bounds)}`),
  }
}

/** What a part's form covers, softened and moved. */
function formStep(
  part: Part,
  frame: Placement,
  c: Context,
  silhouette: PlanNode,
  at: (c: Context) => PlanNode | null,
): { step: MaskStep; bounds: Bounds } | null {
  const offset = { x: part.dx ?? 0, y: part.dy ?? 0 }
  const moved = offset.x !== 0 || offset.y !== 0
  const sigma = part.sigma ?? 0
  // What only moves is softened by less than can be seen, which places it between px.
  let soft: { factor: number; sigma: number } | null
  if (sigma >= 0.3) soft = softening(sigma)
  else if (moved) soft = { factor: 1, sigma: 0.2 }
  else soft = null
  const small = soft && soft.factor > 1 ? smaller(c, soft.factor) : c
  let plain: PlanNode | null
  if (part.form === 'ellipse') plain = ellipseNode(part, frame, small)
  else if (soft && soft.factor > 1) plain = at(small)
  else plain = silhouette
  const by = ((part.thicken ?? 0) / c.scale) * small.scale
  const node =
    plain && part.form === 'silhouette' && Math.abs(by) >= 0.05 ? thickenedNode(plain, by, small) : plain
  const bounds = node
    ? shift(soft ? grow(scaled(node.bounds, soft.factor), softReach(soft)) : node.bounds, offset.x, offset.y)
    : NOWHERE
  const step: MaskStep = {
    id: silhouette.id,
    node,
    by: 'coverage',
    strength: 1,
    swap: part.inverse ?? false,
    soft,
    ...(moved ? { offset } : {}),
    fleeting: false,
    clean: null,
    colours: null,
  }
  return { step, bounds }
}

/** An ellipse under a box, as wide as a share of it. */
function ellipseNode(part: Part, frame: Placement, c: Context): FillNode | null {
  const width = frame.width * (part.wide ?? 1)
  const height = width * (part.tall ?? 0.2)
  const r = (frame.rotation * Math.PI) / 180
  const half = (Math.abs(sine(r)) * frame.width + Math.abs(cosine(r)) * frame.height) / 2
  const placement = { x: frame.x, y: frame.y + half, width, height, rotation: 0, flipX: false, flipY: false }
  const layer = {
    ...bare('contact', placement),
    form: 'ellipse' as const,
    radii: [0, 0, 0, 0] as [number, number, number, number],
    corners: 4,
    inner: 1,
  }
  return fillNode(
    layer,
    [{ path: shapePath(layer), evenOdd: false, paint: WHITE, opacity: 1 }],
    c,
    width,
    height,
  )
}

/** One colour over a whole box of the view. */
export function flatNode(id: string, colour: string, bounds: Bounds): FillNode {
  const { left, top, right, bottom } = bounds
  const points = Float64Array.of(left, top, right, top, right, bottom, left, bottom)
  const paint: Paint = { kind: 'solid', colour }
  return {
    kind: 'fill',
    id,
    fine: false,
    mode: 0,
    opacity: 1,
    bounds,
    key: quickHash(`flat${colour}/${Object.values(bounds)}`),
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
/** A colour that fades over the box: from its corners inwards, or from one side. */
function fadeNode(part: Part, frame: Placement, c: Context): FillNode | null {
  const { width, height } = frame
  const clear = `${part.colour.slice(0, 7)}00`
  const start = part.wide ?? 0.5
  const stops = (list: readonly [number, string][]) =>
    Object.fromEntries(list.map(([offset, colour], n) => [String(n), { offset, colour }]))
  const eased = (from: number, to: number, out: boolean): [number, string][] =>
    [0, 0.25, 0.5, 0.75, 1].map((t) => {
      const share = t * t * (3 - 2 * t)
      const alpha = Math.round(255 * (out ? share : 1 - share))
      return [from + (to - from) * t, `${part.colour.slice(0, 7)}${alpha.toString(16).padStart(2, '0')}`]
    })
  const paint: Paint =
    part.form === 'vignette'
      ? {
          kind: 'radial',
          x: 0.5,
          y: 0.5,
          radius: Math.SQRT2,
          stops: stops([[0, clear], ...eased(Math.min(0.98, start / Math.SQRT2), 1, true)]),
        }
      : {
          kind: 'linear',
          angleDegrees: part.angleDegrees ?? 0,
          stops: stops([...eased(0, Math.min(1, start), false), [1, clear]]),
        }
  const path: Path = [['M', 0, 0], ['L', width, 0], ['L', width, height], ['L', 0, height], ['Z']]
  return fillNode(bare('fade', frame), [{ path, evenOdd: false, paint, opacity: 1 }], c, width, height)
}
