import { createContext } from 'react'
import { z } from 'zod'
import { createStore } from 'zustand/vanilla'

const KEY = 'vivid-layer-sections'
const kept = z.record(z.string(), z.boolean())
const read = (): Record<string, boolean> => {
  try {
    return kept.parse(JSON.parse(localStorage.getItem(KEY) ?? '{}'))
  } catch {
    return {}
  }
}
/** Which sections of the panel a person closed, by their titles; the same the next time. */
export const closedSections = createStore<Record<string, boolean>>(() => ({}))
export const readClosedSections = (): void => closedSections.setState(read(), true)
export function setSectionClosed(title: string, closed: boolean): void {
  closedSections.setState({ [title]: closed })
  try {
    localStorage.setItem(KEY, JSON.stringify(closedSections.getState()))
  } catch {
    // Nothing is kept where the browser keeps nothing; it holds for as long as the page is open.
  }
}

/** A section as the index at the panel's edge knows it: where it is, and what is in it. */
export type Listed = { title: string; says: string; element: HTMLElement }
/** Told by each section when it comes, changes and goes. */
export const SectionIndex = createContext<{
  list: (listed: Listed) => void
  drop: (element: HTMLElement) => void
} | null>(null)
