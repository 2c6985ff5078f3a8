import { z } from 'zod'

export const typeStyleSchema = z.object({
  family: z.string().max(80),
  weight: z.number().int().min(100).max(900),
  italic: z.boolean(),
  /** px of the page. */
  size: z.number().min(1).max(4000),
  /** Line distance in multiples of the size. */
  leading: z.number().min(0.4).max(4),
  /** Space added to each letter, in thousandths of the size. */
  tracking: z.number().min(-300).max(2000),
  /** How much wider the letters are than they were drawn; 1 where it is left out. */
  stretch: z.number().min(0.1).max(10).optional(),
  align: z.enum(['start', 'centre', 'end']),
  case: z.enum(['as-typed', 'upper', 'lower']),
})
export type TypeStyle = z.infer<typeof typeStyleSchema>
