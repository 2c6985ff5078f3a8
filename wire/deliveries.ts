import { z } from 'zod'
import { AS_DESIGNED, MOST_ROWS } from '../core/design/table-schema'
import type { Bounds } from '../core/geometry/bounds'
import type { Settings } from '../core/outputs/define'
import { OUTPUT_IDS, type OutputId, PICTURE_IDS } from '../core/outputs/list'
import { call } from './call'

export const deliveryOptions = z.object({
  design: z.string(),
  channels: z.array(z.string()).min(1, 'Choose at least one size to export.').max(100),
  pages: z.array(z.string()).min(1, 'Choose at least one page to export.').max(100),
  /** Rows of the design's table; `''` is as designed. */
  rows: z
    .array(z.string())
    .max(MOST_ROWS + 1)
    .default([AS_DESIGNED]),
  format: z.enum(OUTPUT_IDS),
  /** What the format lets choose; what is left out is as the format begins (`docs/tables.md`). */
  settings: z.record(z.string(), z.union([z.number(), z.string(), z.boolean()])).default({}),
  /** Further formats, and what is set of them by format. */
  also: z.array(z.enum(OUTPUT_IDS)).max(12).default([]),
  chosen: z
    .partialRecord(z.enum(OUTPUT_IDS), z.record(z.string(), z.union([z.number(), z.string(), z.boolean()])))
    .default({}),
  /** At most so many KB a file (1024 bytes); null for any weight. */
  mostKb: z.number().int().min(1).max(1_000_000).nullable().default(null),
  /** No file is made less like what was designed than this, to be light: a structural similarity in per cent. */
  floor: z.number().min(0).max(100).default(90),
  /** What is still too heavy then may have fewer pixels. */
  smaller: z.boolean().default(false),
  scale: z.number().min(0.1).max(4),
  /** Further scales. */
  scales: z.array(z.number().min(0.1).max(4)).max(6).default([]),
  /** px that pictures are to be wide, in place of `scale`; null for that. */
  wide: z.number().int().min(8).max(30_000).nullable().default(null),
  bleed: z.boolean(),
  /** Each file with bleed cut to its page too, beside it. */
  trimmed: z.boolean().default(false),
  ground: z.enum(['page', 'transparent']),
  pattern: z.string().min(1).max(120),
  /** Channels that say what their destination takes have their own format and weight. */
  rules: z.boolean().default(true),
})
export type DeliveryOptions = z.infer<typeof deliveryOptions>
const deliveredFile = z.object({
  page: z.string(),
  /** All pages that are in it, where there may be several. */
  pages: z.array(z.string()).optional(),
  /** The row of the design's table that it is filled from; as designed where it is left out. */
  row: z.string().optional(),
  channel: z.string(),
  name: z.string(),
  /** Left out by deliveries of earlier versions where it is that of all. */
  format: z.enum(OUTPUT_IDS).optional(),
  /** Left out by deliveries of earlier versions: that of all. */
  scale: z.number().optional(),
  bleed: z.boolean().optional(),
  width: z.number(),
  height: z.number(),
  bytes: z.number(),
  state: z.enum(['waiting', 'working', 'done', 'failed']),
  /** How far it is, 0–1. */
  share: z.number(),
  message: z.string().optional(),
  /** How like it is to what was designed, at most 1; null where it is the same. */
  likeness: z.number().nullable().optional(),
  /** What it was made of (SHA-256): of the same the same file comes out. */
  stamp: z.string().optional(),
  /** It is the same file as one that was delivered before. */
  kept: z.boolean().optional(),
  /** Read back by a decoder: it has the size and the pixels that it should. */
  checked: z.boolean().optional(),
})
export type DeliveredFile = z.infer<typeof deliveredFile>
export const deliverySchema = z.object({
  id: z.string(),
  design: z.string(),
  state: z.enum(['waiting', 'working', 'done', 'failed', 'stopped']),
  options: deliveryOptions,
  files: z.array(deliveredFile),
  done: z.number(),
  total: z.number(),
  error: z.string().nullable(),
  createdAt: z.string(),
})
export type Delivery = z.infer<typeof deliverySchema>
/** How one file is tried before it is delivered; settings as JSON. */
export const trialQuery = z.object({
  page: z.string(),
  channel: z.string(),
  row: z.string().default(AS_DESIGNED),
  format: z.enum(PICTURE_IDS),
  settings: z
    .string()
    .transform((text, context): unknown => {
      try {
        return JSON.parse(text)
      } catch {
        context.addIssue({ code: 'custom', message: 'The settings are no JSON.' })
        return z.NEVER
      }
    })
    .pipe(deliveryOptions.shape.settings),
  mostKb: z.coerce.number().int().min(0).max(1_000_000).default(0),
  floor: z.coerce.number().min(0).max(100).default(90),
  smaller: z.enum(['0', '1']).default('0'),
  scale: z.coerce.number().min(0.1).max(4).default(1),
  bleed: z.enum(['0', '1']).default('0'),
  ground: deliveryOptions.shape.ground.default('page'),
  /** To be looked at: a PNG of it, where browsers do not show its format. */
  seen: z.enum(['0', '1']).default('0'),
})
/** A part of a page that goes out by itself. */
export type Excerpt = {
  /** Ids of layers, with all that reaches out of them; none for all that is there. */
  layers: readonly string[]
  /** px of the page; null for all that the layers cover. */
  box: Bounds | null
  /** `nothing`, `beneath` for the page as it lies there, or a colour. */
  ground: string
  format: OutputId
  settings: Settings
  scale: number
}
/** How a part of a page is asked for: layers by their ids with commas, a box as `x,y,width,height`, px of the page; settings as JSON. */
export const excerptQuery = z.object({
  page: z.string(),
  channel: z.string(),
  row: z.string().default(AS_DESIGNED),
  layers: z
    .string()
    .default('')
    .transform((text) => text.split(',').filter((id) => id !== '')),
  box: z
    .string()
    .regex(/^-?[\d.]+,-?[\d.]+,[\d.]+,[\d.]+$/, 'A box is x,y,width,height.')
    .optional()
    .transform((text) => {
      const [left = 0, top = 0, width = 0, height = 0] = text?.split(',').map(Number) ?? []
      return text ? { left, top, right: left + width, bottom: top + height } : null
    })
    .refine(
      (b) => b === null || (b.right - b.left >= 1 && b.bottom - b.top >= 1),
      'A box is at least 1 × 1 px.',
    ),
  ground: z.union([z.enum(['nothing', 'beneath']), z.string().regex(/^#[0-9a-f]{6}$/i)]).default('nothing'),
  format: z.enum(OUTPUT_IDS).default('png'),
  settings: trialQuery.shape.settings.optional(),
  scale: z.coerce.number().min(0.02).max(4).default(1),
})
export const startDelivery = call({
  method: 'POST',
  path: '/api/deliveries',
  body: deliveryOptions,
  answer: deliverySchema,
})
/** A design's deliveries, the latest first. */
export const readDeliveries = call({
  method: 'GET',
  path: '/api/designs/:id/deliveries',
  answer: z.object({ deliveries: z.array(deliverySchema) }),
})
/** Removes a delivery with its files; what is still worked on is stopped first. */
export const removeDelivery = call({
  method: 'DELETE',
  path: '/api/deliveries/:id/files',
  answer: z.unknown(),
})
export const stopDelivery = call({ method: 'DELETE', path: '/api/deliveries/:id', answer: z.unknown() })
