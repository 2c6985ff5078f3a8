import { newId } from '@/core/basics/ids'
import type { Design } from '@/core/design/schema'
import { canWeave, setWeave, setWeaveGap, unweave, weaveOf, wovenWith } from '@/core/design/weave'
import { apply, inverse, type Point } from '@/core/geometry/matrix'
import type { WeaveMark } from '@/core/kinds/weave-schema'
import { frameMatrix } from '@/core/masks/mask-frame'
import type { Crossing } from '@/core/render/crossings'
import { frameOf } from '@/core/render/masked'
import { passesOver, type Site, sitesOf } from '@/core/render/woven'
import type { Bench, BenchState } from '../state/bench'
import { resolvedOf, stageScale } from './handled'
import type { StrokeInHand } from './strokes'

type Seen = Pick<BenchState, 'design' | 'resolved' | 'selection'>
type Pair = { carrier: string; other: string; id: string; marks: readonly WeaveMark[] }

/** The two selected layers as a weave; null where they are not two or cannot be woven. */
export function pairInHand(s: Seen): Pair | null {
  const [a, b] = s.selection
  if (s.selection.length !== 2 || !a || !b || !canWeave(s.design, a, b)) return null
  const found = weaveOf(s.design, a, b)
  if (found)
    return {
      carrier: found.carrier,
      other: found.weave.other,
      id: found.weave.id,
      marks: Object.values(found.weave.marks),
    }
  return { carrier: a, other: b, id: newId(), marks: [] }
}
function framesOf(s: Seen, pair: Pair) {
  const [own, theirs] = [resolvedOf(s, pair.carrier), resolvedOf(s, pair.other)]
  const [a, b] = [
    own && frameOf({ frame: 'layer' }, own, s.resolved),
    theirs && frameOf({ frame: 'layer' }, theirs, s.resolved),
  ]
  const [toA, toB] = [a && inverse(frameMatrix(a)), b && inverse(frameMatrix(b))]
  return own && theirs && a && toA && toB
    ? { own, theirs, short: Math.min(a.width, a.height), toA, toB }
    : null
}
/** The crossings of the pair in the hand where they are now, px of the page; `over` where the lower of both passes over the upper. */
export function sitesInHand(s: Seen): Site[] {
  const pair = pairInHand(s)
  const frames = pair && framesOf(s, pair)
  if (!pair || !frames) return []
  const upper = isAbove(s, pair.carrier, pair.other)
  // One for each crossing.
  const first = new Map<string, Site>()
  sitesOf(pair.marks, frames.own, frames.theirs, s.resolved).forEach((site, n) => {
    const name = pair.marks[n]?.crossing ?? ''
    if (!site.painted && site.radius > (first.get(name)?.radius ?? -1)) first.set(name, site)
  })
  return [...first.values()].map((site) => ({ ...site, over: site.over === upper }))
}

/** The two things that cross at a point: the selected ones, else the two that lie uppermost there. */
async function pairAt(bench: Bench, at: Point): Promise<Pair | null> {
  const here = pairInHand(bench.store.getState())
  if (here) return here
  const k = stageScale(bench.store.getState())
  const ids = (await bench.client.ask<string[] | null>({ ask: 'hit', x: at.x * k, y: at.y * k })) ?? []
  const { design, selection } = bench.store.getState()
  const met = [...new Set(ids.map((id) => bench.takenBy(id)))].filter((id) => !design.layers[id]?.locked)
  // What is selected already is one of both.
  const one = selection.length === 1 && met.includes(selection[0] ?? '') ? selection[0] : met[0]
  const two = met.find((id) => id !== one)
  if (!one || !two) {
    bench.notify(
      'Press where two things cross: the lower one then passes over the upper, and with another press under it again.',
    )
    return null
  }
  if (!canWeave(design, one, two)) {
    bench.notify('These two cannot be woven: one of them is made of the other.')
    return null
  }
  bench.select([one, two])
  return pairInHand(bench.store.getState())
}

/** Where the two of a pair cross now, px of the page. */
async function crossings(bench: Bench, pair: Pair): Promise<Crossing[]> {
  const k = stageScale(bench.store.getState())
  const found =
    (await bench.client.ask<Crossing[] | null>({ ask: 'crossings', a: pair.carrier, b: pair.other })) ?? []
  return found.map((c) => c.map((p) => ({ x: p.x / k, y: p.y / k, radius: p.radius / k })))
}

