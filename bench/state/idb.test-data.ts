/** Stands in for the browser's IndexedDB behind idb-keyval; `trouble` makes it fail, as in private windows. */
export const kept = new Map<string, unknown>()
export const trouble = { on: false }
const checked = () => {
  if (trouble.on) throw new Error('no storage')
}
export async function get<T>(key: string): Promise<T | undefined> {
  checked()
  return structuredClone(kept.get(key)) as T | undefined
}
export async function set(key: string, value: unknown): Promise<void> {
  checked()
  kept.set(key, structuredClone(value))
}
