'use client'
import { memo, type ReactNode, useMemo, useState } from 'react'
import { openFindings } from '@/core/checks/accepting'
import { cellOf, choose, wallPlan, workOn } from '../actions/wall'
import { Picture } from '../lineup/picture'
import { useBench, useBenchState, usePaced } from '../state/bench-context'
import { type Cell, cellBeside, GAP, type WallView, wallViewOf } from './layout'
import { Marks } from './marks'
import { Tries } from './tries'

/** Names stand so far above their pages, CSS px. */
const NAME = 24
/** Pictures of versions are so long, px. */
const BEFORE = 900
const ways = { ArrowLeft: 'left', ArrowRight: 'right', ArrowUp: 'up', ArrowDown: 'down' } as const

/** What hangs and where it is seen, whatever moves on the page in the hand; null where there is no wall. */
function useHung(width: number, height: number) {
  const s = useBenchState((state) => ({
    channels: state.design.channels,
    pages: state.design.pages,
    master: state.design.master,
    wall: state.wall,
    view: state.view,
    page: state.page,
    channel: state.channel,
  }))
  const { channels, pages, master, wall } = s
  const plan = useMemo(
    () =>
      wall && width > 0 && height > 0
        ? wallPlan({ design: { channels, pages, master }, wall, page: s.page, channel: s.channel })
        : null,
    [channels, pages, master, wall, width, height, s.page, s.channel],
  )
  const own = plan && cellOf(plan, s.page, s.channel)
  if (!plan || !own || !wall) return null
  return { plan, own, wall, master, seen: wallViewOf(s.view, own) }
}
function boxOf(c: Cell, w: WallView) {
  return {
    left: w.x + c.x * w.zoom,
    top: w.y + c.y * w.zoom,
    width: c.width * w.zoom,
    height: c.height * w.zoom,
  }
}

/** The pages around the one that is worked on, which the stage itself draws. */
export const WallPictures = memo(function WallPictures({ width, height }: { width: number; height: number }) {
  const s = useHung(width, height)
  if (!s) return null
  return (
    <div className="pointer-events-none absolute inset-0" aria-hidden="true" data-wall={s.plan.cells.length}>
      {s.plan.cells.map((c) => (
        <Picture
          key={c.key}
          of={c.key}
          className="absolute shadow-[0_0_0_1px_rgb(0_0_0/0.14),0_1px_3px_rgb(0_0_0/0.18)]"
          style={boxOf(c, s.seen)}
        />
      ))}
    </div>
  )
})

/** Names, marks and findings of what hangs, over the artwork; gone through with Tab and arrow keys. */
export const WallNames = memo(function WallNames({ width, height }: { width: number; height: number }) {
  const s = useHung(width, height)
  if (!s) return null
  const { plan, own, master, seen } = s
  const { against, split, trying } = s.wall
  return (
    <div className="pointer-events-none absolute inset-0 overflow-hidden">
      {plan.cells.map((c) => {
        const box = boxOf(c, seen)
        return (
          <div key={c.key} className="absolute" style={box}>
            {against === 'master' && c.channel !== master && (
              <Compared split={split}>
                <Picture
                  of={`${c.page}/${master}`}
                  className="max-h-full max-w-full"
                  style={{ height: '100%', objectFit: 'contain' }}
                />
              </Compared>
            )}
            {against && against !== 'master' && (
              <Compared split={split}>
                <Before key={against.version} cell={c} version={against.version} />
              </Compared>
            )}
            <div className="absolute inset-0 overflow-hidden">
              {c !== own && <Marks cell={c} zoom={seen.zoom * c.scale} />}
            </div>
            <Name
              cell={c}
              here={c === own}
              width={(c.width + GAP) * seen.zoom - 4}
              first={c.x === 0 && c.channel === master}
            />
            {c === own && trying?.channel === c.channel && <Tries of={c.key} top={box.height} />}
          </div>
        )
      })}
    </div>
  )
})
/** A page as it was in a kept version; none where its channel or the page was not there yet. */
function Before({ cell, version }: { cell: Cell; version: string }) {
  const design = usePaced('stage', (s) => s.design.id)
  const [lacks, setLacks] = useState(false)
  const query = `side=${BEFORE}&page=${cell.page}&channel=${cell.channel}`
  if (lacks) return <p className="p-2 text-tiny text-soft">Not there yet.</p>
  return (
    // biome-ignore lint/performance/noImgElement: a picture of our own server, shown as it is
    <img
      alt=""
      src={`/api/designs/${design}/versions/${version}/picture?${query}`}
      className="size-full"
      onError={() => setLacks(true)}
    />
  )
}
/** The left part of a page shows the other one, as large as it fits. */
const Compared = ({ children, split }: { children: ReactNode; split: number }) => (
  <div
    className="absolute inset-0 flex items-center justify-center overflow-hidden bg-well"
    style={{ clipPath: `inset(0 ${100 - split * 100}% 0 0)` }}
  >
    {children}
    <span className="absolute inset-y-0 w-0.5 bg-accent" style={{ left: `calc(${split * 100}% - 2px)` }} />
  </div>
)

