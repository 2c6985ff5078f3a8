import { z } from 'zod'
import { paintSchema } from '../../colour/paint'
import { pathDataSchema } from '../../vector/shape-style'
import { radiiSchema, strokeSchema } from '../../vector/stroke-style'
import { common } from '../common'
import { pictureContent } from '../contents'

export const SLOT_FORMS = ['rectangle', 'ellipse', 'polygon'] as const
export const zoomSchema = z.number().min(1).max(20)
/** Degrees by which the picture is turned inside; 0 where it is left out. */
export const turnSchema = z.number().min(-360).max(360)
/**
 * Where the picture lies in its free way along its own axes, −1 to 1 on each axis: 0 centred, −1 its right or lower edge
 * shown, 1 its left or upper.
 */
export const panSchema = z.object({ x: z.number().min(-1).max(1), y: z.number().min(-1).max(1) })
export const slotSchema = z.object({
  ...common,
  kind: z.literal('slot'),
  form: z.enum([...SLOT_FORMS, 'path']),
  d: pathDataSchema.optional(),
  radii: radiiSchema,
  corners: z.number().int().min(3).max(64),
  /** Seen where the slot is empty or its picture lets through. */
  fill: paintSchema,
  stroke: strokeSchema,
  picture: z.object(pictureContent).nullable(),
  /** Enlarges the picture over what fills the slot. */
  zoom: zoomSchema,
  turn: turnSchema.optional(),
  pan: panSchema,
})
export type SlotLayer = z.infer<typeof slotSchema>
