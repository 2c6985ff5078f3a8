import { z } from 'zod'
import { blendModeSchema } from '../../basics/blend-modes'
import { colourSchema, orderSchema, unitSchema as unit } from '../../basics/values'
import { paintSchema } from '../../colour/paint'
import { bendSchema, cornersSchema, type Placement } from '../../geometry/placement-schema'
import { focalSchema, lineWeightsSchema } from '../../kinds/contents'
import { panSchema, turnSchema, zoomSchema } from '../../kinds/slot/schema'
import { strewing } from '../../kinds/strew/schema'
import { plateSchema } from '../../kinds/type/plate'
import { textSchema } from '../../kinds/type/schema'
import { typeStyleSchema } from '../../type/style'
import { shapeContent } from '../../vector/shape-style'
import { radiiSchema, strokeSchema } from '../../vector/stroke-style'
import { anchorPoint } from '../channel-place'
import { type ChannelPlace, channelPlaceSchema } from '../channel-schema'
import { BY, entries, optionally, type Property, plainly } from './property'
import { shownPicture } from './shown-picture'

/** Told against what adapting gives: as an offset from an anchor, and factors of its size. */
const place: Property = {
  ...plainly('layer', 'place', {
    words: 'place',
    schema: channelPlaceSchema,
    by: BY.filter((source) => source !== 'row'),
  }),
  read: (layer) => layer.placement,
  write(layer, value, channel) {
    if (!layer.placement) return layer
    const [v, was] = [value as ChannelPlace, layer.placement as Placement]
    const at = anchorPoint(v.anchor, channel)
    const short = Math.min(channel.width, channel.height)
    const placement = {
      ...was,
      x: at.x + v.dx * short,
      y: at.y + v.dy * short,
      width: was.width * v.factorX,
      height: was.height * v.factorY,
      rotation: v.rotation,
      flipX: v.flipX,
      flipY: v.flipY,
      ...(v.skew !== undefined || was.skew !== undefined ? { skew: v.skew ?? 0 } : {}),
    }
    return { ...layer, placement }
  },
  put() {
    throw new Error('On the master a place is told in px: see `place` of the commands.')
  },
}
/** A part of the placement that is told in fractions of the box, so that it holds whatever the box becomes. */
const formed = (id: string, key: 'bend' | 'corners', words: string, schema: z.ZodType): Property => ({
  ...plainly('layer', id, { words, schema: schema.nullable() }),
  read: (layer) => (layer.placement ? ((layer.placement as Placement)[key] ?? null) : undefined),
  write(layer, value) {
    if (!layer.placement) return layer
    const { [key]: _, ...rest } = layer.placement as Placement
    return { ...layer, placement: value ? { ...rest, [key]: value } : rest }
  },
  put(layer, value) {
    const placement = layer.placement as Placement
    if (value) placement[key] = value as never
    else delete placement[key]
  },
})
const plain = (key: string, told: Parameters<typeof plainly>[2]) => plainly('layer', key, told)
const strewn = (key: keyof typeof strewing, words: string) => plain(key, { words, schema: strewing[key] })

/** What of a layer may differ on a channel. */
export const layerProperties: readonly Property[] = [
  place,
  formed('bend', 'bend', 'bend', bendSchema),
  formed('perspective', 'corners', 'perspective', cornersSchema),
  plain('shown', { words: 'shown', schema: z.boolean(), phase: 'content' }),
  plain('text', { words: 'words', schema: textSchema, phase: 'content' }),
  shownPicture,
  plain('order', { words: 'depth', schema: orderSchema, phase: 'content' }),
  entries('layer', 'style', { words: 'type', schema: typeStyleSchema.partial(), refersTo: 'font' }),
  plain('opacity', { words: 'opacity', schema: unit }),
  plain('body', { words: 'body strength', schema: unit }),
  plain('blend', { words: 'blend mode', schema: blendModeSchema }),
  plain('treated', { words: 'strength of all treatments', schema: unit }),
  plain('fill', { words: 'fill', schema: paintSchema }),
  plain('plate', { words: 'plate', schema: plateSchema.nullable() }),
  entries('layer', 'stroke', { words: 'border', schema: strokeSchema.partial() }),
  entries('layer', 'parts', { words: 'colours', schema: z.record(z.string().max(60), colourSchema) }),
  entries('layer', 'weights', { words: 'line weights', schema: lineWeightsSchema }),
  plain('radii', { words: 'corners', schema: radiiSchema, sizes: true }),
  plain('corners', { words: 'count of corners', schema: shapeContent.corners }),
  plain('inner', { words: 'depth of the star', schema: shapeContent.inner }),
  plain('focal', { words: 'focal point', schema: focalSchema }),
  plain('zoom', { words: 'zoom', schema: zoomSchema }),
  plain('pan', { words: 'place of the picture', schema: panSchema }),
  optionally('layer', 'turn', 0, (layer) => 'pan' in layer, {
    words: 'turn of the picture',
    schema: turnSchema,
  }),
  strewn('ground', 'where copies lie'),
  strewn('seed', 'chance'),
  strewn('count', 'count of copies'),
  strewn('size', 'size of copies'),
  strewn('angle', 'angle of copies'),
  strewn('distance', 'distance of copies'),
  strewn('follow', 'turning with the path'),
]
