import { newId } from '@/core/basics/ids'
import { keyBetween } from '@/core/basics/order'
import { addLayers, group, removeLayers } from '@/core/design/commands'
import { membersOf } from '@/core/design/tree'
import { centreOf } from '@/core/geometry/bounds'
import type { Point } from '@/core/geometry/matrix'
import { hasMembers } from '@/core/kinds/facts'
import { isAxis, type Kept, keptPart, keptWay, mirrorOf } from '@/core/kinds/group/mirror'
import type { Mirror } from '@/core/kinds/group/schema'
import { axisLayer, groupLayer } from '@/core/kinds/new'
import { layerBounds } from '@/core/render/layer-bounds'
import type { Bench, BenchState } from '../state/bench'
import { boundsOfIds, resolvedOf, transform } from './handled'
import { toMaster } from './placing'

/** The selected mirror, where one alone is selected. */
export function mirrorInHand(s: Pick<BenchState, 'design' | 'selection'>) {
  const [id, more] = s.selection
  const own = id && !more ? s.design.layers[id] : undefined
  if (!hasMembers(own) || !own.mirror) return null
  return { group: own, mirror: own.mirror, axis: membersOf(s.design, own.id).find(isAxis) ?? null }
}

/**
 * Repeats the selection in a mirror: across an upright axis in the middle of the page, turned about it where copies are
 * turned. What lies in the middle itself is repeated beside it, where the page has room for that, or else cut in its middle.
 */
export function mirrorSelection(bench: Bench, way: Mirror['way']): void {
  const s = bench.store.getState()
  const box = boundsOfIds(s, s.selection)
  const first = s.design.layers[s.selection[0] ?? '']
  if (!box || !first) return bench.notify('Select what is to be mirrored.')
  const middle = { x: s.resolved.width / 2, y: s.resolved.height / 2 }
  const home = centreOf(box)
  const central = way === 'across' && Math.abs(home.x - middle.x) < 0.02 * s.resolved.width
  const beside = central && box.right + (box.right - box.left) <= s.resolved.width
  const cut = central && !beside
  let point: { x: number; y: number }
  if (beside) point = { x: box.right, y: home.y }
  else if (cut) point = { x: home.x, y: middle.y }
  else point = middle
  const towards =
    Math.abs(home.x - point.x) + Math.abs(home.y - point.y) < 1
      ? 0
      : (Math.atan2(home.y - point.y, home.x - point.x) * 180) / Math.PI
  const rotation = way === 'turned' ? Math.round(towards) : 90
  const length = 0.3 * Math.min(s.resolved.width, s.resolved.height)
  const only = s.selection.length === 1 && hasMembers(first) && !first.combine ? first : null
  const id = only?.id ?? newId()
  bench.edit('Mirror', (d) => {
    if (!only)
      group(d, s.selection, groupLayer({ id, page: s.page, plane: first.plane, order: 'a0' }, 'Mirror'))
    const own = d.layers[id]
    if (!hasMembers(own)) return
    own.mirror = { way, count: 6, cut }
    const old = membersOf(d, id).filter(isAxis)
    removeLayers(
      d,
      old.map((l) => l.id),
    )
    const order = keyBetween(membersOf(d, id).at(-1)?.order ?? null, null)
    const where = { id: newId(), page: own.page, plane: own.plane, parent: id, order }
    addLayers(d, [
      axisLayer(
        where,
        toMaster(s, { ...point, width: length, height: 1, rotation, flipX: false, flipY: false }),
      ),
    ])
  })
  bench.select([id])
}

/** Lets what is mirrored be a plain group again. */
export function unmirror(bench: Bench): void {
  const found = mirrorInHand(bench.store.getState())
  if (!found) return
  bench.edit('Mirror no more', (d) => {
    const own = d.layers[found.group.id]
    if (hasMembers(own)) delete own.mirror
    if (found.axis) removeLayers(d, [found.axis.id])
  })
}

export function setMirror(bench: Bench, change: Partial<Mirror>, only: 'shown' | 'kept' = 'kept'): void {
  const found = mirrorInHand(bench.store.getState())
  if (!found) return
  const write = (d: { layers: BenchState['design']['layers'] }) => {
    const own = d.layers[found.group.id]
    if (hasMembers(own) && own.mirror) Object.assign(own.mirror, change)
  }
  if (only === 'shown') bench.preview(write)
  else bench.commit('Mirror', write)
}

/** The part that the selected mirror keeps where it is cut; null where it has no axis. */
export function keptInHand(
  s: Pick<BenchState, 'design' | 'selection' | 'resolved'>,
): { kept: Kept; way: Point; group: string } | null {
  const found = mirrorInHand(s)
  const own = found && resolvedOf(s, found.group.id)
  const axis = own && mirrorOf(own)?.axis
  if (!found?.mirror.cut || !own || !axis) return null
  const stored = own.children.flatMap((m) =>
    m.layer.shown && !isAxis(m.layer) ? (layerBounds(m) ?? []) : [],
  )
  const kept = keptPart(found.mirror, axis, stored)
  return { kept, way: keptWay(found.mirror, axis, kept), group: found.group.id }
}
/** Keeps the other side of the axis of the selected mirror, or of both axes the next quarter. */
export function keepOther(bench: Bench): void {
  const now = keptInHand(bench.store.getState())
  const mirror = mirrorInHand(bench.store.getState())?.mirror
  if (!now || !mirror) return
  const { clockwise, ahead } = now.kept
  if (mirror.way === 'across') setMirror(bench, { kept: { clockwise: !clockwise, ahead } })
  else if (mirror.way === 'turned') setMirror(bench, { kept: { clockwise, ahead: !ahead } })
  else
    setMirror(bench, {
      kept: clockwise === ahead ? { clockwise: !clockwise, ahead } : { clockwise, ahead: !ahead },
    })
}

/** Moves or turns the axis; what is stored stays. */
export function setAxis(bench: Bench, change: { x?: number; y?: number; rotation?: number }): void {
  const axis = mirrorInHand(bench.store.getState())?.axis
  if (axis)
    transform(bench, 'Move the axis', (l) => ({ id: l.id, placement: { ...l.placement, ...change } }), [
      axis.id,
    ])
}
