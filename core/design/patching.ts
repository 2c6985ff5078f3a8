import { produce } from 'immer'
import { badInput } from '../basics/errors'

/** A patch as it comes from elsewhere: nothing of it is known to fit. */
export type LoosePatch = {
  op: 'add' | 'remove' | 'replace'
  path: readonly (string | number)[]
  value?: unknown
}

/** What of a document no patch may name: the id says which document it is, the version how it is read. */
const FIXED: ReadonlySet<string | number> = new Set(['id', 'version'])

/** Whether an array has, or with a patch gets, an item or a length. */
function fitsArray(
  array: readonly unknown[],
  key: string | number,
  { op, value }: LoosePatch,
  last: boolean,
): boolean {
  if (key === 'length')
    return (
      last &&
      op === 'replace' &&
      Number.isInteger(value) &&
      (value as number) >= 0 &&
      (value as number) <= array.length
    )
  if (!Number.isInteger(key)) return false
  return (key as number) >= 0 && (key as number) < array.length + (last && op === 'add' ? 1 : 0)
}
/** Whether a patch stays within a document: its own fields, and items that its arrays have. */
function fits(document: object, patch: LoosePatch): boolean {
  const { path, op } = patch
  const first = path[0]
  if (first === undefined || FIXED.has(first) || !Object.hasOwn(document, first)) return false
  let at: unknown = document
  for (const [n, key] of path.entries()) {
    const last = n === path.length - 1
    if (Array.isArray(at)) {
      if (!fitsArray(at, key, patch, last)) return false
    } else if (typeof at !== 'object' || at === null) return false
    // What is put in anew may be no field yet; what every object has from elsewhere is none.
    else if (!Object.hasOwn(at, key) && (key in at || !last || op === 'remove')) return false
    at = (at as Record<string | number, unknown>)[key]
  }
  return true
}

/** Applies patches one after the other; throws `bad-input` where one does not stay within the document as it is then. */
export const applyWithin = <T extends object>(document: T, patches: readonly LoosePatch[]): T =>
  produce(document, (draft) => {
    for (const patch of patches) {
      if (!fits(draft, patch))
        throw badInput(
          'This edit does not fit the design as it is now. Nothing stored was changed; reload to see the latest state.',
        )
      let at = draft as Record<string | number, unknown>
      for (const key of patch.path.slice(0, -1)) at = at[key] as Record<string | number, unknown>
      const key = patch.path.at(-1) as string | number
      // Later patches may go into what this one brings, which belongs to who sent it.
      const value = typeof patch.value === 'object' ? structuredClone(patch.value) : patch.value
      if (!Array.isArray(at) || key === 'length' || patch.op === 'replace') {
        if (patch.op === 'remove') delete at[key]
        else at[key] = value
      } else if (patch.op === 'add') at.splice(key as number, 0, value)
      else at.splice(key as number, 1)
    }
  })
