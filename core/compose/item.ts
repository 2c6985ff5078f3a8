import type { LightGrid, LightOf } from '../adapt/lightness'
import { typesIn } from '../adapt/units'
import type { LayerNode } from '../design/tree'
import { type Bounds, boundsOf, heightOf, intersect, isEmpty, unionOf, widthOf } from '../geometry/bounds'
import type { Point } from '../geometry/matrix'
import { matrixOf } from '../geometry/placement'
import {
  areaOfPolygon,
  boundsOfPolygon,
  hullOf,
  mapPolygon,
  overlapOfPolygons,
  type Polygon,
  polygonOf,
} from '../geometry/polygon'
import { hasMembers, hasParts, isPhoto, isShape, isWorded, takesPicture } from '../kinds/facts'
import { kindOf, type Layer, type LayerOf } from '../kinds/list'
import { plateBoxes } from '../kinds/type/plate'
import type { FontBook } from '../type/fonts'
import { layoutType, linesMeasured, type Measure, measureType, type TypeLayout } from '../type/layout'
import { flatten } from '../vector/path'

/** What a thing is to whoever looks at the composition. */
export type Role = 'words' | 'cutout' | 'photo' | 'graphic' | 'shape' | 'rule' | 'outline' | 'group'
/** One thing at the top of a page, as it is seen: what the reading and the arranging know of it. */
export type Item = {
  id: string
  node: LayerNode
  /** Back to front. */
  depth: number
  role: Role
  /** What is seen of it, masks applied, px of the page; of words one outline a line, from capitals to baseline. */
  outlines: readonly Polygon[]
  /** The box round them. */
  ink: Bounds
  area: number
  /** Its words, itself or inside. */
  types: readonly LayerOf<'type'>[]
  /** A box for each line of them, turned as they are, from the height of capitals to the foot. */
  letters: readonly Polygon[]
  /** Of words that stand by themselves: how they are set. */
  layout: TypeLayout | null
}

/** Capitals reach so far over the baseline, of the size (*common practice*: 0.7 to 0.74 of most text faces). */
export const CAPITALS = 0.72
/** A shape thinner than this share of its length is a rule. */
const RULE = 0.045
/** Cells of a photo's grid that are fainter are not seen. */
const SEEN = 0.2

/** The outlines of lines of words in their box, px. */
export const linesOf = (layout: TypeLayout): Polygon[] =>
  layout.lines
    .filter((l) => l.width > 0)
    .map((l) =>
      polygonOf({
        left: l.left,
        right: l.left + l.width,
        top: l.baseline - CAPITALS * layout.size,
        bottom: l.baseline,
      }),
    )

/** Longer texts are not shaped line by line to be compared: their lines are told from the widths of their words. */
const LONG = 1500
const measures = new WeakMap<FontBook, Map<string, Measure>>()
function roughly(fonts: FontBook, { text, style, placement }: LayerOf<'type'>): TypeLayout {
  const { size: _, align, ...rest } = style
  const kept = measures.get(fonts) ?? new Map<string, Measure>()
  measures.set(fonts, kept)
  const key = `${fonts.count}|${text}|${JSON.stringify(rest)}`
  const measure = kept.get(key) ?? measureType(fonts, text, style)
  kept.set(key, measure)
  if (kept.size > 16) kept.delete(kept.keys().next().value as string)
  const { size, leading } = style
  const share = { start: 0, centre: 0.5, end: 1 }[align]
  const height = size * leading
  const lines = linesMeasured(measure, size, placement.width).map((width, n) => ({
    glyphs: [],
    start: 0,
    end: 0,
    left: (placement.width - width) * share,
    width,
    baseline: n * height + (height + CAPITALS * size) / 2,
    top: n * height,
    height,
    rtl: false,
  }))
  return {
    lines,
    width: placement.width,
    height: lines.length * height,
    size,
    stretch: style.stretch ?? 1,
    unknown: 0,
  }
}
/** At most so many ways of setting words are kept. */
const MOST_KEPT = 4000
const layouts = new WeakMap<FontBook, { count: number; kept: Map<string, TypeLayout> }>()
/**
 * Words laid out, kept by all that their lines depend on: sizes are tried by the hundred, their lines are the same. Of the size
 * that they were first asked for; lengths are multiples of it.
 */
