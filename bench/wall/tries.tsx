'use client'
import { useEffect, useRef } from 'react'
import { setWall, takeArrangement } from '../actions/wall'
import { Picture } from '../lineup/picture'
import { TRIED } from '../lineup/shows'
import { useBench, useBenchState } from '../state/bench-context'

/** Other arrangements of a page as live pictures beneath it: arrow keys go through them, Enter or a press takes one. */
export function Tries({ of, top }: { of: string; top: number }) {
  const bench = useBench()
  const row = useRef<HTMLDivElement>(null)
  const s = useBenchState((state) => ({
    page: state.page,
    trying: state.wall?.trying ?? null,
    design: state.design,
  }))
  const channel = s.design.channels[s.trying?.channel ?? '']
  useEffect(() => row.current?.querySelector('button')?.focus({ preventScroll: true }), [])
  if (!s.trying || !channel) return null
  const k = Math.min(TRIED.width / channel.width, TRIED.height / channel.height)
  const { arrangements } = s.trying
  const close = () => setWall(bench, { trying: null })
  return (
    <div
      ref={row}
      role="toolbar"
      aria-label="Other arrangements"
      className="pointer-events-auto absolute left-0 z-10 flex gap-2 rounded-control border border-line bg-panel p-2 shadow-lg"
      style={{ top: top + 8 }}
      onPointerDown={(e) => e.stopPropagation()}
      onKeyDown={(e) => {
        e.stopPropagation()
        if (e.key === 'Escape') close()
        if (e.key !== 'ArrowRight' && e.key !== 'ArrowLeft') return
        const all = [...(row.current?.querySelectorAll('button') ?? [])]
        const at = all.indexOf(document.activeElement as HTMLButtonElement)
        all[(at + (e.key === 'ArrowRight' ? 1 : -1) + all.length) % all.length]?.focus({
          preventScroll: true,
        })
      }}
    >
      {arrangements.map((arrangement, n) => (
        <button
          key={n}
          type="button"
          aria-label={`Arrangement ${n + 1} of ${arrangements.length}`}
          className="rounded-[3px] outline-offset-2 hover:outline-2 hover:outline-line"
          onClick={() => {
            takeArrangement(bench, s.page, channel.id, arrangement)
            close()
          }}
        >
          <Picture
            of={of}
            as={`other-${n}`}
            style={{ width: Math.round(channel.width * k), height: Math.round(channel.height * k) }}
          />
        </button>
      ))}
    </div>
  )
}
