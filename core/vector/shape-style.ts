import { z } from 'zod'
import { paintSchema } from '../colour/paint'
import { radiiSchema, strokeSchema } from './stroke-style'

export const FORMS = ['rectangle', 'ellipse', 'line', 'polygon', 'star', 'path'] as const
/** Of a path: SVG path data in fractions of the box. */
export const pathDataSchema = z.string().max(60_000)
/** What a shape is, without its place. */
export const shapeContent = {
  form: z.enum(FORMS),
  d: pathDataSchema.optional(),
  /** Of a path: outlines within outlines are holes, whichever way they turn. */
  evenOdd: z.boolean().optional(),
  radii: radiiSchema,
  corners: z.number().int().min(3).max(64),
  /** Inner radius of a star as a share of the outer. */
  inner: z.number().min(0.05).max(1),
  fill: paintSchema,
  stroke: strokeSchema,
}
const content = z.object(shapeContent)
export type ShapeStyle = z.infer<typeof content>
