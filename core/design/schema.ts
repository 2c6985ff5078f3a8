import { z } from 'zod'
import { paintSchema } from '../colour/paint'
import { placementSchema } from '../geometry/placement-schema'
import { treatmentSchema } from '../treatments/list'
import { colourSchema, idSchema as id, orderSchema as order, shaSchema, unitSchema as unit } from './basics'
import { blendModeSchema } from './blend-modes'
import { maskSchema } from './mask'
import { planeSchema } from './planes'
import { weaveSchema } from './weave-schema'

export const SCHEMA_VERSION = 1
/** The longest text a type layer takes, characters. */
export const MAX_TEXT = 20_000

const name = z.string().max(200)
const finite = z.number().min(-1e6).max(1e6)
const positive = z.number().min(0.01).max(1e6)

export { paintSchema } from '../colour/paint'

export const strokeSchema = z.object({
  colour: colourSchema,
  weight: z.number().min(0).max(5000),
  /** Lengths of dash and gap, in weights of the stroke; empty for a solid line. */
  dash: z.array(z.number().min(0).max(1000)).max(8),
  cap: z.enum(['butt', 'round', 'square']),
  join: z.enum(['miter', 'round', 'bevel']),
})

export const BEHAVIOURS = ['cover', 'edge', 'anchor', 'reads', 'ride', 'span'] as const
const behaviourSchema = z.object({
  /** `auto`: kind first, plane second. */
  kind: z.enum(['auto', ...BEHAVIOURS]),
  keepsSize: z.boolean(),
  keepsClear: z.boolean(),
  /** Strokes and corner radii stay as they are when the layer is sized, by hand or for a channel. */
  keepsWeight: z.boolean().default(false),
  /** What a layer rides on; without it the nearest thing beneath it. */
  host: id.nullable(),
  importance: z.enum(['must', 'should', 'may']),
})

const common = {
  id,
  name,
  page: id,
  plane: planeSchema,
  parent: id.nullable(),
  /** The holder that this layer is kept inside: it shows only where that one has coverage. Same page, plane and group. */
  inside: id.nullable().default(null),
  /** Layers of one tie move together without being grouped. */
  tie: id.nullable().default(null),
  /** Lies always where that layer lies: parts of one photo. Their own placement says nothing. */
  register: id.nullable().default(null),
  order,
  shown: z.boolean(),
  locked: z.boolean(),
  placement: placementSchema,
  opacity: unit,
  /** Body strength: how much of the thing itself shows; what is kept inside it and what lies around it is spared. */
  body: unit.default(1),
  blend: blendModeSchema,
  /** What hides parts of it, each by its own; they multiply. */
  masks: z.record(id, maskSchema).default({}),
  /** Layers that pass over it at some of their crossings, though they lie beneath, or the other way round. */
  weaves: z.record(id, weaveSchema).default({}),
  /** Effects on it, in their order. */
  treatments: z.record(id, treatmentSchema).default({}),
  /** How much of its treatments shows, all of them together. */
  treated: unit.default(1),
  /** A recipe of the design that it follows: that one's treatments are shown instead of its own. */
  recipe: id.nullable().default(null),
  behaviour: behaviourSchema,
}

export const typeStyleSchema = z.object({
  family: z.string().max(80),
  weight: z.number().int().min(100).max(900),
  italic: z.boolean(),
  /** px of the page. */
  size: z.number().min(1).max(4000),
  /** Line distance in multiples of the size. */
  leading: z.number().min(0.4).max(4),
  /** Space added to each letter, in thousandths of the size. */
  tracking: z.number().min(-300).max(2000),
  align: z.enum(['start', 'centre', 'end']),
  case: z.enum(['as-typed', 'upper', 'lower']),
})

