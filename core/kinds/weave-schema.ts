import { z } from 'zod'
import { idSchema as id } from '../basics/values'

const share = z.number().min(-20).max(20)
const point = z.object({ x: share, y: share })

/** The most places that one weave knows. */
export const MOST_MARKS = 400
/**
 * A place where two layers cross, told at a point of each: fractions of their own boxes. `over`: there the other passes over
 * the one that carries the weave. Of any place the nearest mark counts, the further the larger its `radius` (fractions of the
 * carrier's shorter side): after either layer was moved, scaled or arranged anew each crossing still finds its own. A long
 * crossing has several marks, of one name.
 */
const markSchema = z.object({
  id,
  crossing: id,
  own: point,
  other: point,
  radius: z.number().min(0).max(10),
  over: z.boolean(),
  painted: z.boolean(),
})
export type WeaveMark = z.infer<typeof markSchema>
/** One layer passing over another that otherwise covers it, at some of their crossings. */
export const weaveSchema = z.object({
  id,
  other: id,
  /** px of the page left free on the upper one beside what passes over it; none where it is left out. */
  gap: z.number().min(0).max(500).optional(),
  marks: z
    .record(id, markSchema)
    .refine((m) => Object.keys(m).length <= MOST_MARKS, `a weave knows at most ${MOST_MARKS} places`),
})
export type Weave = z.infer<typeof weaveSchema>
