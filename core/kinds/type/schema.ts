import { z } from 'zod'
import { paintSchema } from '../../colour/paint'
import { typeStyleSchema } from '../../type/style'
import { common } from '../common'
import { plateSchema } from './plate'

/** The longest text that a type layer takes, characters. */
export const MAX_TEXT = 20_000
export const textSchema = z
  .string()
  .max(MAX_TEXT, `a text holds at most ${MAX_TEXT.toLocaleString('en')} characters`)
export const typeSchema = z.object({
  ...common,
  kind: z.literal('type'),
  text: textSchema,
  /** Shorter words that take their place on channels where there is no room for these. */
  short: textSchema.optional(),
  style: typeStyleSchema,
  /** Its box is as wide as its lines, which break before they are wider than this, px; a width that people gave stays where it is left out. */
  hugs: z.number().min(1).max(1e6).optional(),
  fill: paintSchema,
  /** What lies behind the words and follows them; null for nothing. */
  plate: plateSchema.nullable().default(null),
})
export type TypeLayer = z.infer<typeof typeSchema>