/** Lets the other of two crossing things pass over at a point, or under again. */
export async function flipCrossing(bench: Bench, at: Point): Promise<void> {
  const pair = await pairAt(bench, at)
  if (!pair) return
  const places = await crossings(bench, pair)
  const s = bench.store.getState()
  const frames = framesOf(s, pair)
  if (!frames) return
  const away = (c: Crossing, q: Point): number =>
    Math.min(...c.map((p) => Math.hypot(p.x - q.x, p.y - q.y) - p.radius))
  const nearest = (q: Point): Crossing | undefined => [...places].sort((a, b) => away(a, q) - away(b, q))[0]
  const hit = nearest(at)
  if (!hit || away(hit, at) > 24 / s.view.zoom)
    return bench.notify('They do not cross here. Press where both of them are.')
  const before = sitesOf(pair.marks, frames.own, frames.theirs, s.resolved)
  const natural = !isAbove(s, pair.carrier, pair.other)
  // Every crossing is told anew; what was painted on the one that is pressed goes.
  const marks = places.flatMap((c) => {
    const crossing = newId()
    const over = (passesOver(before, c[0] ?? at) ?? natural) !== (c === hit)
    return c.map((p) => markAt(frames, p, p.radius, over, false, crossing))
  })
  const painted = pair.marks.filter((m, n) => m.painted && nearest(before[n]?.at ?? at) !== hit)
  write(bench, 'Weave', pair, [...marks, ...painted])
}
const markAt = (
  frames: NonNullable<ReturnType<typeof framesOf>>,
  p: Point,
  radius: number,
  over: boolean,
  painted: boolean,
  crossing: string,
): WeaveMark => ({
  id: newId(),
  crossing,
  own: apply(frames.toA, p),
  other: apply(frames.toB, p),
  radius: Math.min(10, radius / frames.short),
  over,
  painted,
})
/** Whether one layer lies over another on the page. */
export function isAbove(s: Seen, a: string, b: string): boolean {
  const order: string[] = []
  const walk = (list: Seen['resolved']['layers']): void =>
    list.forEach((l) => {
      order.push(l.layer.id)
      walk(l.children)
      walk(l.insides)
    })
  walk(s.resolved.layers)
  return order.indexOf(a) > order.indexOf(b)
}

function write(bench: Bench, name: string, pair: Pair, marks: readonly WeaveMark[]): void {
  const s = bench.store.getState()
  // Nothing passes where it would not pass anyway: the weave is gone.
  const natural = !isAbove(s, pair.carrier, pair.other)
  const idle = marks.every((m) => m.over === natural)
  bench.edit(name, (d) => {
    if (idle) delete d.layers[pair.carrier]?.weaves[pair.id]
    else setWeave(d, pair.carrier, pair.other, pair.id, marks)
  })
}

/** A press with the weave tool: let go where it began it flips the crossing there, drawn on it paints where the other passes. */
export function beginWeave(bench: Bench, at: Point): StrokeInHand {
  const s = bench.store.getState()
  const pair = pairInHand(s)
  const frames = pair && framesOf(s, pair)
  const before = pair && frames ? sitesOf(pair.marks, frames.own, frames.theirs, s.resolved) : []
  const now = pair ? (passesOver(before, at) ?? !isAbove(s, pair.carrier, pair.other)) : false
  const radius = s.weaveSize / 2
  const made: WeaveMark[] = []
  const way = newId()
  let last = at
  const add = (p: Point) => {
    last = p
    if (frames) made.push(markAt(frames, p, radius, !now, true, way))
  }
  const put = (d: Design) => pair && setWeave(d, pair.carrier, pair.other, pair.id, [...pair.marks, ...made])
  return {
    to(p) {
      if (!frames || (made.length === 0 && Math.hypot(p.x - at.x, p.y - at.y) < 5 / s.view.zoom)) return
      if (made.length === 0) add(at)
      if (Math.hypot(p.x - last.x, p.y - last.y) < radius / 3) return
      add(p)
      bench.preview((d) => void put(d), true)
    },
    end: () =>
      made.length === 0 ? void flipCrossing(bench, at) : bench.commit('Weave by hand', (d) => void put(d)),
    drop: () => bench.cancel(),
  }
}

/** The gap of the weave in the hand, px of the page; null where there is none. */
export function gapInHand(s: Seen): number | null {
  const pair = pairInHand(s)
  return pair && pair.marks.length > 0 ? (s.design.layers[pair.carrier]?.weaves[pair.id]?.gap ?? 0) : null
}
/** Leaves an even gap beside what passes over, in the weave in the hand. */
export function setGap(bench: Bench, gap: number, only: 'shown' | 'kept' = 'kept'): void {
  const pair = pairInHand(bench.store.getState())
  if (!pair) return
  const write = (d: Design) => setWeaveGap(d, pair.carrier, pair.id, gap)
  if (only === 'shown') bench.preview(write)
  else bench.commit('Gap of the weave', write)
}

/** Undoes every weave of the selection. */
export function undoWeaves(bench: Bench): void {
  const { selection } = bench.store.getState()
  bench.edit('Weave no more', (d) => unweave(d, selection))
}
export const isWoven = (s: Pick<BenchState, 'design' | 'selection'>): boolean =>
  s.selection.some((id) => wovenWith(s.design, id).length > 0)
