import { z } from 'zod'
import { idSchema as id } from '../basics/values'

export const SAID = ['together', 'row', 'on', 'apart', 'order'] as const
/**
 * What a person said of things of a page: they belong together; they make a row of like things; all lie on the first; they
 * do not belong together; they are read in this order. It says more than what is told from the composition, on all channels.
 */
export const saidSchema = z.object({
  id,
  page: id,
  kind: z.enum(SAID),
  members: z.array(id).min(2).max(400),
})
export type Said = z.infer<typeof saidSchema>
