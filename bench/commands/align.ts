import { leavesOf } from '@/core/design/tree'
import { type Bounds, centreOf, heightOf, widthOf } from '@/core/geometry/bounds'
import type { Point } from '@/core/geometry/matrix'
import { moved, scaledAbout, stretchedAbout } from '@/core/geometry/placement'
import { distribute } from '@/core/geometry/snap'
import { isShape, takesPicture } from '@/core/kinds/facts'
import { boundsOfIds, transform } from '../actions/handled'
import { seenBounds } from '../actions/seen'
import type { Bench, BenchState } from '../state/bench'

type Side = 'left' | 'centre' | 'right' | 'top' | 'middle' | 'bottom'
const shifts: Record<Side, (b: Bounds, to: Bounds) => [number, number]> = {
  left: (b, to) => [to.left - b.left, 0],
  centre: (b, to) => [centreOf(to).x - centreOf(b).x, 0],
  right: (b, to) => [to.right - b.right, 0],
  top: (b, to) => [0, to.top - b.top],
  middle: (b, to) => [0, centreOf(to).y - centreOf(b).y],
  bottom: (b, to) => [0, to.bottom - b.bottom],
}
/** What is aligned to: one thing to the page, several to the box around them, or what was chosen. */
export function alignBox(b: Bench): Bounds | null {
  const s = b.store.getState()
  const { alignTo, resolved } = s
  let to: 'page' | 'safe' | 'selection' | 'stays'
  if (alignTo === 'auto') {
    if (s.selection.length > 1) to = 'selection'
    else to = 'page'
  } else to = alignTo
  if (to === 'page') return { left: 0, top: 0, right: resolved.width, bottom: resolved.height }
  if (to === 'safe') return resolved.safe
  const anchor = to === 'stays' ? stayingOf(s) : null
  return seenBounds(b, anchor ? [anchor] : s.selection)
}
/** The one of the selection that stays put: as chosen, else the first. */
export const stayingOf = (s: Pick<BenchState, 'stays' | 'selection'>): string | null =>
  s.stays && s.selection.includes(s.stays) ? s.stays : (s.selection[0] ?? null)
const kept = (s: BenchState): string | null =>
  s.alignTo === 'stays' && s.selection.length > 1 ? stayingOf(s) : null

/** Moves each selected thing, groups as one, by what `by` says. */
function moveEach(b: Bench, name: string, by: (id: string, box: Bounds) => readonly [number, number]): void {
  const s = b.store.getState()
  const ways = new Map<string, readonly [number, number]>()
  const still = kept(s)
  for (const id of s.selection) {
    const box = seenBounds(b, [id])
    if (box && id !== still) for (const leaf of leavesOf(s.design, [id])) ways.set(leaf.id, by(id, box))
  }
  transform(b, name, (l) => {
    const [dx, dy] = ways.get(l.id) ?? [0, 0]
    return { id: l.id, placement: moved(l.placement, dx, dy) }
  })
}
export function align(b: Bench, side: Side): void {
  const to = alignBox(b)
  if (to) moveEach(b, 'Align', (_, box) => shifts[side](box, to))
}
/** Equal gaps between the selected things: from the first to the last, or over the whole of the page or safe area. */
export function spread(b: Bench, axis: 'x' | 'y'): void {
  const s = b.store.getState()
  const all = seenBounds(b, s.selection)
  if (!all) return
  const within = s.alignTo === 'page' || s.alignTo === 'safe' ? (alignBox(b) ?? all) : all
  const boxes = s.selection.flatMap((id) => seenBounds(b, [id]) ?? [])
  const steps =
    axis === 'x'
      ? distribute(boxes, 'x', within.left, within.right)
      : distribute(boxes, 'y', within.top, within.bottom)
  moveEach(b, 'Distribute', (id) => {
    const by = steps[s.selection.indexOf(id)] ?? 0
    return axis === 'x' ? [by, 0] : [0, by]
  })
}

/** Makes the others as wide, as tall or as large as the one that stays put; pictures and graphics keep their proportion. */
export function sizeAlike(b: Bench, which: 'width' | 'height' | 'both'): void {
  const s = b.store.getState()
  const model = stayingOf(s)
  const to = model ? boundsOfIds(s, [model]) : null
  if (!to) return
  const factors = new Map<string, { k: number; about: Point; stretch: readonly [number, number] | null }>()
  for (const id of s.selection) {
    const box = boundsOfIds(s, [id])
    if (!box || id === model) continue
    const [kx, ky] = [
      widthOf(to) / Math.max(0.01, widthOf(box)),
      heightOf(to) / Math.max(0.01, heightOf(box)),
    ]
    const layer = s.design.layers[id]
    // Shapes and slots take both sides; everything else is not distorted.
    const free = (isShape(layer) || takesPicture(layer)) && layer.placement.rotation % 90 === 0
    let k: number
    if (which === 'width') k = kx
    else if (which === 'height') k = ky
    else k = Math.min(kx, ky)
    const stretch = free ? ([which === 'height' ? 1 : kx, which === 'width' ? 1 : ky] as const) : null
    for (const leaf of leavesOf(s.design, [id])) factors.set(leaf.id, { k, about: centreOf(box), stretch })
  }
  transform(b, 'Same size', (l) => {
    const f = factors.get(l.id)
    if (!f) return null
    if (f.stretch) return { id: l.id, placement: stretchedAbout(l.placement, f.about, ...f.stretch) }
    return { id: l.id, placement: scaledAbout(l.placement, f.about, f.k), scale: f.k }
  })
}
