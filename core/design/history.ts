import type { Edit } from './edits'

/** What can be taken back and brought again, oldest first; rebuilt from the log after a reload. */
export type History = { done: Edit[]; undone: Edit[] }
export const emptyHistory: History = { done: [], undone: [] }

/** The history after one more edit of the log. */
export function advance(history: History, edit: Edit): History {
  if (edit.way === 'do') return { done: [...history.done, edit], undone: [] }
  // What could not be known when a step was made is taken back and brought again with it.
  if (edit.way === 'keep') {
    const whole = (e: Edit): Edit =>
      e.id === edit.target
        ? { ...e, patches: [...e.patches, ...edit.patches], inverse: [...edit.inverse, ...e.inverse] }
        : e
    return edit.target ? { ...history, done: history.done.map(whole) } : history
  }
  if (edit.way === 'undo') {
    const target = history.done.find((e) => e.id === edit.target)
    return target
      ? { done: history.done.filter((e) => e !== target), undone: [...history.undone, target] }
      : history
  }
  const target = history.undone.find((e) => e.id === edit.target)
  return target
    ? { done: [...history.done, target], undone: history.undone.filter((e) => e !== target) }
    : history
}
export const historyOf = (log: readonly Edit[]): History => log.reduce(advance, emptyHistory)

/** The edit that takes the last step back, or null. */
export function undoOf(history: History, id: string, base: number): Edit | null {
  const last = history.done.at(-1)
  return last
    ? {
        id,
        name: last.name,
        base,
        version: last.version,
        way: 'undo',
        target: last.id,
        patches: last.inverse,
        inverse: last.patches,
      }
    : null
}
export function redoOf(history: History, id: string, base: number): Edit | null {
  const last = history.undone.at(-1)
  return last
    ? {
        id,
        name: last.name,
        base,
        version: last.version,
        way: 'redo',
        target: last.id,
        patches: last.patches,
        inverse: last.inverse,
      }
    : null
}
