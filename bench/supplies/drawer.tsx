'use client'
import { ChevronDown, ChevronUp, CircleStop, FolderOpen, Search, Upload, X } from 'lucide-react'
import { useCallback, useEffect, useRef, useState } from 'react'
import { layerName, sourcesOf } from '@/core/kinds/facts'
import { placeFiles, placeSource, tryInPlace } from '../actions/placing'
import { fillSelected } from '../actions/slots'
import { stopTakingIn, takeIn } from '../actions/taking-in'
import type { BenchState } from '../state/bench'
import { useBench, useBenchState, usePaced } from '../state/bench-context'
import { Button, IconButton } from '../ui/button'
import { BROUGHT, chooseFolder } from '../ui/choose-files'
import { FilterRow } from './filter-row'
import { noteUsed } from './kept'
import { Pairings } from './pairings'
import { activeFilters, type Filters, type Item, noFilters, placingOf, useSupplies } from './search'
import { Occasions, ShelfRow } from './shelf-row'
import { TABS } from './tabs'
import { Tile } from './tile'

/** What the design shows already, to use again. */
function usedItems(s: Pick<BenchState, 'design' | 'sources'>): Item[] {
  const seen = new Map<string, Item>()
  for (const layer of Object.values(s.design.layers))
    for (const { sha } of sourcesOf(layer)) {
      const info = s.sources[sha]
      if (!info || seen.has(sha)) continue
      let kind: 'graphic' | 'photo' | 'cutout'
      if (info.kind === 'graphic') kind = 'graphic'
      else if (info.opaque) kind = 'photo'
      else kind = 'cutout'
      seen.set(sha, {
        id: sha,
        sha,
        kind,
        label: layerName(layer),
        own: false,
        source: 'In this design',
        licence: '',
        blend: layer.blend,
        focal: null,
        transparent: !info.opaque,
        colours: [],
        words: '',
        credit: '',
        info,
      })
    }
  return [...seen.values()]
}

