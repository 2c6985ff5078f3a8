import { z } from 'zod'
import { colourSchema, shaSchema, unitSchema as unit } from '../basics/values'
import { linkSchema } from './link'

export const focalSchema = z.object({ x: unit, y: unit })
/** A stored picture and what of it counts. */
export const pictureContent = {
  source: shaSchema,
  /** px of the upright source. */
  sourceWidth: z.number().int().min(1).max(100_000),
  sourceHeight: z.number().int().min(1).max(100_000),
  /** What must stay in view, in fractions of the picture. */
  focal: focalSchema,
  /** The design that it is a picture of, where it is linked to one. */
  linked: linkSchema.optional(),
}
/** Stored artwork and the colour of each of its named parts. */
export const lineWeightsSchema = z.record(z.string().max(60), z.number().min(0).max(100))
export const graphicContent = {
  source: shaSchema,
  parts: z.record(z.string().max(60), colourSchema),
  /** By part: how many times as heavy its lines are as they were drawn. */
  weights: lineWeightsSchema.default({}),
}
const picture = z.object(pictureContent)
export type PictureContent = z.infer<typeof picture>