const focal = z.object({ x: unit, y: unit })
const pictureContent = {
  source: shaSchema,
  /** px of the upright source. */
  sourceWidth: z.number().int().min(1).max(100_000),
  sourceHeight: z.number().int().min(1).max(100_000),
  /** What must stay in view, in fractions of the picture. */
  focal,
}
const graphicContent = {
  source: shaSchema,
  /** The colour of each named part. */
  parts: z.record(z.string().max(60), colourSchema),
}
/** px; top left, top right, bottom right, bottom left. */
const radiiSchema = z.tuple([
  positive.or(z.literal(0)),
  positive.or(z.literal(0)),
  positive.or(z.literal(0)),
  positive.or(z.literal(0)),
])
const shapeContent = {
  form: z.enum(['rectangle', 'ellipse', 'line', 'polygon', 'star', 'path']),
  /** Of a path: SVG path data in fractions of the box. */
  d: z.string().max(60_000).optional(),
  /** Of a path: outlines within outlines are holes, whichever way they turn. */
  evenOdd: z.boolean().optional(),
  radii: radiiSchema,
  corners: z.number().int().min(3).max(64),
  /** Inner radius of a star as a share of the outer. */
  inner: z.number().min(0.05).max(1),
  fill: paintSchema,
  stroke: strokeSchema,
}
const pictureSchema = z.object({ ...common, kind: z.literal('picture'), ...pictureContent })
const graphicSchema = z.object({ ...common, kind: z.literal('graphic'), ...graphicContent })
const shapeSchema = z.object({
  ...common,
  kind: z.literal('shape'),
  ...shapeContent,
  /** The axis of the mirror that it is a member of; it has no pixels. */
  axis: z.literal(true).optional(),
})

export const SLOT_FORMS = ['rectangle', 'ellipse', 'polygon'] as const
const slotSchema = z.object({
  ...common,
  kind: z.literal('slot'),
  form: z.enum([...SLOT_FORMS, 'path']),
  /** Of a path: SVG path data in fractions of the box. */
  d: z.string().max(60_000).optional(),
  radii: radiiSchema,
  corners: z.number().int().min(3).max(64),
  /** Seen where the slot is empty or its picture lets through. */
  fill: paintSchema,
  stroke: strokeSchema,
  picture: z.object(pictureContent).nullable(),
  /** Enlarges the picture over what fills the slot. */
  zoom: z.number().min(1).max(20),
  /** Degrees by which the picture is turned inside; 0 where it is left out. */
  turn: z.number().min(-360).max(360).optional(),
  /** Where the picture lies in its free way along its own axes, −1 to 1 on each axis: 0 centred, −1 its right or lower edge shown, 1 its left or upper. */
  pan: z.object({ x: z.number().min(-1).max(1), y: z.number().min(-1).max(1) }),
})

/** Most copies in one strew. */
export const MAX_COPIES = 400
const rangeOf = (least: number, most: number) =>
  z
    .object({ from: z.number().min(least).max(most), to: z.number().min(least).max(most) })
    .refine((r) => r.from <= r.to, 'a range goes from the smaller to the larger number')
const strewThing = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('picture'), ratio: positive, ...pictureContent }),
  z.object({ kind: z.literal('graphic'), ratio: positive, ...graphicContent }),
  z.object({ kind: z.literal('shape'), ratio: positive, ...shapeContent }),
])
const strewSchema = z.object({
  ...common,
  kind: z.literal('strew'),
  /** Where the copies lie in the layer's box: all over it, within its ellipse, along its edge, around its ellipse, or along its middle. */
  ground: z.enum(['area', 'disc', 'edge', 'ring', 'line']),
  seed: z.number().int().min(0).max(999_999),
  count: z.number().int().min(1).max(MAX_COPIES),
  /** Longer side of a copy, fractions of the box's shorter side. */
  size: rangeOf(0.005, 4),
  /** Degrees. */
  angle: rangeOf(-360, 360),
  /** How far a copy may lie off its path, fractions of the box's shorter side. */
  distance: rangeOf(-2, 2),
  /** Copies turn with the path they lie along. */
  follow: z.boolean(),
  /** What is strewn; several take turns. `ratio` is width over height. */
  things: z.array(strewThing).min(1).max(12),
})
const typeSchema = z.object({
  ...common,
  kind: z.literal('type'),
  text: z.string().max(MAX_TEXT, `a text holds at most ${MAX_TEXT.toLocaleString('en')} characters`),
  style: typeStyleSchema,
  fill: paintSchema,
})
export const COMBINES = ['join', 'punch', 'overlap', 'exclude'] as const
const groupSchema = z.object({
  ...common,
  kind: z.literal('group'),
  open: z.boolean(),
  /** Members are one shape in the lowest one's fill: all of them, the lowest without the others, where all are, or where an odd number is. */
  combine: z.enum(COMBINES).optional(),
  /** Its members are repeated: reflected across the axis among them, across it and at right angles to it, or turned about its middle. */
  mirror: z
    .object({
      way: z.enum(['across', 'both', 'turned']),
      /** How many there are in all, of turned ones. */
      count: z.number().int().min(2).max(36),
      /** What crosses the axis ends there; else both overlap. */
      cut: z.boolean(),
      /** The side of the axis that is kept where it is cut, clockwise of its direction or not, and ahead of its point or behind it; by what is stored where it is left out. */
      kept: z.object({ clockwise: z.boolean(), ahead: z.boolean() }).optional(),
    })
    .optional(),
})

