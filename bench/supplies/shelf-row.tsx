'use client'
import { useQueries } from '@tanstack/react-query'
import { X } from 'lucide-react'
import { OCCASION_IDS, OCCASIONS, SHELF_IDS, SHELVES } from '@/supplies/shelves'
import { ask } from '@/wire/client'
import { searchSupplies } from '@/wire/supplies'
import type { Filters } from './search'

/** Kinds as people think of them, what is liked and what was used last. */
export function ShelfRow({ filters: f, set }: { filters: Filters; set: (change: Partial<Filters>) => void }) {
  const chip = (on: boolean) =>
    `h-6 rounded-full border px-2.5 text-tiny whitespace-nowrap ${on ? 'border-ink bg-ink text-panel' : 'border-line text-soft hover:border-soft hover:text-ink'}`
  return (
    <div
      role="group"
      aria-label="Shelves"
      className="scroll-thin flex h-9 shrink-0 items-center gap-1.5 overflow-x-auto overflow-y-hidden px-3 *:shrink-0"
    >
      {f.occasion && (
        <button
          type="button"
          className={`flex items-center gap-1 ${chip(true)}`}
          aria-label={`No longer for ${OCCASIONS[f.occasion].label}`}
          onClick={() => set({ occasion: null })}
        >
          {OCCASIONS[f.occasion].label}
          <X size={11} />
        </button>
      )}
      {(['favourites', 'used'] as const).map((kept) => (
        <button
          key={kept}
          type="button"
          aria-pressed={f.kept === kept}
          className={chip(f.kept === kept)}
          onClick={() => set({ kept: f.kept === kept ? null : kept, used: false })}
        >
          {kept === 'favourites' ? 'Favourites' : 'Used last'}
        </button>
      ))}
      <span aria-hidden className="mx-1 h-4 w-px bg-line" />
      {SHELF_IDS.map((id) => (
        <button
          key={id}
          type="button"
          aria-pressed={f.shelf === id}
          className={chip(f.shelf === id)}
          onClick={() => set({ shelf: f.shelf === id ? null : id, used: false })}
        >
          {SHELVES[id].label}
        </button>
      ))}
    </div>
  )
}

const SHOWN = 4
/** What designs are made for, each with some of what suits it. */
export function Occasions({ onTake }: { onTake: (occasion: Filters['occasion']) => void }) {
  const shown = useQueries({
    queries: OCCASION_IDS.map((occasion) => ({
      queryKey: ['occasion', occasion],
      queryFn: ({ signal }: { signal: AbortSignal }) =>
        ask(searchSupplies, {
          query: { occasion, limit: String(SHOWN), transparent: '1' },
          signal,
        }),
      staleTime: Number.POSITIVE_INFINITY,
    })),
  })
  return (
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(210px,1fr))] gap-2">
      {OCCASION_IDS.map((id, n) => (
        <li key={id}>
          <button
            type="button"
            className="flex h-[104px] w-full flex-col justify-between overflow-hidden rounded-control bg-well p-2.5 text-left hover:bg-line"
            onClick={() => onTake(id)}
          >
            <span className="flex h-14 items-center gap-2">
              {shown[n]?.data?.items.map((i) => (
                // biome-ignore lint/performance/noImgElement: small WebP of our own server
                <img
                  key={i.id}
                  src={`/api/blobs/${i.sha}/preview`}
                  alt=""
                  loading="lazy"
                  className="h-14 w-11 object-contain"
                />
              ))}
            </span>
            <span className="text-small font-semibold">{OCCASIONS[id].label}</span>
          </button>
        </li>
      ))}
    </ul>
  )
}
