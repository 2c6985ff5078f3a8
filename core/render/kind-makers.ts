import { lookUp } from '../colour/colour'
import { literalPaint } from '../colour/gradient'
import type { Layer, LayerOf } from '../design/schema'
import { isFilled, picturePlacement } from '../design/slot'
import { strewn } from '../design/strew'
import { layoutType } from '../type/layout'
import { mapPath, type Path } from '../vector/path'
import { shapePath, slotPath } from '../vector/shapes'
import { graphicNode } from './graphic'
import { type Context, type FillSpec, fillNode, groupNode, heldNode, miss, pictureNode } from './makers'
import type { PlanNode } from './nodes/types'

/** What each kind of layer needs computed; null where there is nothing to see. */
export const makers: {
  [K in Exclude<Layer['kind'], 'group' | 'merged' | 'grade'>]: (
    layer: LayerOf<K>,
    c: Context,
  ) => PlanNode | null
} = {
  picture: pictureNode,
  shape(layer, c) {
    const path = shapePath(layer)
    const fills: FillSpec[] = []
    if (layer.form !== 'line' && layer.fill.kind !== 'none')
      fills.push({
        path,
        evenOdd: layer.evenOdd ?? false,
        paint: literalPaint(layer.fill, c.swatches),
        opacity: 1,
      })
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
  slot(layer, c) {
    const bare = { ...layer, stroke: { ...layer.stroke, weight: 0 } }
    const see = layer.fill.kind === 'none'
    const path = slotPath(layer)
    const { width, height } = layer.placement
    const paint = literalPaint(
      see && layer.picture ? { kind: 'solid', colour: '#000000' } : layer.fill,
      c.swatches,
    )
    const ground =
      paint.kind === 'none'
        ? null
        : fillNode(bare, [{ path, evenOdd: false, paint, opacity: 1 }], c, width, height)
    const picture = isFilled(layer) ? makers.picture(pictureIn(layer), c) : null
    const body = ground && picture ? heldNode(ground, [picture], see ? 0 : 1) : see ? null : ground
    if (layer.stroke.weight === 0) return body
    const rim = fillNode(
      layer,
      [
        {
          path,
          evenOdd: false,
          paint: { kind: 'solid', colour: lookUp(layer.stroke.colour, c.swatches) },
          opacity: 1,
          stroke: layer.stroke,
        },
      ],
      c,
      width,
      height,
    )
    const plain = (n: PlanNode | null) => (n ? [{ ...n, mode: 0, opacity: 1 }] : [])
    return groupNode(layer, [...plain(body), ...plain(rim)], true)
  },
  strew(layer, c) {
    const copies = strewn(layer).flatMap((copy) => {
      const node = (makers[copy.kind] as (l: Layer, c: Context) => PlanNode | null)(copy, c)
      return node ? [node] : []
    })
    return groupNode(layer, copies, layer.blend !== 'normal' || layer.opacity < 1)
  },
  graphic(layer, c) {
    if (!c.sources.hasArtwork(layer.source)) miss(c, layer.source, { sha: layer.source, level: null })
    const art = c.sources.artwork(layer.source)
    if (!art) return null
    return graphicNode(layer, art, c)
  },
  type(layer, c) {
    const layout = layoutType(c.fonts, layer.text, layer.style, layer.placement.width)
    const path: Path = layout.lines.flatMap((line) =>
      line.glyphs.flatMap((g) =>
        mapPath(g.face.outline(g.glyph), [layout.size, 0, 0, layout.size, g.x, g.y]),
      ),
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

/** The picture in a slot as a layer. */
function pictureIn(
  slot: LayerOf<'slot'> & { picture: NonNullable<LayerOf<'slot'>['picture']> },
): LayerOf<'picture'> {
  const {
    form: _f,
    d: _d,
    radii: _r,
    corners: _c,
    fill: _p,
    stroke: _s,
    picture,
    zoom: _z,
    pan: _n,
    ...common
  } = slot
  return {
    ...common,
    ...picture,
    kind: 'picture',
    placement: picturePlacement(slot),
    blend: 'normal',
    opacity: 1,
  }
}
