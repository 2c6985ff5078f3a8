import { blendModeNumber } from '../basics/blend-modes'
import { quickHash } from '../basics/hash'
import { literalPaint } from '../colour/gradient'
import type { Paint } from '../colour/paint'
import type { Design } from '../design/schema'
import {
  type Bounds,
  boundsOf,
  grow,
  intersect,
  isEmpty,
  mapBounds,
  overlaps,
  union,
} from '../geometry/bounds'
import { compose, inverse, type Matrix, scaling } from '../geometry/matrix'
import { matrixOf } from '../geometry/placement'
import { isShape } from '../kinds/facts'
import type { Layer, LayerOf } from '../kinds/list'
import type { WeaveMark } from '../kinds/weave-schema'
import type { ResolvedLayer, ResolvedPage } from '../resolve/resolved'
import type { FontBook } from '../type/fonts'
import { flatten, type Outline, outlineBounds, type Path } from '../vector/path'
import { dashed, strokeOutlines } from '../vector/stroke'
import { levelFor, levelsOf } from './levels'
import {
  type Body,
  type Combine,
  type Drawn,
  type Fill,
  type FillNode,
  gradesBeneath,
  type Letters,
  type PictureNode,
  type PlanNode,
} from './nodes'
import type { SourceBook } from './sources'
import { flattenForWarp, throughWarp, warpedAt, warpedBounds } from './warped'

/** A level of a picture, or a graphic or a LUT (`level` null), that is not here. */
export type Missing = { sha: string; level: number | null; as?: 'lut' }
/** Two layers of which the lower passes over the upper at some marks. */
export type Woven = {
  carrier: string
  other: string
  upper: string
  lower: string
  gap: number
  marks: readonly WeaveMark[]
}

/** What making nodes needs and finds. */
export type Context = {
  fonts: FontBook
  sources: SourceBook
  swatches: Design['swatches']
  scale: number
  whole: boolean
  seen: Bounds | undefined
  asIs: boolean
  reach: Bounds
  missing: Map<string, Missing>
  page: ResolvedPage
  /** The nodes of layers that were made so far, by scale. */
  made: Map<ResolvedLayer, Map<string, PlanNode | null>>
  /** Of treated nodes, by key, the silhouette: with rim lines and all that is solid, without shadows and halos. */
  silhouettes: Map<string, PlanNode>
  /** Members of a group, bent where it is. */
  membersOf(group: ResolvedLayer): ResolvedLayer[]
  /** Whether anything of the page is made at the scale of the master. */
  hasRough: boolean
  /** The picture of what lies beneath a layer in its stack; null where nothing does. */
  beneath(id: string, c: Context): PlanNode | null
  /** The layer whose mask is made. */
  masking: string
  /** What passes over what though it lies beneath, by the upper of both. */
  weaves: ReadonlyMap<string, readonly Woven[]>
  layerOf(id: string): ResolvedLayer | undefined
  /** Whether a layer of the page is there, and its node, shown or not: for masks that go by it. */
  hasLayer(id: string): boolean
  nodeFor(id: string, c: Context): PlanNode | null
  /** The same with its own mode and opacity, only where it is shown. */
  ownNodeFor(id: string, c: Context): PlanNode | null
  /** How often something was not here, the same source counted each time. */
  standIns: number
}

/** The picture of what lies beneath a layer, at the scale of a context. */
export type Beneath = (c: Context) => PlanNode | null

export function miss(c: Context, key: string, what: Missing): void {
  c.missing.set(key, what)
  c.standIns++
}

const whole = (b: Bounds): Bounds => ({
  left: Math.floor(b.left),
  top: Math.floor(b.top),
  right: Math.ceil(b.right),
  bottom: Math.ceil(b.bottom),
})
export const keyOf = (...parts: unknown[]): string => quickHash(JSON.stringify(parts))

/** Where a map puts a thing, and a key of all else that makes its pixels. */
const bodyAt = (toView: Matrix, own: string, extent: Bounds): Body => ({
  key: `b${own}`,
  x: toView[4],
  y: toView[5],
  extent,
})

const prepared = (outlines: Outline[]): Fill['outlines'] =>
  outlines.flatMap((o) => {
    const bounds = outlineBounds([o])
    return bounds ? [{ points: o.points, bounds }] : []
  })

