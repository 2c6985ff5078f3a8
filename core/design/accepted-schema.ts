import { z } from 'zod'
import { idSchema as id } from '../basics/values'

/** A finding that somebody looked at and lets be: at one place as long as that stays as it is, or all of its rule. */
export const acceptedSchema = z.object({
  id,
  /** The kind of the check. */
  check: z.string().max(60),
  why: z.string().trim().max(300),
  /** Null of a whole rule. `as` tells what it was about: when that changes the finding is back. */
  place: z.object({ page: id, channel: id, layer: id.nullable(), as: z.string().max(80) }).nullable(),
})
export type Accepted = z.infer<typeof acceptedSchema>
