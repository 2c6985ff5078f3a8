'use client'
import { RectangleHorizontal, RectangleVertical, Square, X } from 'lucide-react'
import { COLOUR_FAMILIES, type ColourFamily } from '@/core/colour/families'
import { MANNERS } from '@/supplies/shelves'
import { Button } from '../ui/button'
import { activeFilters, type Filters, noFilters } from './search'

/** A swatch for each colour word. */
const SWATCH: Record<ColourFamily, string> = {
  red: '#c8302c',
  orange: '#e07b28',
  yellow: '#e8c63a',
  green: '#4f8a45',
  teal: '#23898a',
  blue: '#3c62c0',
  violet: '#7b4ba6',
  pink: '#e58fae',
  brown: '#7c4a2d',
  black: '#1c1c1c',
  grey: '#8d8d8d',
  white: '#ffffff',
}
const SHAPES = [
  ['wide', RectangleHorizontal],
  ['upright', RectangleVertical],
  ['square', Square],
] as const

type Props = {
  filters: Filters
  set: (change: Partial<Filters>) => void
  trying: boolean
  onTrying: (on: boolean) => void
  total: number | null
}

/** Everything that narrows the supplies, always in sight while it does. */
export function FilterRow({ filters: f, set, trying, onTrying, total }: Props) {
  const chip = (on: boolean) =>
    `flex h-6 items-center gap-1 rounded-control px-1.5 text-tiny ${on ? 'bg-ink text-panel' : 'text-soft hover:bg-well hover:text-ink'}`
  return (
    <div className="scroll-thin flex h-9 shrink-0 items-center gap-3 overflow-x-auto overflow-y-hidden px-3 *:shrink-0">
      <div role="group" aria-label="Colour" className="flex">
        {COLOUR_FAMILIES.map((c) => (
          <button
            key={c}
            type="button"
            aria-pressed={f.colour === c}
            aria-label={c}
            title={c}
            className={`size-6 rounded-full border-2 p-px ${f.colour === c ? 'border-ink' : 'border-transparent hover:border-line'}`}
            onClick={() => set({ colour: f.colour === c ? null : c })}
          >
            <span
              className="block size-full rounded-full border border-line"
              style={{ background: SWATCH[c] }}
            />
          </button>
        ))}
      </div>
      <div role="group" aria-label="Orientation" className="flex">
        {SHAPES.map(([o, Icon]) => (
          <button
            key={o}
            type="button"
            aria-pressed={f.orientation === o}
            aria-label={o}
            title={o}
            className={chip(f.orientation === o)}
            onClick={() => set({ orientation: f.orientation === o ? null : o })}
          >
            <Icon size={13} />
          </button>
        ))}
      </div>
      <div role="group" aria-label="Drawing manner" className="flex">
        {MANNERS.map((m) => (
          <button
            key={m}
            type="button"
            aria-pressed={f.manner === m}
            className={chip(f.manner === m)}
            onClick={() => set({ manner: f.manner === m ? null : m })}
          >
            {m}
          </button>
        ))}
      </div>
      <button
        type="button"
        aria-pressed={f.transparent}
        className={chip(f.transparent)}
        onClick={() => set({ transparent: !f.transparent })}
      >
        has transparency
      </button>
      <button
        type="button"
        aria-pressed={f.used}
        className={chip(f.used)}
        onClick={() => set({ used: !f.used, like: null })}
      >
        used in this design
      </button>
      {f.like && (
        <button
          type="button"
          className={chip(true)}
          onClick={() => set({ like: null })}
          aria-label={`No longer like ${f.like.label}`}
        >
          like {f.like.label}
          <X size={11} />
        </button>
      )}
      <span className="ml-auto flex items-center gap-2 text-tiny text-soft tabular-nums">
        {total !== null && activeFilters(f) > 0 && `${total} found`}
        {activeFilters(f) > 0 && (
          <Button small onClick={() => set({ ...noFilters, tab: f.tab })}>
            Clear {activeFilters(f)}
          </Button>
        )}
        <label
          className="flex items-center gap-1.5 text-ink"
          title="The next thing you take comes in the place of the one placed last"
        >
          <input
            type="checkbox"
            className="accent-[var(--color-accent)]"
            checked={trying}
            onChange={(e) => onTrying(e.target.checked)}
          />
          try in its place
        </label>
      </span>
    </div>
  )
}
