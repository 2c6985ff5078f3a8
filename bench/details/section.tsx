'use client'
import { ChevronRight } from 'lucide-react'
import { type ReactNode, useContext, useLayoutEffect, useRef } from 'react'
import { useStore } from 'zustand'
import type { Target } from '@/core/design/properties/targets'
import { closedSections, SectionIndex, setSectionClosed } from './open-sections'
import { OwnMark } from './own'

/** A part of the panel. Pressed on its title it closes to a line that says what is in it, and stays so. */
export function Section({
  title,
  aside,
  own,
  says = '',
  children,
}: {
  title: string
  aside?: ReactNode
  /** What of it may differ on a channel. */
  own?: { of: readonly Target[]; keys: readonly string[] }
  /** What is in it, in a few words: `2 masks`. */
  says?: string
  children: ReactNode
}) {
  const closed = useStore(closedSections, (s) => s[title] ?? false)
  const index = useContext(SectionIndex)
  const at = useRef<HTMLElement>(null)
  useLayoutEffect(() => {
    const element = at.current
    if (!element || !index) return
    index.list({ title, says, element })
    return () => index.drop(element)
  }, [index, title, says])
  return (
    <section ref={at} aria-label={title} className="border-b border-line px-3 py-2.5">
      <div className={`flex h-5 items-center justify-between ${closed ? '' : 'mb-1.5'}`}>
        <h3 className="relative flex min-w-0 items-center text-small font-semibold">
          {own && (
            <span className="absolute -left-[13px]">
              <OwnMark {...own} />
            </span>
          )}
          <button
            type="button"
            aria-expanded={!closed}
            className="group flex min-w-0 items-center gap-1 text-left"
            onClick={() => setSectionClosed(title, !closed)}
          >
            {title}
            <ChevronRight
              aria-hidden
              size={12}
              className={`shrink-0 text-soft transition-transform ${closed ? '' : 'rotate-90 opacity-0 group-hover:opacity-100 group-focus-visible:opacity-100'}`}
            />
            {closed && says && <span className="truncate text-tiny font-normal text-soft">{says}</span>}
          </button>
        </h3>
        {aside && !closed && <div className="flex items-center">{aside}</div>}
      </div>
      {!closed && <div className="flex flex-col gap-1.5">{children}</div>}
    </section>
  )
}

/** One value of many: null where they differ. */
export function shared<T, V extends string | number | boolean>(
  list: readonly T[],
  of: (item: T) => V,
): V | null {
  const [first, ...rest] = list
  if (first === undefined) return null
  const value = of(first)
  return rest.every((item) => of(item) === value) ? value : null
}
/** `2 masks`; nothing for none. */
export function counted(n: number, thing: string): string {
  if (n === 0) return ''
  return `${n} ${thing}${n === 1 ? '' : 's'}`
}