export function layoutOf(fonts: FontBook, layer: LayerOf<'type'>): LaidOut {
  const held = laidOut.get(layer)
  if (held?.count === fonts.count) return held
  const made = { ...layoutAnew(fonts, layer), count: fonts.count }
  if (Object.isFrozen(layer)) laidOut.set(layer, made)
  return made
}
type LaidOut = { layout: TypeLayout; by: number }
const laidOut = new WeakMap<Layer, LaidOut & { count: number }>()
function layoutAnew(fonts: FontBook, layer: LayerOf<'type'>): LaidOut {
  const { style, text, placement } = layer
  const { size, ...rest } = style
  const key = `${text}|${JSON.stringify(rest)}|${(placement.width / size).toFixed(4)}`
  let own = layouts.get(fonts)
  if (own?.count !== fonts.count) layouts.set(fonts, (own = { count: fonts.count, kept: new Map() }))
  const held = own.kept.get(key)
  if (held) return { layout: held, by: size / held.size }
  const layout = text.length > LONG ? roughly(fonts, layer) : layoutType(fonts, text, style, placement.width)
  own.kept.set(key, layout)
  if (own.kept.size > MOST_KEPT) own.kept.delete(own.kept.keys().next().value as string)
  return { layout, by: 1 }
}

/** Where a photo shows anything, in shares of its box. */
function seenOf(grid: LightGrid): Polygon | null {
  const points: Point[] = []
  for (let y = 0; y < grid.rows; y++)
    for (let x = 0; x < grid.columns; x++) {
      if ((grid.alpha[y * grid.columns + x] ?? 0) < SEEN) continue
      const [left, top] = [x / grid.columns, y / grid.rows]
      const [right, bottom] = [(x + 1) / grid.columns, (y + 1) / grid.rows]
      points.push({ x: left, y: top }, { x: right, y: top }, { x: right, y: bottom }, { x: left, y: bottom })
    }
  return points.length > 0 ? hullOf(points) : null
}
/** A photo that is see-through somewhere; nothing known of it counts as one. */
const isSeeThrough = (layer: Layer, lightOf: LightOf): boolean => {
  const photo = kindOf(layer).picture(layer)
  const grid = photo && lightOf(photo.source)
  if (!grid) return isPhoto(layer)
  let hidden = 0
  for (let n = 0; n < grid.alpha.length; n++) if ((grid.alpha[n] ?? 0) < SEEN) hidden++
  return hidden > 0.02 * grid.alpha.length
}
/** The part of a box that shape masks leave, in shares of it. */
function maskedBox(layer: Layer): Bounds {
  let box = boundsOf(0, 0, 1, 1)
  for (const mask of Object.values(layer.masks)) {
    if (mask.kind !== 'shape' || !mask.on || mask.swap || mask.frame !== 'layer' || mask.strength < 0.9)
      continue
    const part = boundsOf(mask.x - mask.width / 2, mask.y - mask.height / 2, mask.width, mask.height)
    const left = intersect(box, part)
    if (!isEmpty(left)) box = left
  }
  return box
}

const outlined = new WeakMap<Layer, { key: unknown; made: Polygon[] }>()
/** What is seen of a layer that holds no members, px of the page. */
export function outlinesOf(layer: Layer, fonts: FontBook, lightOf: LightOf): Polygon[] {
  const photo = kindOf(layer).picture(layer)
  const key = (photo && lightOf(photo.source)) ?? fonts.count
  const held = outlined.get(layer)
  if (held?.key === key) return held.made
  const made = outlinesAnew(layer, fonts, lightOf)
  if (Object.isFrozen(layer)) outlined.set(layer, { key, made })
  return made
}
function outlinesAnew(layer: Layer, fonts: FontBook, lightOf: LightOf): Polygon[] {
  const m = matrixOf(layer.placement)
  const { width, height, bend, corners } = layer.placement
  const shown = bend || corners ? kindOf(layer).bounds(layer as never, null) : null
  if (shown) return [polygonOf(shown)]
  if (isWorded(layer)) {
    const { layout, by } = layoutOf(fonts, layer)
    const own = layer.plate ? plateBoxes(layer.plate, layout).map(polygonOf) : linesOf(layout)
    const lines = own.map((p) => p.map((q) => ({ x: q.x * by, y: q.y * by })))
    return (lines.length > 0 ? lines : [polygonOf(boundsOf(0, 0, width, height))]).map((p) =>
      mapPolygon(m, p),
    )
  }
  const part = maskedBox(layer)
  const whole = boundsOf(part.left * width, part.top * height, widthOf(part) * width, heightOf(part) * height)
  const outline = kindOf(layer).outline(layer)
  if (outline) {
    const points = flatten(outline, [1, 0, 0, 1, 0, 0], 1).flatMap(({ points: p }) =>
      Array.from({ length: p.length / 2 }, (_, n) => ({ x: p[2 * n] as number, y: p[2 * n + 1] as number })),
    )
    const hull = hullOf(points)
    if (hull.length > 2) return [mapPolygon(m, hull)]
  }
  const photo = isPhoto(layer) ? lightOf(layer.source) : null
  const seen = photo && seenOf(photo)
  if (seen) {
    const own = seen.map((p) => ({
      x: Math.min(whole.right, Math.max(whole.left, p.x * width)),
      y: Math.min(whole.bottom, Math.max(whole.top, p.y * height)),
    }))
    return [mapPolygon(m, hullOf(own))]
  }
  return [mapPolygon(m, polygonOf(whole))]
}
const outlinesOfNode = (node: LayerNode, fonts: FontBook, lightOf: LightOf): Polygon[] =>
  hasMembers(node.layer)
    ? node.children.flatMap((c) => (c.layer.shown ? outlinesOfNode(c, fonts, lightOf) : []))
    : outlinesOf(node.layer, fonts, lightOf)

