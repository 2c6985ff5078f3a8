import { z } from 'zod'
import {
  colourSchema,
  idSchema as id,
  orderSchema as order,
  shaSchema,
  unitSchema as unit,
} from '../basics/values'
import { layerSchema } from '../kinds/list'
import { treatmentSchema } from '../treatments/list'
import { ownFaceSchema } from '../type/own-face'
import { acceptedSchema } from './accepted-schema'
import { captionSchema } from './caption-schema'
import { changeSchema } from './change-schema'
import { channelSchema } from './channel-schema'
import { chosenSchema, familySchema } from './chosen-schema'
import { pageColourSchema } from './properties/page'
import { RATIO_GROUPS } from './ratio-groups'
import { remarkSchema } from './remark-schema'
import { saidSchema } from './said-schema'
import { columnSchema, rowSchema } from './table-schema'

export const SCHEMA_VERSION = 2

const name = z.string().max(200)
const finite = z.number().min(-1e6).max(1e6)
const positive = z.number().min(0.01).max(1e6)

const fraction = z.number().min(-4).max(4)
const boxSchema = z.object({ x: fraction, y: fraction, width: fraction, height: fraction })
/** How type and subject share one page on one channel; boxes are fractions of the page. */
const sharedOutSchema = z.object({
  solver: z.literal(1),
  text: boxSchema,
  align: z.enum(['start', 'centre', 'end']),
  /** Where in its box the text lies, 0 top to 1 bottom. */
  hang: unit,
  typeScale: z.number().min(0.05).max(20),
  subject: boxSchema,
  leftOut: z.array(id).max(200),
})
/** By whichever solver chose it: what older ones chose is carried out as they did. */
export const arrangementSchema = z.discriminatedUnion('solver', [sharedOutSchema, chosenSchema])

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
    z.object({
      id,
      name,
      order,
      colour: pageColourSchema,
      /** The only channels that it is met on; on all where it does not say. */
      only: z.array(id).min(1).max(100).optional(),
    }),
  ),
  layers: z.record(id, layerSchema),
  swatches: z.record(id, z.object({ id, name, order, colour: colourSchema })),
  /** Named lists of treatments. */
  recipes: z.record(id, z.object({ id, name, order, treatments: z.record(id, treatmentSchema) })).default({}),
  /** Faces that people brought and the design is set in, with what their files say of their licence. */
  faces: z.record(id, ownFaceSchema).default({}),
  guides: z.record(id, guideSchema).default({}),
  /** By channel. */
  grids: z.record(id, gridSchema).default({}),
  /** A picture pinned in view beside the stage; never delivered. */
  reference: z
    .object({ source: shaSchema, name, width: positive, height: positive })
    .nullable()
    .default(null),
  /** What people said of what belongs together. */
  said: z.record(id, saidSchema).default({}),
  /** The family that channels of like shape are arranged by, where people chose one for all of them. */
  pinned: z.partialRecord(z.enum(RATIO_GROUPS), familySchema).default({}),
  /** Who made it, for files that say so. */
  author: z.string().max(200).default(''),
  /** Words that go out beside the pictures (`captionKey`). */
  captions: z.record(z.string().max(180), captionSchema).default({}),
  /** What people said who looked at a proof. */
  remarks: z.record(id, remarkSchema).default({}),
  /** Findings that people let be. */
  accepted: z.record(id, acceptedSchema).default({}),
  /** The table that the design is filled from: a series of one design, a row for each of it. */
  columns: z.record(id, columnSchema).default({}),
  rows: z.record(id, rowSchema).default({}),
  changes: z.record(z.string().max(280), changeSchema),
  arrangements: z.record(z.string().max(90), arrangementSchema),
})

export type Design = z.infer<typeof designSchema>
export type Guide = z.infer<typeof guideSchema>
export type Grid = z.infer<typeof gridSchema>
export type Arrangement = z.infer<typeof arrangementSchema>
export type SharedOut = z.infer<typeof sharedOutSchema>

export const arrangementKey = (page: string, channel: string): string => `${page}.${channel}`
