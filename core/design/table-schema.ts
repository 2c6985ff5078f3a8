import { z } from 'zod'
import { idSchema as id, orderSchema as order } from '../basics/values'
import { propertyOf } from './properties/table'
import { targetSchema } from './properties/targets'

const name = z.string().max(200)
/** What a design is where no row of its table fills it. */
export const AS_DESIGNED = ''
export const [MOST_COLUMNS, MOST_ROWS] = [40, 500]

/** A column of a design's table: the property of one thing that it fills. */
export const columnSchema = z
  .object({ id, name, order, target: targetSchema, property: z.string().max(80) })
  .refine(
    (c) => propertyOf(c.target, c.property)?.by.includes('row'),
    'a column fills a property that a row may give',
  )
/** A row: what the columns are filled with, by their ids. Where nothing is said the design's own stands. */
export const rowSchema = z.object({ id, name, order, values: z.record(id, z.unknown()) })
export type Column = z.infer<typeof columnSchema>
export type Row = z.infer<typeof rowSchema>
