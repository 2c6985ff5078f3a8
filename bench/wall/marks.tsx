import { memo } from 'react'
import { openFindings } from '@/core/checks/accepting'
import { usePaced } from '../state/bench-context'
import type { Cell } from './layout'

/** A ring is at least so large, CSS px. */
const LEAST = 10

/** Findings where they occur. */
export const Marks = memo(function Marks({ cell, zoom }: { cell: Cell; zoom: number }) {
  const told = usePaced('stage', (s) => (s.overlays.hidden ? undefined : s.findings[cell.key]))
  const design = usePaced('kept', (s) => s.design)
  const findings = openFindings(told ?? [], design)
  if (findings.length === 0) return null
  return (
    <>
      {findings.map((f, n) => {
        const [w, h] = [
          Math.max(LEAST, (f.at.right - f.at.left) * zoom),
          Math.max(LEAST, (f.at.bottom - f.at.top) * zoom),
        ]
        const [x, y] = [((f.at.left + f.at.right) / 2) * zoom, ((f.at.top + f.at.bottom) / 2) * zoom]
        return (
          <span
            key={n}
            data-finding={f.check}
            className="absolute rounded-[3px] border-[1.5px] border-dashed border-warn shadow-[0_0_0_1px_rgb(255_255_255/0.7)]"
            style={{ left: x - w / 2, top: y - h / 2, width: w, height: h }}
          />
        )
      })}
    </>
  )
})
