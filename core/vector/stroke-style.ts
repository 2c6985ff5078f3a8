import { z } from 'zod'
import { colourSchema } from '../basics/values'

export const strokeSchema = z.object({
  colour: colourSchema,
  weight: z.number().min(0).max(5000),
  /** Lengths of dash and gap, in weights of the stroke; empty for a solid line. */
  dash: z.array(z.number().min(0).max(1000)).max(8),
  cap: z.enum(['butt', 'round', 'square']),
  join: z.enum(['miter', 'round', 'bevel']),
})
export type Stroke = z.infer<typeof strokeSchema>

const length = z.number().min(0.01).max(1e6).or(z.literal(0))
/** px; top left, top right, bottom right, bottom left. */
export const radiiSchema = z.tuple([length, length, length, length])
