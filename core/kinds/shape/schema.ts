import { z } from 'zod'
import { shapeContent } from '../../vector/shape-style'
import { common } from '../common'

export const shapeSchema = z.object({
  ...common,
  kind: z.literal('shape'),
  ...shapeContent,
  /** The axis of the mirror that it is a member of; it has no pixels. */
  axis: z.literal(true).optional(),
})
export type ShapeLayer = z.infer<typeof shapeSchema>
