import { enablePatches, type Patch, produceWithPatches } from 'immer'
import { z } from 'zod'
import { badInput, type ProblemKind } from '../basics/errors'
import { applyWithin } from './patching'
import { type Design, designSchema } from './schema'
import { checkStructure } from './structure'

enablePatches()

const patchSchema = z.object({
  op: z.enum(['add', 'remove', 'replace']),
  path: z.array(z.union([z.string().max(140), z.number()])).max(12),
  value: z.unknown().optional(),
})
/** What a step is called: of a longer name, such as of a version that was brought back, the beginning. */
const nameSchema = z
  .string()
  .max(4000)
  .transform((name) => name.slice(0, 120))
/** One step of the history. `way` says whether it is a step of its own or takes another (`target`) back or forward again. */
export const editSchema = z.object({
  id: z.string().regex(/^[A-Za-z0-9_-]{6,40}$/),
  name: nameSchema,
  base: z.number().int().min(0),
  /**
   * `keep`: what the application stores by itself, such as a chosen arrangement; undo steps over it. With a `target` it belongs to
   * that step, and is taken back and brought again with it.
   */
  way: z.enum(['do', 'undo', 'redo', 'keep']),
  target: z.string().max(40).nullable(),
  patches: z.array(patchSchema).max(20_000),
  inverse: z.array(patchSchema).max(20_000),
  /** The version of documents that its patches are for; 1 where it is not said. */
  version: z.number().int().min(1).optional(),
  /** A large step: the state before it is kept as a version of this name. */
  keep: nameSchema.optional(),
})
export type Edit = z.infer<typeof editSchema>
export type { Patch }

/** Runs a pure change on a design and records it both ways; no patches where nothing changed. */
export function record(
  design: Design,
  change: (draft: Design) => void,
): { design: Design; patches: Patch[]; inverse: Patch[] } {
  const [next, patches, inverse] = produceWithPatches(design, change)
  return { design: next, patches, inverse }
}

/** Applies recorded patches; throws `bad-input` where they do not fit the design. The same design where there are none. */
export const applyEdit = (design: Design, patches: readonly z.infer<typeof patchSchema>[]): Design =>
  applyWithin(design, patches)

/** Validates a whole design: the schema and its structural rules. Throws `bad-input` with the first thing found. */
export function checkDesign(value: unknown): Design {
  const parsed = designSchema.safeParse(value)
  if (!parsed.success) {
    const issue = parsed.error.issues[0]
    throw badInput(
      `The design is not valid at ${issue?.path.join('.') || 'its top'}: ${issue?.message ?? 'unknown'}. Nothing stored was changed.`,
    )
  }
  checkStructure(parsed.data)
  return parsed.data
}

/**
 * A field that a patch touches. Of an array it is all of it: who takes one item out moves the others, and a patch that names
 * one by its place would then meet another.
 */
function field(path: readonly (string | number)[]): string {
  const item = path.findIndex((key) => typeof key === 'number')
  let until: number
  if (item >= 0) until = item
  else if (path.at(-1) === 'length') until = path.length - 1
  else until = path.length
  return path.slice(0, until).join('\u0000')
}
/** Whether two lists of patches touch the same field, or one a field inside what the other replaces. */
export function collide(a: readonly Pick<Patch, 'path'>[], b: readonly Pick<Patch, 'path'>[]): boolean {
  const fields = [...new Set(a.map((p) => field(p.path)))]
  return [...new Set(b.map((p) => field(p.path)))].some((k) =>
    fields.some((other) => other === k || other.startsWith(`${k}\u0000`) || k.startsWith(`${other}\u0000`)),
  )
}

/** An edit as the log holds it: `revision` is the design's after it, `session` names the tab that made it. */
export type Logged = { revision: number; session: string; edit: Edit }
/**
 * What became of one edit that was sent. `passed`: something the application keeps by itself that another tab kept first.
 * After the first that is refused or in conflict no further one was looked at.
 */
export type EditResult =
  | { id: string; kind: 'accepted'; revision: number }
  | { id: string; kind: 'passed' }
  | { id: string; kind: 'refused'; problem: ProblemKind; message: string }
  | { id: string; kind: 'conflict'; message: string }
export type EditAnswer = { revision: number; results: EditResult[] }
