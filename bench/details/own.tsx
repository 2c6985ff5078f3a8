'use client'
import type { ReactNode } from 'react'
import type { Target } from '@/core/design/properties/targets'
import { useBench, usePaced } from '../state/bench-context'
import { differing, followAgain } from '../state/properties'

type Props = { of: readonly Target[]; keys: readonly string[] }
/** A dot where a setting differs from the master on the channel shown; pressed, it follows the master again. */
export function OwnMark({ of, keys }: Props) {
  const bench = useBench()
  const words = usePaced('kept', (s) => differing(s, of, keys).join(', '))
  if (!words) return null
  const told = `Differs here: ${words}. Press to follow the master again.`
  return (
    <button
      type="button"
      aria-label={`Follow the master again: ${words}`}
      title={told}
      className="grid size-3.5 shrink-0 place-items-center rounded-full hover:bg-lit"
      onClick={() => followAgain(bench, of, keys)}
    >
      <span aria-hidden="true" className="size-1.5 rounded-full bg-accent" />
    </button>
  )
}
/** A row of the panel with its mark in the margin. */
export const Own = ({ of, keys, children }: Props & { children: ReactNode }) => (
  <div className="relative">
    <div className="absolute top-1/2 -left-[13px] -translate-y-1/2">
      <OwnMark of={of} keys={keys} />
    </div>
    {children}
  </div>
)