function lookOf(here: boolean, chosen: boolean): string {
  if (here) return 'bg-accent font-semibold text-white'
  return chosen ? 'bg-ink text-panel' : 'text-ink hover:bg-panel'
}
type Named = { cell: Cell; here: boolean; width: number; first: boolean }
function Name({ cell, here, width, first }: Named) {
  const bench = useBench()
  const { page, channel } = cell
  const s = usePaced('stage', (state) => ({
    name: state.design.channels[channel]?.name ?? '',
    pageName: Object.keys(state.design.pages).length > 1 ? (state.design.pages[page]?.name ?? '') : '',
    master: state.design.master === channel,
    findings: openFindings(state.findings[cell.key] ?? [], state.design).length,
    left: state.thumbs[cell.key]?.leftOut.length ?? 0,
    chosen: state.wall?.chosen.includes(channel) ?? false,
  }))
  const findings = s.findings > 0 ? `${s.findings} finding${s.findings === 1 ? '' : 's'}` : ''
  const left = s.left > 0 ? `${s.left} left out` : ''
  const label = [s.name, s.pageName, s.master ? 'master' : '', findings, left].filter(Boolean).join(', ')
  const press = (several: boolean) => (several ? choose(bench, channel) : workOn(bench, page, channel))
  return (
    <div
      className="pointer-events-auto absolute left-0 flex items-center gap-1.5"
      style={{ top: -NAME, maxWidth: Math.max(64, width) }}
    >
      <button
        type="button"
        data-hung={cell.key}
        aria-label={label}
        aria-current={here}
        aria-pressed={s.chosen}
        tabIndex={here ? 0 : -1}
        className={`flex h-5 min-w-0 items-center gap-1 rounded px-1 text-tiny whitespace-nowrap ${lookOf(here, s.chosen)}`}
        onPointerDown={(e) => e.stopPropagation()}
        onClick={(e) => press(e.shiftKey || e.ctrlKey || e.metaKey)}
        onKeyDown={(e) => {
          const way = ways[e.key as keyof typeof ways]
          if (!way && e.key !== ' ') return
          e.preventDefault()
          e.stopPropagation()
          if (!way) return choose(bench, channel)
          const next = cellBeside(wallPlan(bench.store.getState()), cell.key, way)
          if (!next) return
          workOn(bench, next.page, next.channel)
          requestAnimationFrame(() =>
            document.querySelector<HTMLElement>(`[data-hung="${next.key}"]`)?.focus({ preventScroll: true }),
          )
        }}
      >
        {s.chosen && <span aria-hidden="true">✓</span>}
        <span className="truncate">{s.name}</span>
        {first && s.pageName && <span className="truncate font-normal opacity-80">· {s.pageName}</span>}
        {s.master && !s.pageName && <span className="font-normal opacity-80">· master</span>}
      </button>
      {s.left > 0 && (
        <span className="rounded-full bg-panel px-1.5 text-[10px] leading-4 text-soft">− {s.left}</span>
      )}
      {s.findings > 0 && (
        <span className="rounded-full bg-warn-ground px-1.5 text-[10px] leading-4 font-semibold text-warn">
          {s.findings}
        </span>
      )}
    </div>
  )
}
