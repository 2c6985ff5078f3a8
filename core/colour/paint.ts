import { z } from 'zod'
import { colourSchema, idSchema as id, unitSchema as unit } from '../basics/values'

const finite = z.number().min(-1e6).max(1e6)
const positive = z.number().min(0.01).max(1e6)

const stopSchema = z.object({ offset: unit, colour: colourSchema })
/** How colours between stops are mixed: each way by itself is left out where it is not wanted. */
const mixing = {
  /** In OKLab and not in sRGB. */
  oklab: z.boolean().optional(),
  /** Slow near each stop. */
  eased: z.boolean().optional(),
}
const stopsSchema = z
  .record(id, stopSchema)
  .refine((stops) => Object.keys(stops).length >= 2, 'a gradient has two stops at least')
/** Gradient geometry is in fractions of the layer's own box; stops are a record by id, ordered by offset. */
export const paintSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('none') }),
  z.object({ kind: z.literal('solid'), colour: colourSchema }),
  z.object({ kind: z.literal('linear'), angleDegrees: finite, stops: stopsSchema, ...mixing }),
  z.object({
    kind: z.literal('radial'),
    x: finite,
    y: finite,
    radius: positive,
    stops: stopsSchema,
    ...mixing,
  }),
  /** Around a point, clockwise from an angle; 0° to the right. */
  z.object({
    kind: z.literal('conic'),
    x: finite,
    y: finite,
    angleDegrees: finite,
    stops: stopsSchema,
    ...mixing,
  }),
])

export type Paint = z.infer<typeof paintSchema>
export type GradientStop = z.infer<typeof stopSchema>
/** Named colours of a design, by what references them. */
export type Swatches = Readonly<Record<string, { id: string; name: string; order: string; colour: string }>>
