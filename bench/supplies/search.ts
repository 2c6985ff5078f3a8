'use client'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { SourceInfo } from '../render/protocol'
import type { Placing } from '../state/placing'

export type Item = {
  id: string
  sha: string
  kind: string
  label: string
  own: boolean
  source: string
  licence: string
  blend: string
  focal: { x: number; y: number } | null
  transparent: boolean
  info: SourceInfo
}

/** What narrows the supplies; all of it is shown, and cleared in one go. */
export type Filters = {
  tab: string
  words: string
  colour: string | null
  orientation: string | null
  manner: string | null
  transparent: boolean
  /** Only what is like this one. */
  like: { id: string; label: string } | null
  /** Only what this design shows. */
  used: boolean
}
export const noFilters: Filters = {
  tab: '',
  words: '',
  colour: null,
  orientation: null,
  manner: null,
  transparent: false,
  like: null,
  used: false,
}

/** How many things narrow the supplies, the kind apart. */
export const activeFilters = (f: Filters): number =>
  [
    f.words.trim() !== '',
    f.colour !== null,
    f.orientation !== null,
    f.manner !== null,
    f.transparent,
    f.like !== null,
    f.used,
  ].filter(Boolean).length

export const placingOf = (i: Item): Placing => ({
  info: i.info,
  label: i.label,
  kind: i.kind,
  focal: i.focal,
  ...(i.kind === 'texture' || i.kind === 'overlay' ? { blend: i.blend } : {}),
})

function queryOf(f: Filters, offset: number): string {
  const q = new URLSearchParams({ offset: String(offset) })
  const put = (key: string, value: string | null | false) => value && q.set(key, value)
  put('q', f.words.trim())
  put(f.tab === 'own' ? 'own' : 'kind', f.tab === 'own' ? '1' : f.tab)
  put('colour', f.colour)
  put('orientation', f.orientation)
  put('manner', f.manner)
  put('transparent', f.transparent && '1')
  put('like', f.like?.id ?? null)
  return q.toString()
}

type Found = { items: Item[]; total: number }
/** What the filters find, a page at a time; `more` fetches the next one. */
export function useSupplies(filters: Filters, open: boolean) {
  const [found, setFound] = useState<Found | null>(null)
  const [trouble, setTrouble] = useState(false)
  const [asked, setAsked] = useState(0)
  const fetching = useRef(false)
  const key = queryOf(filters, 0)
  const idle = !open || filters.tab === 'type' || filters.used
  // Asked again when something was uploaded or the last answer failed.
  // biome-ignore lint/correctness/useExhaustiveDependencies: `asked` only counts
  useEffect(() => {
    if (idle) return
    const stop = new AbortController()
    const wait = setTimeout(async () => {
      try {
        const r = await fetch(`/api/supplies?${key}`, { signal: stop.signal })
        if (!r.ok) throw new Error()
        setFound((await r.json()) as Found)
        setTrouble(false)
      } catch {
        if (!stop.signal.aborted) setTrouble(true)
      }
    }, 120)
    return () => {
      clearTimeout(wait)
      stop.abort()
    }
  }, [idle, key, asked])
  const more = useCallback(async () => {
    if (!found || fetching.current || found.items.length >= found.total) return
    fetching.current = true
    const r = await fetch(`/api/supplies?${queryOf(filters, found.items.length)}`).catch(() => null)
    fetching.current = false
    if (!r?.ok) return
    const next = (await r.json()) as Found
    setFound((f) =>
      f
        ? {
            items: [...f.items, ...next.items.filter((i) => !f.items.some((o) => o.id === i.id))],
            total: next.total,
          }
        : f,
    )
  }, [found, filters])
  return { found, trouble, more, again: () => setAsked((n) => n + 1) }
}
