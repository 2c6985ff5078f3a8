import { keysBetween } from '../basics/order'
import type { Paint } from '../colour/paint'
import { scaling } from '../geometry/matrix'
import { hasParts, isShape, isWorded, layerName } from '../kinds/facts'
import type { Layer, LayerOf } from '../kinds/list'
import { groupLayer, shapeLayer, solidStroke } from '../kinds/new'
import { type Rim, ringsOf, treatmentsOf } from '../treatments/order'
import type { FontBook } from '../type/fonts'
import { layoutType } from '../type/layout'
import { mapPath, type Path } from '../vector/path'
import { shapePath } from '../vector/shapes'
import type { Stroke } from '../vector/stroke-style'
import type { Artwork } from '../vector/svg'
import { boxedPath, graphicLayers, isStructured } from './graphic-layers'

/** The most characters of path data that one shape holds. */
const MOST_DATA = 60_000
/** An outline in a layer's own box, px, and how it is filled and drawn. */
type Piece = { name: string; path: Path; fill: Paint; stroke: Stroke; opacity?: number; evenOdd?: boolean }

/** Whether a layer has outlines that shapes can be made of. */
export const canShape = (l: Layer | undefined): boolean =>
  isWorded(l) || hasParts(l) || (isShape(l) && (l.form !== 'path' || rimsOf(l).length > 0))

const rimsOf = (layer: Layer): Rim[] =>
  treatmentsOf(layer).filter(
    (t): t is Rim => t.kind === 'rim' && t.on && t.strength > 0 && (t.width as number) > 0,
  )
/**
 * Rim lines as pieces: those outside as the outlines filled and stroked twice as wide, the widest beneath; those on the edge
 * as strokes on top. Null for what strokes cannot show: lines inside, or with a gap.
 */
function ringsAround(layer: Layer, pieces: readonly Piece[]): { under: Piece[]; over: Piece[] } | null {
  const rims = rimsOf(layer)
  if (rims.some((r) => r.place === 'inside' || (r.place === 'outside' && r.gap > 0))) return null
  const rings = ringsOf(rims, 1).map(({ rim, to }) => {
    const outside = rim.place === 'outside'
    const stroke: Stroke = {
      ...solidStroke,
      colour: rim.colour,
      weight: 2 * to,
      join: rim.join === 'mitred' ? 'miter' : 'round',
    }
    const fill: Paint = outside ? { kind: 'solid', colour: rim.colour } : { kind: 'none' }
    return {
      outside,
      to,
      made: pieces.map(
        (p): Piece => ({ name: `Rim of ${p.name}`, path: p.path, fill, stroke, opacity: rim.strength }),
      ),
    }
  })
  const under = rings.filter((r) => r.outside).sort((a, b) => b.to - a.to)
  return { under: under.flatMap((r) => r.made), over: rings.filter((r) => !r.outside).flatMap((r) => r.made) }
}

function piecesOf(layer: Layer, fonts: FontBook, art: Artwork | null): Piece[] {
  const { width, height } = layer.placement
  if (isShape(layer))
    return [{ name: layerName(layer), path: shapePath(layer), fill: layer.fill, stroke: layer.stroke }]
  if (isWorded(layer)) {
    const { lines, size, stretch } = layoutType(fonts, layer.text, layer.style, width)
    return lines.flatMap((line, n): Piece[] => {
      const path = line.glyphs.flatMap((g) =>
        mapPath(g.face.outline(g.glyph), [size * stretch, 0, 0, size, g.x, g.y]),
      )
      return path.length > 0 ? [{ name: `Line ${n + 1}`, path, fill: layer.fill, stroke: solidStroke }] : []
    })
  }
  if (!hasParts(layer) || !art) return []
  const fit = scaling(width / art.width, height / art.height)
  const even = Math.sqrt(Math.abs(fit[0] * fit[3]))
  return art.pieces.map((p): Piece => {
    const weight = even * (layer.weights[p.part] ?? 1)
    const colour = layer.parts[p.part] ?? art.parts[p.part] ?? '#000000'
    const path = mapPath(p.path, fit)
    const { opacity, evenOdd } = p
    return p.stroke
      ? {
          name: p.part,
          path,
          fill: { kind: 'none' },
          stroke: { ...p.stroke, colour, weight: p.stroke.weight * weight, dash: [...p.stroke.dash] },
          opacity,
        }
      : { name: p.part, path, fill: { kind: 'solid', colour }, stroke: solidStroke, opacity, evenOdd }
  })
}

/**
 * Plain path shapes of what a layer draws, in a group with its place in the stack `order`; `art` is a graphic's artwork. Null
 * where the shapes would look otherwise: what is bent, slanted, too rich in detail, or has rim lines inside or with a gap.
 */
export function plainShapes(
  layer: Layer,
  order: string,
  fonts: FontBook,
  art: Artwork | null,
  newId: () => string,
): Layer[] | null {
  const { placement } = layer
  if (placement.bend || placement.corners || placement.skew) return null
  if (hasParts(layer) && art && isStructured(art)) {
    const opened = rimsOf(layer).length > 0 ? [] : graphicLayers(layer, order, art, {}, newId).layers
    return opened.length > 0 ? opened : null
  }
  const own = piecesOf(layer, fonts, art)
  const rings = ringsAround(layer, own)
  if (!rings) return null
  const pieces = [...rings.under, ...own, ...rings.over]
  const group = {
    ...groupLayer(
      { id: newId(), page: layer.page, plane: layer.plane, parent: layer.parent, order },
      `${layerName(layer)}, shapes`,
    ),
    blend: layer.blend,
    opacity: layer.opacity,
  }
  const keys = keysBetween(null, null, pieces.length)
  const shapes = pieces.flatMap((piece, n): LayerOf<'shape'>[] => {
    const at = boxedPath(piece.path, placement)
    if (!at || at.d.length > MOST_DATA) return []
    const where = {
      id: newId(),
      page: layer.page,
      plane: layer.plane,
      parent: group.id,
      order: keys[n] as string,
    }
    return [
      {
        ...shapeLayer(where, piece.name, 'path', at.placement, piece.fill),
        d: at.d,
        stroke: piece.stroke,
        opacity: piece.opacity ?? 1,
        ...(piece.evenOdd ? { evenOdd: true } : {}),
      },
    ]
  })
  return shapes.length > 0 && shapes.length === pieces.length ? [group, ...shapes] : null
}
