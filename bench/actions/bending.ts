import { setAllOn, setOn } from '@/core/design/properties/set'
import { onLayer } from '@/core/design/properties/targets'
import { type BendKind, bendFrom, unbent, withHandle } from '@/core/geometry/bend'
import { apply, compose, inverse, type Point, scaling } from '@/core/geometry/matrix'
import { matrixOf } from '@/core/geometry/placement'
import type { Bend, Placement } from '@/core/geometry/placement-schema'
import { warpOf } from '@/core/geometry/warp'
import { hasMembers, isShape, isWorded } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { kindOf } from '@/core/kinds/list'
import { frameOf } from '@/core/render/masked'
import { flatten } from '@/core/vector/path'
import { shapePath } from '@/core/vector/shapes'
import type { Bench, BenchState } from '../state/bench'
import { setThings } from '../state/properties'
import { hugWords, resolvedOf } from './handled'

/** Handles on each line of a bend at first. */
const HANDLES = 4
/** The most points that a drawn curve is followed by. */
const MOST = 9

type Seen = Pick<BenchState, 'design' | 'resolved' | 'selection'>
/** The one thing selected, and the box that it is bent in. */
export function bentInHand(s: Seen): { layer: Layer; box: Placement } | null {
  const [id, more] = s.selection
  const own = id && !more ? resolvedOf(s, id) : null
  const box =
    own && (hasMembers(own.layer) ? frameOf({ frame: 'layer' }, own, s.resolved) : own.layer.placement)
  return own && box && kindOf(own.layer).placed
    ? { layer: own.layer, box: { ...box, bend: own.layer.placement.bend } as Placement }
    : null
}
/** px of the page to fractions of the box, before its perspective. */
const intoUnit = (box: Placement) => inverse(compose(scaling(box.width, box.height), matrixOf(box)))

/** Bends the selected thing otherwise; `shown` while the hand moves. */
export function setBend(bench: Bench, bend: Bend | undefined, only: 'shown' | 'kept' = 'kept'): void {
  const found = bentInHand(bench.store.getState())
  if (!found) return
  const name = bend ? 'Bend' : 'Straighten'
  const { layer } = found
  const { channel, design } = bench.store.getState()
  // The words are bent, not a box that reaches beyond them.
  if (bend && only === 'kept' && isWorded(layer) && !layer.placement.bend && channel === design.master) {
    bench.commit(name, (d) => {
      if (layer.hugs === undefined) hugWords(bench, d, layer.id, true)
      setAllOn(d, channel, onLayer(layer.id), { bend })
    })
    return
  }
  setThings(bench, name, [[onLayer(found.layer.id), { bend: bend ?? null }]], only)
}
/** Goes on with another kind of bend, from where the thing lies now. */
export function bendAs(bench: Bench, kind: BendKind | null, across = HANDLES, down = across): void {
  const found = bentInHand(bench.store.getState())
  if (!found) return
  if (!kind) return setBend(bench, undefined)
  const { corners: _, ...flat } = found.box
  const warp = warpOf({ ...flat, x: 0.5, y: 0.5, rotation: 0, flipX: false, flipY: false, skew: 0 })
  const { width, height } = found.box
  const now = warp
    ? (s: number, t: number): Point => {
        const p = warp.point(s, t)
        return { x: (p.x - 0.5) / width + 0.5, y: (p.y - 0.5) / height + 0.5 }
      }
    : unbent
  setBend(bench, bendFrom(kind, now, across, down))
}
/** Moves a handle of the bend to a point of the page. */
export function moveHandle(
  bench: Bench,
  index: number,
  to: Point,
  only: 'shown' | 'kept',
  from?: Bend,
): void {
  const found = bentInHand(bench.store.getState())
  const bend = from ?? found?.layer.placement.bend
  const back = found && intoUnit(found.box)
  if (!found || !bend || !back) return
  const { x, y } = apply(back, to)
  setBend(bench, withHandle(bend, index, { x: limited(x), y: limited(y) }), only)
}
const limited = (v: number): number => Math.round(Math.min(20, Math.max(-20, v)) * 1e5) / 1e5

/** A drawn line and what is to be bent along it, where both are selected. */
const lineAndThing = (s: Seen): { line: Extract<Layer, { kind: 'shape' }>; thing: string } | null => {
  const layers = s.selection.flatMap((id) => resolvedOf(s, id)?.layer ?? [])
  const line = layers.find(
    (l) => isShape(l) && (l.form === 'path' || l.form === 'line') && l.fill.kind === 'none',
  )
  const thing = layers.find((l) => l.id !== line?.id)
  return layers.length === 2 && isShape(line) && thing ? { line, thing: thing.id } : null
}
export const canBendAlong = (s: Seen): boolean => lineAndThing(s) !== null
/** Bends the other selected thing along the drawn line of the two; the line is hidden and can be shown again. */
export function bendAlong(bench: Bench): void {
  const s = bench.store.getState()
  const pair = lineAndThing(s)
  const found = pair && bentInHand({ ...s, selection: [pair.thing] })
  const back = found && intoUnit(found.box)
  const [outline] = pair ? flatten(shapePath(pair.line), matrixOf(pair.line.placement), 0.25) : []
  if (!pair || !found || !back || !outline || outline.points.length < 4)
    return bench.notify('Select one drawn line without a fill, and one thing that is to be bent along it.')
  const points = evenly(outline.points, MOST).map((p) => apply(back, p))
  const upper = points.map(({ x, y }) => ({ x: limited(x), y: limited(y) }))
  bench.edit('Bend along a line', (d) => {
    setOn(d, s.channel, onLayer(pair.thing), 'bend', { kind: 'curve', upper, lower: null })
    setOn(d, s.channel, onLayer(pair.line.id), 'shown', false)
  })
  bench.select([pair.thing])
}
/** Points along a line, so many, as far from each other. */
function evenly(flat: Float64Array, count: number): Point[] {
  const at = (n: number): Point => ({ x: flat[2 * n] as number, y: flat[2 * n + 1] as number })
  const lengths = [0]
  for (let n = 1; n * 2 < flat.length; n++)
    lengths.push((lengths[n - 1] as number) + Math.hypot(at(n).x - at(n - 1).x, at(n).y - at(n - 1).y))
  const whole = lengths.at(-1) as number
  return Array.from({ length: count }, (_, k) => {
    const wanted = (whole * k) / (count - 1)
    const n = Math.max(
      1,
      lengths.findIndex((l) => l >= wanted - 1e-9),
    )
    const [from, to] = [lengths[n - 1] as number, lengths[n] as number]
    const share = to > from ? (wanted - from) / (to - from) : 0
    return {
      x: at(n - 1).x + (at(n).x - at(n - 1).x) * share,
      y: at(n - 1).y + (at(n).y - at(n - 1).y) * share,
    }
  })
}

let copied: Bend | null = null
export function copyBend(bench: Bench): void {
  const bend = bentInHand(bench.store.getState())?.layer.placement.bend
  if (!bend) return bench.notify('Select one thing that is bent.')
  copied = bend
  bench.notify('The bend was copied; select what is to have it.')
}
export const canPasteBend = (s: BenchState): boolean => copied !== null && s.selection.length > 0
export function pasteBend(bench: Bench): void {
  const bend = copied
  if (!bend) return
  const { selection } = bench.store.getState()
  setThings(
    bench,
    'Paste the bend',
    selection.map((id) => [onLayer(id), { bend }] as const),
  )
}