/** A live layer that holds the picture of what lies beneath it, within its box. */
const mergedSchema = z.object({ ...common, kind: z.literal('merged') })

/** Its treatments of single pixels change all that lies beneath it in its group, or the holder that it is kept inside. */
const gradeSchema = z.object({ ...common, kind: z.literal('grade') })

export const layerSchema = z.discriminatedUnion('kind', [
  pictureSchema,
  graphicSchema,
  shapeSchema,
  slotSchema,
  typeSchema,
  strewSchema,
  groupSchema,
  mergedSchema,
  gradeSchema,
])

const insets = z.object({
  top: z.number().min(0),
  right: z.number().min(0),
  bottom: z.number().min(0),
  left: z.number().min(0),
})
export const channelSchema = z.object({
  id,
  name,
  order,
  /** px after trimming. */
  width: z.number().int().min(8).max(30_000),
  height: z.number().int().min(8).max(30_000),
  /** px beyond the trim on every side. */
  bleed: z.number().min(0).max(2000),
  safe: insets,
  /** Boxes that the destination covers, px from the trim corner. */
  clear: z
    .array(
      z.object({
        x: z.number(),
        y: z.number(),
        width: z.number().min(1),
        height: z.number().min(1),
        label: name,
      }),
    )
    .max(8),
  /** px. */
  smallestType: z.number().min(1).max(1000),
  /** For print; px = round(mm / 25.4 × ppi). */
  print: z
    .object({
      widthMm: positive,
      heightMm: positive,
      bleedMm: z.number().min(0),
      ppi: z.number().min(36).max(1200),
    })
    .nullable(),
})

export const ANCHORS = ['nw', 'n', 'ne', 'w', 'c', 'e', 'sw', 's', 'se'] as const
/** Place on one channel: offset from an anchor in fractions of the short side, size as a factor of the adapted size. */
export const channelPlaceSchema = z.object({
  anchor: z.enum(ANCHORS),
  dx: finite,
  dy: finite,
  factorX: positive,
  factorY: positive,
  rotation: finite,
  flipX: z.boolean(),
  flipY: z.boolean(),
  skew: z.number().min(-75).max(75).optional(),
})

/** What differs on one channel from the master, a record for each property. */
export const changeSchema = z.discriminatedUnion('property', [
  z.object({ channel: id, target: id, property: z.literal('place'), value: channelPlaceSchema }),
  z.object({ channel: id, target: id, property: z.literal('shown'), value: z.boolean() }),
  z.object({ channel: id, target: id, property: z.literal('opacity'), value: unit }),
  z.object({ channel: id, target: id, property: z.literal('blend'), value: blendModeSchema }),
  z.object({ channel: id, target: id, property: z.literal('text'), value: z.string().max(MAX_TEXT) }),
  z.object({ channel: id, target: id, property: z.literal('style'), value: typeStyleSchema.partial() }),
  z.object({ channel: id, target: id, property: z.literal('fill'), value: paintSchema }),
  z.object({ channel: id, target: id, property: z.literal('stroke'), value: strokeSchema.partial() }),
  z.object({
    channel: id,
    target: id,
    property: z.literal('parts'),
    value: z.record(z.string(), colourSchema),
  }),
  z.object({ channel: id, target: id, property: z.literal('order'), value: order }),
])

