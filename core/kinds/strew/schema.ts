import { z } from 'zod'
import { shapeContent } from '../../vector/shape-style'
import { common } from '../common'
import { graphicContent, pictureContent } from '../contents'

/** Most copies in one strew. */
export const MAX_COPIES = 400
const rangeOf = (least: number, most: number) =>
  z
    .object({ from: z.number().min(least).max(most), to: z.number().min(least).max(most) })
    .refine((r) => r.from <= r.to, 'a range goes from the smaller to the larger number')
const ratio = z.number().min(0.01).max(1e6)
const strewThing = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('picture'), ratio, ...pictureContent }),
  z.object({ kind: z.literal('graphic'), ratio, ...graphicContent }),
  z.object({ kind: z.literal('shape'), ratio, ...shapeContent }),
])
/** How copies are strewn. */
export const strewing = {
  /** Where the copies lie in the layer's box: all over it, within its ellipse, along its edge, around its ellipse, or along its middle. */
  ground: z.enum(['area', 'disc', 'edge', 'ring', 'line']),
  seed: z.number().int().min(0).max(999_999),
  count: z.number().int().min(1).max(MAX_COPIES),
  /** Longer side of a copy, fractions of the box's shorter side. */
  size: rangeOf(0.005, 4),
  /** Degrees. */
  angle: rangeOf(-360, 360),
  /** How far a copy may lie off its path, fractions of the box's shorter side. */
  distance: rangeOf(-2, 2),
  /** Copies turn with the path they lie along. */
  follow: z.boolean(),
}
export const strewSchema = z.object({
  ...common,
  kind: z.literal('strew'),
  ...strewing,
  /** What is strewn; several take turns. `ratio` is width over height. */
  things: z.array(strewThing).min(1).max(12),
})
export type StrewThing = z.infer<typeof strewThing>
export type StrewLayer = z.infer<typeof strewSchema>
