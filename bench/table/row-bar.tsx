'use client'
import { ChevronLeft, ChevronRight, X } from 'lucide-react'
import { rowsOf } from '@/core/design/table'
import { stepRow } from '../actions/table'
import { useBench, useBenchState } from '../state/bench-context'
import { IconButton } from '../ui/button'

/** Which row of the table everything is filled from, at the head of the stage, while one is and the table is closed. */
export function RowBar() {
  const bench = useBench()
  const row = useBenchState((s) => (s.row ? s.design.rows[s.row] : undefined))
  const place = useBenchState((s) => rowsOf(s.design).findIndex((r) => r.id === s.row) + 1)
  const count = useBenchState((s) => Object.keys(s.design.rows).length)
  const open = useBenchState((s) => s.table)
  if (!row || open) return null
  return (
    <div
      role="toolbar"
      aria-label="Row of the table"
      className="absolute top-7 left-1/2 flex -translate-x-1/2 items-center gap-0.5 rounded-control bg-panel p-0.5 shadow"
      onPointerDown={(e) => e.stopPropagation()}
      onDoubleClick={(e) => e.stopPropagation()}
    >
      <IconButton label="The row before" className="!size-6" onClick={() => stepRow(bench, -1)}>
        <ChevronLeft size={14} />
      </IconButton>
      <button
        type="button"
        title="Open the table"
        className="max-w-56 truncate rounded-control px-1.5 text-small hover:bg-well"
        onClick={() => bench.set({ table: true })}
      >
        <span className="text-soft tabular-nums">
          Row {place} of {count}
        </span>{' '}
        <span className="font-medium">{row.name}</span>
      </button>
      <IconButton label="The next row" className="!size-6" onClick={() => stepRow(bench, 1)}>
        <ChevronRight size={14} />
      </IconButton>
      <IconButton label="Show as designed" className="!size-6" onClick={() => bench.showRow(null)}>
        <X size={13} />
      </IconButton>
    </div>
  )
}
