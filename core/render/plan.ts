import { lookUp } from '../colour/colour'
import { literalPaint } from '../colour/gradient'
import { blendModeNumber } from '../design/blend-modes'
import type { ResolvedLayer, ResolvedPage } from '../design/resolve'
import type { Design, Layer, LayerOf, Paint } from '../design/schema'
import { type Bounds, boundsOf, grow, mapBounds, union } from '../geometry/bounds'
import { lengthOf } from '../geometry/exact'
import { compose, inverse, type Matrix, scaling } from '../geometry/matrix'
import { matrixOf, placedBounds } from '../geometry/placement'
import { quickHash } from '../hash'
import type { FontBook } from '../type/fonts'
import { layoutType } from '../type/layout'
import { flatten, mapPath, type Outline, outlineBounds, type Path } from '../vector/path'
import { shapePath } from '../vector/shapes'
import { dashed, strokeOutlines } from '../vector/stroke'
import type { SourceBook } from './sources'

/** One area to cover and colour, in px of the view. */
export type Fill = {
  outlines: { points: Float64Array; bounds: Bounds }[]
  evenOdd: boolean
  paint: Paint
  opacity: number /** view px to the layer's box */
  toBox: Matrix
  width: number
  height: number
}
type Common = {
  id: string /** changes when the pixels of this node change, its blending apart */
  key: string /** view px, whole */
  bounds: Bounds
  mode: number
  opacity: number
  fine: boolean
}
export type PictureNode = Common & {
  kind: 'picture'
  source: string
  level: number /** view px to px of level 0 */
  toSource: Matrix
  sourceWidth: number
  sourceHeight: number
}
export type FillNode = Common & { kind: 'fill'; fills: Fill[] }
export type GroupNode = Common & { kind: 'group'; closed: boolean; children: PlanNode[] }
export type PlanNode = PictureNode | FillNode | GroupNode

export type View = { scale: number }
export type Plan = { nodes: PlanNode[]; page: Bounds /** sources that are not here in the level the plan wants */; missing: Missing[] }
export type Missing = { sha: string; level: number | null }
type Context = {
  fonts: FontBook
  sources: SourceBook
  swatches: Design['swatches']
  scale: number
  missing: Map<string, Missing> /** how often something was not here, the same source counted each time */
  standIns: number
}

function miss(c: Context, key: string, what: Missing): void {
  c.missing.set(key, what)
  c.standIns++
}

const whole = (b: Bounds): Bounds => ({ left: Math.floor(b.left), top: Math.floor(b.top), right: Math.ceil(b.right), bottom: Math.ceil(b.bottom) })
const keyOf = (...parts: unknown[]): string => quickHash(JSON.stringify(parts))

/** The level of a picture from which the view is reached by a factor between 0.84 and 1.68. */
export function levelFor(toSource: Matrix): number {
  const reduction = Math.max(lengthOf(toSource[0], toSource[2]), lengthOf(toSource[1], toSource[3]))
  return Math.max(0, Math.floor(Math.log2(Math.max(1, reduction)) + 0.25))
}

const prepared = (outlines: Outline[]): Fill['outlines'] =>
  outlines.flatMap((o) => {
    const bounds = outlineBounds([o])
    return bounds ? [{ points: o.points, bounds }] : []
  })

/** What each kind of layer needs computed; null where there is nothing to see. */
const makers: { [K in Exclude<Layer['kind'], 'group'>]: (layer: LayerOf<K>, c: Context) => PlanNode | null } = {
  picture(layer, c) {
    const { placement: p } = layer
    const toView = compose(matrixOf(p), scaling(c.scale))
    const back = inverse(toView)
    if (!back) return null
    const toSource = compose(back, scaling(layer.sourceWidth / p.width, layer.sourceHeight / p.height))
    const level = levelFor(toSource)
    if (!c.sources.hasPicture(layer.source, level)) miss(c, `${layer.source}/${level}`, { sha: layer.source, level })
    const here = c.sources.picture(layer.source, level)
    if (!here) return null
    return {
      kind: 'picture',
      id: layer.id,
      fine: false,
      source: layer.source,
      level: here.level,
      toSource,
      sourceWidth: layer.sourceWidth,
      sourceHeight: layer.sourceHeight,
      key: keyOf('picture', layer.source, here.level, toSource),
      bounds: whole(grow(mapBounds(toView, boundsOf(0, 0, p.width, p.height)), 0.5)),
      mode: blendModeNumber(layer.blend),
      opacity: layer.opacity,
    }
  },
  shape(layer, c) {
    const path = shapePath(layer)
    const fills: FillSpec[] = []
    if (layer.form !== 'line' && layer.fill.kind !== 'none')
      fills.push({ path, evenOdd: false, paint: literalPaint(layer.fill, c.swatches), opacity: 1 })
    if (layer.stroke.weight > 0)
      fills.push({
        path,
        evenOdd: false,
        paint: { kind: 'solid', colour: lookUp(layer.stroke.colour, c.swatches) },
        opacity: 1,
        stroke: layer.stroke,
      })
    return fillNode(layer, fills, c, layer.placement.width, layer.placement.height)
  },
  graphic(layer, c) {
    if (!c.sources.hasArtwork(layer.source)) miss(c, layer.source, { sha: layer.source, level: null })
    const art = c.sources.artwork(layer.source)
    if (!art) return null
    const fit = scaling(layer.placement.width / art.width, layer.placement.height / art.height)
    const weight = Math.sqrt(Math.abs(fit[0] * fit[3]))
    const fills = art.pieces.map(
      (piece): FillSpec => ({
        path: mapPath(piece.path, fit),
        evenOdd: piece.evenOdd,
        opacity: piece.opacity,
        paint: { kind: 'solid', colour: lookUp(layer.parts[piece.part] ?? art.parts[piece.part] ?? '#000000', c.swatches) },
        ...(piece.stroke ? { stroke: { ...piece.stroke, weight: piece.stroke.weight * weight, dash: [] } } : {}),
      }),
    )
    return fillNode(layer, fills, c, layer.placement.width, layer.placement.height)
  },
  type(layer, c) {
    const layout = layoutType(c.fonts, layer.text, layer.style, layer.placement.width)
    const path: Path = layout.lines.flatMap((line) =>
      line.glyphs.flatMap((g) => mapPath(g.face.outline(g.glyph), [layout.size, 0, 0, layout.size, g.x, g.y])),
    )
    if (path.length === 0) return null
    return fillNode(
      layer,
      [{ path, evenOdd: false, paint: literalPaint(layer.fill, c.swatches), opacity: 1 }],
      c,
      layer.placement.width,
      layer.placement.height,
    )
  },
}

