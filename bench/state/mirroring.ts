import { axisLayer, groupLayer, newId } from '@/core/design/blank'
import { addLayers, group, removeLayers } from '@/core/design/commands'
import { isAxis, type Mirror } from '@/core/design/mirror'
import { keyBetween } from '@/core/design/order'
import { membersOf } from '@/core/design/tree'
import { centreOf } from '@/core/geometry/bounds'
import { boundsOfIds, transform } from './acts'
import type { Bench, BenchState } from './bench-store'
import { toMaster } from './placing'

/** The selected mirror, where one alone is selected. */
export function mirrorInHand(s: Pick<BenchState, 'design' | 'selection'>) {
  const [id, more] = s.selection
  const own = id && !more ? s.design.layers[id] : undefined
  if (own?.kind !== 'group' || !own.mirror) return null
  return { group: own, mirror: own.mirror, axis: membersOf(s.design, own.id).find(isAxis) ?? null }
}

/**
 * Repeats the selection in a mirror: across an upright axis in the middle of the page, or beside the selection where that lies
 * in the middle itself; turned about the middle of the page where copies are turned.
 */
export function mirrorSelection(bench: Bench, way: Mirror['way']): void {
  const s = bench.store.getState()
  const box = boundsOfIds(s, s.selection)
  const first = s.design.layers[s.selection[0] ?? '']
  if (!box || !first) return bench.notify('Select what is to be mirrored.')
  const middle = { x: s.resolved.width / 2, y: s.resolved.height / 2 }
  const home = centreOf(box)
  const beside = way === 'across' && Math.abs(home.x - middle.x) < 0.02 * s.resolved.width
  const point = beside ? { x: box.right, y: home.y } : middle
  const towards = Math.abs(home.x - point.x) + Math.abs(home.y - point.y) < 1 ? 0 : (Math.atan2(home.y - point.y, home.x - point.x) * 180) / Math.PI
  const rotation = way === 'turned' ? Math.round(towards) : 90
  const length = 0.3 * Math.min(s.resolved.width, s.resolved.height)
  const only = s.selection.length === 1 && first.kind === 'group' && !first.combine ? first : null
  const id = only?.id ?? newId()
  bench.edit('Mirror', (d) => {
    if (!only) group(d, s.selection, groupLayer({ id, page: s.page, plane: first.plane, order: 'a0' }, 'Mirror'))
    const own = d.layers[id]
    if (own?.kind !== 'group') return
    own.mirror = { way, count: 6, cut: false }
    const old = membersOf(d, id).filter(isAxis)
    removeLayers(
      d,
      old.map((l) => l.id),
    )
    const order = keyBetween(membersOf(d, id).at(-1)?.order ?? null, null)
    const where = { id: newId(), page: own.page, plane: own.plane, parent: id, order }
    addLayers(d, [axisLayer(where, toMaster(s, { ...point, width: length, height: 1, rotation, flipX: false, flipY: false }))])
  })
  bench.select([id])
}

/** Lets what is mirrored be a plain group again. */
export function unmirror(bench: Bench): void {
  const found = mirrorInHand(bench.store.getState())
  if (!found) return
  bench.edit('Mirror no more', (d) => {
    const own = d.layers[found.group.id]
    if (own?.kind === 'group') delete own.mirror
    if (found.axis) removeLayers(d, [found.axis.id])
  })
}

export function setMirror(bench: Bench, change: Partial<Mirror>, only: 'shown' | 'kept' = 'kept'): void {
  const found = mirrorInHand(bench.store.getState())
  if (!found) return
  const write = (d: { layers: BenchState['design']['layers'] }) => {
    const own = d.layers[found.group.id]
    if (own?.kind === 'group' && own.mirror) Object.assign(own.mirror, change)
  }
  if (only === 'shown') bench.preview(write)
  else bench.commit('Mirror', write)
}

/** Moves or turns the axis; what is stored stays. */
export function setAxis(bench: Bench, change: { x?: number; y?: number; rotation?: number }): void {
  const axis = mirrorInHand(bench.store.getState())?.axis
  if (axis) transform(bench, 'Move the axis', (l) => ({ id: l.id, placement: { ...l.placement, ...change } }), [axis.id])
}