/** A picture in a box. */
export function pictureNode(
  layer: Pick<
    LayerOf<'picture'>,
    'id' | 'placement' | 'source' | 'sourceWidth' | 'sourceHeight' | 'blend' | 'opacity'
  >,
  c: Context,
): PictureNode | null {
  const { placement: p } = layer
  const toView = compose(matrixOf(p), scaling(c.scale))
  const back = inverse(toView)
  if (!back) return null
  const toSource = compose(back, scaling(layer.sourceWidth / p.width, layer.sourceHeight / p.height))
  const warped = warpedAt(p, c.scale)
  const [finest, coarsest] = warped
    ? levelsOf(warped, layer.sourceWidth, layer.sourceHeight)
    : [levelFor(toSource), levelFor(toSource)]
  const bounds = warped ? warpedBounds(warped) : mapBounds(toView, boundsOf(0, 0, p.width, p.height))
  let all = true
  for (let level = finest; level <= coarsest && !c.whole; level++)
    if (!c.sources.hasPicture(layer.source, level)) {
      if (!c.asIs && (!c.seen || overlaps(bounds, c.seen)))
        miss(c, `${layer.source}/${level}`, { sha: layer.source, level })
      else c.standIns++
      all = false
    }
  const here = c.whole ? { level: finest } : c.sources.picture(layer.source, finest, c.asIs)
  if (!here) return null
  return {
    kind: 'picture',
    id: layer.id,
    fine: false,
    source: layer.source,
    level: here.level,
    coarsest: all ? coarsest : here.level,
    toSource,
    ...(warped ? { warped } : {}),
    sourceWidth: layer.sourceWidth,
    sourceHeight: layer.sourceHeight,
    key: keyOf('picture', layer.source, here.level, coarsest, toSource, p.corners, p.bend),
    ...(warped
      ? {}
      : { body: bodyAt(toView, keyOf(layer.source, here.level, toSource.slice(0, 4)), bounds) }),
    bounds: whole(grow(bounds, 0.5)),
    mode: blendModeNumber(layer.blend),
    opacity: layer.opacity,
  }
}

/** A holder with what is kept inside: one closed picture that takes the holder's mode and opacity. */
export function heldNode(own: PlanNode, insides: readonly PlanNode[], body: number): PlanNode {
  const holder = { ...own, mode: 0, opacity: 1 }
  return {
    kind: 'held',
    id: own.id,
    fine: own.fine,
    bounds: own.bounds,
    mode: own.mode,
    opacity: own.opacity,
    holder,
    insides: [...insides],
    body,
    key: quickHash(
      `held${holder.key}/${body}|${insides.map((n) => `${n.key}/${n.mode}/${n.opacity}`).join('|')}`,
    ),
  }
}
/** Nodes as one closed or open picture; `layer` gives its mode and opacity. */
export function groupNode(
  layer: Pick<Layer, 'id' | 'blend' | 'opacity'>,
  children: readonly PlanNode[],
  closed: boolean,
): PlanNode | null {
  // A grade reaches as far as what it is put on.
  const [first, ...rest] = closed ? children.filter((n) => !gradesBeneath(n)) : children
  if (!first) return null
  return {
    kind: 'group',
    id: layer.id,
    closed,
    children: [...children],
    fine: false,
    mode: blendModeNumber(layer.blend),
    opacity: layer.opacity,
    bounds: rest.reduce((b, n) => union(b, n.bounds), first.bounds),
    key: quickHash(`group${closed}${children.map((n) => `${n.key}/${n.mode}/${n.opacity}`).join('|')}`),
  }
}

/** Two nodes as members of a shape in one layer's fill. */
export const pairOf = (layer: Layer, a: PlanNode, b: PlanNode): { layer: Layer; node: PlanNode }[] =>
  [a, b].map((node) => ({ layer, node }))

