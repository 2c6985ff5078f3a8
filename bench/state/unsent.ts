import { del, entries, get, set, update } from 'idb-keyval'
import type { Edit } from '@/core/design/edits'

/** Edits of one tab that the server has not answered yet, oldest first. */
export type Unsent = { key: string; design: string; session: string; edits: Edit[] }
/** An edit that was refused, or stood behind one: kept until somebody puts it away, with why it was not stored. */
export type Aside = { edit: Edit; message: string; at: string }

const UNSENT = 'unsent/'
export const unsentKey = (design: string, session: string): string => `${UNSENT}${design}/${session}`
const asideKey = (design: string): string => `aside/${design}`

/** IndexedDB may throw at once, reject later, or not be there at all: each is told as false. */
async function tried(job: () => Promise<unknown>): Promise<boolean> {
  try {
    await job()
    return true
  } catch {
    return false
  }
}
export const keepUnsent = (key: string, edits: readonly Edit[]): Promise<boolean> =>
  tried(() => (edits.length > 0 ? set(key, edits) : del(key)))
/** Takes out of a kept queue what was dealt with, and no more: its tab may have added to it. */
export const dropUnsent = (key: string, ids: ReadonlySet<string>): Promise<boolean> =>
  tried(() => update<Edit[]>(key, (held) => (held ?? []).filter((e) => !ids.has(e.id))))

/** All kept queues, of one design or of all; empty where the browser keeps nothing. */
export async function readUnsent(design?: string): Promise<Unsent[]> {
  try {
    return (await entries<string, Edit[]>()).flatMap(([key, edits]) => {
      if (typeof key !== 'string' || !key.startsWith(UNSENT) || !Array.isArray(edits) || edits.length === 0)
        return []
      const [of = '', session = ''] = key.slice(UNSENT.length).split('/')
      // Before tabs had queues of their own, one of all tabs lay under the design.
      return design && of !== design ? [] : [{ key, design: of, session: session || 'earlier', edits }]
    })
  } catch {
    return []
  }
}

export async function readAside(design: string): Promise<Aside[]> {
  try {
    return (await get<Aside[]>(asideKey(design))) ?? []
  } catch {
    return []
  }
}
/** Puts edits aside; false where this browser cannot keep them. */
export const keepAside = (design: string, more: readonly Aside[]): Promise<boolean> =>
  tried(() =>
    update<Aside[]>(asideKey(design), (held) => {
      const known = new Set(more.map((a) => a.edit.id))
      return [...(held ?? []).filter((a) => !known.has(a.edit.id)), ...more]
    }),
  )
export const dropAside = (design: string): Promise<boolean> => tried(() => del(asideKey(design)))

const locks = (): LockManager | undefined => globalThis.navigator?.locks

/** Runs a job while no other tab holds a name; `null` where one does. Where the browser has no locks, nobody is thought to. */
export async function whileFree<T>(name: string, job: () => Promise<T>): Promise<T | null> {
  const manager = locks()
  return manager
    ? (manager.request(name, { ifAvailable: true }, (lock) => (lock ? job() : null)) as Promise<T | null>)
    : job()
}
/** Holds a name for as long as the tab lives or until it is released; resolves once it is held. */
export function hold(name: string): { held: Promise<void>; release: () => void } {
  let release: () => void = () => undefined
  const until = new Promise<void>((resolve) => {
    release = resolve
  })
  const manager = locks()
  const held = manager
    ? new Promise<void>((resolve) => {
        void manager.request(name, () => {
          resolve()
          return until
        })
      })
    : Promise.resolve()
  return { held, release }
}
