import { addNumbered, place } from '@/core/design/commands'
import { leavesOf } from '@/core/design/tree'
import { type Bounds, heightOf, overlaps, unionOf, widthOf } from '@/core/geometry/bounds'
import { moved } from '@/core/geometry/placement'
import type { Bench, BenchState } from '../state/bench'
import { boundsOfIds, boundsOfNode, handledLeaves, resolvedOf } from './handled'
import type { Placing } from './landing'
import { layerFor } from './placing'

/** Room between what waits, and between it and the page, of the page's shorter side; how large what is brought is there. */
const GAP = 0.04
const SIZE = 0.22

/** Whether a point of the page lies beside it. */
export const isBeside = (s: Pick<BenchState, 'resolved'>, at: { x: number; y: number }): boolean =>
  at.x < 0 || at.y < 0 || at.x > s.resolved.width || at.y > s.resolved.height

/** Places to the right of the page for things of some sizes, in columns from the top, none over what waits there already. */
function placesFor(
  s: Pick<BenchState, 'resolved'>,
  sizes: readonly { width: number; height: number }[],
  moving: readonly string[] = [],
): Bounds[] {
  const { width, height, bleed, layers } = s.resolved
  const gap = GAP * Math.min(width, height)
  const taken = layers.flatMap((l) => (moving.includes(l.layer.id) ? [] : (boundsOfNode(l) ?? [])))
  let [left, top, widest] = [width + bleed + gap, 0, 0]
  return sizes.map((size) => {
    for (;;) {
      const box = { left, top, right: left + size.width, bottom: top + size.height }
      const over = taken.filter((t) => t.left > width && overlaps(t, box))
      if (over.length === 0 && (top === 0 || box.bottom <= height)) {
        top = box.bottom + gap
        widest = Math.max(widest, size.width)
        taken.push(box)
        return box
      }
      if (over.length > 0) {
        const all = unionOf(over)
        top = all.bottom + gap
        widest = Math.max(widest, all.right - left)
      }
      if (over.length === 0 || top + size.height > height) {
        left += Math.max(widest, 1) + gap
        top = 0
        widest = 0
      }
    }
  })
}
/** Brought files wait beside the page, small, until they are used; they are on no other channel meanwhile. */
export function gatherSources(bench: Bench, all: readonly Placing[]): void {
  for (const { info } of all) bench.addSource(info)
  const s = bench.store.getState()
  const side = SIZE * Math.min(s.resolved.width, s.resolved.height)
  const boxes = placesFor(
    s,
    all.map(({ info }) => {
      const k = side / Math.max(info.width, info.height)
      return { width: info.width * k, height: info.height * k }
    }),
  )
  const layers = all.flatMap((p, n) => {
    const box = boxes[n]
    return box ? [layerFor(bench, s, p.kind === 'texture' ? { ...p, kind: 'photo' } : p, box)] : []
  })
  bench.edit(all.length > 1 ? `Gather ${all.length} files` : 'Gather a file', (d) => addNumbered(d, layers))
  bench.select(layers.map((l) => l.id))
  bench.notify('They wait on the apron, beside the page: on no channel until they are moved onto it.')
}
/** What is selected waits beside the page, as large as it is. */
export function gather(bench: Bench): void {
  const s: BenchState = bench.store.getState()
  const roots = s.selection
  const boxes = roots.map((id) => boundsOfIds(s, [id]))
  const seen = boxes.flatMap((b) => b ?? [])
  const places = placesFor(
    s,
    seen.map((b) => ({ width: widthOf(b), height: heightOf(b) })),
    roots,
  )
  const channel = s.design.channels[s.channel]
  if (!channel || seen.length < roots.length) return
  const free = new Set(handledLeaves(bench).map((l) => l.id))
  bench.edit('Gather', (d) => {
    roots.forEach((root, n) => {
      const [from, to] = [seen[n] as Bounds, places[n] as Bounds]
      for (const leaf of leavesOf(d, [root]).filter((l) => free.has(l.id))) {
        const own = resolvedOf(s, leaf.id)
        if (own)
          place(
            d,
            channel,
            leaf.id,
            moved(own.layer.placement, to.left - from.left, to.top - from.top),
            own.base ?? own.layer.placement,
          )
      }
    })
  })
}
