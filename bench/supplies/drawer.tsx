'use client'
import { ChevronDown, ChevronUp, Search, Upload, X } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { boxAt, newId, typeLayer } from '@/core/design/blank'
import { addLayers } from '@/core/design/commands'
import { keyBetween } from '@/core/design/order'
import { pairings } from '@/supplies/catalogue'
import type { SourceInfo } from '../render/protocol'
import { SUPPLY_TYPE } from '../stage/stage'
import { makeBackdrop, type Placing, placeFiles, placeSource, spotFor } from '../state/acts'
import { useBench } from '../state/bench-context'
import type { Bench } from '../state/bench-store'
import { Button, IconButton } from '../ui/button'

type Item = {
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
const TABS = [
  ['', 'All'],
  ['photo', 'Photos'],
  ['cutout', 'Cutouts'],
  ['graphic', 'Graphics'],
  ['texture', 'Textures'],
  ['overlay', 'Overlays'],
  ['type', 'Type'],
  ['own', 'Own'],
] as const

export const placingOf = (i: Item): Placing => ({
  info: i.info,
  label: i.label,
  kind: i.kind,
  focal: i.focal,
  ...(i.kind === 'texture' || i.kind === 'overlay' ? { blend: i.blend } : {}),
})

/** Material to place: shipped and own, found by plain words. */
export function Supplies({ onHeight }: { onHeight: (open: boolean) => void }) {
  const bench = useBench()
  // An empty design begins with something to take.
  const [open, setOpen] = useState(() => Object.keys(bench.store.getState().design.layers).length === 0)
  const [tab, setTab] = useState('')
  const [query, setQuery] = useState('')
  const [clear, setClear] = useState(false)
  const [found, setFound] = useState<{ items: Item[]; total: number } | null>(null)
  const [trouble, setTrouble] = useState(false)
  const [asked, setAsked] = useState(0)
  const chooser = useRef<HTMLInputElement>(null)
  useEffect(() => onHeight(open), [open, onHeight])
  // Asked again when something was uploaded or the last answer failed.
  // biome-ignore lint/correctness/useExhaustiveDependencies: `asked` only counts
  useEffect(() => {
    if (!open || tab === 'type') return
    const stop = new AbortController()
    const wait = setTimeout(async () => {
      const q = new URLSearchParams({
        q: query,
        ...(tab === 'own' ? { own: '1' } : tab ? { kind: tab } : {}),
        ...(clear ? { transparent: '1' } : {}),
      })
      try {
        const r = await fetch(`/api/supplies?${q}`, { signal: stop.signal })
        if (!r.ok) throw new Error()
        setFound((await r.json()) as { items: Item[]; total: number })
        setTrouble(false)
      } catch {
        if (!stop.signal.aborted) setTrouble(true)
      }
    }, 120)
    return () => {
      clearTimeout(wait)
      stop.abort()
    }
  }, [open, tab, query, clear, asked])

  const take = async (files: readonly File[]) => {
    await placeFiles(bench, files)
    setAsked((n) => n + 1)
  }
  return (
    <section aria-label="Supplies" className="flex h-full flex-col border-t border-line bg-panel">
      <header className="flex h-[38px] shrink-0 items-center gap-1 px-3 text-small">
        <div role="tablist" aria-label="Kinds of supplies" className="flex items-center">
          <span className="mr-2 font-semibold">Supplies</span>
          {TABS.map(([id, label]) => (
            <button
              key={id}
              type="button"
              role="tab"
              aria-selected={open && tab === id}
              className={`h-7 rounded-control px-2 ${open && tab === id ? 'bg-well font-semibold' : 'text-soft hover:text-ink'}`}
              onClick={() => {
                setTab(id)
                setOpen(!(open && tab === id))
              }}
            >
              {label}
            </button>
          ))}
        </div>
        <label className="field ml-auto w-56">
          <Search size={13} className="text-soft" />
          <input
            aria-label="Search supplies"
            placeholder="bowl, dry grass, halftone …"
            value={query}
            onFocus={() => setOpen(true)}
            onChange={(e) => setQuery(e.target.value)}
            onKeyDown={(e) => e.stopPropagation()}
          />
          {query && (
            <button type="button" aria-label="Clear the search" onClick={() => setQuery('')}>
              <X size={12} />
            </button>
          )}
        </label>
        <Button
          small
          look={clear ? 'dark' : 'plain'}
          aria-pressed={clear}
          onClick={() => {
            setClear(!clear)
            setOpen(true)
          }}
        >
          has transparency
        </Button>
        <IconButton label="Upload pictures" onClick={() => chooser.current?.click()}>
          <Upload size={15} />
        </IconButton>
        <input
          ref={chooser}
          type="file"
          multiple
          hidden
          accept="image/png,image/jpeg,image/webp,image/avif,image/gif,image/tiff,image/svg+xml,image/openraster,.ora"
          onChange={(e) => {
            void take([...(e.target.files ?? [])])
            e.target.value = ''
          }}
        />
        <IconButton label={open ? 'Close supplies' : 'Open supplies'} aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? <ChevronDown size={16} /> : <ChevronUp size={16} />}
        </IconButton>
      </header>
      {open && (
        <div className="scroll-thin min-h-0 flex-1 overflow-y-auto px-3 pb-3">
          {tab === 'type' ? (
            <Pairings />
          ) : trouble ? (
            <p className="py-6 text-center text-small text-soft">
              The supplies could not be fetched. Your design is safe.{' '}
              <Button small onClick={() => setAsked(asked + 1)}>
                Try again
              </Button>
            </p>
          ) : found === null ? (
            <ul className="grid grid-cols-[repeat(auto-fill,minmax(104px,1fr))] gap-2" aria-busy="true">
              {Array.from({ length: 14 }, (_, n) => (
                <li key={n} className="h-[104px] animate-pulse rounded-control bg-well" />
              ))}
            </ul>
          ) : found.items.length === 0 ? (
            <p className="py-6 text-center text-small text-soft">
              {tab === 'own' && !query ? 'Nothing of your own yet. Drop files here or on the stage.' : 'Nothing found.'}{' '}
              {(query || clear) && (
                <Button
                  small
                  onClick={() => {
                    setQuery('')
                    setClear(false)
                  }}
                >
                  Clear search and filters
                </Button>
              )}
            </p>
          ) : (
            <ul className="grid grid-cols-[repeat(auto-fill,minmax(104px,1fr))] gap-2">
              {found.items.map((i) => (
                <Tile key={i.id} item={i} bench={bench} />
              ))}
            </ul>
          )}
        </div>
      )}
    </section>
  )
}

