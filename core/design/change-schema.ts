import { z } from 'zod'
import { idSchema } from '../basics/values'
import { propertyOf } from './properties/table'
import { type Target, targetSchema } from './properties/targets'

/** A value of its own for one property of one target on one channel; `docs/properties.md` lists the properties. */
export const changeSchema = z
  .object({
    channel: idSchema,
    target: targetSchema,
    property: z.string().max(80),
    value: z.unknown(),
  })
  .superRefine((change, context) => {
    const property = propertyOf(change.target, change.property)
    if (!property) {
      context.addIssue({ code: 'custom', path: ['property'], message: 'there is no such property here' })
      return
    }
    const parsed = property.schema.safeParse(change.value)
    if (!parsed.success)
      context.addIssue({
        code: 'custom',
        path: ['value'],
        message: parsed.error.issues[0]?.message ?? 'no value of this property',
      })
  })
export type Change = { channel: string; target: Target; property: string; value: unknown }
export const changeKey = (channel: string, target: Target, property: string): string =>
  `${channel}.${target}.${property}`
