import { z } from 'zod'

/** What ids of everything in a design are. */
export const idSchema = z
  .string()
  .regex(/^[A-Za-z0-9_-]{1,40}$/, 'an id has 1 to 40 letters, digits, _ or -')
  // What every object has from elsewhere would be found in any record.
  .refine((id) => !(id in {}), 'an id is no name that every object has')
/** The name of a stored file. */
export const shaSchema = z.string().regex(/^[0-9a-f]{64}$/, 'a SHA-256 in hexadecimal')
/** Fractional order keys. */
export const orderSchema = z.string().min(1).max(200)
/** 0 to 1. */
export const unitSchema = z.number().min(0).max(1)
/** `#rrggbb`, `#rrggbbaa` or `swatch:ID`. */
export const colourSchema = z
  .string()
  .regex(
    /^(#[0-9a-f]{6}([0-9a-f]{2})?|swatch:[A-Za-z0-9_-]{1,40})$/i,
    'a colour is #rrggbb, #rrggbbaa or a swatch',
  )
