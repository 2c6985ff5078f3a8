import type { Bounds } from '@/core/geometry/bounds'
import type { Bench } from '../state/bench'
import { boundsOfIds } from './handled'

type Step = { ids: readonly string[]; x: number; y: number }
const steps = new WeakMap<Bench, Step>()

/** After a copy was dragged off: how far, so that the next duplicate of it goes as far again. */
export function rememberStep(bench: Bench, from: Bounds): void {
  const s = bench.store.getState()
  const to = boundsOfIds(s, s.selection)
  if (to) steps.set(bench, { ids: s.selection, x: to.left - from.left, y: to.top - from.top })
}
/** The step of the copy that is selected now; null where it was not dragged off. */
export function stepOf(bench: Bench): { x: number; y: number } | null {
  const held = steps.get(bench)
  const { selection } = bench.store.getState()
  return held && held.ids.length === selection.length && held.ids.every((id) => selection.includes(id))
    ? held
    : null
}
/** The new copies repeat the step when they are duplicated in turn. */
export function repeatStep(bench: Bench, step: { x: number; y: number }): void {
  steps.set(bench, { x: step.x, y: step.y, ids: bench.store.getState().selection })
}
/** A fresh copy that is nudged has that as its step too. */
export function moveStep(bench: Bench, x: number, y: number): void {
  const step = stepOf(bench)
  if (step) repeatStep(bench, { x: step.x + x, y: step.y + y })
}