/** Members as one shape, back to front: coverage from all of them, the paint from the lowest. Null where nothing is left. */
export function combinedNode(
  group: Pick<Layer, 'id' | 'blend' | 'opacity'>,
  how: Combine,
  members: readonly { layer: Layer; node: PlanNode }[],
  c: Context,
): PlanNode | null {
  const [first, ...rest] = members
  if (!first) return null
  const bounds = rest.reduce((b, { node }) => {
    if (how === 'punch') return b
    if (how === 'overlap') return intersect(b, node.bounds)
    return union(b, node.bounds)
  }, first.node.bounds)
  if (isEmpty(bounds)) return null
  const nodes = members.map(({ node }) => ({ ...node, mode: 0, opacity: 1 }))
  const paint = paintOver(first.layer, c) ?? (nodes[0] as PlanNode)
  return {
    kind: 'combined',
    id: group.id,
    how,
    paint,
    members: nodes,
    fine: false,
    mode: blendModeNumber(group.blend),
    opacity: group.opacity,
    bounds,
    key: quickHash(`combined${how}${paint.key}|${nodes.map((n) => n.key).join('|')}`),
  }
}
/** A layer's fill wherever it is asked for, as if the layer went on; null for what has none. */
function paintOver(layer: Layer, c: Context): FillNode | null {
  const own = 'fill' in layer ? layer.fill : null
  const fill: Paint | null =
    own?.kind === 'none' && 'stroke' in layer ? { kind: 'solid', colour: layer.stroke.colour } : own
  if (!fill || fill.kind === 'none') return null
  const far = (2 * Math.max(c.reach.right - c.reach.left, c.reach.bottom - c.reach.top)) / c.scale
  const { width, height } = layer.placement
  const path: Path = [
    ['M', -far, -far],
    ['L', width + far, -far],
    ['L', width + far, height + far],
    ['L', -far, height + far],
    ['Z'],
  ]
  const { corners: _c, bend: _b, ...placement } = layer.placement
  const flat = { ...layer, placement, blend: 'normal', opacity: 1 } as Layer
  return fillNode(
    flat,
    [{ path, evenOdd: false, paint: literalPaint(fill, c.swatches), opacity: 1 }],
    c,
    width,
    height,
  )
}

export type FillSpec = {
  /** Of a gradient in units of its own: what takes the layer's box, px, to them. */
  toUnit?: Matrix
  path: Path
  evenOdd: boolean
  paint: Paint
  opacity: number
  stroke?: Pick<LayerOf<'shape'>['stroke'], 'weight' | 'cap' | 'join' | 'dash'>
  letters?: Letters
}
/** What a spec is drawn of, for who keeps its lines. */
const drawnOf = ({ path, stroke, letters }: FillSpec, toView: Matrix, scale: number): Drawn => ({
  path,
  toView,
  ...(letters ? { letters } : {}),
  ...(stroke
    ? {
        stroke: {
          weight: stroke.weight * scale,
          cap: stroke.cap,
          join: stroke.join,
          dash: stroke.dash.map((d) => d * stroke.weight * scale),
        },
      }
    : {}),
})

export function fillNode(
  layer: Layer,
  specs: readonly FillSpec[],
  c: Context,
  width: number,
  height: number,
): FillNode | null {
  const placed = matrixOf(layer.placement)
  const toView = compose(placed, scaling(c.scale))
  const toBox = inverse(toView)
  if (!toBox) return null
  const warped = warpedAt(layer.placement, c.scale)
  const fills = specs.flatMap((spec): Fill[] => {
    let outlines = warped ? flattenForWarp(spec.path, c.scale) : flatten(spec.path, toView)
    if (spec.stroke) {
      const weight = spec.stroke.weight * c.scale
      const dashes = dashed(
        outlines,
        spec.stroke.dash.map((d) => d * weight),
      )
      outlines = strokeOutlines(dashes, weight, spec.stroke)
    }
    if (warped) outlines = throughWarp(outlines, warped, width, height, c.scale)
    return outlines.length === 0
      ? []
      : [
          {
            outlines: prepared(outlines),
            evenOdd: spec.evenOdd,
            paint: spec.paint,
            opacity: spec.opacity,
            toBox: spec.toUnit ? compose(toBox, spec.toUnit) : toBox,
            ...(warped
              ? { toUnit: warped.toUnit, ...(spec.toUnit ? { within: spec.toUnit } : {}) }
              : { drawn: drawnOf(spec, toView, c.scale) }),
            width: spec.toUnit && !warped ? 1 : width,
            height: spec.toUnit && !warped ? 1 : height,
          },
        ]
  })
  const own = keyOf(
    'fill',
    layer.kind,
    c.scale,
    toView.slice(0, 4),
    layer.placement.corners,
    layer.placement.bend,
    specs.map((s) => [s.path, s.paint, s.opacity, s.evenOdd, s.stroke, s.toUnit]),
  )
  const all = fills.flatMap((f) => f.outlines.map((o) => o.bounds))
  if (all.length === 0) return null
  const extent = all.reduce(union)
  const bounds = whole(extent)
  return {
    kind: 'fill',
    id: layer.id,
    fills,
    bounds,
    fine: isFine(layer, bounds),
    mode: blendModeNumber(layer.blend),
    opacity: layer.opacity,
    key: `${own}${toView.slice(4)}`,
    ...(warped ? {} : { body: bodyAt(toView, own, extent) }),
  }
}
const isFine = (layer: Layer, b: Bounds): boolean =>
  (isShape(layer) && (layer.form === 'line' || layer.fill.kind === 'none')) ||
  Math.min(b.right - b.left, b.bottom - b.top) < 8
