import { z } from 'zod'
import { blendModeSchema } from '../basics/blend-modes'
import {
  colourSchema,
  idSchema as id,
  orderSchema as order,
  shaSchema,
  unitSchema as unit,
} from '../basics/values'
import { paintSchema } from '../colour/paint'
import { layerSchema } from '../kinds/list'
import { textSchema } from '../kinds/type/schema'
import { treatmentSchema } from '../treatments/list'
import { typeStyleSchema } from '../type/style'
import { strokeSchema } from '../vector/stroke-style'

export const SCHEMA_VERSION = 1

const name = z.string().max(200)
const finite = z.number().min(-1e6).max(1e6)
const positive = z.number().min(0.01).max(1e6)

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
  z.object({ channel: id, target: id, property: z.literal('text'), value: textSchema }),
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
export type Guide = z.infer<typeof guideSchema>
export type Grid = z.infer<typeof gridSchema>
export type Channel = z.infer<typeof channelSchema>
export type Change = z.infer<typeof changeSchema>
export type ChangeProperty = Change['property']
export type Arrangement = z.infer<typeof arrangementSchema>
export type ChannelPlace = z.infer<typeof channelPlaceSchema>
export type Anchor = (typeof ANCHORS)[number]

export const changeKey = (channel: string, target: string, property: ChangeProperty): string =>
  `${channel}.${target}.${property}`
export const arrangementKey = (page: string, channel: string): string => `${page}.${channel}`