type FillSpec = {
  path: Path
  evenOdd: boolean
  paint: Paint
  opacity: number
  stroke?: Pick<LayerOf<'shape'>['stroke'], 'weight' | 'cap' | 'join' | 'dash'>
}

function fillNode(layer: Layer, specs: readonly FillSpec[], c: Context, width: number, height: number): FillNode | null {
  const own = matrixOf(layer.placement)
  const toView = compose(own, scaling(c.scale))
  const toBox = inverse(toView)
  if (!toBox) return null
  const fills = specs.flatMap((spec): Fill[] => {
    let outlines = flatten(spec.path, toView)
    if (spec.stroke) {
      const weight = spec.stroke.weight * c.scale
      const dashes = dashed(
        outlines,
        spec.stroke.dash.map((d) => d * weight),
      )
      outlines = strokeOutlines(dashes, weight, spec.stroke)
    }
    return outlines.length === 0
      ? []
      : [{ outlines: prepared(outlines), evenOdd: spec.evenOdd, paint: spec.paint, opacity: spec.opacity, toBox, width, height }]
  })
  const all = fills.flatMap((f) => f.outlines.map((o) => o.bounds))
  if (all.length === 0) return null
  const bounds = whole(all.reduce(union))
  return {
    kind: 'fill',
    id: layer.id,
    fills,
    bounds,
    fine: isFine(layer, bounds),
    mode: blendModeNumber(layer.blend),
    opacity: layer.opacity,
    key: keyOf(
      'fill',
      layer.kind,
      c.scale,
      toView,
      specs.map((s) => [s.path, s.paint, s.opacity, s.evenOdd, s.stroke]),
    ),
  }
}
const isFine = (layer: Layer, b: Bounds): boolean =>
  (layer.kind === 'shape' && (layer.form === 'line' || layer.fill.kind === 'none')) || Math.min(b.right - b.left, b.bottom - b.top) < 8

/** Nodes of layers whose pixels did not change since the last plan at this scale are taken over as they are. */
type Held = { scale: number; swatches: Design['swatches']; node: PlanNode | null }
const memo = new WeakMap<Layer, Held[]>()

function nodeOf(resolved: ResolvedLayer, c: Context): PlanNode | null {
  const { layer } = resolved
  if (!layer.shown) return null
  if (layer.kind === 'group') {
    const children = resolved.children.map((child) => nodeOf(child, c)).filter((n): n is PlanNode => n !== null)
    const [first, ...rest] = children
    if (!first) return null
    const closed = !layer.open || layer.blend !== 'normal'
    return {
      kind: 'group',
      id: layer.id,
      closed,
      children,
      fine: false,
      mode: blendModeNumber(layer.blend),
      opacity: layer.opacity,
      bounds: rest.reduce((b, n) => union(b, n.bounds), first.bounds),
      key: quickHash(`group${closed}${children.map((n) => `${n.key}/${n.mode}/${n.opacity}`).join('|')}`),
    }
  }
  const held = memo.get(layer) ?? []
  const same = held.find((h) => h.scale === c.scale && h.swatches === c.swatches)
  if (same?.node) return same.node
  const before = c.standIns
  const node = (makers[layer.kind] as (l: Layer, c: Context) => PlanNode | null)(layer, c)
  // A node made from a stand-in is made again when its source has come.
  if (c.standIns === before) memo.set(layer, [...held.slice(-3), { scale: c.scale, swatches: c.swatches, node }])
  return node
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
  const c: Context = { ...context, swatches: page.swatches, scale: view.scale, missing: new Map(), standIns: 0 }
  const bounds = pageBounds(page, view.scale)
  const nodes = page.layers.map((l) => nodeOf(l, c)).filter((n): n is PlanNode => n !== null)
  const ground = groundNode(page, bounds)
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

/** A layer's placed box on the page; a group's is that of its members. */
export function layerBounds(resolved: ResolvedLayer): Bounds | null {
  if (resolved.layer.kind !== 'group') return placedBounds(resolved.layer.placement)
  const inner = resolved.children.map(layerBounds).filter((b): b is Bounds => b !== null)
  return inner.length > 0 ? inner.reduce(union) : null
}
