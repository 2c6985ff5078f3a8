import { z } from 'zod'
import { idSchema as id } from '../basics/values'

/** Counts up when the search changes; stored arrangements of older solvers stay as they are. */
export const ARRANGER = 2
/**
 * Rows, columns and sets of what was understood; the same with words taken off what they graze; of words only, all else
 * beside or beneath them; these in one column; or all as one thing.
 */
export const FAMILIES = ['tree', 'apart', 'over', 'column', 'whole'] as const
export const familySchema = z.enum(FAMILIES)
/** How a page was laid out on a channel: what was chosen, not where things lie, so that it holds while the master is edited. */
export const chosenSchema = z.object({
  solver: z.literal(ARRANGER),
  family: familySchema,
  /** What faults it had weighed together when it was chosen: it is kept as long as they do not grow much. */
  faults: z.number().min(0).max(1e6),
  /** Parts of the ground that lay side by side lie one above the other, or the other way round. */
  turned: z.boolean(),
  /** How much larger words that stand by themselves are than all else. */
  words: z.number().min(0.1).max(10),
  /** What was chosen of rows, columns, sets and tables, by what they hold. */
  choices: z.record(z.string().max(600), z.string().max(40)),
  /** What was understood when it was chosen: it goes on holding for a little longer. */
  read: z.array(z.string().max(2000)).max(800),
  leftOut: z.array(id).max(400),
  /** Words that stand in their short form. */
  short: z.array(id).max(400).optional(),
})
export type Chosen = z.infer<typeof chosenSchema>
