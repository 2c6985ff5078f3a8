import { z } from 'zod'
import { idSchema as id, orderSchema as order } from '../basics/values'
import { PICTURE_IDS } from '../outputs/list'

const name = z.string().max(200)
const finite = z.number().min(-1e6).max(1e6)
const positive = z.number().min(0.01).max(1e6)

const insets = z.object({
  top: z.number().min(0),
  right: z.number().min(0),
  bottom: z.number().min(0),
  left: z.number().min(0),
})
/** A box of a channel, px from the trim corner, with what people call it. */
const areaSchema = z.object({
  x: z.number(),
  y: z.number(),
  width: z.number().min(1),
  height: z.number().min(1),
  label: name,
})
export const channelSchema = z.object({
  id,
  name,
  order,
  /** What people put it under in the lineup. */
  under: z.string().trim().max(60).optional(),
  /** Composed elsewhere: nothing of the master comes here, only what is placed on it itself. */
  elsewhere: z.boolean().optional(),
  /** px after trimming. */
  width: z.number().int().min(8).max(30_000),
  height: z.number().int().min(8).max(30_000),
  /** px beyond the trim on every side. */
  bleed: z.number().min(0).max(2000),
  safe: insets,
  /** Further areas that everything that matters must stay in too: of other places where the same size is met. */
  alsoSafe: z.array(areaSchema).max(6).optional(),
  /** Boxes that the destination covers, px from the trim corner. */
  clear: z.array(areaSchema).max(8),
  /** px. */
  smallestType: z.number().min(1).max(1000),
  /** What the destination takes: a format of its own, and at most so many KB (1024 bytes) a file. */
  file: z
    .object({
      format: z.enum(PICTURE_IDS).nullable(),
      mostKb: z.number().int().min(1).max(1_000_000).nullable(),
    })
    .optional(),
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
export type Channel = z.infer<typeof channelSchema>
export type Area = z.infer<typeof areaSchema>
export type ChannelPlace = z.infer<typeof channelPlaceSchema>
export type Anchor = (typeof ANCHORS)[number]
