import { z } from 'zod'
import { shaSchema } from '../basics/values'

/** What a font may be embedded for, by OpenType's OS/2 table, `fsType`. */
export const EMBEDDING = ['installable', 'editable', 'preview', 'restricted'] as const
/** One face of a family that people brought: a stored file, or one of a collection's. */
export const ownFaceSchema = z.object({
  family: z.string().min(1).max(80),
  weight: z.number().int().min(1).max(1000),
  italic: z.boolean(),
  source: shaSchema,
  /** Which of a collection's faces it is. */
  index: z.number().int().min(0).max(255),
  /** Scripts that it has letters of. */
  scripts: z.array(z.string().max(40)).max(40),
  /** What its file says of its licence, shortened. */
  licence: z.string().max(2000),
  embedding: z.enum(EMBEDDING),
})
export type OwnFace = z.infer<typeof ownFaceSchema>
/** What a design calls one of its faces. */
export const ownFaceId = ({ source, index }: Pick<OwnFace, 'source' | 'index'>): string =>
  `face-${source.slice(0, 24)}-${index}`

/** The face of a family that is nearest to a style: upright or italic first, then by weight. */
export function nearestFace(
  faces: readonly OwnFace[],
  style: { weight: number; italic: boolean },
): OwnFace | undefined {
  const off = (f: OwnFace): number =>
    Math.abs(f.weight - style.weight) + (f.italic === style.italic ? 0 : 10_000)
  return [...faces].sort((a, b) => off(a) - off(b))[0]
}
