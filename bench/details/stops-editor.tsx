'use client'
import { useRef } from 'react'
import type { Stop } from '@/core/treatments/field'
import { StopsBar } from './gradient-editor'

type Props = {
  label: string
  stops: readonly Stop[]
  onShow: (stops: Stop[]) => void
  onKeep: (stops: Stop[]) => void
}
/** A list of stops as they are edited: each keeps its name while it is moved past others. */
export function StopsEditor({ label, stops, onShow, onKeep }: Props) {
  const names = useRef<string[]>([])
  const same = names.current.length === stops.length
  if (!same) names.current = stops.map((_, n) => `s${n}`)
  const record = Object.fromEntries(stops.map((s, n) => [names.current[n] as string, s]))
  const told = (next: Record<string, Stop>, tell: (stops: Stop[]) => void) => {
    const sorted = Object.entries(next).sort((a, b) => a[1].offset - b[1].offset)
    names.current = sorted.map(([name]) => name)
    tell(sorted.map(([, stop]) => stop))
  }
  return (
    <fieldset aria-label={label} className="flex flex-col gap-1.5">
      <StopsBar
        stops={record}
        onPreview={(next) => told(next, onShow)}
        onChange={(next) => told(next, onKeep)}
      />
    </fieldset>
  )
}
