import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing'

/** A fractional order key strictly between two others; `null` is an open end. */
export const keyBetween = (before: string | null, after: string | null): string =>
  generateKeyBetween(before, after)
export const keysBetween = (before: string | null, after: string | null, count: number): string[] =>
  generateNKeysBetween(before, after, count)

type Ordered = { id: string; order: string }
/** Order keys compare by code unit; equal keys (made at once in two tabs) fall back to the id. */
export const byOrder = (a: Ordered, b: Ordered): number => {
  if (a.order < b.order) return -1
  if (a.order > b.order) return 1
  if (a.id < b.id) return -1
  if (a.id > b.id) return 1
  return 0
}
/** A record's entries in order, back to front. */
export const inOrder = <T extends Ordered>(record: Record<string, T>): T[] =>
  Object.values(record).sort(byOrder)
