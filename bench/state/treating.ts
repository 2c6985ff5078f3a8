import type { Draft } from 'immer'
import { newId } from '@/core/design/blank'
import { keyBetween } from '@/core/design/order'
import type { Design, Layer } from '@/core/design/schema'
import { newRim, type Rim, treatmentsOf } from '@/core/design/treatment'
import { isLocked } from '@/core/design/tree'
import { frameOf } from '@/core/render/masked'
import { resolvedOf } from './acts'
import type { Bench } from './bench-store'

/** What lengths of treatments are fractions of: the shorter side of a layer's box on the channel shown, px. */
export function unitOf(bench: Bench, layer: Layer): number {
  const s = bench.store.getState()
  const own = resolvedOf(s, layer.id)
  const frame = own && frameOf({ frame: 'layer' }, own, s.resolved)
  return frame ? Math.max(1, Math.min(frame.width, frame.height)) : 1
}
const treatable = (bench: Bench): string[] => {
  const { design, selection } = bench.store.getState()
  return selection.filter((id) => design.layers[id] && !isLocked(design, id))
}
const rimsOf = (layer: Pick<Layer, 'treatments'>): Rim[] => treatmentsOf(layer).filter((t): t is Rim => t.kind === 'rim')

/** The last rim line that was given: the next begins like it. */
let last: Partial<Rim> = {}
/** Gives each selected thing one more rim line, beyond those it has. */
export function addRims(bench: Bench): void {
  const ids = treatable(bench)
  if (ids.length === 0) return bench.notify('Select what is to have a rim line.')
  bench.edit('Rim line', (d) => {
    for (const id of ids) {
      const layer = d.layers[id]
      if (!layer) continue
      const rim = newRim({ id: newId(), order: keyBetween(treatmentsOf(layer).at(-1)?.order ?? null, null) })
      layer.treatments[rim.id] = { ...rim, ...last, gap: 0 }
    }
  })
}
/** Changes the nth rim line of each selected thing. */
export function changeRim(bench: Bench, name: string, n: number, change: Partial<Rim>, only: 'shown' | 'kept' = 'kept'): void {
  const write = (d: Draft<Design>) => {
    for (const id of treatable(bench)) {
      const own = d.layers[id]
      const rim = own && rimsOf(own)[n]
      if (rim) Object.assign(rim, change)
    }
  }
  if (only === 'shown') return bench.preview(write)
  bench.commit(name, write)
  const { colour, width, place, join } = { ...last, ...change }
  last = Object.fromEntries(Object.entries({ colour, width, place, join }).filter(([, v]) => v !== undefined))
}
export function dropRim(bench: Bench, n: number): void {
  bench.edit('Remove a rim line', (d) => {
    for (const id of treatable(bench)) {
      const own = d.layers[id]
      const rim = own && rimsOf(own)[n]
      if (rim) delete own.treatments[rim.id]
    }
  })
}
