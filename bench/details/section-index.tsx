'use client'
import {
  Blend,
  BookOpen,
  Brush,
  Columns3,
  Droplet,
  FlipHorizontal2,
  Image,
  LayoutGrid,
  type LucideIcon,
  Maximize,
  Move,
  Palette,
  Ruler,
  Sparkles,
  Square,
  SwatchBook,
  Type,
  VenetianMask,
} from 'lucide-react'
import type { Listed } from './open-sections'
import { setSectionClosed } from './open-sections'

const ICONS: Record<string, LucideIcon> = {
  Place: Move,
  Form: Maximize,
  Type,
  Fill: Droplet,
  Parts: Palette,
  Recolour: Palette,
  Border: Square,
  Line: Square,
  Picture: Image,
  'Picture in the slot': Image,
  Blend,
  Treatments: Sparkles,
  Masks: VenetianMask,
  'On channels': LayoutGrid,
  Channel: LayoutGrid,
  'Page colour': Droplet,
  Guides: Ruler,
  Columns: Columns3,
  Swatches: SwatchBook,
  Mirror: FlipHorizontal2,
  Strew: Brush,
}
/** Sections at the panel's edge: a press goes to one; a dot says that something is set in it. */
export function SectionIndexBar({ all }: { all: readonly Listed[] }) {
  return (
    <nav
      aria-label="Sections of the details"
      className="flex w-[26px] shrink-0 flex-col items-center gap-0.5 border-r border-line pt-2"
    >
      {all.map(({ title, says, element }) => {
        const Icon = ICONS[title] ?? BookOpen
        const told = says ? `${title}: ${says}` : title
        return (
          <button
            key={title}
            type="button"
            aria-label={told}
            title={told}
            className="relative grid size-[22px] place-items-center rounded-control text-soft hover:bg-well hover:text-ink"
            onClick={() => {
              setSectionClosed(title, false)
              requestAnimationFrame(() => element.scrollIntoView?.({ block: 'start' }))
            }}
          >
            <Icon aria-hidden size={13} />
            {says && <span className="absolute top-0.5 right-0.5 size-1.5 rounded-full bg-accent" />}
          </button>
        )
      })}
    </nav>
  )
}
