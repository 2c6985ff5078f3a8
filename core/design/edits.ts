import { applyPatches, enablePatches, type Patch, produceWithPatches } from 'immer'
import { z } from 'zod'
import { badInput } from '../errors'
import { type Design, designSchema } from './schema'
import { checkStructure } from './structure'

enablePatches()

const patchSchema = z.object({
  op: z.enum(['add', 'remove', 'replace']),
  path: z.array(z.union([z.string().max(140), z.number()])).max(12),
  value: z.unknown().optional(),
})
/** One step of the history. `way` says whether it is a step of its own or takes another (`target`) back or forward again. */
export const editSchema = z.object({
  id: z.string().regex(/^[A-Za-z0-9_-]{6,40}$/),
  name: z.string().max(120),
  base: z.number().int().min(0),
  /** `keep`: what the application stores by itself, such as a chosen arrangement; undo steps over it. */
  way: z.enum(['do', 'undo', 'redo', 'keep']),
  target: z.string().max(40).nullable(),
  patches: z.array(patchSchema).max(20_000),
  inverse: z.array(patchSchema).max(20_000),
  /** A large step: the state before it is kept as a version of this name. */
  keep: z.string().max(120).optional(),
})
export type Edit = z.infer<typeof editSchema>
export type { Patch }

/** Runs a pure change on a design and records it both ways; no patches where nothing changed. */
export function record(design: Design, change: (draft: Design) => void): { design: Design; patches: Patch[]; inverse: Patch[] } {
  const [next, patches, inverse] = produceWithPatches(design, change)
  return { design: next, patches, inverse }
}

/** Applies recorded patches; throws `bad-input` where they do not fit the design. */
export function applyEdit(design: Design, patches: readonly z.infer<typeof patchSchema>[]): Design {
  try {
    return applyPatches(design, patches as Patch[])
  } catch {
    throw badInput('This edit does not fit the design as it is now. Nothing stored was changed; reload to see the latest state.')
  }
}

/** Validates a whole design: the schema and its structural rules. Throws `bad-input` with the first thing found. */
export function checkDesign(value: unknown): Design {
  const parsed = designSchema.safeParse(value)
  if (!parsed.success) {
    const issue = parsed.error.issues[0]
    throw badInput(`The design is not valid at ${issue?.path.join('.') || 'its top'}: ${issue?.message ?? 'unknown'}. Nothing stored was changed.`)
  }
  checkStructure(parsed.data)
  return parsed.data
}

const key = (path: readonly (string | number)[]): string => path.join('\u0000')
/** Whether two lists of patches touch the same field, or one a field inside what the other replaces. */
export function collide(a: readonly Pick<Patch, 'path'>[], b: readonly Pick<Patch, 'path'>[]): boolean {
  const keys = a.map((p) => key(p.path))
  return b.some((p) => {
    const k = key(p.path)
    return keys.some((other) => other === k || other.startsWith(`${k}\u0000`) || k.startsWith(`${other}\u0000`))
  })
}
