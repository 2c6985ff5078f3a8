import { createStore } from 'zustand/vanilla'

const KEY = 'vivid-layer-supplies'
type Kept = { favourites: readonly string[]; used: readonly string[] }
const MOST_USED = 60

const ids = (list: unknown): string[] =>
  Array.isArray(list) ? list.filter((n): n is string => typeof n === 'string') : []
function read(): Kept {
  try {
    const found = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Kept>
    return { favourites: ids(found.favourites), used: ids(found.used) }
  } catch {
    return { favourites: [], used: [] }
  }
}
/** What a person likes and used last of the supplies, kept in this browser. */
export const keptSupplies = createStore<Kept>(() =>
  typeof localStorage === 'undefined' ? { favourites: [], used: [] } : read(),
)
function keep(kept: Kept): void {
  keptSupplies.setState(kept)
  try {
    localStorage.setItem(KEY, JSON.stringify(kept))
  } catch {
    // It holds for as long as the page is open.
  }
}
export function turnFavourite(id: string): void {
  const { favourites, used } = keptSupplies.getState()
  keep({
    used,
    favourites: favourites.includes(id) ? favourites.filter((f) => f !== id) : [id, ...favourites],
  })
}
export function noteUsed(id: string): void {
  const { favourites, used } = keptSupplies.getState()
  keep({ favourites, used: [id, ...used.filter((u) => u !== id)].slice(0, MOST_USED) })
}
