'use client'
import { useEffect, useState } from 'react'
import { siblingsOf } from '@/core/design/tree'
import { layerName } from '@/core/kinds/facts'
import { planeLabels } from '@/core/kinds/planes'
import { boundsOfIds } from './actions/handled'
import type { BenchState } from './state/bench'
import { useBench } from './state/bench-context'

/** After so long without another step what was done is said, ms. */
const QUIET_MS = 350

/** A step in words, for those who do not see the stage: what was done, and where the selection lies now. */
export function spoken(s: Pick<BenchState, 'design' | 'resolved' | 'selection'>, step: string): string {
  const [id, ...more] = s.selection
  const layer = id ? s.design.layers[id] : undefined
  if (!layer) return `${step}.`
  const box = boundsOfIds(s, s.selection)
  const band = siblingsOf(s.design, layer).reverse()
  const where = layer.parent ? layerName(s.design.layers[layer.parent] ?? layer) : planeLabels[layer.plane]
  const r = Math.round
  return [
    `${step}.`,
    more.length > 0
      ? `${s.selection.length} things.`
      : `${layerName(layer)}, ${band.findIndex((l) => l.id === layer.id) + 1} of ${band.length} in ${where}.`,
    box
      ? `Left ${r(box.left)}, top ${r(box.top)}, ${r(box.right - box.left)} by ${r(box.bottom - box.top)}.`
      : '',
  ]
    .filter(Boolean)
    .join(' ')
}

/** Says each finished step to screen readers. */
export function Announcer() {
  const bench = useBench()
  const [text, setText] = useState('')
  useEffect(() => {
    let wait: ReturnType<typeof setTimeout> | undefined
    const stop = bench.store.subscribe((s, before) => {
      const last = s.history.done.at(-1)
      const undone =
        s.history.undone.length > before.history.undone.length ? s.history.undone.at(-1) : undefined
      if (s.history === before.history || (!undone && last === before.history.done.at(-1))) return
      clearTimeout(wait)
      wait = setTimeout(
        () => setText(spoken(bench.store.getState(), undone ? `Undone: ${undone.name}` : (last?.name ?? ''))),
        QUIET_MS,
      )
    })
    return () => {
      clearTimeout(wait)
      stop()
    }
  }, [bench])
  return (
    <p className="sr-only" role="status" aria-live="polite" data-announcer>
      {text}
    </p>
  )
}