/** Material to place: shipped and own, found by plain words. */
export function Supplies({ onHeight }: { onHeight: (open: boolean) => void }) {
  const bench = useBench()
  // An empty design begins with something to take.
  const [open, setOpen] = useState(() => Object.keys(bench.store.getState().design.layers).length === 0)
  const [filters, setFilters] = useState<Filters>(noFilters)
  const [trying, setTrying] = useState(false)
  const { found, trouble, more, again } = useSupplies(filters, open)
  // Words are looked for in all kinds: what is of others comes after those of the kind that is open.
  const seeks = filters.tab !== '' && filters.words.trim() !== '' && !filters.used
  const wide = useSupplies({ ...filters, tab: '' }, open && seeks)
  const s = usePaced('kept', (state) => ({ design: state.design, sources: state.sources }))
  const taking = useBenchState((state) => state.doing.bench !== null)
  const last = useRef<string | null>(null)
  const chooser = useRef<HTMLInputElement>(null)
  useEffect(() => onHeight(open), [open, onHeight])
  const asked = useBenchState((state) => state.suppliesAsked)
  useEffect(() => {
    if (asked === null) return
    setFilters({ ...noFilters, tab: asked })
    setOpen(true)
    bench.set({ suppliesAsked: null })
  }, [asked, bench])
  const set = (change: Partial<Filters>) => {
    setFilters((f) => ({ ...f, ...change }))
    setOpen(true)
  }
  const place = (item: Item) => {
    noteUsed(item.id)
    const { design, selection } = bench.store.getState()
    const old = design.layers[last.current ?? '']
    // The candidate before gives way, as long as it is still what is selected.
    if (trying && old && selection.length === 1 && selection[0] === old.id)
      tryInPlace(bench, placingOf(item), old.id)
    else if (fillSelected(bench, placingOf(item))) return
    else placeSource(bench, placingOf(item))
    last.current = bench.store.getState().selection[0] ?? null
  }
  const take = async (files: readonly File[]) => {
    await placeFiles(bench, files)
    again()
  }
  const keep = async (files: readonly File[]) => {
    if (files.length === 0) return
    await takeIn(bench, files)
    set({ ...noFilters, tab: 'own' })
    again()
  }
  const items = filters.used ? usedItems(s) : (found?.items ?? null)
  const total = filters.used ? (items?.length ?? 0) : (found?.total ?? null)
  const active = activeFilters(filters)
  const none =
    filters.tab === 'own' && active === 0
      ? 'Nothing of your own yet. Drop files here or on the stage.'
      : 'Nothing found.'
  const tiles = (list: readonly Item[]) => (
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(104px,1fr))] gap-2">
      {list.map((i) => (
        <Tile
          key={i.id}
          item={i}
          onPlace={place}
          onLike={(item) => set({ ...noFilters, like: { id: item.id, label: item.label } })}
          onChanged={again}
        />
      ))}
    </ul>
  )
  const own = new Set(filters.tab === 'type' || filters.tab === 'occasions' ? [] : items?.map((i) => i.id))
  const beside = ((seeks && wide.found?.items) || []).filter((i) => !own.has(i.id))
  const others = beside.length > 0 && (
    <>
      <h3 className="pt-3 pb-1.5 text-tiny text-soft">Of other kinds</h3>
      {tiles(beside)}
    </>
  )
  const shown = () => {
    if (filters.tab === 'occasions')
      return <Occasions onTake={(occasion) => set({ ...noFilters, occasion })} />
    if (filters.tab === 'type')
      return (
        <>
          {others}
          <Pairings />
        </>
      )
    if (trouble && !filters.used)
      return (
        <p className="py-6 text-center text-small text-soft">
          The supplies could not be fetched. Your design is safe.{' '}
          <Button small onClick={again}>
            Try again
          </Button>
        </p>
      )
    if (items === null)
      return (
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(104px,1fr))] gap-2" aria-busy="true">
          {Array.from({ length: 14 }, (_, n) => (
            <li key={n} className="h-[104px] animate-pulse rounded-control bg-well" />
          ))}
        </ul>
      )
    if (items.length === 0 && others) return others
    if (items.length === 0)
      return (
        <p className="py-6 text-center text-small text-soft">
          {filters.used ? 'This design shows no pictures yet.' : none}{' '}
          {active > 0 && (
            <Button small onClick={() => set({ ...noFilters, tab: filters.tab })}>
              Clear search and filters
            </Button>
          )}
        </p>
      )
    return (
      <>
        {tiles(items)}
        {total !== null && items.length < total ? <Sentinel key={items.length} onSeen={more} /> : others}
      </>
    )
  }
  return (
    <section aria-label="Supplies" className="flex h-full flex-col border-t border-line bg-panel">
      <header className="flex h-[38px] shrink-0 items-center gap-1 px-3 text-small">
        <div role="tablist" aria-label="Kinds of supplies" className="flex shrink-0 items-center">
          <span className="mr-2 font-semibold">Supplies</span>
          {TABS.map(([id, label]) => (
            <button
              key={id}
              type="button"
              role="tab"
              aria-selected={open && filters.tab === id}
              className={`h-7 rounded-control px-2 ${open && filters.tab === id ? 'bg-well font-semibold' : 'text-soft hover:text-ink'}`}
              onClick={() => {
                const same = open && filters.tab === id
                setFilters((f) => ({ ...f, tab: id, used: false }))
                setOpen(!same)
              }}
            >
              {label}
            </button>
          ))}
        </div>
        {!open && active > 0 && (
          <button
            type="button"
            className="ml-2 flex h-6 shrink-0 items-center gap-1 whitespace-nowrap rounded-control bg-ink px-2 text-tiny text-panel"
            onClick={() => setFilters({ ...noFilters, tab: filters.tab })}
          >
            {active} filter{active === 1 ? '' : 's'} on, clear
            <X size={11} />
          </button>
        )}
        <label className="field ml-auto w-60 min-w-28 shrink">
          <Search size={13} className="text-soft" />
          <input
            aria-label="Search supplies"
            placeholder="bowl, dry grass, halftone …"
            value={filters.words}
            onFocus={() => setOpen(true)}
            onChange={(e) => setFilters((f) => ({ ...f, words: e.target.value, used: false }))}
            onKeyDown={(e) => e.stopPropagation()}
          />
          {filters.words && (
            <button type="button" aria-label="Clear the search" onClick={() => set({ words: '' })}>
              <X size={12} />
            </button>
          )}
        </label>
        <IconButton label="Upload pictures" onClick={() => chooser.current?.click()}>
          <Upload size={15} />
        </IconButton>
        <IconButton
          label={taking ? 'Stop taking pictures in' : 'Take a folder in among your supplies'}
          onClick={() => (taking ? stopTakingIn(bench) : void chooseFolder().then(keep))}
        >
          {taking ? <CircleStop size={15} /> : <FolderOpen size={15} />}
        </IconButton>
        <input
          ref={chooser}
          type="file"
          multiple
          hidden
          accept={BROUGHT}
          onChange={(e) => {
            void take([...(e.target.files ?? [])])
            e.target.value = ''
          }}
        />
        <IconButton
          label={open ? 'Close supplies' : 'Open supplies'}
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? <ChevronDown size={16} /> : <ChevronUp size={16} />}
        </IconButton>
      </header>
      {open && filters.tab !== 'type' && filters.tab !== 'occasions' && (
        <>
          <ShelfRow filters={filters} set={set} />
          <FilterRow filters={filters} set={set} trying={trying} onTrying={setTrying} total={total} />
        </>
      )}
      {open && <div className="scroll-thin min-h-0 flex-1 overflow-y-auto px-3 pb-3">{shown()}</div>}
    </section>
  )
}

/** The end of the list: seen, more is fetched. */
function Sentinel({ onSeen }: { onSeen: () => Promise<void> }) {
  const seen = useCallback(
    (el: HTMLElement | null) => {
      if (!el) return
      const watch = new IntersectionObserver(([entry]) => entry?.isIntersecting && void onSeen(), {
        rootMargin: '240px',
      })
      watch.observe(el)
      return () => watch.disconnect()
    },
    [onSeen],
  )
  return (
    <p
      ref={seen}
      className="h-8 animate-pulse rounded-control bg-well"
      role="status"
      aria-label="Fetching more"
    />
  )
}
