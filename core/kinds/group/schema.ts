import { z } from 'zod'
import { common } from '../common'

export const COMBINES = ['join', 'punch', 'overlap', 'exclude'] as const
const mirrorSchema = z.object({
  way: z.enum(['across', 'both', 'turned']),
  /** How many there are in all, of turned ones. */
  count: z.number().int().min(2).max(36),
  /** What crosses the axis ends there; else both overlap. */
  cut: z.boolean(),
  /**
   * The side of the axis that is kept where it is cut, clockwise of its direction or not, and ahead of its point or behind it;
   * by what is stored where it is left out.
   */
  kept: z.object({ clockwise: z.boolean(), ahead: z.boolean() }).optional(),
})
export type Mirror = z.infer<typeof mirrorSchema>
export const groupSchema = z.object({
  ...common,
  kind: z.literal('group'),
  open: z.boolean(),
  /** Members are one shape in the lowest one's fill: all of them, the lowest without the others, where all are, or where an odd number is. */
  combine: z.enum(COMBINES).optional(),
  /** Its members are repeated: reflected across the axis among them, across it and at right angles to it, or turned about its middle. */
  mirror: mirrorSchema.optional(),
})
export type GroupLayer = z.infer<typeof groupSchema>
