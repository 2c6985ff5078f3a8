/** Stands in for the browser's IndexedDB behind idb-keyval; `trouble` makes it fail, as in private windows. */
export const kept = new Map<string, unknown>()
export const trouble = { on: false, atOnce: false }
const checked = (): Promise<void> => {
  if (trouble.atOnce) throw new Error('no storage at all')
  return trouble.on ? Promise.reject(new Error('no storage')) : Promise.resolve()
}
export const get = <T>(key: string): Promise<T | undefined> =>
  checked().then(() => structuredClone(kept.get(key)) as T | undefined)
export const set = (key: string, value: unknown): Promise<void> =>
  checked().then(() => void kept.set(key, structuredClone(value)))
export const del = (key: string): Promise<void> => checked().then(() => void kept.delete(key))
export const update = <T>(key: string, change: (value: T | undefined) => T): Promise<void> =>
  checked().then(
    () => void kept.set(key, structuredClone(change(structuredClone(kept.get(key)) as T | undefined))),
  )
export const entries = <K, V>(): Promise<[K, V][]> =>
  checked().then(() => structuredClone([...kept.entries()]) as [K, V][])