const fraction = z.number().min(-4).max(4)
const boxSchema = z.object({ x: fraction, y: fraction, width: fraction, height: fraction })
/** The arrangement chosen for one page on one channel; boxes are fractions of the page. */
export const arrangementSchema = z.object({
  solver: z.number().int(),
  text: boxSchema,
  align: z.enum(['start', 'centre', 'end']),
  /** Where in its box the text lies, 0 top to 1 bottom. */
  hang: unit,
  typeScale: z.number().min(0.05).max(20),
  subject: boxSchema,
  leftOut: z.array(id).max(200),
})

/** A line to lay things against; in px of one channel, or in percent of every channel's side. */
export const guideSchema = z
  .object({
    id,
    axis: z.enum(['x', 'y']),
    at: finite,
    unit: z.enum(['px', '%']),
    channel: id.nullable(),
  })
  .refine((g) => g.unit === '%' || g.channel !== null, 'a guide in px belongs to a channel')
/** Columns and rows within margins, px of the channel. */
export const gridSchema = z.object({
  columns: z.number().int().min(0).max(48),
  rows: z.number().int().min(0).max(48),
  gutter: z.number().min(0).max(2000),
  margin: z.number().min(0).max(5000),
})

export const designSchema = z.object({
  version: z.literal(SCHEMA_VERSION),
  id,
  name,
  master: id,
  colourSpace: z.literal('srgb'),
  output: z.object({ bitDepth: z.literal(8) }),
  channels: z.record(id, channelSchema),
  pages: z.record(
    id,
    z.object({ id, name, order, colour: z.union([colourSchema, z.literal('transparent')]) }),
  ),
  layers: z.record(id, layerSchema),
  swatches: z.record(id, z.object({ id, name, order, colour: colourSchema })),
  /** Named lists of treatments. */
  recipes: z.record(id, z.object({ id, name, order, treatments: z.record(id, treatmentSchema) })).default({}),
  guides: z.record(id, guideSchema).default({}),
  /** By channel. */
  grids: z.record(id, gridSchema).default({}),
  /** A picture pinned in view beside the stage; never delivered. */
  reference: z
    .object({ source: shaSchema, name, width: positive, height: positive })
    .nullable()
    .default(null),
  changes: z.record(z.string().max(140), changeSchema),
  arrangements: z.record(z.string().max(90), arrangementSchema),
})

export type Design = z.infer<typeof designSchema>
export type Layer = z.infer<typeof layerSchema>
export type LayerKind = Layer['kind']
export type LayerOf<K extends LayerKind> = Extract<Layer, { kind: K }>
export type { Bend, Placement } from '../geometry/placement-schema'
export { placementSchema }
export type Guide = z.infer<typeof guideSchema>
export type Grid = z.infer<typeof gridSchema>
export type StrewThing = z.infer<typeof strewThing>
export type { GradientStop, Paint } from '../colour/paint'
export type Stroke = z.infer<typeof strokeSchema>
export type Channel = z.infer<typeof channelSchema>
export type Change = z.infer<typeof changeSchema>
export type ChangeProperty = Change['property']
export type Arrangement = z.infer<typeof arrangementSchema>
export type TypeStyle = z.infer<typeof typeStyleSchema>
export type Behaviour = z.infer<typeof behaviourSchema>
export type BehaviourKind = (typeof BEHAVIOURS)[number]
export type Importance = Behaviour['importance']
export type ChannelPlace = z.infer<typeof channelPlaceSchema>
export type Anchor = (typeof ANCHORS)[number]

export const changeKey = (channel: string, target: string, property: ChangeProperty): string =>
  `${channel}.${target}.${property}`
export const arrangementKey = (page: string, channel: string): string => `${page}.${channel}`
