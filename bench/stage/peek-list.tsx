'use client'
import { Lock } from 'lucide-react'
import { useEffect, useRef } from 'react'
import type { Design } from '@/core/design/schema'
import { isLocked } from '@/core/design/tree'
import { layerName } from '@/core/kinds/facts'
import { LayerPicture } from '../stack/layer-picture'
import { useBench, useBenchState } from '../state/bench-context'

const WIDTH = 232
const ROW = 34
const NONE: Design['layers'] = {}

/** Everything under the pointer, front first; a row lights its layer up on the stage, taking it closes the list. */
export function PeekList({ width, height }: { width: number; height: number }) {
  const bench = useBench()
  const s = useBenchState((state) => ({
    peek: state.peek,
    layers: state.peek ? state.design.layers : NONE,
    selection: state.selection,
  }))
  const list = useRef<HTMLUListElement>(null)
  const open = s.peek !== null
  useEffect(() => {
    if (open) list.current?.querySelector<HTMLElement>('button')?.focus()
  }, [open])
  if (!s.peek) return null
  const close = () => {
    bench.set({ peek: null, lit: null })
    document.querySelector<HTMLElement>('[data-stage]')?.focus()
  }
  const take = (id: string, additive: boolean) => {
    bench.set({ inside: s.layers[id]?.parent ?? null })
    bench.select(additive ? [...s.selection, id] : [id])
    close()
  }
  const tall = Math.min(height - 24, s.peek.ids.length * ROW + 34)
  const left = Math.max(8, Math.min(s.peek.at.x + 12, width - WIDTH - 8))
  const top = Math.max(8, Math.min(s.peek.at.y - 20, height - tall - 8))
  const step = (by: number) => {
    const rows = [...(list.current?.querySelectorAll<HTMLElement>('button') ?? [])]
    rows[
      Math.min(rows.length - 1, Math.max(0, rows.indexOf(document.activeElement as HTMLElement) + by))
    ]?.focus()
  }
  return (
    <div
      role="dialog"
      aria-label="Under the pointer"
      className="absolute z-20 flex flex-col overflow-hidden rounded-lg border border-line bg-panel shadow-xl"
      style={{ left, top, width: WIDTH, maxHeight: tall }}
      onPointerDown={(e) => e.stopPropagation()}
      onPointerUp={(e) => e.stopPropagation()}
      onDoubleClick={(e) => e.stopPropagation()}
      onKeyDown={(e) => {
        if (e.key === 'Escape') close()
        else if (e.key === 'ArrowDown') step(1)
        else if (e.key === 'ArrowUp') step(-1)
        else return
        e.preventDefault()
        e.stopPropagation()
      }}
      onBlur={(e) => {
        if (!e.currentTarget.contains(e.relatedTarget)) bench.set({ peek: null, lit: null })
      }}
    >
      <p className="shrink-0 px-3 pt-2 pb-1 text-tiny text-soft">Under the pointer, front first</p>
      <ul ref={list} className="scroll-thin overflow-y-auto pb-1.5">
        {s.peek.ids.map((id) => {
          const layer = s.layers[id]
          if (!layer) return null
          const group = layer.parent ? s.layers[layer.parent] : undefined
          return (
            <li key={id}>
              <button
                type="button"
                className={`flex w-full items-center gap-2 px-3 text-left text-small outline-offset-[-2px] hover:bg-well focus-visible:bg-well ${s.selection.includes(id) ? 'bg-lit' : ''}`}
                style={{ height: ROW }}
                onPointerEnter={() => bench.set({ lit: id })}
                onPointerLeave={() => bench.set({ lit: null })}
                onFocus={() => bench.set({ lit: id })}
                onClick={(e) => take(id, e.shiftKey)}
              >
                <span
                  className="h-5 w-1 shrink-0 rounded-full"
                  style={{ background: `var(--plane-${layer.plane})` }}
                />
                <LayerPicture id={id} />
                <span className="min-w-0 flex-1 truncate">{layerName(layer)}</span>
                {group && <span className="max-w-16 truncate text-tiny text-soft">{layerName(group)}</span>}
                {isLocked(s, id) && <Lock size={12} className="text-soft" aria-label="locked" />}
              </button>
            </li>
          )
        })}
      </ul>
    </div>
  )
}
