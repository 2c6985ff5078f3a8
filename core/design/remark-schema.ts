import { z } from 'zod'
import { idSchema as id, unitSchema as unit } from '../basics/values'

/** What somebody who looked at a proof has to say, and where: `x`, `y` in fractions of the page on that channel. */
export const remarkSchema = z.object({
  id,
  page: id,
  channel: id,
  x: unit,
  y: unit,
  text: z.string().trim().min(1).max(2000),
  by: z.string().max(120),
  /** When it was written, as ISO 8601. */
  at: z.string().max(40),
  /** Seen to. */
  done: z.boolean(),
})
export type Remark = z.infer<typeof remarkSchema>
