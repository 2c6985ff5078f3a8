'use client'
import { type PointerEvent, useRef, useState } from 'react'
import type { Area, Channel } from '@/core/design/channel-schema'
import { changedChannel, draggedArea, type Grip } from '@/core/design/sizes'
import type { Point } from '@/core/geometry/matrix'
import { toPage, toStage } from '../stage/view'
import { useBench, useBenchState } from '../state/bench-context'
import { areasOf, changeOf, type Drawn, KINDS, MOST } from './areas'
import { AreasBar } from './areas-bar'

type Held = { of: Pick<Drawn, 'kind' | 'at'>; from: Area; grip: Grip; begun: Point; shown: boolean }
const GRIPS: readonly Grip[] = [
  { x: -1, y: -1 },
  { x: 1, y: -1 },
  { x: 1, y: 1 },
  { x: -1, y: 1 },
  { x: 0, y: -1 },
  { x: 1, y: 0 },
  { x: 0, y: 1 },
  { x: -1, y: 0 },
]
const ARROWS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] } as const
const keyOf = ({ kind, at }: Pick<Drawn, 'kind' | 'at'>): string => `${kind}-${at}`

/** Safe areas and clear boxes of the channel shown, drawn and dragged on the stage. */
export function AreasOverlay() {
  const on = useBenchState((s) => s.areas)
  return on && <Areas />
}
function Areas() {
  const bench = useBench()
  const s = useBenchState((state) => ({
    view: state.view,
    channel: state.design.channels[state.channel] ?? state.resolved.channel,
  }))
  const { channel, view } = s
  const held = useRef<Held | null>(null)
  const [taken, take] = useState<string>('safe-0')
  const [adding, add] = useState<'also' | 'clear' | null>(null)
  const at = (e: PointerEvent): Point => {
    const box = e.currentTarget.closest('[data-areas]')?.getBoundingClientRect()
    return toPage(view, { x: e.clientX - (box?.left ?? 0), y: e.clientY - (box?.top ?? 0) })
  }
  const write = (of: Pick<Drawn, 'kind' | 'at'>, area: Area | null) => {
    const base: Channel = bench.base.channels[channel.id] ?? channel
    return (d: typeof bench.base) => {
      d.channels[channel.id] = changedChannel(base, changeOf(base, of, area))
    }
  }
  const begin = (e: PointerEvent, of: Pick<Drawn, 'kind' | 'at'>, from: Area, grip: Grip) => {
    if (e.button !== 0) return
    e.stopPropagation()
    e.currentTarget.setPointerCapture(e.pointerId)
    held.current = { of, from, grip, begun: at(e), shown: false }
    take(keyOf(of))
  }
  const move = (e: PointerEvent) => {
    // What lies beneath on the stage is not pointed at.
    e.stopPropagation()
    const h = held.current
    if (!h) return
    // Escape took it back.
    if (h.shown && !bench.inGesture) {
      held.current = null
      return
    }
    h.shown = true
    const p = at(e)
    const area = draggedArea(h.from, h.grip, p.x - h.begun.x, p.y - h.begun.y)
    bench.preview(write(h.of, area))
  }
  const letGo = () => {
    held.current = null
    bench.cancel()
  }
  const end = (e: PointerEvent) => {
    const h = held.current
    held.current = null
    if (!h) return
    const p = at(e)
    const [dx, dy] = [p.x - h.begun.x, p.y - h.begun.y]
    if (Math.hypot(dx, dy) * view.zoom < 2) return bench.cancel()
    bench.commit(`${KINDS[h.of.kind]} of ${channel.name}`, write(h.of, draggedArea(h.from, h.grip, dx, dy)))
    add(null)
  }
  const edit = (of: Pick<Drawn, 'kind' | 'at'>, area: Area | null, name: string) =>
    bench.edit(name, write(of, area))
  const areas = areasOf(channel)
  const hands = { onPointerMove: move, onPointerUp: end, onPointerCancel: letGo }
  return (
    <div
      data-areas
      className="absolute inset-0 z-10 touch-none overflow-hidden"
      style={{ cursor: adding ? 'crosshair' : 'default' }}
      onPointerDown={(e) => {
        if (e.target !== e.currentTarget) return
        if (!adding) return e.stopPropagation()
        const p = at(e)
        const count = adding === 'also' ? (channel.alsoSafe ?? []).length : channel.clear.length
        begin(
          e,
          { kind: adding, at: count },
          { x: p.x, y: p.y, width: 1, height: 1, label: '' },
          { x: 1, y: 1 },
        )
      }}
      {...hands}
    >
      {areas.map((d) => (
        <Box
          key={keyOf(d)}
          drawn={d}
          view={view}
          taken={taken === keyOf(d)}
          solid={!adding}
          hands={hands}
          begin={(e, grip) => begin(e, d, d.area, grip)}
          onTake={() => take(keyOf(d))}
          onEdit={(area, name) => edit(d, area, name)}
        />
      ))}
      <AreasBar
        taken={areas.find((d) => keyOf(d) === taken) ?? null}
        adding={adding}
        full={{
          also: (channel.alsoSafe ?? []).length >= MOST.also,
          clear: channel.clear.length >= MOST.clear,
        }}
        onAdd={add}
        onEdit={(d, area, name) => edit(d, area, name)}
        onDone={() => bench.set({ areas: false })}
      />
    </div>
  )
}

