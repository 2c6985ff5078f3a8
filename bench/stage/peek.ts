import { isLocked, isShown } from '@/core/design/tree'
import { centreOf } from '@/core/geometry/bounds'
import type { Point } from '@/core/geometry/matrix'
import { boundsOfIds, stageScale } from '../actions/handled'
import type { Bench } from '../state/bench'
import { toPage, toStage } from './view'

/** Where the pointer was last on the stage, CSS px; null before it was there. */
let last: Point | null = null
export const pointerWasAt = (at: Point | null): void => {
  last = at
}

/** Everything with coverage under a point of the page, front first, locked things too. */
export async function thingsAt(bench: Bench, at: Point): Promise<string[]> {
  const s = bench.store.getState()
  const k = stageScale(s)
  const ids = await bench.client.ask<string[] | null>({ ask: 'hit', x: at.x * k, y: at.y * k })
  return (ids ?? []).filter((id) => s.design.layers[id] && isShown(s.design, id))
}

/** Where to look, CSS px of the stage: at the pointer, or without one in the middle of the selection or of the page. */
function spot(bench: Bench): Point {
  const s = bench.store.getState()
  const box = boundsOfIds(s, s.selection) ?? {
    left: 0,
    top: 0,
    right: s.resolved.width,
    bottom: s.resolved.height,
  }
  return last ?? toStage(s.view, centreOf(box))
}

/** Takes what lies beneath the selected thing under the pointer; at the lowest it begins at the front again. */
export async function takeNext(bench: Bench): Promise<void> {
  const s = bench.store.getState()
  const found = await thingsAt(bench, toPage(s.view, spot(bench)))
  const free = [...new Set(found.filter((id) => !isLocked(s.design, id)).map((id) => bench.takenBy(id)))]
  if (free.length === 0) return bench.notify('Nothing that can be taken lies here.')
  const now = free.findIndex((id) => s.selection.includes(id))
  bench.select([free[(now + 1) % free.length] as string])
}

/** Opens the list of everything under a point of the stage, CSS px. */
export async function openPeek(bench: Bench, at: Point = spot(bench)): Promise<void> {
  const ids = await thingsAt(bench, toPage(bench.store.getState().view, at))
  if (ids.length === 0) bench.notify('Nothing lies here.')
  else bench.set({ peek: { at, ids } })
}

/** How long a key or the pointer is held until the list comes, ms. */
export const PEEK_HOLD_MS = 320
