import type { Point } from '@/core/geometry/matrix'
import { hasMembers } from '@/core/kinds/facts'
import { handledLeaves } from '../actions/handled'
import { keepOther } from '../actions/mirroring'
import { spareSpeck } from '../actions/specks'
import type { Bench } from '../state/bench'
import { bendGesture } from './bend-gesture'
import { fadeGesture } from './fade-gesture'
import {
  cornerGesture,
  cornersMany,
  type Gesture,
  resizeMany,
  resizeOne,
  slantGesture,
  slantMany,
  turnGesture,
} from './gestures'
import { guideGesture } from './guide-gesture'
import { maskGesture } from './mask-gesture'

/** The corner that a handle is at: top left, then clockwise. */
const cornerAt = (hx: number, hy: number): number => {
  if (hy < 0) {
    if (hx < 0) return 0
    return 1
  }
  if (hx > 0) return 2
  return 3
}

/** What dragging a handle does, by its name in `data-handle`; with `pulls` (Ctrl or Cmd) corners and sides are pulled. */
export function handleGesture(
  bench: Bench,
  { dataset }: HTMLElement,
  from: Point,
  pulls: boolean,
): Gesture | null {
  const name = dataset.handle ?? ''
  const [hx, hy] = [Number(dataset.x ?? 0), Number(dataset.y ?? 0)]
  if (name === 'ruler' || name === 'guide')
    return guideGesture(bench, dataset.axis === 'x' ? 'x' : 'y', dataset.guide ?? null)
  if (name.startsWith('fade-'))
    return fadeGesture(bench, name.slice(5) as 'from' | 'to' | 'stop', dataset.stop ?? null)
  if (name === 'kept-side')
    return { name: 'Mirror', move: () => null, end: () => undefined, pressed: () => keepOther(bench) }
  if (name === 'speck')
    return {
      name: 'Specks',
      move: () => null,
      end: () => undefined,
      pressed: () => spareSpeck(bench, Number(dataset.index)),
    }
  if (name === 'bend') return bendGesture(bench, Number(dataset.index))
  if (name.startsWith('mask-')) {
    const kind = name.slice(5) as 'size' | 'turn' | 'from' | 'to'
    return maskGesture(bench, kind === 'size' ? { kind, hx, hy } : { kind }, from)
  }
  const s = bench.store.getState()
  const leaves = handledLeaves(bench)
  const only =
    s.selection.length === 1 && !hasMembers(s.design.layers[s.selection[0] ?? '']) ? leaves[0] : undefined
  let corner: number
  if (name === 'corner') corner = Number(dataset.corner)
  else if (pulls && hx !== 0 && hy !== 0) corner = cornerAt(hx, hy)
  else corner = -1
  const slants = name === 'size' && pulls && (hx === 0) !== (hy === 0)
  if (slants) return only ? slantGesture(bench, only, hx, hy, from) : slantMany(bench, hx, hy, from)
  if (corner >= 0) {
    const at = corner as 0 | 1 | 2 | 3
    return only ? cornerGesture(bench, only, at, from) : cornersMany(bench, at, from)
  }
  if (name === 'turn') return turnGesture(bench, from)
  return only ? resizeOne(bench, only, hx, hy, from) : resizeMany(bench, hx, hy, from)
}
