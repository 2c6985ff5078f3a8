import { z } from 'zod'
import { idSchema as id } from '../basics/values'

/** What a picture shows that is made of another design: a page of it on a channel, as it was at a revision. */
export const linkSchema = z.object({
  design: id,
  page: id,
  channel: id,
  /** What the design was called then. */
  name: z.string().max(200),
  revision: z.number().int().min(0),
  /** On the colour of its page, or on nothing. */
  ground: z.enum(['page', 'nothing']),
})
export type Link = z.infer<typeof linkSchema>
