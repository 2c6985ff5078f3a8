'use client'
import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query'
import { useCallback, useMemo } from 'react'
import { useStore } from 'zustand'
import type { Occasion, Shelf } from '@/supplies/shelves'
import { ask } from '@/wire/client'
import { type Supply, searchSupplies } from '@/wire/supplies'
import type { Placing } from '../actions/landing'
import { useLater } from '../ui/use-later'
import { keptSupplies } from './kept'

export type Item = Supply

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
  /** Only what lies on a shelf, suits an occasion, is liked or was used last. */
  shelf: Shelf | null
  occasion: Occasion | null
  kept: 'favourites' | 'used' | null
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
  shelf: null,
  occasion: null,
  kept: null,
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
    f.shelf !== null,
    f.occasion !== null,
    f.kept !== null,
  ].filter(Boolean).length

export const placingOf = (i: Item): Placing => ({
  info: i.info,
  label: i.label,
  kind: i.kind,
  focal: i.focal,
  ...(i.kind === 'texture' || i.kind === 'overlay' ? { blend: i.blend } : {}),
})

function queryOf(f: Filters, kept: readonly string[] | null, offset: number): string {
  const q = new URLSearchParams({ offset: String(offset) })
  const put = (key: string, value: string | null | false) => value && q.set(key, value)
  put('q', f.words.trim())
  put(f.tab === 'own' ? 'own' : 'kind', f.tab === 'own' ? '1' : f.tab)
  put('colour', f.colour)
  put('orientation', f.orientation)
  put('manner', f.manner)
  put('transparent', f.transparent && '1')
  put('like', f.like?.id ?? null)
  put('shelf', f.shelf)
  put('occasion', f.occasion)
  if (kept) q.set('ids', kept.join(','))
  return q.toString()
}

/** The hand types on for so long before anything is looked for, ms. */
const TYPING_MS = 120
/** What the filters find, a page at a time; `more` fetches the next one. */
export function useSupplies(filters: Filters, open: boolean) {
  const kept = useStore(keptSupplies)
  const key = useLater(queryOf(filters, filters.kept && kept[filters.kept], 0), TYPING_MS)
  const asked = useInfiniteQuery({
    queryKey: ['supplies', key],
    queryFn({ pageParam, signal }) {
      const query = new URLSearchParams(key)
      query.set('offset', String(pageParam))
      return ask(searchSupplies, { query, signal })
    },
    initialPageParam: 0,
    getNextPageParam(last, pages) {
      const have = pages.reduce((sum, p) => sum + p.items.length, 0)
      return last.items.length > 0 && have < last.total ? have : undefined
    },
    enabled: open && filters.tab !== 'type' && filters.tab !== 'occasions' && !filters.used,
    // What was found stays until there is something else to show.
    placeholderData: keepPreviousData,
  })
  const found = useMemo(() => {
    const pages = asked.data?.pages
    if (!pages) return null
    const items = new Map(pages.flatMap((p) => p.items).map((i) => [i.id, i]))
    return { items: [...items.values()], total: pages.at(-1)?.total ?? 0 }
  }, [asked.data])
  const { fetchNextPage, isFetchingNextPage, hasNextPage, refetch } = asked
  const more = useCallback(async () => {
    if (hasNextPage && !isFetchingNextPage) await fetchNextPage()
  }, [hasNextPage, isFetchingNextPage, fetchNextPage])
  return { found, trouble: asked.isError, more, again: () => void refetch() }
}
