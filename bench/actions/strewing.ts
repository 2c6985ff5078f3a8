import { newId } from '@/core/basics/ids'
import { keysBetween } from '@/core/basics/order'
import { addLayers, group, removeLayers } from '@/core/design/commands'
import { orderAbove } from '@/core/design/spots'
import { leavesOf } from '@/core/design/tree'
import { isStrew, thingOf } from '@/core/kinds/facts'
import type { Layer } from '@/core/kinds/list'
import { groupLayer, strewLayer } from '@/core/kinds/new'
import { strewn } from '@/core/kinds/strew/copies'
import type { Bench, BenchState } from '../state/bench'

const things = (s: BenchState) => leavesOf(s.design, s.selection).flatMap((l) => thingOf(l) ?? [])
export const canStrew = (s: BenchState): boolean => things(s).length > 0

/** Copies of the selected things over the page as one layer, in place of them. */
export function strewSelection(bench: Bench): void {
  const s = bench.store.getState()
  const list = things(s).slice(0, 12)
  const top = s.design.layers[s.selection.at(-1) ?? '']
  const master = s.design.channels[s.design.master]
  if (list.length === 0 || !top || !master) return
  const id = newId()
  const box = {
    x: master.width / 2,
    y: master.height / 2,
    width: master.width * 0.9,
    height: master.height * 0.9,
    rotation: 0,
    flipX: false,
    flipY: false,
  }
  bench.edit('Strew', (d) => {
    const where = {
      id,
      page: top.page,
      plane: top.plane,
      parent: top.parent,
      inside: top.inside,
      order: orderAbove(d, top, top.id),
    }
    addLayers(d, [strewLayer(where, 'Strew', list, box, Math.floor(Math.random() * 1e6))])
    removeLayers(
      d,
      leavesOf(d, s.selection)
        .filter((l) => thingOf(l))
        .map((l) => l.id),
    )
  })
  bench.select([id])
}

/** The copies of selected strews as layers of their own, in a group where the strew was. */
export function setFree(bench: Bench): void {
  const s = bench.store.getState()
  const strews = s.selection.flatMap((id) => {
    const l = s.design.layers[id]
    return isStrew(l) ? [l] : []
  })
  const made: string[] = []
  bench.edit('Set free', (d) => {
    for (const strew of strews) {
      const copies = strewn(strew)
      const keys = keysBetween(null, null, copies.length)
      const ids = copies.map((copy, n) => {
        const id = newId()
        addLayers(d, [
          {
            ...copy,
            id,
            name: `${strew.name} ${n + 1}`,
            inside: strew.inside,
            order: keys[n] as string,
          } as Layer,
        ])
        return id
      })
      const holder = newId()
      group(d, ids, {
        ...groupLayer({ id: holder, page: strew.page, plane: strew.plane, order: 'a0' }, strew.name),
        open: strew.blend === 'normal' && strew.opacity === 1,
      })
      const [own, g] = [d.layers[strew.id], d.layers[holder]]
      if (own && g)
        Object.assign(g, {
          order: own.order,
          blend: own.blend,
          opacity: own.opacity,
          inside: own.inside,
          tie: own.tie,
        })
      removeLayers(d, [strew.id])
      made.push(holder)
    }
  })
  if (made.length > 0) bench.select(made)
}
