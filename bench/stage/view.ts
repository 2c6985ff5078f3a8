import { type Bounds, centreOf, heightOf, widthOf } from '@/core/geometry/bounds'
import type { Point } from '@/core/geometry/matrix'
import type { Bench, BenchState, View } from '../state/bench'

export const LEAST_ZOOM = 0.02
export const MOST_ZOOM = 32

/** The stage's size, CSS px; told by the stage itself. */
let size = { width: 800, height: 600 }
export const setStageSize = (next: { width: number; height: number }): void => {
  size = next
}

export const stageSize = (): { width: number; height: number } => size

/** The view in which the whole page with a margin is seen. */
export function fitView(page: { width: number; height: number; bleed: number }, margin = 34): View {
  const zoom = Math.max(
    LEAST_ZOOM,
    Math.min(
      (size.width - 2 * margin) / (page.width + 2 * page.bleed),
      (size.height - 2 * margin) / (page.height + 2 * page.bleed),
    ),
  )
  return {
    zoom,
    x: Math.round((size.width - page.width * zoom) / 2),
    y: Math.round((size.height - page.height * zoom) / 2),
    fitted: true,
  }
}

export const toPage = (view: View, p: Point): Point => ({
  x: (p.x - view.x) / view.zoom,
  y: (p.y - view.y) / view.zoom,
})
export const toStage = (view: View, p: Point): Point => ({
  x: p.x * view.zoom + view.x,
  y: p.y * view.zoom + view.y,
})

/** Zooms about a point of the stage that stays where it is. */
export function zoomAbout(s: BenchState, at: Point, zoom: number): View {
  const z = Math.min(MOST_ZOOM, Math.max(LEAST_ZOOM, zoom))
  const p = toPage(s.view, at)
  return { zoom: z, x: at.x - p.x * z, y: at.y - p.y * z, fitted: false }
}
export function zoomTo(bench: Bench, zoom: number): void {
  const s = bench.store.getState()
  const view = zoomAbout(s, { x: size.width / 2, y: size.height / 2 }, zoom)
  // On whole pixels, so that a view at 100 % is the delivered picture.
  bench.set({ view: { ...view, x: Math.round(view.x), y: Math.round(view.y) } })
}
export const zoomBy = (bench: Bench, factor: number): void =>
  zoomTo(bench, bench.store.getState().view.zoom * factor)
export function panBy(bench: Bench, dx: number, dy: number): void {
  const { view } = bench.store.getState()
  bench.set({ view: { ...view, x: view.x + dx, y: view.y + dy, fitted: false } })
}
/** The view in which a box fills most of the stage. */
export function fitBox(box: Bounds): View {
  const zoom = Math.min(
    MOST_ZOOM,
    Math.max(
      LEAST_ZOOM,
      Math.min(
        (size.width * 0.72) / Math.max(1, widthOf(box)),
        (size.height * 0.72) / Math.max(1, heightOf(box)),
      ),
    ),
  )
  const c = centreOf(box)
  return {
    zoom,
    x: Math.round(size.width / 2 - c.x * zoom),
    y: Math.round(size.height / 2 - c.y * zoom),
    fitted: false,
  }
}
/**
 * Shows all of a box, px of the page, where some of it is out of sight. What is given back takes the view to where it was,
 * unless it was moved since.
 */
export function showWhole(bench: Bench, box: Bounds): () => void {
  const before = bench.store.getState().view
  const [a, b] = [
    toStage(before, { x: box.left, y: box.top }),
    toStage(before, { x: box.right, y: box.bottom }),
  ]
  if (a.x >= 0 && a.y >= 0 && b.x <= size.width && b.y <= size.height) return () => {}
  const shown = fitBox(box)
  bench.set({ view: shown })
  return () => {
    if (bench.store.getState().view === shown) bench.set({ view: before })
  }
}
/** The middle of what is seen of the page, px of the page; the page's own middle where nothing of it is in view. */
export function seenMiddle(s: Pick<BenchState, 'view' | 'resolved'>): Point {
  const [a, b] = [toPage(s.view, { x: 0, y: 0 }), toPage(s.view, { x: size.width, y: size.height })]
  const { width, height } = s.resolved
  const seen = {
    left: Math.max(0, a.x),
    top: Math.max(0, a.y),
    right: Math.min(width, b.x),
    bottom: Math.min(height, b.y),
  }
  return seen.right > seen.left && seen.bottom > seen.top ? centreOf(seen) : { x: width / 2, y: height / 2 }
}
