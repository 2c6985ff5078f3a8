import { z } from 'zod'
import { isConvex } from './homography'

const finite = z.number().min(-1e6).max(1e6)
const positive = z.number().min(0.01).max(1e6)

const offsetSchema = z.object({ x: z.number().min(-20).max(20), y: z.number().min(-20).max(20) })
/**
 * Four-corner perspective: how far each corner lies from the box's own, in fractions of the box; top left, top right,
 * bottom right, bottom left. The corners must turn the same way, or the picture would fold.
 */
export const cornersSchema = z
  .tuple([offsetSchema, offsetSchema, offsetSchema, offsetSchema])
  .refine(
    ([a, b, c, d]) =>
      isConvex([a, { x: 1 + b.x, y: b.y }, { x: 1 + c.x, y: 1 + c.y }, { x: d.x, y: 1 + d.y }]),
    'the four corners of a perspective must not fold over',
  )
/** A live deformation of the box: along an arc, along or between curves, or by a net of points given in fractions of the box, row by row. */
const lineSchema = z.array(offsetSchema).min(2).max(9)
export const bendSchema = z.discriminatedUnion('kind', [
  /** Along the line through `upper`, or between it and the line through `lower`; points in fractions of the box. */
  z.object({ kind: z.literal('curve'), upper: lineSchema, lower: lineSchema.nullable() }),
  z.object({ kind: z.literal('arc'), angleDegrees: z.number().min(-360).max(360) }),
  z
    .object({
      kind: z.literal('net'),
      columns: z.number().int().min(2).max(9),
      rows: z.number().int().min(2).max(9),
      points: z.array(offsetSchema).max(81),
    })
    .refine((n) => n.points.length === n.columns * n.rows, 'a net has as many points as columns times rows'),
])

/** Where a layer lies: px of the page, origin at the trim corner; `x`, `y` is the centre of the box. */
export const placementSchema = z.object({
  x: finite,
  y: finite,
  width: positive,
  height: positive,
  rotation: finite,
  flipX: z.boolean(),
  flipY: z.boolean(),
  /** Slant: degrees by which the upright sides lean, the top towards the right; 0 where it is left out. */
  skew: z.number().min(-75).max(75).optional(),
  corners: cornersSchema.optional(),
  bend: bendSchema.optional(),
})
export type Placement = z.infer<typeof placementSchema>
export type Bend = z.infer<typeof bendSchema>