function Tile({ item, bench }: { item: Item; bench: Bench }) {
  const placing = placingOf(item)
  const graphic = item.info.kind === 'graphic'
  return (
    <li className="group relative">
      <button
        type="button"
        draggable
        title={`${item.label} · ${item.source}, ${item.licence}`}
        aria-label={`Place ${item.label}`}
        className="block w-full text-left"
        onClick={() => placeSource(bench, placing)}
        onDragStart={(e) => {
          e.dataTransfer.effectAllowed = 'copy'
          e.dataTransfer.setData(SUPPLY_TYPE, JSON.stringify(placing))
        }}
      >
        <span className={`flex h-[88px] items-center justify-center overflow-hidden rounded-control ${item.transparent ? 'checker-dim' : 'bg-well'}`}>
          {/* Previews are small WebP of our own server; nothing is gained from another optimiser. */}
          {/* biome-ignore lint/performance/noImgElement: see above */}
          <img
            src={`/api/blobs/${item.sha}/preview`}
            alt=""
            loading="lazy"
            draggable={false}
            className={item.transparent ? 'max-h-full max-w-full object-contain p-1' : 'size-full object-cover'}
          />
        </span>
        <span className="mt-0.5 block truncate text-tiny text-soft">{item.label}</span>
      </button>
      {!graphic && (
        <Button
          small
          look="dark"
          className="absolute top-1 right-1 opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
          onClick={() => makeBackdrop(bench, placing)}
        >
          Make backdrop
        </Button>
      )}
    </li>
  )
}

/** A headline and what goes with it, set in a pairing of faces. */
function Pairings() {
  const bench = useBench()
  const place = (p: (typeof pairings)[number]) => {
    const s = bench.store.getState()
    const { width, height } = s.resolved
    const short = Math.min(width, height)
    const spot = spotFor(s, 'type')
    const [size, small] = [short * 0.1, Math.max(s.resolved.channel.smallestType, short * 0.034)]
    const head = typeLayer(
      { id: newId(), ...spot },
      'A headline\nof two lines',
      boxAt(width * 0.08, height * 0.1, width * 0.8, size * p.head.leading * 2),
      { ...p.head, size },
    )
    const line = typeLayer(
      { id: newId(), ...spot, order: keyBetween(spot.order, null) },
      'And a line that goes with it',
      boxAt(width * 0.08, height * 0.1 + size * p.head.leading * 2 + short * 0.02, width * 0.8, small * p.small.leading),
      { ...p.small, size: small },
    )
    bench.edit('Place type pairing', (d) => addLayers(d, [head, line]))
    bench.select([head.id, line.id])
  }
  return (
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(180px,1fr))] gap-2">
      {pairings.map((p) => (
        <li key={p.id}>
          <button
            type="button"
            className="flex h-[104px] w-full flex-col items-start justify-center gap-1 overflow-hidden rounded-control bg-well px-4 text-left hover:bg-line"
            onClick={() => place(p)}
            aria-label={`Place the pairing ${p.label}`}
          >
            <PairingFace family={p.head.family} weight={p.head.weight} size={24}>
              {p.label}
            </PairingFace>
            <PairingFace family={p.small.family} weight={p.small.weight} size={12}>
              {p.head.family} with {p.small.family}
            </PairingFace>
          </button>
        </li>
      ))}
    </ul>
  )
}
function PairingFace({ family, weight, size, children }: { family: string; weight: number; size: number; children: React.ReactNode }) {
  const slug = family.toLowerCase().replaceAll(' ', '-')
  return (
    <>
      <style
        href={`face-${slug}-${weight}`}
        precedence="low"
      >{`@font-face{font-family:"${family} ${weight}";src:url("/generated/fonts/${slug}-latin-${weight}-normal.ttf")}`}</style>
      <span style={{ fontFamily: `"${family} ${weight}"`, fontSize: size, lineHeight: 1.1 }}>{children}</span>
    </>
  )
}
