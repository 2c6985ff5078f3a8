import { type Options, optionsIn } from './delivery'

/** How each size was exported last, by its name: one meets it again in other designs. */
const KEY = 'export-sizes'
/** Sizes that are remembered, the last ones used. */
const MOST = 60

function all(): Record<string, Partial<Options>> {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '{}') as Record<string, Partial<Options>>
  } catch {
    return {}
  }
}
/** Keeps how sizes are exported. */
export function remember(sizes: readonly string[], options: Options): void {
  const others = Object.entries(all()).filter(([name]) => !sizes.includes(name))
  const kept = [...others, ...sizes.map((name) => [name, options] as const)].slice(-MOST)
  try {
    localStorage.setItem(KEY, JSON.stringify(Object.fromEntries(kept)))
  } catch {
    // Without storage nothing is remembered.
  }
}
/** How a size was exported last; null where it was not, or as now. */
export function recall(size: string, now: Options): Options | null {
  const kept = all()[size]
  if (!kept) return null
  const options = optionsIn(kept)
  return JSON.stringify(options) === JSON.stringify(now) ? null : options
}
