import { newId } from '@/core/basics/ids'
import { readingOrder } from '@/core/compose/reading-order'
import type { Said } from '@/core/design/said-schema'
import { arrangementKey } from '@/core/design/schema'
import type { Bench } from '../state/bench'
import { inPaintOrder } from './paint-order'

/** Puts the next or the one before of a channel's other arrangements in place of the one it has. */
export function tryArrangement(bench: Bench, by: 1 | -1): void {
  const { page, channel, design, resolved } = bench.store.getState()
  const all = bench.alternatives()
  if (all.length < 2) {
    bench.notify('There is no other arrangement of this channel that would do.')
    return
  }
  const own = resolved.arrangement ?? design.arrangements[arrangementKey(page, channel)]
  const structure = (a: object) => JSON.stringify({ ...a, read: null, words: null })
  const at = own ? all.findIndex((a) => structure(a) === structure(own)) : -1
  const next = (Math.max(0, at) + (at < 0 ? 0 : by) + all.length) % all.length
  const arrangement = all[next]
  if (!arrangement) return
  bench.edit('Another arrangement', (d) => {
    d.arrangements[arrangementKey(page, channel)] = arrangement
  })
  bench.notify(`Arrangement ${next + 1} of ${all.length}.`)
}

/** Says of the selected things what they are to each other, on all channels; what was said of them before is forgotten. */
export function say(bench: Bench, kind: Said['kind'], ids: readonly string[], name: string): void {
  const { design, page } = bench.store.getState()
  const members = kind === 'order' ? [...ids] : inPaintOrder(design, ids)
  if (members.length < 2) return
  const alike = (s: Said) => (s.kind === 'order') === (kind === 'order')
  bench.edit(name, (d) => {
    for (const s of Object.values(d.said))
      if (s.page === page && alike(s) && s.members.every((m) => members.includes(m))) delete d.said[s.id]
    const id = newId()
    d.said[id] = { id, page, kind, members }
  })
}

/** Has words read one place earlier or later than they are, on all channels. */
export function readElsewhere(bench: Bench, id: string, by: -1 | 1): void {
  const order = readingOrder(bench.readingOf(bench.store.getState().page))
  const at = order.indexOf(id)
  const other = order[at + by]
  if (at < 0 || other === undefined) return
  ;[order[at], order[at + by]] = [other, id]
  say(bench, 'order', order, by < 0 ? 'Read earlier' : 'Read later')
}
/** Forgets in which order people said that the words of this page are read. */
export function forgetOrder(bench: Bench): void {
  const { page } = bench.store.getState()
  bench.edit('Read as it stands', (d) => {
    for (const s of Object.values(d.said)) if (s.page === page && s.kind === 'order') delete d.said[s.id]
  })
}
