'use client'
import { ChevronDown, Star, Trash2, Upload } from 'lucide-react'
import { Popover } from 'radix-ui'
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react'
import { type Family, MANNERS, type Manner } from '@/core/type/catalogue'
import { ownFaceId } from '@/core/type/own-face'
import { dropFont, saysOf, takeFonts } from '../actions/fonts'
import { useBench, useBenchState } from '../state/bench-context'
import { Button } from '../ui/button'
import { chooseFiles } from '../ui/choose-files'
import { Tick } from '../ui/tick'
import { faceFor, facesFor, keptFaces, ownFamilies, withFavourite, withUsed } from './faces'

type Props = {
  value: string | null
  /** The selected words, shown in each face. */
  words: string
  house: readonly string[]
  /** How many texts are set in it. */
  uses: number
  onTry: (family: string | null) => void
  /** `all`: every text that is set in what these are set in. */
  onKeep: (family: string, all: boolean) => void
}
/** So long the words of a row are at most. */
const MOST_WORDS = 26

/** The typeface of some words: a list that shows them in each face, found by name, manner or script, tried live on the stage. */
export function TypefaceList({ onTry, onKeep, value, ...rest }: Props) {
  const [open, setOpen] = useState(false)
  const turn = (next: boolean) => {
    setOpen(next)
    if (!next) onTry(null)
  }
  return (
    <Popover.Root open={open} onOpenChange={turn}>
      <Popover.Trigger asChild>
        <button type="button" aria-label="Typeface" className="field w-full justify-between">
          <span className="truncate">{value ?? 'mixed'}</span>
          <ChevronDown size={13} className="shrink-0 text-soft" />
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="right"
          align="start"
          sideOffset={8}
          collisionPadding={8}
          aria-label="Typefaces"
          className="z-50 flex max-h-[min(560px,var(--radix-popover-content-available-height))] w-[320px] flex-col rounded-lg border border-line bg-panel text-small shadow-xl"
        >
          <Faces
            value={value}
            {...rest}
            onTry={onTry}
            onKeep={(family, all) => {
              setOpen(false)
              onKeep(family, all)
            }}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
function Faces({ value, words, house, uses, onTry, onKeep }: Props) {
  const bench = useBench()
  const { ownFaces, faces } = useBenchState((s) => ({ ownFaces: s.ownFaces, faces: s.design.faces }))
  // A design that came from elsewhere brings faces of its own.
  const brought = useMemo(() => {
    const known = new Set(ownFaces.map(ownFaceId))
    return [...ownFaces, ...Object.values(faces).filter((f) => !known.has(ownFaceId(f)))]
  }, [ownFaces, faces])
  const own = useMemo(() => ownFamilies(brought), [brought])
  const [everywhere, setEverywhere] = useState(false)
  const [asked, setAsked] = useState('')
  const [manner, setManner] = useState<Manner | null>(null)
  const [kept, setKept] = useState(keptFaces)
  const all = facesFor(asked, manner, kept, house, own)
  const [at, setAt] = useState(value)
  const list = useRef<HTMLDivElement>(null)
  const now = all.find((f) => f.name === at) ?? all[0]
  const go = (f: Family | undefined) => {
    if (!f) return
    setAt(f.name)
    onTry(f.name)
    list.current?.querySelector(`[data-face="${f.name}"]`)?.scrollIntoView({ block: 'nearest' })
  }
  // biome-ignore lint/correctness/useExhaustiveDependencies: where the list begins, once
  useEffect(() => {
    list.current?.querySelector(`[data-face="${value}"]`)?.scrollIntoView({ block: 'center' })
  }, [])
  const take = (f: Family) => {
    setKept(withUsed(kept, f.name))
    onKeep(f.name, everywhere)
  }
  const onKey = (e: KeyboardEvent) => {
    const n = all.findIndex((f) => f.name === now?.name)
    if (e.key === 'ArrowDown') go(all[Math.min(all.length - 1, n + 1)])
    else if (e.key === 'ArrowUp') go(all[Math.max(0, n - 1)])
    else if (e.key === 'Enter' && now) take(now)
    else return
    e.preventDefault()
    e.stopPropagation()
  }
  const shown = words.trim().split('\n')[0]?.slice(0, MOST_WORDS) || 'Fired by hand'
  return (
    <div className="flex min-h-0 flex-1 flex-col" onKeyDown={onKey}>
      <div className="border-b border-line p-2">
        <input
          // biome-ignore lint/a11y/noAutofocus: the list was opened to find something in it
          autoFocus
          role="combobox"
          aria-expanded="true"
          aria-controls="typefaces"
          aria-activedescendant={now ? `face-${now.slug}` : undefined}
          aria-label="Find a typeface"
          placeholder="Name, manner or script"
          className="field w-full"
          value={asked}
          onChange={(e) => setAsked(e.target.value)}
        />
        <div className="mt-1.5 flex flex-wrap gap-1">
          {MANNERS.map((m) => (
            <button
              key={m}
              type="button"
              aria-pressed={manner === m}
              className={`h-5 rounded-full px-2 text-tiny ${manner === m ? 'bg-ink text-panel' : 'bg-well text-soft hover:text-ink'}`}
              onClick={() => setManner(manner === m ? null : m)}
            >
              {m}
            </button>
          ))}
        </div>
      </div>
      <div
        ref={list}
        id="typefaces"
        role="listbox"
        tabIndex={-1}
        aria-label="Typefaces"
        className="scroll-thin min-h-0 flex-1 overflow-y-auto p-1"
        onPointerLeave={() => onTry(null)}
      >
        {all.map((f) => (
          <Row
            key={f.name}
            family={f}
            words={shown}
            marked={f === now}
            chosen={f.name === value}
            liked={kept.favourites.includes(f.name)}
            note={noteOf(f, house, own)}
            says={own.includes(f) ? saysOf(brought.filter((o) => o.family === f.name)) : null}
            onDrop={ownFaces.some((o) => o.family === f.name) ? () => void dropFont(bench, f.name) : null}
            onOver={() => {
              setAt(f.name)
              onTry(f.name)
            }}
            onTake={() => take(f)}
            onLike={() => setKept(withFavourite(kept, f.name))}
          />
        ))}
        {all.length === 0 && <p className="px-2 py-4 text-center text-soft">No typeface like that.</p>}
      </div>
      <div className="flex items-center gap-2 border-t border-line px-2 py-1.5">
        {value !== null && uses > 1 && (
          <Tick on={everywhere} onChange={setEverywhere}>
            for all {uses} in {value}
          </Tick>
        )}
        <Button
          small
          className="ml-auto"
          title="TTF, OTF, WOFF, WOFF2 and collections; they can be dropped on the stage too"
          onClick={async () => {
            const files = await chooseFiles('.ttf,.otf,.woff,.woff2,.ttc,.otc')
            if (files.length > 0) await takeFonts(bench, files)
          }}
        >
          <Upload aria-hidden size={12} /> Own fonts …
        </Button>
      </div>
    </div>
  )
}
function noteOf(f: Family, house: readonly string[], own: readonly Family[]): string {
  if (house.includes(f.name)) return 'house set'
  return own.includes(f) ? 'own' : f.kind
}
function Row(p: {
  family: Family
  words: string
  marked: boolean
  chosen: boolean
  liked: boolean
  note: string
  /** Of an own one: its faces, scripts and rights. */
  says: string | null
  onDrop: (() => void) | null
  onOver: () => void
  onTake: () => void
  onLike: () => void
}) {
  const ref = useRef<HTMLDivElement>(null)
  const [face, setFace] = useState<string | null>(null)
  // A face is fetched when its row comes into sight.
  useEffect(() => {
    const el = ref.current
    if (!el || typeof IntersectionObserver === 'undefined') return
    const seen = new IntersectionObserver(([entry]) => {
      if (!entry?.isIntersecting) return
      setFace(faceFor(p.family))
      seen.disconnect()
    })
    seen.observe(el)
    return () => seen.disconnect()
  }, [p.family])
  return (
    <div
      ref={ref}
      id={`face-${p.family.slug}`}
      role="option"
      tabIndex={-1}
      aria-selected={p.chosen}
      aria-label={p.family.name}
      data-face={p.family.name}
      className={`group relative rounded-[4px] px-2 py-1 ${p.marked ? 'bg-well' : ''}`}
      onPointerMove={(e) => (e.movementX !== 0 || e.movementY !== 0) && !p.marked && p.onOver()}
      onClick={p.onTake}
      onKeyDown={() => undefined}
    >
      <span className="flex items-baseline gap-2 text-tiny text-soft">
        <span className={p.chosen ? 'font-semibold text-ink' : ''}>{p.family.name}</span>
        <span className="ml-auto pr-5">{p.note}</span>
      </span>
      <span
        className="block truncate text-[19px] leading-7"
        style={face ? { fontFamily: `"${face}", sans-serif` } : {}}
      >
        {p.words}
      </span>
      {p.says && (
        <span className="flex items-center gap-1 text-tiny text-soft">
          <span className="min-w-0 flex-1 truncate" title={p.says}>
            {p.says}
          </span>
          {p.onDrop && (
            <button
              type="button"
              tabIndex={-1}
              aria-label={`Offer ${p.family.name} no more`}
              className="grid size-5 place-items-center opacity-0 group-hover:opacity-100"
              onClick={(e) => {
                e.stopPropagation()
                p.onDrop?.()
              }}
            >
              <Trash2 size={12} />
            </button>
          )}
        </span>
      )}
      <button
        type="button"
        tabIndex={-1}
        aria-label={p.liked ? `Like ${p.family.name} no more` : `Like ${p.family.name}`}
        aria-pressed={p.liked}
        className={`absolute top-0.5 right-1 grid size-5 place-items-center ${p.liked ? 'text-accent' : 'text-soft opacity-0 group-hover:opacity-100'}`}
        onClick={(e) => {
          e.stopPropagation()
          p.onLike()
        }}
      >
        <Star size={12} fill={p.liked ? 'currentColor' : 'none'} />
      </button>
    </div>
  )
}