function roleOf(node: LayerNode, ink: Bounds, lightOf: LightOf): Role {
  const { layer } = node
  if (hasMembers(layer)) return 'group'
  if (isWorded(layer)) return 'words'
  if (takesPicture(layer)) return 'photo'
  const photo = kindOf(layer).picture(layer)
  if (photo) return isSeeThrough(layer, lightOf) ? 'cutout' : 'photo'
  if (hasParts(layer)) return 'graphic'
  const p = layer.placement
  if (isShape(layer)) {
    if (layer.form === 'line' || Math.min(p.width, p.height) < RULE * Math.max(p.width, p.height))
      return 'rule'
    if (layer.fill.kind === 'none' && widthOf(ink) > 0) return 'outline'
    return 'shape'
  }
  return 'graphic'
}

const bare = (t: LayerOf<'type'>): LayerOf<'type'> => ({ ...t, plate: null })

/** The things at the top of a page, back to front, as they are seen. */
export function itemsOf(nodes: readonly LayerNode[], fonts: FontBook, lightOf: LightOf): Item[] {
  return nodes.flatMap((node, depth): Item[] => {
    const outlines = outlinesOfNode(node, fonts, lightOf)
    if (outlines.length === 0) return []
    const ink = unionOf(outlines.map(boundsOfPolygon))
    const layer = node.layer
    return [
      {
        id: layer.id,
        node,
        depth,
        role: roleOf(node, ink, lightOf),
        outlines,
        ink,
        area: outlines.reduce((sum, p) => sum + areaOfPolygon(p), 0),
        types: typesIn(node),
        letters: typesIn(node).flatMap((t) => outlinesOf(t.plate ? bare(t) : t, fonts, lightOf)),
        layout: isWorded(layer) ? layoutOf(fonts, layer).layout : null,
      },
    ]
  })
}
/** The area that two things share as they are seen. */
export const sharedArea = (a: Item, b: Item): number => sharedBy(a.outlines, b.outlines)
export function sharedBy(a: readonly Polygon[], b: readonly Polygon[]): number {
  let sum = 0
  for (const p of a) for (const q of b) sum += overlapOfPolygons(p, q)
  return sum
}
/** Light, shade and faint things lie over or under others without belonging to them; among subjects they are their shadows. */
export const isSolid = ({ node: { layer } }: Item): boolean =>
  layer.plane === 'subject' || layer.plane === 'message' || (layer.blend === 'normal' && layer.opacity > 0.35)
export const isWords = (i: Item): boolean => i.role === 'words'
/** The size of its largest letters, px; 0 where it has none. */
export const sizeOf = (i: Item): number => Math.max(0, ...i.types.map((t) => t.style.size))
export const gapX = (a: Bounds, b: Bounds): number => Math.max(a.left - b.right, b.left - a.right)
export const gapY = (a: Bounds, b: Bounds): number => Math.max(a.top - b.bottom, b.top - a.bottom)
/** How far two boxes are apart; 0 where they meet. */
export const apart = (a: Bounds, b: Bounds): number =>
  Math.hypot(Math.max(0, gapX(a, b)), Math.max(0, gapY(a, b)))
