import { z } from 'zod'
import { colourSchema } from '../../basics/values'
import { type Property, plainly } from './property'

/** What a page is coloured in: a colour, or nothing. */
export const pageColourSchema = z.union([colourSchema, z.literal('transparent')])
export const pageProperties: readonly Property[] = [
  plainly('page', 'colour', { words: 'page colour', schema: pageColourSchema, phase: 'content' }),
]
/** What a swatch is on a channel; everything that uses it follows. */
export const swatchProperties: readonly Property[] = [
  plainly('swatch', 'colour', { words: 'colour', schema: colourSchema, phase: 'content' }),
]
