import type { Said } from '../design/said-schema'
import type { Design } from '../design/schema'

const told = new WeakMap<Design['said'], Map<string, readonly Said[]>>()
const NOTHING: readonly Said[] = []
/** What people said of a page; the same list for the same state, so that what is kept by it stays valid. */
export function saidOn(design: Pick<Design, 'said'>, page: string): readonly Said[] {
  const own = told.get(design.said)
  const held = own?.get(page)
  if (held) return held
  const found = Object.values(design.said).filter((s) => s.page === page)
  const made = found.length > 0 ? found.sort((a, b) => (a.id < b.id ? -1 : 1)) : NOTHING
  if (Object.isFrozen(design.said)) told.set(design.said, (own ?? new Map()).set(page, made))
  return made
}