type BoxProps = {
  drawn: Drawn
  view: Parameters<typeof toStage>[0]
  taken: boolean
  /** Takes the pointer; not while another is drawn. */
  solid: boolean
  hands: Record<string, (e: PointerEvent) => void>
  begin: (e: PointerEvent, grip: Grip) => void
  onTake: () => void
  onEdit: (area: Area | null, name: string) => void
}
function Box({ drawn, view, taken, solid, hands, begin, onTake, onEdit }: BoxProps) {
  const { kind, area } = drawn
  const [a, b] = [
    toStage(view, { x: area.x, y: area.y }),
    toStage(view, { x: area.x + area.width, y: area.y + area.height }),
  ]
  const name = [KINDS[kind], area.label].filter(Boolean).join(': ')
  const look = kind === 'clear' ? 'bg-black/30 border-white' : 'border-white'
  return (
    <div
      className={`absolute border-2 border-dashed shadow-[0_0_0_1px_rgb(0_0_0/0.45)] ${look} ${taken ? 'border-solid outline-2 outline-accent' : ''} ${solid ? '' : 'pointer-events-none'}`}
      style={{ left: a.x, top: a.y, width: b.x - a.x, height: b.y - a.y }}
    >
      <button
        type="button"
        aria-label={name}
        aria-pressed={taken}
        className={`absolute flex items-start justify-start p-1 text-tiny text-white outline-none ${kind === 'clear' ? 'inset-0 cursor-move' : '-top-5 left-0 h-5 cursor-move rounded bg-black/60'}`}
        onPointerDown={(e) => begin(e, { x: 0, y: 0 })}
        {...hands}
        onFocus={onTake}
        onKeyDown={(e) => {
          const by = ARROWS[e.key as keyof typeof ARROWS]
          if (!by && e.key !== 'Delete' && e.key !== 'Backspace') return
          e.preventDefault()
          e.stopPropagation()
          const step = e.shiftKey ? 10 : 1
          if (by) onEdit(draggedArea(area, { x: 0, y: 0 }, by[0] * step, by[1] * step), `Move: ${name}`)
          else if (kind !== 'safe') onEdit(null, `Remove: ${name}`)
        }}
      >
        {name}
      </button>
      {taken &&
        GRIPS.map((g) => (
          <span
            key={`${g.x} ${g.y}`}
            data-area-grip={`${g.x} ${g.y}`}
            className="absolute size-3 -translate-1/2 rounded-[2px] border-[1.5px] border-accent bg-white"
            style={{ left: `${50 + g.x * 50}%`, top: `${50 + g.y * 50}%`, cursor: cursorOf(g) }}
            onPointerDown={(e) => begin(e, g)}
            {...hands}
          />
        ))}
    </div>
  )
}
function cursorOf({ x, y }: Grip): string {
  if (x === 0) return 'ns-resize'
  if (y === 0) return 'ew-resize'
  return x === y ? 'nwse-resize' : 'nesw-resize'
}
